package org.stratonomy.app.tasks;

/** So much is waiting to be done that no more is taken. */
public final class BusyException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** After this it may be tried again, s. */
  public static final int RETRY_SECONDS = 2;

  BusyException() {
    super("too many tasks wait", null, false, false);
  }
}
