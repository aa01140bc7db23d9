package org.stratonomy.engine.mesh.io;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.guard.MemoryShare;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.FaceColours;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.problem.Problem;

/**
 * The door to all mesh formats: STL, OBJ, 3MF, PLY, AMF. Which one a file has is told by its
 * contents, not by its name.
 */
public final class MeshFiles {
  private static final int LOOKED_AT = 4096;
  private static final int MOST_PARTS = 1000;

  /** Separates the number of a part from the name of its file. */
  private static final char PART = '#';

  private MeshFiles() {}

  /**
   * Reads the meshes of a file.
   *
   * @param reference name of the file, for errors and names; with {@code #2} only its second mesh
   * @throws Problem if the bytes are not a usable mesh, or there is no such one
   */
  public static List<MeshPart> read(String reference, ByteBuffer data) {
    return read(reference, data, new Archive.Budget());
  }

  /**
   * As {@link #read(String, ByteBuffer)}.
   *
   * @param budget of the archive that the file lies in
   */
  public static List<MeshPart> read(String reference, ByteBuffer data, Archive.Budget budget) {
    try (MemoryShare _ = share(reference, data)) {
      return build(file(reference), chosen(reference, data, budget));
    }
  }

  /** Bytes of the file are copied, or made a text, while it is read. */
  private static MemoryShare share(String reference, ByteBuffer data) {
    return MemoryShare.take(2L * data.remaining())
        .orElseThrow(() -> Problem.ofMemory(Problem.Kind.MESH, reference));
  }

  /**
   * Reads the meshes of a file as one, or with {@code #2} its second mesh.
   *
   * @throws Problem if the bytes are not a usable mesh, or there is no such one
   */
  public static Mesh mesh(String reference, ByteBuffer data) {
    try (MemoryShare _ = share(reference, data)) {
      List<NamedSoup> soups = chosen(reference, data, new Archive.Budget());
      TriangleSoup all = soups.getFirst().soup();
      for (NamedSoup more : soups.subList(1, soups.size())) {
        all.addAll(more.soup());
      }
      return MeshBuilder.build(reference, all);
    }
  }

  private static List<NamedSoup> chosen(String reference, ByteBuffer data, Archive.Budget budget) {
    List<NamedSoup> soups = soups(file(reference), data, budget);
    int part = part(reference);
    if (part > soups.size()) {
      throw new Problem(
          Problem.Kind.MESH,
          reference,
          "The file has %d meshes, no number %d.".formatted(soups.size(), part),
          "Count them from 1.");
    }
    return part > 0 ? List.of(soups.get(part - 1)) : soups;
  }

  /** The file that a reference names. */
  public static String file(String reference) {
    return part(reference) > 0 ? reference.substring(0, reference.lastIndexOf(PART)) : reference;
  }

  private static int part(String reference) {
    String number = reference.substring(reference.lastIndexOf(PART) + 1);
    boolean isNumber = !number.equals(reference) && number.matches("[1-9][0-9]{0,5}");
    return isNumber ? Integer.parseInt(number) : 0;
  }

  /**
   * Triangles as a reader found them.
   *
   * @param name empty if the file has none
   */
  record NamedSoup(String name, TriangleSoup soup, Optional<String> colour, FaceColours faces) {
    NamedSoup(String name, TriangleSoup soup, Optional<String> colour) {
      this(name, soup, colour, FaceColours.NONE);
    }
  }

  private static List<MeshPart> build(String file, List<NamedSoup> soups) {
    List<MeshPart> parts = new ArrayList<>();
    for (NamedSoup soup : soups) {
      String plain = soups.size() == 1 ? file : "%s %d".formatted(file, parts.size() + 1);
      String given = PlainText.cleaned(soup.name.substring(0, Math.min(200, soup.name.length())));
      String name = given.isBlank() ? plain : given;
      String place = soups.size() == 1 ? file : "%s, '%s'".formatted(file, name);
      parts.add(new MeshPart(name, MeshBuilder.build(place, soup.soup), soup.colour, soup.faces));
    }
    return List.copyOf(parts);
  }

  /** The usual extension of a file with these contents, such as {@code stl}. */
  public static String extension(ByteBuffer data) {
    String start = start(data.slice());
    if (start.startsWith("PK\u0003\u0004")) {
      return "3mf";
    }
    if (start.startsWith("ply\n") || start.startsWith("ply\r")) {
      return "ply";
    }
    if (start.stripLeading().startsWith("<") && start.contains("<amf")) {
      return "amf";
    }
    return looksLikeObj(start) ? "obj" : "stl";
  }

  private static List<NamedSoup> soups(String name, ByteBuffer data, Archive.Budget budget) {
    ByteBuffer bytes = data.slice();
    List<NamedSoup> soups =
        switch (extension(bytes)) {
          case "3mf" -> new ThreeMfReader(name, bytes, budget).read();
          case "amf" -> new AmfReader(name, bytes).read();
          case "obj" -> ObjFiles.read(name, bytes);
          case "ply" -> single(new PlyReader(name, bytes).read());
          default -> single(StlReader.soup(name, bytes));
        };
    checkCount(name, soups.size());
    if (soups.isEmpty()) {
      throw new Problem(
          Problem.Kind.MESH, name, "There is no mesh in it.", "Export the model as a solid.");
    }
    return soups;
  }

  /**
   * @throws Problem if a file has more parts than a piece can have bodies
   */
  static void checkCount(String name, int parts) {
    if (parts > MOST_PARTS) {
      throw new Problem(
          Problem.Kind.MESH,
          name,
          "It holds more than %d meshes.".formatted(MOST_PARTS),
          "Join meshes that are printed alike, or divide the file.");
    }
  }

  private static List<NamedSoup> single(TriangleSoup soup) {
    return List.of(new NamedSoup("", soup, Optional.empty()));
  }

  private static String start(ByteBuffer bytes) {
    byte[] start = new byte[Math.min(LOOKED_AT, bytes.remaining())];
    bytes.get(0, start);
    return new String(start, StandardCharsets.ISO_8859_1);
  }

  /** The first word that is not in a comment is one of OBJ's. */
  private static boolean looksLikeObj(String start) {
    return start
        .lines()
        .map(String::strip)
        .filter(line -> !line.isEmpty() && !line.startsWith("#"))
        .findFirst()
        .map(line -> line.matches("(v|vn|vt|vp|o|g|s|f|mtllib|usemtl)\\s.*"))
        .orElse(false);
  }
}
