package org.stratonomy.engine.mesh.io;

import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.StringTokenizer;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.problem.Problem;

/**
 * Reads PLY, text or binary of either byte order: the positions of the element "vertex" and the
 * corners of the element "face"; other elements and properties are passed over.
 */
final class PlyReader {
  private static final int MOST_CORNERS = 10_000;
  private static final int MOST_WORDS = 16;
  private static final int MOST_VERTICES = 60_000_000;

  private final String name;
  private final ByteBuffer data;
  private final List<Element> elements = new ArrayList<>();
  private Source source;

  private record Property(String name, String type, String countType) {
    boolean isList() {
      return !countType.isEmpty();
    }
  }

  private record Element(String name, long count, List<Property> properties) {}

  /** Where numbers come from. */
  private interface Source {
    double next(String type);
  }

  PlyReader(String name, ByteBuffer data) {
    this.name = name;
    this.data = data.slice();
  }

  TriangleSoup read() {
    header();
    double[] vertices = {};
    TriangleSoup soup = new TriangleSoup(16);
    try {
      for (Element element : elements) {
        switch (element.name) {
          case "vertex" -> vertices = vertices(element);
          case "face" -> faces(element, vertices, soup);
          default -> skip(element);
        }
      }
    } catch (BufferUnderflowException e) {
      throw bad("It is cut off.", "Copy or download the file again.");
    }
    if (soup.triangleCount() == 0) {
      throw bad("It has no faces.", "Export the model again as a mesh, not as points.");
    }
    return soup;
  }

  private void header() {
    String format = "";
    String line = line();
    while (!line.equals("end_header")) {
      Interruption.check();
      String[] words = line.split("\\s+", MOST_WORDS);
      switch (words[0]) {
        case "format" -> format = words.length > 1 ? words[1] : "";
        case "element" -> elements.add(element(words, line));
        case "property" -> property(words, line);
        default -> {
          // Comments and the like.
        }
      }
      line = line();
    }
    source =
        switch (format) {
          case "ascii" -> text();
          case "binary_little_endian" -> binary(ByteOrder.LITTLE_ENDIAN);
          case "binary_big_endian" -> binary(ByteOrder.BIG_ENDIAN);
          default ->
              throw bad(
                  "Its format '%s' is not known.".formatted(PlainText.shown(format)),
                  "Export it again.");
        };
  }

  private Element element(String[] words, String line) {
    if (words.length != 3 || !words[2].matches("[0-9]{1,10}")) {
      throw bad("Its header has '%s'.".formatted(PlainText.shown(line)), "Export it again.");
    }
    long count = Long.parseLong(words[2]);
    if (count > data.limit()) {
      throw bad(
          "Its header announces %,d of '%s', more than the file can hold."
              .formatted(count, PlainText.shown(words[1])),
          "Copy or download the file again.");
    }
    return new Element(words[1], count, new ArrayList<>());
  }

  private void property(String[] words, String line) {
    boolean list = words.length == 5 && words[1].equals("list");
    if (elements.isEmpty() || (!list && words.length != 3)) {
      throw bad("Its header has '%s'.".formatted(PlainText.shown(line)), "Export it again.");
    }
    elements
        .getLast()
        .properties
        .add(
            list
                ? new Property(words[4], words[3], words[2])
                : new Property(words[2], words[1], ""));
  }

  private String line() {
    StringBuilder text = new StringBuilder();
    while (data.hasRemaining()) {
      char c = (char) (data.get() & 0xff);
      if (c == '\n') {
        return text.toString().strip();
      }
      text.append(c);
      if (text.length() > 10_000) {
        break;
      }
    }
    throw bad("Its header has no end.", "Copy or download the file again.");
  }

  private Source text() {
    byte[] bytes = new byte[data.remaining()];
    data.get(bytes);
    StringTokenizer words = new StringTokenizer(new String(bytes, StandardCharsets.ISO_8859_1));
    return type -> {
      if (!words.hasMoreTokens()) {
        throw new BufferUnderflowException();
      }
      Interruption.check();
      String word = words.nextToken();
      try {
        return Double.parseDouble(word);
      } catch (NumberFormatException e) {
        throw bad(
            "It has '%s' in place of a number.".formatted(PlainText.shown(word)),
            "Export it again.");
      }
    };
  }

  private Source binary(ByteOrder order) {
    ByteBuffer bytes = data.slice().order(order);
    return type ->
        switch (type) {
          case "char", "int8" -> bytes.get();
          case "uchar", "uint8" -> bytes.get() & 0xff;
          case "short", "int16" -> bytes.getShort();
          case "ushort", "uint16" -> bytes.getShort() & 0xffff;
          case "int", "int32" -> bytes.getInt();
          case "uint", "uint32" -> Integer.toUnsignedLong(bytes.getInt());
          case "float", "float32" -> bytes.getFloat();
          case "double", "float64" -> bytes.getDouble();
          default -> throw bad("The type '%s' is not known.".formatted(type), "Export it again.");
        };
  }

  private double[] vertices(Element element) {
    // Each property takes a byte at the least.
    long most = Math.min(MOST_VERTICES, data.limit() / Math.max(1, element.properties.size()));
    if (element.properties.isEmpty() || element.count > most) {
      throw bad(
          "Its header announces %,d vertices, more than the file can hold."
              .formatted(element.count),
          "Copy or download the file again.");
    }
    double[] xyz = new double[Math.toIntExact(3 * element.count)];
    for (int i = 0; i < element.count; i++) {
      Interruption.check(i);
      for (Property property : element.properties) {
        int axis = "xyz".indexOf(property.name);
        if (property.isList()) {
          list(property);
        } else {
          double value = source.next(property.type);
          if (property.name.length() == 1 && axis >= 0) {
            xyz[3 * i + axis] = value;
          }
        }
      }
    }
    return xyz;
  }

  private void faces(Element element, double[] xyz, TriangleSoup soup) {
    for (long i = 0; i < element.count; i++) {
      Interruption.check((int) i);
      for (Property property : element.properties) {
        if (!property.isList()) {
          source.next(property.type);
          continue;
        }
        double[] corners = list(property);
        boolean named =
            property.name.equals("vertex_indices") || property.name.equals("vertex_index");
        for (int k = 2; named && k < corners.length; k++) {
          for (double corner : new double[] {corners[0], corners[k - 1], corners[k]}) {
            add(corner, xyz, soup);
          }
        }
      }
    }
  }

  private void add(double corner, double[] xyz, TriangleSoup soup) {
    if (!(corner >= 0 && corner < xyz.length / 3)) {
      throw bad(
          "A face names vertex %.0f; there are %d.".formatted(corner, xyz.length / 3),
          "Export it again.");
    }
    int v = 3 * (int) corner;
    soup.corner(xyz[v], xyz[v + 1], xyz[v + 2]);
  }

  private double[] list(Property property) {
    double count = source.next(property.countType);
    if (!(count >= 0 && count <= MOST_CORNERS)) {
      throw bad("A face has %.0f corners.".formatted(count), "Export it again.");
    }
    double[] values = new double[(int) count];
    for (int k = 0; k < values.length; k++) {
      values[k] = source.next(property.type);
    }
    return values;
  }

  private void skip(Element element) {
    for (long i = 0; i < element.count; i++) {
      Interruption.check((int) i);
      for (Property property : element.properties) {
        if (property.isList()) {
          list(property);
        } else {
          source.next(property.type);
        }
      }
    }
  }

  private Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.MESH, name, reason, remedy);
  }
}
