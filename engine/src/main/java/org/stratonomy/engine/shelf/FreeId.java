package org.stratonomy.engine.shelf;

import java.util.Locale;
import java.util.function.Predicate;

/** Ids that are not taken yet. */
public final class FreeId {
  private FreeId() {}

  /** An id, or the first of it with {@code -2}, {@code -3} … that is not taken. */
  public static String of(String wanted, Predicate<String> isTaken) {
    String id = wanted;
    for (int n = 2; isTaken.test(id); n++) {
      id = wanted + "-" + n;
    }
    return id;
  }

  /**
   * A name as an id: small letters and digits, with dashes for all else.
   *
   * @param missing what to take if nothing is left of the name
   */
  public static String plain(String name, String missing) {
    String plain = name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
    plain = plain.replaceAll("^-+|-+$", "");
    return plain.isEmpty() ? missing : plain;
  }
}
