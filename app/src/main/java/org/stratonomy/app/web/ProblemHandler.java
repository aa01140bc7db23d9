package org.stratonomy.app.web;

import java.net.URI;
import java.util.Locale;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.stratonomy.app.plans.MissingException;
import org.stratonomy.app.plans.StalePlanException;
import org.stratonomy.engine.problem.Problem;
import tools.jackson.core.JacksonException;

/** Tells the user what is wrong, where, and what to do (RFC 9457). */
@RestControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class ProblemHandler {
  @ExceptionHandler
  ProblemDetail handle(Problem problem) {
    HttpStatus status =
        problem.kind() == Problem.Kind.SUPERSEDED
            ? HttpStatus.CONFLICT
            : HttpStatus.UNPROCESSABLE_CONTENT;
    String type = problem.kind().name().toLowerCase(Locale.ROOT).replace('_', '-');
    return detail(status, type, problem.place(), problem.reason(), problem.remedy());
  }

  @ExceptionHandler
  ProblemDetail handle(MissingException missing) {
    return detail(
        HttpStatus.NOT_FOUND,
        "missing",
        "the address",
        missing.getMessage(),
        "Go back to the plans; it may have been removed.");
  }

  @ExceptionHandler({StalePlanException.class, ObjectOptimisticLockingFailureException.class})
  ProblemDetail handleStale(RuntimeException stale) {
    return detail(
        HttpStatus.CONFLICT,
        "stale-plan",
        "the plan",
        stale instanceof StalePlanException
            ? stale.getMessage()
            : "The plan was changed elsewhere at the same moment.",
        "Take over the other changes, then make this edit again.");
  }

  @ExceptionHandler
  ProblemDetail handle(MaxUploadSizeExceededException tooLarge) {
    return detail(
        HttpStatus.CONTENT_TOO_LARGE,
        "too-large",
        "the dropped files",
        "A file may have 256 MB, all together 512 MB.",
        "Export the model with fewer triangles, or as binary STL.");
  }

  @ExceptionHandler
  ProblemDetail handle(HttpMessageNotReadableException unreadable) {
    String reason =
        unreadable.getMostSpecificCause() instanceof JacksonException e
            ? e.getOriginalMessage()
            : "It is missing or no JSON.";
    return detail(
        HttpStatus.BAD_REQUEST,
        "unreadable",
        "the request",
        reason,
        "Send what the description of the API at /v3/api-docs says.");
  }

  private static ProblemDetail detail(
      HttpStatus status, String type, String place, String reason, String remedy) {
    ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, reason);
    detail.setType(URI.create("urn:stratonomy:problem:" + type));
    detail.setTitle(place);
    detail.setProperty("place", place);
    detail.setProperty("remedy", remedy);
    return detail;
  }
}
