package org.stratonomy.engine.mesh.io;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.problem.Problem;

/**
 * Reads STL, text or binary. A file is binary if its length is what its triangle count asks for,
 * whatever its header says: some writers begin binary files with the word of the text kind.
 */
public final class StlReader {
  private static final int HEADER = 84;
  private static final int RECORD = 50;
  private static final String EXPORT_AGAIN = "Export the model again as binary STL.";

  private final String name;
  private final ByteBuffer data;

  private StlReader(String name, ByteBuffer data) {
    this.name = name;
    this.data = data.slice().order(ByteOrder.LITTLE_ENDIAN);
  }

  /**
   * @param name what to call the file in an error
   * @throws Problem if the bytes are not a usable mesh
   */
  public static Mesh read(String name, ByteBuffer data) {
    return MeshBuilder.build(name, new StlReader(name, data).soup());
  }

  /** The triangles of a file, not yet welded. */
  static TriangleSoup soup(String name, ByteBuffer data) {
    return new StlReader(name, data).soup();
  }

  private TriangleSoup soup() {
    int size = data.remaining();
    if (size == 0) {
      throw bad("The file is empty.", EXPORT_AGAIN);
    }
    boolean text = startsWithSolid();
    long count = size >= HEADER ? Integer.toUnsignedLong(data.getInt(HEADER - 4)) : -1;
    if (count >= 0 && size == HEADER + RECORD * count) {
      return binary((int) count);
    }
    if (text && looksLikeText()) {
      return new TextScanner().scan();
    }
    if (count > 0 && size < HEADER + RECORD * count && count < 100_000_000) {
      throw bad(
          "It is cut off: its header announces %,d triangles, but only %,d are there."
              .formatted(count, Math.max(0, size - HEADER) / RECORD),
          "Copy or download the file again.");
    }
    if (count > 0 && size > HEADER + RECORD * count && !text) {
      return binary((int) count);
    }
    throw bad(
        "It is not a mesh that can be read: neither STL, OBJ, 3MF, PLY nor AMF.", EXPORT_AGAIN);
  }

  private boolean startsWithSolid() {
    byte[] word = "solid".getBytes(StandardCharsets.US_ASCII);
    int at = 0;
    while (at < data.limit() && data.get(at) <= ' ' && data.get(at) >= 0) {
      at++;
    }
    for (int i = 0; i < word.length; i++) {
      if (at + i >= data.limit() || Character.toLowerCase((char) data.get(at + i)) != word[i]) {
        return false;
      }
    }
    return true;
  }

  private boolean looksLikeText() {
    for (int i = 0; i < Math.min(data.limit(), 2000); i++) {
      if (data.get(i) == 0) {
        return false;
      }
    }
    return true;
  }

  private TriangleSoup binary(int count) {
    if (count == 0) {
      throw bad("It has no triangles.", EXPORT_AGAIN);
    }
    TriangleSoup soup = new TriangleSoup(count);
    for (int t = 0; t < count; t++) {
      Interruption.check(t);
      int at = HEADER + RECORD * t + 12;
      for (int k = 0; k < 3; k++, at += 12) {
        soup.corner(data.getFloat(at), data.getFloat(at + 4), data.getFloat(at + 8));
      }
    }
    return soup;
  }

  private Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.MESH, name, reason, remedy);
  }

  /** Reads the text kind word by word; only the words "vertex", "endfacet" and "endsolid" count. */
  private final class TextScanner {
    private int at;
    private int line = 1;

    TriangleSoup scan() {
      TriangleSoup soup = new TriangleSoup(data.limit() / 250);
      int corners = 0;
      boolean ended = false;
      for (String word = keyword(); !word.isEmpty(); word = keyword()) {
        Interruption.check();
        switch (word) {
          case "solid", "endsolid" -> {
            ended = word.equals("endsolid");
            skipLine();
          }
          case "vertex" -> {
            soup.corner(number(), number(), number());
            corners++;
          }
          case "endfacet" -> {
            if (corners != 3) {
              throw bad(
                  "The face that ends in line %d has %d corners.".formatted(line, corners),
                  "Faces must be triangles; " + EXPORT_AGAIN.toLowerCase(Locale.ROOT));
            }
            corners = 0;
          }
          default -> {
            // Normals and loop words carry nothing that the corners do not say.
          }
        }
      }
      if (!ended || corners != 0) {
        throw bad(
            "It is cut off after line %d, in triangle %,d."
                .formatted(line, soup.triangleCount() + 1),
            "Copy or download the file again.");
      }
      if (soup.triangleCount() == 0) {
        throw bad("It has no triangles.", EXPORT_AGAIN);
      }
      return soup;
    }

    private double number() {
      String word = word();
      try {
        return Double.parseDouble(word);
      } catch (NumberFormatException e) {
        throw word.isEmpty()
            ? bad("It is cut off in line %d.".formatted(line), "Copy or download the file again.")
            : bad(
                "Line %d has '%s' in place of a number.".formatted(line, PlainText.shown(word)),
                EXPORT_AGAIN);
      }
    }

    /** Some write all in capitals. */
    private String keyword() {
      return word().toLowerCase(Locale.ROOT);
    }

    private String word() {
      while (at < data.limit() && data.get(at) <= ' ') {
        if (data.get(at++) == '\n') {
          line++;
        }
      }
      int from = at;
      while (at < data.limit() && data.get(at) > ' ') {
        at++;
      }
      char[] chars = new char[Math.min(at - from, 64)];
      for (int i = 0; i < chars.length; i++) {
        chars[i] = (char) data.get(from + i);
      }
      return new String(chars);
    }

    private void skipLine() {
      while (at < data.limit() && data.get(at) != '\n') {
        at++;
      }
    }
  }
}
