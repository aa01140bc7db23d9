package org.stratonomy.engine.document;

import com.networknt.schema.Error;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import com.networknt.schema.path.NodePath;
import java.util.List;
import java.util.stream.Collectors;
import org.stratonomy.engine.problem.Problem;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;

/** Checks documents against schemas and says in a sentence what is wrong. */
final class SchemaCheck {
  private static final int ERRORS_SHOWN = 5;

  private SchemaCheck() {}

  static Schema schema(JsonNode schema) {
    return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12).getSchema(schema);
  }

  /**
   * @param name what to call the document in an error
   * @throws Problem if the document does not follow the schema
   */
  static void check(Schema schema, String name, JsonNode document) {
    check(schema, name, document, "docs/formats/plan.md lists the keys and their values.");
  }

  /**
   * @param name what to call the document in an error
   * @param remedy where its schema is described
   * @throws Problem if the document does not follow the schema
   */
  static void check(Schema schema, String name, JsonNode document, String remedy) {
    List<Error> errors = errors(schema, name, document, remedy);
    if (!errors.isEmpty()) {
      throw new Problem(
          Problem.Kind.PLAN_FORMAT,
          name,
          errors.stream()
                  .limit(ERRORS_SHOWN)
                  .map(SchemaCheck::sentence)
                  .distinct()
                  .collect(Collectors.joining("; "))
              + ".",
          remedy);
    }
  }

  private static List<Error> errors(Schema schema, String name, JsonNode document, String remedy) {
    try {
      return schema.validate(document);
    } catch (JacksonException e) {
      // The library compares whole numbers as 64-bit ones.
      throw new Problem(
          Problem.Kind.PLAN_FORMAT, name, "It has a number that is far too large.", remedy);
    }
  }

  private static String sentence(Error error) {
    String place = place(error.getInstanceLocation());
    // Every pattern of the schemas is that of a plain text.
    return "pattern".equals(error.getKeyword())
        ? place + " has a control or formatting character"
        : place + ": " + error.getMessage();
  }

  /** A path in words, such as "stops 1, nozzle": what lists hold is counted from 1. */
  private static String place(NodePath path) {
    StringBuilder words = new StringBuilder();
    for (int i = 0; i < path.getNameCount(); i++) {
      Object step = path.getElement(i);
      if (step instanceof Integer index) {
        words.append(' ').append(index + 1);
      } else {
        words.append(i == 0 ? "" : ", ").append(step);
      }
    }
    return words.isEmpty() ? "the document" : words.toString();
  }
}
