package org.stratonomy.engine.mesh.io;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.stratonomy.engine.mesh.Mesh;

/** Writes a mesh as STL, binary or text. */
public final class StlWriter {
  private StlWriter() {}

  /** The binary file of a mesh. */
  public static byte[] binary(Mesh mesh) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      writeBinary(mesh, bytes);
    } catch (IOException e) {
      throw new UncheckedIOException("memory takes every byte", e);
    }
    return bytes.toByteArray();
  }

  public static void writeBinary(Mesh mesh, OutputStream out) throws IOException {
    ByteBuffer header = ByteBuffer.allocate(84).order(ByteOrder.LITTLE_ENDIAN);
    header.put("Stratonomy mesh, mm".getBytes(StandardCharsets.US_ASCII));
    header.putInt(80, mesh.triangleCount());
    out.write(header.array());
    ByteBuffer record = ByteBuffer.allocate(50).order(ByteOrder.LITTLE_ENDIAN);
    for (int t = 0; t < mesh.triangleCount(); t++) {
      record.clear();
      for (double n : normal(mesh, t)) {
        record.putFloat((float) n);
      }
      for (int k = 0; k < 9; k++) {
        record.putFloat((float) mesh.coordinate(mesh.corner(t, k / 3), k % 3));
      }
      out.write(record.array());
    }
  }

  public static void writeText(Mesh mesh, OutputStream out) throws IOException {
    StringBuilder text = new StringBuilder("solid stratonomy\n");
    for (int t = 0; t < mesh.triangleCount(); t++) {
      double[] n = normal(mesh, t);
      text.append(String.format(Locale.ROOT, "facet normal %g %g %g%n", n[0], n[1], n[2]));
      text.append("outer loop\n");
      for (int k = 0; k < 3; k++) {
        int v = mesh.corner(t, k);
        text.append("vertex ")
            .append((float) mesh.coordinate(v, 0))
            .append(' ')
            .append((float) mesh.coordinate(v, 1))
            .append(' ')
            .append((float) mesh.coordinate(v, 2))
            .append('\n');
      }
      text.append("endloop\nendfacet\n");
    }
    out.write(text.append("endsolid stratonomy\n").toString().getBytes(StandardCharsets.US_ASCII));
  }

  private static double[] normal(Mesh mesh, int t) {
    double[] u = new double[3];
    double[] v = new double[3];
    for (int axis = 0; axis < 3; axis++) {
      double a = mesh.coordinate(mesh.corner(t, 0), axis);
      u[axis] = mesh.coordinate(mesh.corner(t, 1), axis) - a;
      v[axis] = mesh.coordinate(mesh.corner(t, 2), axis) - a;
    }
    double[] n = {u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]};
    double length = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
    for (int axis = 0; axis < 3 && length > 0; axis++) {
      n[axis] /= length;
    }
    return n;
  }
}
