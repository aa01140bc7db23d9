package org.stratonomy.engine.program;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Locale;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.problem.Problem;

/**
 * Files that a program carries along as comments: a line that names the file and how many bytes it
 * has, its bytes in base64, and a line that ends it.
 *
 * @param picture makes a picture of the plan as a PNG file
 * @param plan makes the plan with its meshes as a .strat file
 */
public record Enclosures(Supplier<byte[]> picture, Supplier<byte[]> plan) {

  private static final String PICTURE = "picture.png";
  private static final String PLAN = "plan.strat";
  private static final String BEGIN = "; enclosed: ";
  private static final String END = "; end of ";
  private static final String BYTES = " bytes";

  /** Of the lines that name a file and end it, bytes. */
  private static final int LONGEST_MARK = 200;

  /** Of a plan's line, bytes; what we write is much shorter. */
  private static final int LONGEST_LINE = 10_000;

  /** Characters in a line: machines read short lines only. */
  private static final int IN_LINE = 76;

  /** Whether a file of this name is a program. */
  public static boolean isProgram(String name) {
    String lower = name.toLowerCase(Locale.ROOT);
    return Stream.of(".gcode", ".gco", ".g").anyMatch(lower::endsWith);
  }

  /** The picture as comments. */
  public String pictureText() {
    return text(PICTURE, picture.get());
  }

  /** The plan as comments. */
  public String planText() {
    return text(PLAN, plan.get());
  }

  private static String text(String name, byte[] bytes) {
    String lines =
        Base64.getMimeEncoder(IN_LINE, "\n; ".getBytes(StandardCharsets.US_ASCII))
            .encodeToString(bytes);
    return "%s%s, %d%s\n; %s\n%s%s\n".formatted(BEGIN, name, bytes.length, BYTES, lines, END, name);
  }

  /**
   * The .strat file of the plan that a program carries along.
   *
   * @param name what to call the program in an error
   * @throws Problem if it carries none, or not all of it is there
   */
  public static byte[] plan(String name, byte[] program) {
    ByteArrayOutputStream text = new ByteArrayOutputStream();
    int length = -1;
    for (int from = 0; from < program.length; ) {
      int end = lineEnd(program, from);
      String start = start(program, from, end);
      if (start.startsWith(BEGIN + PLAN)) {
        length = length(start);
        text.reset();
      } else if (start.equals(END + PLAN)) {
        return bytes(name, text, length);
      } else if (length >= 0 && end - from <= LONGEST_LINE) {
        int content = start.startsWith(";") ? from + 1 : from;
        text.write(program, content, end - content);
      } else if (length >= 0) {
        throw cut(name);
      }
      from = end + 1;
    }
    throw length < 0
        ? bad(
            name,
            "This program carries no plan.",
            "Open the plan that it was written from; a program carries its plan unless that says"
                + " otherwise.")
        : cut(name);
  }

  private static int lineEnd(byte[] program, int from) {
    int end = from;
    while (end < program.length && program[end] != '\n') {
      Interruption.check(end);
      end++;
    }
    return end;
  }

  /** What of a line is needed to know it by. */
  private static String start(byte[] program, int from, int end) {
    int most = Math.min(end, from + LONGEST_MARK);
    return new String(program, from, most - from, StandardCharsets.ISO_8859_1).stripTrailing();
  }

  /** The number before the last word of the line that names the file; 0 if there is none. */
  private static int length(String line) {
    int end = line.length() - BYTES.length();
    int start = line.lastIndexOf(", ") + 2;
    boolean isNumber = line.endsWith(BYTES) && start > 1 && end > start && end - start <= 9;
    for (int i = start; isNumber && i < end; i++) {
      isNumber = line.charAt(i) >= '0' && line.charAt(i) <= '9';
    }
    return isNumber ? Integer.parseInt(line, start, end, 10) : 0;
  }

  private static byte[] bytes(String name, ByteArrayOutputStream text, int length) {
    try {
      byte[] bytes = Base64.getMimeDecoder().decode(text.toByteArray());
      if (bytes.length == length) {
        return bytes;
      }
    } catch (IllegalArgumentException e) {
      // What cannot be decoded is not all there.
    }
    throw cut(name);
  }

  private static Problem cut(String name) {
    return bad(
        name,
        "Not all of the plan is there that this program carried.",
        "Take the file as it was exported; something shortened or changed its comments.");
  }

  private static Problem bad(String name, String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN_FORMAT, name, reason, remedy);
  }
}
