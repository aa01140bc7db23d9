package org.stratonomy.engine.mesh.io;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.guard.MemoryShare;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.FaceColours;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.io.MeshFiles.NamedSoup;
import org.stratonomy.engine.problem.Problem;

/**
 * Reads 3MF: core, with base materials and colour groups as colours of whole objects and of single
 * triangles, and the production extension's objects in other model files. Each mesh in each item of
 * the build is a part in its place.
 */
final class ThreeMfReader {
  private static final int MOST_DEPTH = 64;
  private static final int MOST_PLACED = 20_000;
  private static final long MOST_TRIANGLES = 20_000_000;
  private static final String RELATIONS = "_rels/.rels";
  private static final String MODEL_TYPE = "/3dmodel";
  private static final double[] UNMOVED = {1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0};

  private final String name;
  private final Map<String, byte[]> files = new HashMap<>();
  private final Map<String, Model> models = new HashMap<>();
  private final List<NamedSoup> parts = new ArrayList<>();

  /** Of all objects in all their places. */
  private long triangles;

  private int placed;

  private record Component(String path, String object, double[] transform) {}

  private static final class Item {
    String name = "";
    String colour = "";
    String group = "";
    double[] vertices = new double[96];
    int vertexNumbers;
    int[] triangles = new int[96];
    int triangleNumbers;

    /** Colours of single triangles by their numbers. */
    final Map<Integer, String> faces = new HashMap<>();

    final List<Component> components = new ArrayList<>();
  }

  private static final class Model {
    double unit = 1;
    final Map<String, Item> objects = new HashMap<>();
    final Map<String, List<String>> colours = new HashMap<>();
    final List<Component> build = new ArrayList<>();
  }

  ThreeMfReader(String name, ByteBuffer data, Archive.Budget budget) {
    this.name = name;
    unzip(data, budget);
  }

