package org.stratonomy.engine.mesh;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Writes meshes as 3MF: one object each, with its name and colour, all on their common origin. */
public final class ThreeMfWriter {
  private static final String CONTENT_TYPES =
      """
      <?xml version="1.0" encoding="UTF-8"?>
      <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">
       <Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>
       <Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/>
      </Types>
      """;
  private static final String RELATIONS =
      """
      <?xml version="1.0" encoding="UTF-8"?>
      <Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">
       <Relationship Id="model" Target="/3D/3dmodel.model" \
      Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/>
      </Relationships>
      """;

  private ThreeMfWriter() {}

  public static void write(List<MeshPart> parts, OutputStream out) throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      entry(zip, "[Content_Types].xml", CONTENT_TYPES);
      entry(zip, "_rels/.rels", RELATIONS);
      entry(zip, "3D/3dmodel.model", model(parts));
    }
  }

  private static void entry(ZipOutputStream zip, String path, String text) throws IOException {
    ZipEntry entry = new ZipEntry(path);
    // The same meshes give the same bytes.
    entry.setTime(0);
    zip.putNextEntry(entry);
    zip.write(text.getBytes(StandardCharsets.UTF_8));
    zip.closeEntry();
  }

  private static String model(List<MeshPart> parts) {
    StringBuilder xml = new StringBuilder();
    xml.append("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n");
    xml.append("<model unit=\"millimeter\" xml:lang=\"en\" ");
    xml.append("xmlns=\"http://schemas.microsoft.com/3dmanufacturing/core/2015/02\">\n");
    xml.append("<resources>\n<basematerials id=\"1\">\n");
    for (MeshPart part : parts) {
      xml.append("<base name=\"").append(escaped(part.name())).append("\" displaycolor=\"");
      xml.append(part.colour().orElse("#808080").toUpperCase(Locale.ROOT)).append("\"/>\n");
    }
    xml.append("</basematerials>\n");
    for (int i = 0; i < parts.size(); i++) {
      object(xml, i, parts.get(i));
    }
    xml.append("</resources>\n<build>\n");
    for (int i = 0; i < parts.size(); i++) {
      xml.append("<item objectid=\"").append(i + 2).append("\"/>\n");
    }
    return xml.append("</build>\n</model>\n").toString();
  }

  private static void object(StringBuilder xml, int index, MeshPart part) {
    Mesh mesh = part.mesh();
    xml.append("<object id=\"").append(index + 2).append("\" type=\"model\" name=\"");
    xml.append(escaped(part.name())).append("\" pid=\"1\" pindex=\"").append(index);
    xml.append("\">\n<mesh>\n<vertices>\n");
    for (int v = 0; v < mesh.vertexCount(); v++) {
      xml.append("<vertex x=\"").append(mesh.coordinate(v, 0));
      xml.append("\" y=\"").append(mesh.coordinate(v, 1));
      xml.append("\" z=\"").append(mesh.coordinate(v, 2)).append("\"/>\n");
    }
    xml.append("</vertices>\n<triangles>\n");
    for (int t = 0; t < mesh.triangleCount(); t++) {
      xml.append("<triangle v1=\"").append(mesh.corner(t, 0));
      xml.append("\" v2=\"").append(mesh.corner(t, 1));
      xml.append("\" v3=\"").append(mesh.corner(t, 2)).append("\"/>\n");
    }
    xml.append("</triangles>\n</mesh>\n</object>\n");
  }

  private static String escaped(String text) {
    return text.replace("&", "&amp;").replace("<", "&lt;").replace("\"", "&quot;");
  }
}
