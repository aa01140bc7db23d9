package org.stratonomy.engine.mesh.io;

import de.javagl.obj.FloatTuple;
import de.javagl.obj.Obj;
import de.javagl.obj.ObjFace;
import de.javagl.obj.ObjReader;
import de.javagl.obj.ReadableObj;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.io.MeshFiles.NamedSoup;
import org.stratonomy.engine.problem.Problem;

/**
 * Reads OBJ: each group, or failing that each material, is a part; a face belongs to the last of
 * its groups; faces are cut into triangles.
 */
final class ObjFiles {
  private static final String DEFAULT_GROUP = "default";

  /** The word that a line begins with which names the groups of all faces that follow. */
  private static final int GROUP = 'g';

  private ObjFiles() {}

  static List<NamedSoup> read(String name, ByteBuffer data) {
    byte[] bytes = new byte[data.remaining()];
    data.get(0, bytes);
    Obj obj;
    try {
      obj = ObjReader.read(Interruption.asking(new ByteArrayInputStream(inOneGroup(bytes))));
    } catch (CancellationException e) {
      throw e;
    } catch (IOException | RuntimeException e) {
      throw bad(name, "It is not sound OBJ: %s.".formatted(wrong(e)));
    }
    if (obj.getNumFaces() == 0) {
      throw bad(name, "It has no faces.");
    }
    Map<String, TriangleSoup> parts = new LinkedHashMap<>();
    if (obj.getNumGroups() > 1) {
      for (int i = 0; i < obj.getNumGroups(); i++) {
        collect(name, obj, obj.getGroup(i).getName(), obj.getGroup(i), parts);
      }
    } else {
      for (int i = 0; i < obj.getNumMaterialGroups(); i++) {
        collect(name, obj, obj.getMaterialGroup(i).getName(), obj.getMaterialGroup(i), parts);
      }
    }
    if (parts.isEmpty()) {
      parts.put("", new TriangleSoup(obj.getNumFaces()));
      for (int f = 0; f < obj.getNumFaces(); f++) {
        face(name, obj, obj.getFace(f), parts.get(""));
      }
    }
    List<NamedSoup> soups = new ArrayList<>();
    parts.forEach(
        (part, soup) ->
            soups.add(
                new NamedSoup(part.equals(DEFAULT_GROUP) ? "" : part, soup, Optional.empty())));
    return soups;
  }

  /**
   * The same file with one group to a line, the last one: a face that is in several groups would be
   * read once for each of them.
   */
  private static byte[] inOneGroup(byte[] bytes) {
    byte[] changed = bytes.clone();
    for (int from = 0; from < changed.length; ) {
      Interruption.check();
      int end = from;
      while (end < changed.length && changed[end] != '\n') {
        end++;
      }
      if (changed[from] == GROUP && from + 1 < end && changed[from + 1] <= ' ') {
        keepLastWord(changed, from + 1, end);
      }
      from = end + 1;
    }
    return changed;
  }

  private static void keepLastWord(byte[] bytes, int from, int end) {
    int last = end;
    while (last > from && bytes[last - 1] <= ' ') {
      last--;
    }
    while (last > from && bytes[last - 1] > ' ') {
      last--;
    }
    Arrays.fill(bytes, from, last, (byte) ' ');
  }

  /** What the library says is wrong; of a word that should be a number it says its own class. */
  private static String wrong(Exception e) {
    String message = PlainText.shown(String.valueOf(e.getMessage()));
    int colon = message.indexOf("Exception: ");
    String plain = colon < 0 ? message : message.substring(colon + "Exception: ".length());
    String number = "For input string:";
    return plain.startsWith(number) ? "no number is" + plain.substring(number.length()) : plain;
  }

  private static void collect(
      String name,
      ReadableObj obj,
      String part,
      de.javagl.obj.ObjGroup group,
      Map<String, TriangleSoup> parts) {
    for (int f = 0; f < group.getNumFaces(); f++) {
      TriangleSoup soup = parts.computeIfAbsent(part, p -> new TriangleSoup(0));
      face(name, obj, group.getFace(f), soup);
    }
  }

  private static void face(String name, ReadableObj obj, ObjFace face, TriangleSoup soup) {
    for (int k = 2; k < face.getNumVertices(); k++) {
      for (int corner : new int[] {0, k - 1, k}) {
        int vertex = face.getVertexIndex(corner);
        if (vertex < 0 || vertex >= obj.getNumVertices()) {
          throw bad(
              name,
              "A face names vertex %d; there are %d.".formatted(vertex + 1, obj.getNumVertices()));
        }
        FloatTuple v = obj.getVertex(vertex);
        if (v.getDimensions() < 3) {
          throw bad(
              name,
              "Vertex %d has %d of its three coordinates."
                  .formatted(vertex + 1, v.getDimensions()));
        }
        soup.corner(v.getX(), v.getY(), v.getZ());
      }
    }
  }

  private static Problem bad(String name, String reason) {
    return new Problem(Problem.Kind.MESH, name, reason, "Export the model again as OBJ or STL.");
  }
}
