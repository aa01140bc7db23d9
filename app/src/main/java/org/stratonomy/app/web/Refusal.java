package org.stratonomy.app.web;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import tools.jackson.databind.json.JsonMapper;

/** Answers with a problem (RFC 9457), in controllers and before any of them is reached. */
final class Refusal {
  private static final String TYPE = "urn:stratonomy:problem:";

  private Refusal() {}

  static ProblemDetail detail(
      HttpStatus status, String type, String place, String reason, String remedy) {
    ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, reason);
    detail.setType(URI.create(TYPE + type));
    detail.setTitle(place);
    detail.setProperty("place", place);
    detail.setProperty("remedy", remedy);
    return detail;
  }

  /** Ends a request with a problem; the rest of its body is not read. */
  static void send(HttpServletResponse response, ProblemDetail detail) throws IOException {
    if (response.isCommitted()) {
      return;
    }
    response.setStatus(detail.getStatus());
    response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
    response.setHeader("Connection", "close");
    response
        .getOutputStream()
        .write(
            JsonMapper.builder()
                .addMixIn(
                    ProblemDetail.class,
                    org.springframework.http.converter.json.ProblemDetailJacksonMixin.class)
                .build()
                .writeValueAsBytes(detail));
  }
}
