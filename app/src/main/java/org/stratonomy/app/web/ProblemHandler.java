package org.stratonomy.app.web;

import java.io.IOException;
import java.net.URI;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.catalina.connector.ClientAbortException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.stratonomy.app.plans.StalePlanException;
import org.stratonomy.app.problems.MissingException;
import org.stratonomy.app.shelf.StaleItemException;
import org.stratonomy.app.tasks.BusyException;
import org.stratonomy.app.tasks.TaskView;
import org.stratonomy.app.tasks.UnfinishedException;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.problem.Problem;
import tools.jackson.core.JacksonException;
import tools.jackson.core.TokenStreamLocation;

/** Tells the user what is wrong, where, and what to do (RFC 9457). */
@RestControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class ProblemHandler {
  private static final Logger LOG = LoggerFactory.getLogger(ProblemHandler.class);

  @ExceptionHandler
  ProblemDetail handle(Problem problem) {
    HttpStatus status =
        switch (problem.kind()) {
          case SUPERSEDED, CANCELLED -> HttpStatus.CONFLICT;
          case MESH, PLAN_FORMAT, PLAN -> HttpStatus.UNPROCESSABLE_CONTENT;
        };
    String type = problem.kind().name().toLowerCase(Locale.ROOT).replace('_', '-');
    return Refusal.detail(status, type, problem.place(), problem.reason(), problem.remedy());
  }

  @ExceptionHandler
  ProblemDetail handle(OutOfMemoryError error) {
    LOG.error("Memory did not suffice for a request", error);
    return handle(Problem.ofMemory(Problem.Kind.MESH, "the model"));
  }

  @ExceptionHandler
  ProblemDetail handle(MissingException missing) {
    return Refusal.detail(
        HttpStatus.NOT_FOUND,
        "missing",
        "the address",
        missing.getMessage(),
        "Go back to the plans; it may have been removed.");
  }

  @ExceptionHandler({StalePlanException.class, ObjectOptimisticLockingFailureException.class})
  ProblemDetail handleStale(RuntimeException stale) {
    return Refusal.detail(
        HttpStatus.CONFLICT,
        "stale-plan",
        "the plan",
        stale instanceof StalePlanException
            ? stale.getMessage()
            : "The plan was changed elsewhere at the same moment.",
        "Load the other changes, then make this edit again.");
  }

  @ExceptionHandler
  ProblemDetail handle(StaleItemException stale) {
    return Refusal.detail(
        HttpStatus.CONFLICT,
        "stale-item",
        "the shelf",
        stale.getMessage(),
        "Load the shelf anew, then make this edit again.");
  }

  /** The work goes on; the browser follows it. */
  @ExceptionHandler
  ResponseEntity<TaskView> handle(UnfinishedException unfinished) {
    return ResponseEntity.accepted()
        .cacheControl(CacheControl.noStore())
        .location(URI.create("/api/tasks/" + unfinished.task().id()))
        .contentType(MediaType.APPLICATION_JSON)
        .body(unfinished.task());
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> handle(BusyException busy) {
    return ResponseEntity.status(HttpStatus.TOO_MANY_REQUESTS)
        .header(HttpHeaders.RETRY_AFTER, Integer.toString(BusyException.RETRY_SECONDS))
        .contentType(MediaType.APPLICATION_PROBLEM_JSON)
        .body(
            Refusal.detail(
                HttpStatus.TOO_MANY_REQUESTS,
                "busy",
                "the server",
                "Too much is waiting to be computed.",
                "Try again in a few seconds."));
  }

  @ExceptionHandler
  ProblemDetail handle(MaxUploadSizeExceededException tooLarge) {
    boolean isCount =
        Stream.iterate((Throwable) tooLarge, Objects::nonNull, Throwable::getCause)
            .anyMatch(cause -> cause.getClass().getSimpleName().startsWith("FileCountLimit"));
    if (isCount) {
      return Refusal.detail(
          HttpStatus.CONTENT_TOO_LARGE,
          "too-large",
          "the dropped files",
          "There are too many; 50 are possible at once.",
          "Drop fewer files at a time.");
    }
    return Refusal.detail(
        HttpStatus.CONTENT_TOO_LARGE,
        "too-large",
        "the dropped files",
        "A file may have 256 MB, all together 512 MB.",
        "Export the model with fewer triangles, or as binary STL.");
  }

  @ExceptionHandler
  ProblemDetail handle(HttpMessageNotReadableException unreadable) {
    for (Throwable cause = unreadable; cause != null; cause = cause.getCause()) {
      if (cause instanceof BodyLimit.TooLargeException tooLarge) {
        return tooLarge.detail();
      }
    }
    return Refusal.detail(
        HttpStatus.BAD_REQUEST,
        "unreadable",
        "the request",
        unreadable.getMostSpecificCause() instanceof JacksonException e
            ? reason(e)
            : "It is missing or no JSON.",
        "Send what the description of the API at /v3/api-docs says.");
  }

  /** Where it cannot be read; what the library says names classes of ours. */
  private static String reason(JacksonException e) {
    String path =
        e.getPath().stream()
            .map(
                step ->
                    step.getPropertyName() == null
                        ? Integer.toString(step.getIndex() + 1)
                        : PlainText.shown(step.getPropertyName()))
            .collect(Collectors.joining(", "));
    if (!path.isEmpty()) {
      return "'%s' cannot be read.".formatted(path);
    }
    TokenStreamLocation at = e.getLocation();
    return at == null
        ? "It is not sound JSON."
        : "It is not sound JSON in line %d, column %d.".formatted(at.getLineNr(), at.getColumnNr());
  }

  @ExceptionHandler
  ProblemDetail handle(MethodArgumentTypeMismatchException mismatch) {
    return Refusal.detail(
        HttpStatus.BAD_REQUEST,
        "unreadable",
        "the address",
        "'%s' cannot be its %s."
            .formatted(PlainText.shown(String.valueOf(mismatch.getValue())), mismatch.getName()),
        "Send what the description of the API at /v3/api-docs says.");
  }

  /** Nobody is there any more to be answered. */
  @ExceptionHandler({AsyncRequestNotUsableException.class, ClientAbortException.class})
  void handleGone(IOException gone) {
    LOG.debug("A client went away: {}", gone.getMessage());
  }

  /** What nobody thought of is told like all else, and noted for those who can mend it. */
  @ExceptionHandler
  ProblemDetail handle(RuntimeException unexpected) {
    if (unexpected instanceof ErrorResponse response) {
      return response.getBody();
    }
    boolean isGone =
        Stream.iterate((Throwable) unexpected, Objects::nonNull, Throwable::getCause)
            .anyMatch(
                cause ->
                    cause instanceof ClientAbortException
                        || cause instanceof AsyncRequestNotUsableException);
    if (isGone) {
      LOG.debug("A client went away: {}", unexpected.getMessage());
      return null;
    }
    LOG.error("A request failed", unexpected);
    return Refusal.detail(
        HttpStatus.INTERNAL_SERVER_ERROR,
        "unexpected",
        "the application",
        "An unexpected error occurred. Nothing was changed.",
        "Try something else; app.log in the data directory has what to report.");
  }
}
