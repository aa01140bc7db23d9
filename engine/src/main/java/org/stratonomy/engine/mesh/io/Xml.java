package org.stratonomy.engine.mesh.io;

import java.io.InputStream;
import java.util.Map;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.problem.Problem;

/**
 * What the readers of XML formats have in common: a pull parser that loads nothing from outside.
 */
final class Xml {
  private static final Map<String, Double> UNITS_MM =
      Map.of(
          "micron", 0.001,
          "millimeter", 1.0,
          "centimeter", 10.0,
          "meter", 1000.0,
          "inch", 25.4,
          "foot", 304.8,
          "feet", 304.8);

  /** Woodstox' name for reading on only when a value is asked for, where no error is expected. */
  private static final String NOT_UNTIL_ASKED = "com.ctc.wstx.lazyParsing";

  private Xml() {}

  static XMLStreamReader reader(InputStream in) throws XMLStreamException {
    XMLInputFactory factory = XMLInputFactory.newFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    factory.setProperty(NOT_UNTIL_ASKED, false);
    return factory.createXMLStreamReader(Interruption.asking(in));
  }

  /** What is wrong where, in a line. */
  static Problem unsound(String file, String what, XMLStreamException e) {
    // The lines after the first one say where it is, in the parser's own way.
    String reason = e.getMessage().lines().findFirst().orElse("");
    int end = reason.length();
    while (end > 0 && (reason.charAt(end - 1) == '.' || reason.charAt(end - 1) <= ' ')) {
      end--;
    }
    reason = PlainText.shown(reason.substring(0, end));
    String place = e.getLocation() == null ? "" : " in line " + e.getLocation().getLineNumber();
    return bad(file, "%s is not sound XML%s: %s.".formatted(what, place, reason));
  }

  /** An attribute by its local name, whatever its namespace; empty if there is none. */
  static String attribute(XMLStreamReader xml, String name) {
    for (int i = 0; i < xml.getAttributeCount(); i++) {
      if (xml.getAttributeLocalName(i).equals(name)) {
        return xml.getAttributeValue(i);
      }
    }
    return "";
  }

  static double number(String file, XMLStreamReader xml, String name) {
    return number(file, xml.getLocalName() + " " + name, attribute(xml, name));
  }

  static double number(String file, String what, String text) {
    try {
      return Double.parseDouble(text.strip());
    } catch (NumberFormatException e) {
      throw bad(
          file,
          "'%s' has '%s' in place of a number."
              .formatted(PlainText.shown(what), PlainText.shown(text)));
    }
  }

  /** Length of a unit, mm; millimetres if none is named. */
  static double unit(String file, String name) {
    if (name.isEmpty()) {
      return 1;
    }
    Double mm = UNITS_MM.get(name);
    if (mm == null) {
      throw bad(file, "Its unit '%s' is not known.".formatted(PlainText.shown(name)));
    }
    return mm;
  }

  static Problem bad(String file, String reason) {
    return new Problem(Problem.Kind.MESH, file, reason, "Export the model again.");
  }
}
