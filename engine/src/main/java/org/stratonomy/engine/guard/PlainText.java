package org.stratonomy.engine.guard;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * What a text of a plan, a recipe or the shelf may contain. Control characters could end a line of
 * a program and begin another one; formatting characters (Unicode category Cf, such as direction
 * overrides) make a text look like another one. Both are refused wherever texts come in.
 */
public final class PlainText {
  /** Characters shown of a text that is refused. */
  private static final int SHOWN = 60;

  private PlainText() {}

  /** Regular expression of a plain text of one line, as JSON Schema wants it. */
  public static final String PATTERN = "^[^\\p{Cc}\\p{Cf}\\p{Zl}\\p{Zp}\\p{Cs}]*$";

  /** Whether all characters may stand in a text of one line. */
  public static boolean isPlain(String text) {
    return isPlain(text, false);
  }

  /** Whether all characters may stand in a text of several lines. */
  public static boolean isPlainLines(String text) {
    return isPlain(text, true);
  }

  private static boolean isPlain(String text, boolean lines) {
    for (int i = 0; i < text.length(); ) {
      int character = text.codePointAt(i);
      if (!isPlain(character) && !(lines && (character == '\n' || character == '\t'))) {
        return false;
      }
      i += Character.charCount(character);
    }
    return true;
  }

  private static boolean isPlain(int character) {
    return switch (Character.getType(character)) {
      case Character.CONTROL,
          Character.FORMAT,
          Character.LINE_SEPARATOR,
          Character.PARAGRAPH_SEPARATOR,
          Character.SURROGATE ->
          false;
      default -> true;
    };
  }

  /** The text on one line, with a space for each run of characters that may not stand in it. */
  public static String cleaned(String text) {
    if (isPlain(text)) {
      return text;
    }
    StringBuilder clean = new StringBuilder(text.length());
    boolean gap = false;
    for (int i = 0; i < text.length(); ) {
      int character = text.codePointAt(i);
      if (isPlain(character)) {
        clean.append(gap && !clean.isEmpty() ? " " : "").appendCodePoint(character);
        gap = false;
      } else {
        gap = true;
      }
      i += Character.charCount(character);
    }
    return clean.toString().strip();
  }

  /** A number as people write it: without exponent, and without zeros at its end. */
  public static String number(double value) {
    return Double.isFinite(value)
        ? BigDecimal.valueOf(value).stripTrailingZeros().toPlainString()
        : Double.toString(value);
  }

  /** What is wrong with a text of one line, as the end of a sentence; nothing if it is plain. */
  public static Optional<String> flaw(String text) {
    return isPlain(text)
        ? Optional.empty()
        : Optional.of("has a control or formatting character: “%s”".formatted(shown(text)));
  }

  /** Text of the user for a message: on one line, and not without end. */
  public static String shown(String text) {
    String start = text.length() > 4 * SHOWN ? text.substring(0, 4 * SHOWN) : text;
    String clean = cleaned(start);
    return clean.length() > SHOWN ? clean.substring(0, SHOWN) + "…" : clean;
  }
}
