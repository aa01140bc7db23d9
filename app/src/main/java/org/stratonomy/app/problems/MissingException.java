package org.stratonomy.app.problems;

/** Something that was asked for by its id does not exist, or not any more. */
public class MissingException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public MissingException(String what, String id) {
    super("There is no %s '%s'.".formatted(what, id));
  }
}