  private void unzip(ByteBuffer data, Archive.Budget budget) {
    byte[] bytes = new byte[data.remaining()];
    data.get(0, bytes);
    try {
      Archive.read(
              name,
              Problem.Kind.MESH,
              new ByteArrayInputStream(bytes),
              path -> path.endsWith(".model") || path.endsWith(".rels"),
              budget)
          .forEach((path, content) -> files.put(plain(path), content));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static String plain(String path) {
    return path.startsWith("/") ? path.substring(1) : path;
  }

  List<NamedSoup> read() {
    String root = rootModel();
    for (Component item : model(root).build) {
      count(root, item, 0);
    }
    try (MemoryShare _ = MeshBuilder.share(name, triangles)) {
      for (Component item : model(root).build) {
        place(root, item, UNMOVED, "");
      }
    }
    return parts;
  }

  private String rootModel() {
    byte[] relations = files.get(RELATIONS);
    if (relations != null) {
      try {
        XMLStreamReader xml = Xml.reader(new ByteArrayInputStream(relations));
        while (xml.hasNext()) {
          boolean isModel =
              xml.next() == XMLStreamConstants.START_ELEMENT
                  && Xml.attribute(xml, "Type").endsWith(MODEL_TYPE);
          if (isModel) {
            return plain(Xml.attribute(xml, "Target"));
          }
        }
      } catch (XMLStreamException e) {
        throw Xml.unsound(name, "Its list of parts", e);
      }
    }
    return files.keySet().stream()
        .filter(file -> file.endsWith(".model"))
        .sorted()
        .findFirst()
        .orElseThrow(() -> Xml.bad(name, "The archive holds no 3MF model."));
  }

  private Model model(String path) {
    Model known = models.get(path);
    if (known == null) {
      byte[] content = files.get(path);
      if (content == null) {
        throw Xml.bad(
            name, "The model '%s' is not in the archive.".formatted(PlainText.shown(path)));
      }
      known = parse(path, content);
      models.put(path, known);
    }
    return known;
  }

  private Model parse(String path, byte[] content) {
    Model model = new Model();
    Item object = new Item();
    List<String> colours = new ArrayList<>();
    try {
      XMLStreamReader xml = Xml.reader(new ByteArrayInputStream(content));
      while (xml.hasNext()) {
        if (xml.next() != XMLStreamConstants.START_ELEMENT) {
          continue;
        }
        switch (xml.getLocalName()) {
          case "model" -> model.unit = Xml.unit(name, Xml.attribute(xml, "unit"));
          case "basematerials", "colorgroup" -> {
            colours = new ArrayList<>();
            model.colours.put(Xml.attribute(xml, "id"), colours);
          }
          case "base" -> colours.add(Xml.attribute(xml, "displaycolor"));
          case "color" -> colours.add(Xml.attribute(xml, "color"));
          case "object" -> {
            object = new Item();
            object.name = Xml.attribute(xml, "name");
            object.colour = colour(model, xml);
            object.group = Xml.attribute(xml, "pid");
            model.objects.put(Xml.attribute(xml, "id"), object);
          }
          case "vertex" -> {
            for (String axis : new String[] {"x", "y", "z"}) {
              vertexNumber(object, Xml.number(name, xml, axis));
            }
          }
          case "triangle" -> {
            for (String corner : new String[] {"v1", "v2", "v3"}) {
              triangleNumber(object, Xml.number(name, xml, corner));
            }
            face(model, object, xml);
          }
          case "component" -> object.components.add(component(path, xml));
          case "item" -> model.build.add(component(path, xml));
          default -> {
            // Metadata and extensions that do not change the shape.
          }
        }
      }
    } catch (XMLStreamException e) {
      throw Xml.unsound(name, "'%s'".formatted(path), e);
    }
    return model;
  }

  private static String colour(Model model, XMLStreamReader xml) {
    String group = Xml.attribute(xml, "pid");
    return plainColour(colour(model, group, Xml.attribute(xml, "pindex")));
  }

  private static String colour(Model model, String group, String index) {
    List<String> colours = model.colours.getOrDefault(group, List.of());
    boolean isNumber = index.length() <= 6 && index.matches("[0-9]{1,6}");
    int at = isNumber ? Integer.parseInt(index) : 0;
    return at < colours.size() ? colours.get(at) : "";
  }

  /** Without its opacity, as #rrggbb; empty if it is no colour. */
  private static String plainColour(String colour) {
    return colour.length() <= 9 && colour.matches("#[0-9a-fA-F]{6}([0-9a-fA-F]{2})?")
        ? colour.substring(0, 7).toLowerCase(Locale.ROOT)
        : "";
  }

  /** A triangle whose corners differ has the colour of its first one. */
  private static void face(Model model, Item object, XMLStreamReader xml) {
    String index = Xml.attribute(xml, "p1");
    String own = Xml.attribute(xml, "pid");
    String group = own.isEmpty() ? object.group : own;
    String colour = index.isEmpty() ? "" : plainColour(colour(model, group, index));
    if (!colour.isEmpty() && !colour.equals(object.colour)) {
      object.faces.put(object.triangleNumbers / 3 - 1, colour);
    }
  }

  private Component component(String path, XMLStreamReader xml) {
    String other = plain(Xml.attribute(xml, "path"));
    String transform = Xml.attribute(xml, "transform").strip();
    double[] matrix = UNMOVED;
    if (!transform.isEmpty()) {
      String[] words = transform.split("\\s+", 14);
      if (words.length != 12) {
        throw Xml.bad(
            name,
            "A transform has %s numbers, not 12."
                .formatted(words.length > 12 ? "more" : words.length));
      }
      matrix = new double[12];
      for (int i = 0; i < 12; i++) {
        matrix[i] = Xml.number(name, "transform", words[i]);
      }
    }
    return new Component(other.isEmpty() ? path : other, Xml.attribute(xml, "objectid"), matrix);
  }

  private static void vertexNumber(Item object, double value) {
    if (object.vertexNumbers == object.vertices.length) {
      object.vertices = java.util.Arrays.copyOf(object.vertices, 2 * object.vertexNumbers);
    }
    object.vertices[object.vertexNumbers++] = value;
  }

  private static void triangleNumber(Item object, double value) {
    if (object.triangleNumbers == object.triangles.length) {
      object.triangles = java.util.Arrays.copyOf(object.triangles, 2 * object.triangleNumbers);
    }
    object.triangles[object.triangleNumbers++] = (int) value;
  }

  /** Counts what will be placed, before any of it takes memory. */
  private void count(String from, Component item, int depth) {
    Interruption.check();
    if (depth > MOST_DEPTH) {
      throw Xml.bad(name, "Its components contain each other.");
    }
    if (++placed > MOST_PLACED) {
      throw Xml.bad(name, "It places more than %d objects.".formatted(MOST_PLACED));
    }
    Item object = object(from, item);
    for (Component component : object.components) {
      count(item.path, component, depth + 1);
    }
    triangles += object.triangleNumbers / 3;
    if (triangles > MOST_TRIANGLES) {
      throw Xml.bad(
          name,
          "Its copies make more than %d million triangles.".formatted(MOST_TRIANGLES / 1_000_000));
    }
  }

  private Item object(String from, Component item) {
    Item object = model(item.path.isEmpty() ? from : item.path).objects.get(item.object);
    if (object == null) {
      throw Xml.bad(
          name,
          "It names the object '%s', which does not exist."
              .formatted(PlainText.shown(item.object)));
    }
    return object;
  }

  private void place(String from, Component item, double[] outer, String around) {
    Model model = model(item.path.isEmpty() ? from : item.path);
    Item object = object(from, item);
    double[] matrix = times(item.transform, outer);
    String called = object.name.isBlank() ? around : object.name;
    for (Component component : object.components) {
      place(item.path, component, matrix, called);
    }
    if (object.triangleNumbers > 0) {
      add(object, called, matrix, model.unit);
    }
  }

  /** The transform that applies a first: rows of three, as row vectors are multiplied. */
  private static double[] times(double[] a, double[] b) {
    double[] c = new double[12];
    for (int row = 0; row < 4; row++) {
      for (int column = 0; column < 3; column++) {
        double sum = row == 3 ? b[9 + column] : 0;
        for (int k = 0; k < 3; k++) {
          sum += a[3 * row + k] * b[3 * k + column];
        }
        c[3 * row + column] = sum;
      }
    }
    return c;
  }

  private void add(Item object, String called, double[] m, double unit) {
    MeshFiles.checkCount(name, parts.size() + 1);
    TriangleSoup soup = new TriangleSoup(object.triangleNumbers / 3);
    for (int i = 0; i < object.triangleNumbers; i++) {
      Interruption.check(i);
      int v = object.triangles[i];
      if (v < 0 || 3L * v + 2 >= object.vertexNumbers) {
        throw Xml.bad(
            name,
            "A triangle names vertex %d; there are %d.".formatted(v, object.vertexNumbers / 3));
      }
      double x = object.vertices[3 * v];
      double y = object.vertices[3 * v + 1];
      double z = object.vertices[3 * v + 2];
      soup.corner(
          unit * (x * m[0] + y * m[3] + z * m[6] + m[9]),
          unit * (x * m[1] + y * m[4] + z * m[7] + m[10]),
          unit * (x * m[2] + y * m[5] + z * m[8] + m[11]));
    }
    FaceColours faces = object.faces.isEmpty() ? FaceColours.NONE : new FaceColours();
    object.faces.forEach((triangle, colour) -> faces.add(soup, triangle, colour));
    Optional<String> colour = Optional.of(object.colour).filter(known -> !known.isEmpty());
    parts.add(new NamedSoup(called, soup, colour, faces));
  }
}
