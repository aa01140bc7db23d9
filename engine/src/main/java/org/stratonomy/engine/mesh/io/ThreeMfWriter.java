package org.stratonomy.engine.mesh.io;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshPart;

/**
 * Writes meshes as 3MF: one object each, with its name and colour and those of its triangles, all
 * on their common origin.
 */
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

  private static final int NONE = -1;

  private ThreeMfWriter() {}

  public static void write(List<MeshPart> parts, OutputStream out) throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      Writer text = new BufferedWriter(new OutputStreamWriter(zip, StandardCharsets.UTF_8));
      begin(zip, "[Content_Types].xml");
      text.append(CONTENT_TYPES).flush();
      begin(zip, "_rels/.rels");
      text.append(RELATIONS).flush();
      begin(zip, "3D/3dmodel.model");
      model(text, parts);
      text.flush();
    }
  }

  /** Begins an entry and ends the one before it. */
  private static void begin(ZipOutputStream zip, String path) throws IOException {
    ZipEntry entry = new ZipEntry(path);
    // The same meshes give the same bytes.
    entry.setTime(0);
    zip.putNextEntry(entry);
  }

  private static void model(Writer xml, List<MeshPart> parts) throws IOException {
    List<Map<String, BitSet>> faces =
        parts.stream().map(part -> part.faces().on(part.mesh())).toList();
    List<String> colours =
        Stream.concat(
                parts.stream().flatMap(part -> part.colour().stream()),
                faces.stream().flatMap(of -> of.keySet().stream()))
            .distinct()
            .toList();
    xml.append("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n");
    xml.append("<model unit=\"millimeter\" xml:lang=\"en\" ");
    xml.append("xmlns=\"http://schemas.microsoft.com/3dmanufacturing/core/2015/02\">\n");
    xml.append("<resources>\n");
    if (!colours.isEmpty()) {
      xml.append("<basematerials id=\"1\">\n");
      for (String colour : colours) {
        xml.append("<base name=\"").append(colour).append("\" displaycolor=\"");
        xml.append(colour.toUpperCase(Locale.ROOT)).append("\"/>\n");
      }
      xml.append("</basematerials>\n");
    }
    for (int i = 0; i < parts.size(); i++) {
      int[] bases = new int[parts.get(i).mesh().triangleCount()];
      Arrays.fill(bases, NONE);
      faces
          .get(i)
          .forEach(
              (colour, triangles) -> {
                int base = colours.indexOf(colour);
                triangles.stream().forEach(t -> bases[t] = base);
              });
      object(xml, i + 2, parts.get(i), colours, bases);
    }
    xml.append("</resources>\n<build>\n");
    for (int i = 0; i < parts.size(); i++) {
      xml.append("<item objectid=\"" + (i + 2) + "\"/>\n");
    }
    xml.append("</build>\n</model>\n");
  }

  /**
   * @param bases index of the colour of each triangle that has one of its own, or {@link #NONE}
   */
  private static void object(Writer xml, int id, MeshPart part, List<String> colours, int[] bases)
      throws IOException {
    Mesh mesh = part.mesh();
    xml.append("<object id=\"" + id + "\" type=\"model\" name=\"");
    xml.append(escaped(part.name()));
    if (part.colour().isPresent()) {
      xml.append("\" pid=\"1\" pindex=\"" + colours.indexOf(part.colour().get()));
    }
    xml.append("\">\n<mesh>\n<vertices>\n");
    for (int v = 0; v < mesh.vertexCount(); v++) {
      xml.append("<vertex x=\"" + mesh.coordinate(v, 0));
      xml.append("\" y=\"" + mesh.coordinate(v, 1));
      xml.append("\" z=\"" + mesh.coordinate(v, 2) + "\"/>\n");
    }
    xml.append("</vertices>\n<triangles>\n");
    for (int t = 0; t < mesh.triangleCount(); t++) {
      xml.append("<triangle v1=\"" + mesh.corner(t, 0));
      xml.append("\" v2=\"" + mesh.corner(t, 1));
      xml.append("\" v3=\"" + mesh.corner(t, 2));
      xml.append(bases[t] != NONE ? "\" pid=\"1\" p1=\"" + bases[t] + "\"/>\n" : "\"/>\n");
    }
    xml.append("</triangles>\n</mesh>\n</object>\n");
  }

  private static String escaped(String text) {
    return text.replace("&", "&amp;").replace("<", "&lt;").replace("\"", "&quot;");
  }
}
