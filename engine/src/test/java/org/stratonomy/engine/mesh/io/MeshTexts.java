package org.stratonomy.engine.mesh.io;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.stratonomy.engine.mesh.Mesh;

/** Files of the formats that are read and not written, made by hand. */
final class MeshTexts {
  private MeshTexts() {}

  static ByteBuffer bytes(String text) {
    return ByteBuffer.wrap(text.getBytes(StandardCharsets.UTF_8));
  }

  static String obj(Mesh mesh, int firstVertex, String group) {
    StringBuilder text = new StringBuilder("g ").append(group).append('\n');
    for (int v = 0; v < mesh.vertexCount(); v++) {
      text.append("v ").append(mesh.coordinate(v, 0)).append(' ').append(mesh.coordinate(v, 1));
      text.append(' ').append(mesh.coordinate(v, 2)).append('\n');
    }
    for (int t = 0; t < mesh.triangleCount(); t++) {
      text.append('f');
      for (int k = 0; k < 3; k++) {
        text.append(' ').append(firstVertex + mesh.corner(t, k));
      }
      text.append('\n');
    }
    return text.toString();
  }

  static String asciiPly(Mesh mesh) {
    StringBuilder text = new StringBuilder("ply\nformat ascii 1.0\ncomment made here\n");
    text.append("element vertex ").append(mesh.vertexCount()).append('\n');
    text.append("property float x\nproperty float y\nproperty float z\nproperty uchar red\n");
    text.append("element face ").append(mesh.triangleCount()).append('\n');
    text.append("property list uchar int vertex_indices\nend_header\n");
    for (int v = 0; v < mesh.vertexCount(); v++) {
      text.append(mesh.coordinate(v, 0)).append(' ').append(mesh.coordinate(v, 1)).append(' ');
      text.append(mesh.coordinate(v, 2)).append(" 255\n");
    }
    for (int t = 0; t < mesh.triangleCount(); t++) {
      text.append("3 ").append(mesh.corner(t, 0)).append(' ').append(mesh.corner(t, 1));
      text.append(' ').append(mesh.corner(t, 2)).append('\n');
    }
    return text.toString();
  }

  static ByteBuffer binaryPly(Mesh mesh, ByteOrder order) {
    String header =
        "ply\nformat binary_%s_endian 1.0\nelement vertex %d\n"
                .formatted(order == ByteOrder.BIG_ENDIAN ? "big" : "little", mesh.vertexCount())
            + "property double x\nproperty double y\nproperty double z\nelement face %d\n"
                .formatted(mesh.triangleCount())
            + "property list uchar uint vertex_index\nend_header\n";
    ByteBuffer data =
        ByteBuffer.allocate(header.length() + 24 * mesh.vertexCount() + 13 * mesh.triangleCount())
            .order(order);
    data.put(header.getBytes(StandardCharsets.US_ASCII));
    for (int v = 0; v < mesh.vertexCount(); v++) {
      for (int axis = 0; axis < 3; axis++) {
        data.putDouble(mesh.coordinate(v, axis));
      }
    }
    for (int t = 0; t < mesh.triangleCount(); t++) {
      data.put((byte) 3);
      for (int k = 0; k < 3; k++) {
        data.putInt(mesh.corner(t, k));
      }
    }
    return data.flip();
  }

  static String amf(Mesh mesh, String unit) {
    StringBuilder xml = new StringBuilder("<?xml version=\"1.0\"?>\n<amf unit=\"");
    xml.append(unit).append("\"><object id=\"1\"><mesh><vertices>");
    for (int v = 0; v < mesh.vertexCount(); v++) {
      xml.append("<vertex><coordinates><x>").append(mesh.coordinate(v, 0)).append("</x><y>");
      xml.append(mesh.coordinate(v, 1)).append("</y><z>").append(mesh.coordinate(v, 2));
      xml.append("</z></coordinates></vertex>");
    }
    xml.append("</vertices><volume>");
    for (int t = 0; t < mesh.triangleCount(); t++) {
      xml.append("<triangle><v1>").append(mesh.corner(t, 0)).append("</v1><v2>");
      xml.append(mesh.corner(t, 1)).append("</v2><v3>").append(mesh.corner(t, 2));
      xml.append("</v3></triangle>");
    }
    return xml.append("</volume></mesh></object></amf>").toString();
  }

  static ByteBuffer zip(String... namesAndTexts) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      for (int i = 0; i < namesAndTexts.length; i += 2) {
        zip.putNextEntry(new ZipEntry(namesAndTexts[i]));
        zip.write(namesAndTexts[i + 1].getBytes(StandardCharsets.UTF_8));
      }
    }
    return ByteBuffer.wrap(out.toByteArray());
  }
}
