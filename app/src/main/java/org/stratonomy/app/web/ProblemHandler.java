package org.stratonomy.app.web;

import java.net.URI;
import java.util.Locale;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.stratonomy.app.plans.MissingException;
import org.stratonomy.app.plans.StalePlanException;
import org.stratonomy.engine.problem.Problem;
import tools.jackson.core.JacksonException;

/** Tells the user what is wrong, where, and what to do (RFC 9457). */
@RestControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class ProblemHandler {
  private static final Logger LOG = LoggerFactory.getLogger(ProblemHandler.class);

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
  ProblemDetail handle(OutOfMemoryError error) {
    LOG.error("Memory did not suffice for a request", error);
    return handle(Problem.ofMemory(Problem.Kind.MESH, "the model"));
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

  @ExceptionHandler
  ProblemDetail handle(MethodArgumentTypeMismatchException mismatch) {
    return detail(
        HttpStatus.BAD_REQUEST,
        "unreadable",
        "the address",
        "'%s' cannot be its %s.".formatted(mismatch.getValue(), mismatch.getName()),
        "Send what the description of the API at /v3/api-docs says.");
  }

  /** What nobody thought of is told like all else, and noted for those who can mend it. */
  @ExceptionHandler
  ProblemDetail handle(RuntimeException unexpected) {
    if (unexpected instanceof ErrorResponse response) {
      return response.getBody();
    }
    LOG.error("A request failed", unexpected);
    return detail(
        HttpStatus.INTERNAL_SERVER_ERROR,
        "unexpected",
        "the application",
        "It met something that it is not made for, and has changed nothing.",
        "Try it in another way; app.log in the data directory has what to report.");
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
