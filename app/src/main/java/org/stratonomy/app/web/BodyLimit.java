package org.stratonomy.app.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.stratonomy.app.tasks.BusyException;
import org.stratonomy.engine.guard.MemoryShare;

/**
 * Counts the bytes of a body while they arrive, and reads no more of one that is too large. Uploads
 * have limits of their own (spring.servlet.multipart).
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class BodyLimit extends OncePerRequestFilter {
  private static final long MEGABYTE = 1 << 20;

  /** A plan may hold patches of many triangles. */
  private static final long OF_PLAN = 24 * MEGABYTE;

  private static final long OF_OTHERS = 4 * MEGABYTE;

  /** Bodies up to this are not counted together, bytes. */
  private static final long SMALL = 1 << 17;

  /** As text, as a tree and as a plan. */
  private static final long TIMES_IN_MEMORY = 4;

  /** A body that is larger than it may be. */
  static final class TooLargeException extends IOException {
    private static final long serialVersionUID = 1L;
    private final long most;

    TooLargeException(long most) {
      super("a body may have %d bytes".formatted(most));
      this.most = most;
    }

    ProblemDetail detail() {
      return Refusal.detail(
          HttpStatus.CONTENT_TOO_LARGE,
          "too-large",
          "the request",
          "Its body has more than %d MB.".formatted(most / MEGABYTE),
          "Send less at once; meshes are sent as files.");
    }
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String type = request.getContentType();
    if (type != null && type.startsWith("multipart/")) {
      chain.doFilter(request, response);
      return;
    }
    long most = request.getRequestURI().startsWith("/api/plans/") ? OF_PLAN : OF_OTHERS;
    long length = request.getContentLengthLong();
    if (length > most) {
      Refusal.send(response, new TooLargeException(most).detail());
    } else if (length <= SMALL && request.getHeader(HttpHeaders.TRANSFER_ENCODING) == null) {
      chain.doFilter(new Counted(request, most), response);
    } else {
      withShare(new Counted(request, most), response, chain, length < 0 ? most : length);
    }
  }

  /** What all large bodies take at once is bounded as well. */
  private static void withShare(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain, long bytes)
      throws ServletException, IOException {
    Optional<MemoryShare> share = MemoryShare.take(TIMES_IN_MEMORY * bytes);
    if (share.isEmpty()) {
      response.setHeader(HttpHeaders.RETRY_AFTER, Integer.toString(BusyException.RETRY_SECONDS));
      Refusal.send(
          response,
          Refusal.detail(
              HttpStatus.TOO_MANY_REQUESTS,
              "busy",
              "the server",
              "It is reading other large requests.",
              "Try again in a few seconds."));
      return;
    }
    try {
      chain.doFilter(request, response);
    } finally {
      share.get().close();
    }
  }

  private static final class Counted extends HttpServletRequestWrapper {
    private final long most;

    Counted(HttpServletRequest request, long most) {
      super(request);
      this.most = most;
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
      return new CountedStream(super.getInputStream(), most);
    }

    @Override
    public BufferedReader getReader() throws IOException {
      return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
    }
  }

  private static final class CountedStream extends ServletInputStream {
    private final ServletInputStream in;
    private final long most;
    private long count;

    CountedStream(ServletInputStream in, long most) {
      this.in = in;
      this.most = most;
    }

    @Override
    public int read() throws IOException {
      int value = in.read();
      add(value < 0 ? 0 : 1);
      return value;
    }

    @Override
    public int read(byte[] buffer, int offset, int length) throws IOException {
      int read = in.read(buffer, offset, length);
      add(Math.max(0, read));
      return read;
    }

    private void add(int bytes) throws TooLargeException {
      count += bytes;
      if (count > most) {
        throw new TooLargeException(most);
      }
    }

    @Override
    public boolean isFinished() {
      return in.isFinished();
    }

    @Override
    public boolean isReady() {
      return in.isReady();
    }

    @Override
    public void setReadListener(ReadListener listener) {
      in.setReadListener(listener);
    }
  }
}
