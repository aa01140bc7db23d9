package org.stratonomy.app.plans;

/** An edit was made on a state of the plan that is no longer the current one. */
public class StalePlanException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  StalePlanException(String plan) {
    super("The plan '%s' was changed elsewhere in the meantime.".formatted(plan));
  }
}
