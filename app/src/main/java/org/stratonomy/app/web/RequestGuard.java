package org.stratonomy.app.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.stratonomy.app.StratonomyProperties;

/**
 * Stands in front of everything and lets only the application's own pages and programs on this
 * machine in. Three questions are asked of a request: does it name this server by a known host name
 * (against DNS rebinding), does a write come from the application's own origin (against cross-site
 * requests), and could it have been made by a plain form or a simple request of another page (JSON
 * could not, nor could the header {@value #HEADER}). Answers carry the headers that keep other
 * pages from framing or reading them.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RequestGuard extends OncePerRequestFilter {
  /** Sent with writes that have no JSON body; a foreign page cannot send it without being asked. */
  static final String HEADER = "X-Stratonomy";

  private static final String FETCH_SITE = "Sec-Fetch-Site";
  private static final Set<String> SAFE = Set.of("GET", "HEAD", "OPTIONS");
  private static final Set<String> OWN_SITES = Set.of("same-origin", "none");
  private static final List<String> LOOPBACK = List.of("127.0.0.1", "localhost", "[::1]");

  /** Templates of the interface carry inline styles; scripts come from files only. */
  private static final String POLICY =
      String.join(
          "; ",
          "default-src 'self'",
          "script-src 'self'",
          "style-src 'self' 'unsafe-inline'",
          "img-src 'self' data: blob:",
          "font-src 'self' data:",
          "connect-src 'self'",
          "worker-src 'self' blob:",
          "object-src 'none'",
          "base-uri 'none'",
          "form-action 'self'",
          "frame-ancestors 'none'");

  private static final String PERMISSIONS =
      "camera=(), microphone=(), geolocation=(), payment=(), usb=(), serial=()";

  private final Set<String> configuredHosts;

  RequestGuard(StratonomyProperties properties) {
    configuredHosts =
        properties.allowedHosts().stream()
            .map(host -> host.strip().toLowerCase(Locale.ROOT))
            .collect(java.util.stream.Collectors.toUnmodifiableSet());
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    setHeaders(response);
    Optional<ProblemDetail> refusal = refusal(request);
    if (refusal.isPresent()) {
      Refusal.send(response, refusal.get());
    } else {
      chain.doFilter(request, response);
    }
  }

  private static void setHeaders(HttpServletResponse response) {
    response.setHeader("Content-Security-Policy", POLICY);
    response.setHeader("X-Content-Type-Options", "nosniff");
    response.setHeader("X-Frame-Options", "DENY");
    response.setHeader("Referrer-Policy", "no-referrer");
    response.setHeader("Cross-Origin-Opener-Policy", "same-origin");
    response.setHeader("Cross-Origin-Resource-Policy", "same-origin");
    response.setHeader("Permissions-Policy", PERMISSIONS);
  }

  private Optional<ProblemDetail> refusal(HttpServletRequest request) {
    if (!isKnownHost(request)) {
      return Optional.of(
          Refusal.detail(
              HttpStatus.MISDIRECTED_REQUEST,
              "unknown-host",
              "the address",
              "This server does not answer to that host name.",
              "Open it as http://127.0.0.1:%d, or list the name in STRATONOMY_ALLOWED_HOSTS."
                  .formatted(request.getLocalPort())));
    }
    return SAFE.contains(request.getMethod()) ? refusedRead(request) : refusedWrite(request);
  }

  private boolean isKnownHost(HttpServletRequest request) {
    String host = request.getHeader(HttpHeaders.HOST);
    if (host == null) {
      return false;
    }
    String named = host.toLowerCase(Locale.ROOT);
    boolean hasPort = named.lastIndexOf(':') > named.lastIndexOf(']');
    String name = hasPort ? named.substring(0, named.lastIndexOf(':')) : named;
    String port = hasPort ? named.substring(named.lastIndexOf(':') + 1) : "80";
    boolean isLoopback =
        LOOPBACK.contains(name) && port.equals(Integer.toString(request.getLocalPort()));
    return isLoopback || configuredHosts.contains(named) || configuredHosts.contains(name);
  }

  /** Pages may link to the application, but not have it work or answer for them. */
  private static Optional<ProblemDetail> refusedRead(HttpServletRequest request) {
    String site = request.getHeader(FETCH_SITE);
    boolean isOwn = site == null || OWN_SITES.contains(site);
    boolean isLink = "navigate".equals(request.getHeader("Sec-Fetch-Mode"));
    boolean isPage = !request.getRequestURI().startsWith("/api/");
    return isOwn || (isLink && isPage) ? Optional.empty() : Optional.of(crossSite());
  }

  private static Optional<ProblemDetail> refusedWrite(HttpServletRequest request) {
    if (!isFromHere(request)) {
      return Optional.of(crossSite());
    }
    MediaType type = contentType(request).orElse(null);
    boolean isJson = type != null && type.equalsTypeAndSubtype(MediaType.APPLICATION_JSON);
    boolean isForm = type != null && type.equalsTypeAndSubtype(MediaType.MULTIPART_FORM_DATA);
    if (!isJson && !isForm && (type != null || hasBody(request))) {
      return Optional.of(
          Refusal.detail(
              HttpStatus.UNSUPPORTED_MEDIA_TYPE,
              "unreadable",
              "the request",
              "Its content type is neither application/json nor multipart/form-data.",
              "Send what the description of the API at /v3/api-docs says."));
    }
    return isJson || request.getHeader(HEADER) != null
        ? Optional.empty()
        : Optional.of(
            Refusal.detail(
                HttpStatus.FORBIDDEN,
                "cross-site",
                "the request",
                "A write without a JSON body needs the header %s.".formatted(HEADER),
                "Send %s: 1.".formatted(HEADER)));
  }

  private static boolean isFromHere(HttpServletRequest request) {
    String site = request.getHeader(FETCH_SITE);
    String origin = request.getHeader(HttpHeaders.ORIGIN);
    String own = request.getScheme() + "://" + request.getHeader(HttpHeaders.HOST);
    return site != null ? OWN_SITES.contains(site) : origin == null || origin.equalsIgnoreCase(own);
  }

  private static boolean hasBody(HttpServletRequest request) {
    return request.getContentLengthLong() > 0
        || request.getHeader(HttpHeaders.TRANSFER_ENCODING) != null;
  }

  private static Optional<MediaType> contentType(HttpServletRequest request) {
    String type = request.getContentType();
    if (type == null) {
      return Optional.empty();
    }
    try {
      return Optional.of(MediaType.parseMediaType(type));
    } catch (IllegalArgumentException e) {
      return Optional.of(MediaType.ALL);
    }
  }

  private static ProblemDetail crossSite() {
    return Refusal.detail(
        HttpStatus.FORBIDDEN,
        "cross-site",
        "the request",
        "It comes from another site.",
        "Use Stratonomy in its own window.");
  }
}
