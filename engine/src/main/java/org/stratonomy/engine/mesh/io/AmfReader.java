package org.stratonomy.engine.mesh.io;

import java.io.ByteArrayInputStream;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.io.MeshFiles.NamedSoup;

/** Reads AMF (ISO/ASTM 52915) that is not compressed: each volume of each object is a part. */
final class AmfReader {
  private final String name;
  private final ByteBuffer data;
  private final List<NamedSoup> parts = new ArrayList<>();
  private final List<double[]> vertices = new ArrayList<>();
  private double unit = 1;

  AmfReader(String name, ByteBuffer data) {
    this.name = name;
    this.data = data;
  }

  List<NamedSoup> read() {
    byte[] bytes = new byte[data.remaining()];
    data.get(0, bytes);
    try {
      XMLStreamReader xml = Xml.reader(new ByteArrayInputStream(bytes));
      while (xml.hasNext()) {
        if (xml.next() == XMLStreamConstants.START_ELEMENT) {
          switch (xml.getLocalName()) {
            case "amf" -> unit = Xml.unit(name, Xml.attribute(xml, "unit"));
            case "object" -> vertices.clear();
            case "coordinates" -> vertices.add(numbers(xml, "x", "y", "z"));
            case "volume" -> addPart(new NamedSoup("", new TriangleSoup(0), Optional.empty()));
            case "triangle" -> triangle(numbers(xml, "v1", "v2", "v3"));
            default -> {
              // Colours, textures and metadata.
            }
          }
        }
      }
    } catch (XMLStreamException e) {
      throw Xml.unsound(name, "It", e);
    }
    return parts.stream().filter(part -> part.soup().triangleCount() > 0).toList();
  }

  private void addPart(NamedSoup part) {
    MeshFiles.checkCount(name, parts.size() + 1);
    parts.add(part);
  }

  /** The texts of three elements inside the current one. */
  private double[] numbers(XMLStreamReader xml, String... names) throws XMLStreamException {
    double[] values = {Double.NaN, Double.NaN, Double.NaN};
    String around = xml.getLocalName();
    while (!(xml.next() == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals(around))) {
      for (int i = 0; i < names.length && xml.isStartElement(); i++) {
        if (xml.getLocalName().equals(names[i])) {
          values[i] = Xml.number(name, names[i], xml.getElementText());
        }
      }
    }
    return values;
  }

  private void triangle(double[] corners) {
    if (parts.isEmpty()) {
      throw Xml.bad(name, "A triangle stands outside of any volume.");
    }
    for (double corner : corners) {
      if (!(corner >= 0 && corner < vertices.size())) {
        throw Xml.bad(
            name, "A triangle names vertex %.0f; there are %d.".formatted(corner, vertices.size()));
      }
      double[] v = vertices.get((int) corner);
      parts.getLast().soup().corner(unit * v[0], unit * v[1], unit * v[2]);
    }
  }
}
