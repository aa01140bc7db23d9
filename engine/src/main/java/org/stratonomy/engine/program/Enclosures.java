package org.stratonomy.engine.program;

import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;
import java.util.stream.Stream;
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
  public static byte[] plan(String name, byte[] program) throws IOException {
    List<String> lines = new ArrayList<>();
    int length = -1;
    try (BufferedReader in =
        new BufferedReader(
            new InputStreamReader(
                new ByteArrayInputStream(program), StandardCharsets.ISO_8859_1))) {
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        if (line.startsWith(BEGIN + PLAN)) {
          length = length(line);
          lines.clear();
        } else if (line.equals(END + PLAN)) {
          return bytes(name, lines, length);
        } else if (length >= 0) {
          lines.add(line);
        }
      }
    }
    throw length < 0
        ? bad(
            name,
            "This program carries no plan.",
            "Open the plan that it was written from; a program carries its plan unless that says"
                + " otherwise.")
        : cut(name);
  }

  private static int length(String line) {
    String digits = line.replaceAll(".*, (\\d{1,9}) bytes\\s*", "$1");
    return digits.equals(line) ? 0 : Integer.parseInt(digits);
  }

  private static byte[] bytes(String name, List<String> lines, int length) {
    ByteArrayOutputStream text = new ByteArrayOutputStream();
    for (String line : lines) {
      text.writeBytes(line.replaceFirst("^;\\s*", "").getBytes(StandardCharsets.ISO_8859_1));
    }
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
