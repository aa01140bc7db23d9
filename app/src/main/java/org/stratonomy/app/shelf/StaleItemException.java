package org.stratonomy.app.shelf;

/** An item of the shelf was changed by somebody else since it was read. */
public final class StaleItemException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  StaleItemException(String name) {
    super("'%s' was changed elsewhere in the meantime.".formatted(name));
  }
}
