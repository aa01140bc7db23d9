package org.stratonomy.engine.document;

import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.problem.Problem;
import tools.jackson.core.JacksonException;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Texts that are to be JSON. */
final class JsonText {
  private JsonText() {}

  /**
   * @param kind of the problem if it is none
   * @param name of the document, for errors
   * @throws Problem if the text is no JSON
   */
  static JsonNode read(JsonMapper mapper, Problem.Kind kind, String name, String json) {
    try {
      return mapper.readTree(json);
    } catch (JacksonException e) {
      String reason = withoutMarker(e.getOriginalMessage());
      TokenStreamLocation at = e.getLocation();
      throw new Problem(
          kind,
          name,
          "It is not JSON: %s.".formatted(PlainText.shown(reason)),
          at == null
              ? "Correct the text."
              : "Look at line %d, column %d.".formatted(at.getLineNr(), at.getColumnNr()));
    }
  }

  /** Where a bracket was opened, the library says in its own way. */
  private static String withoutMarker(String message) {
    int marker = message.indexOf(" (start marker at ");
    return marker < 0 ? message : message.substring(0, marker);
  }
}
