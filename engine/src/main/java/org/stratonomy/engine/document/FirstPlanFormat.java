package org.stratonomy.engine.document;

import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.stratonomy.engine.edit.FillingRules;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Plan.Accepted;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.problem.Problem;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Version 1 of the plan document, in which strata were positions between boundaries and rules were
 * positions in the sheet. What it says is said as the current version does: a stratum with number n
 * gets the id sn, and rules and accepted findings name ids.
 */
final class FirstPlanFormat {
  private static final int VERSION = 1;

  /** Kinds of findings of which the ids held positions of rules, from 0. */
  private static final Pattern OF_RULES =
      Pattern.compile("^(rule-empty|rule-scope|support-conflict)(:.*)$");

  private static final Pattern NUMBER = Pattern.compile("(?<=:)\\d{1,4}(?=:|$)");

  /** Kinds of findings of which the ids ended with the number of a stratum. */
  private static final Pattern OF_STRATA = Pattern.compile("^(walls-fitted:.*:)(\\d{1,4})$");

  /** Of a boundary, counted from 1; now the stratum above it is named. */
  private static final Pattern OF_BOUNDARIES = Pattern.compile("^(skin-cut:.*:)(\\d{1,4})$");

  /** Of a boundary, counted from 0. */
  private static final Pattern OF_STEPS = Pattern.compile("^(change-step:.*:)(\\d{1,4})$");

  private FirstPlanFormat() {}

  static boolean is(JsonNode document) {
    return document.isObject() && document.path("version").asInt(0) == VERSION;
  }

  /**
   * The same document in the current version. What is no version 1 is left as it is, for the schema
   * to find.
   */
  static JsonNode current(String name, JsonNode first) {
    ObjectNode document = (ObjectNode) first.deepCopy();
    document.put("version", PlanFormat.VERSION);
    strata(name, document);
    for (JsonNode piece : document.path("pieces")) {
      if (piece instanceof ObjectNode one) {
        strata(name, one);
      }
    }
    for (JsonNode rule : document.path("rules")) {
      if (rule instanceof ObjectNode one) {
        named(one.path("where"), "strata");
        named(one.path("where"), "planStrata");
      }
    }
    return document;
  }

  private static void strata(String name, ObjectNode owner) {
    JsonNode boundaries = owner.path("boundaries");
    JsonNode names = owner.path("strataNames");
    if (!owner.has("boundaries") && !owner.has("strataNames")) {
      return;
    }
    if (owner.has("boundaries") && !isHeights(boundaries)) {
      throw new Problem(
          Problem.Kind.PLAN_FORMAT,
          name,
          "'boundaries' is no list of numbers.",
          "Give heights in mm, such as [4.2, 10].");
    }
    List<Double> tops =
        boundaries.valueStream().map(node -> node.asDouble(0)).sorted().distinct().toList();
    owner.remove(List.of("boundaries", "strataNames"));
    ArrayNode strata = owner.putArray("strata");
    for (int i = 0; i <= tops.size(); i++) {
      ObjectNode stratum = strata.addObject().put("id", Strata.id(i + 1));
      if (names.has(i)) {
        stratum.set("name", names.get(i));
      }
      if (i < tops.size()) {
        stratum.put("top", tops.get(i));
      }
    }
  }

  private static boolean isHeights(JsonNode boundaries) {
    return boundaries.isArray() && boundaries.valueStream().allMatch(JsonNode::isNumber);
  }

  private static void named(JsonNode where, String list) {
    if (where.path(list).isArray()) {
      List<JsonNode> numbers = where.get(list).valueStream().toList();
      ArrayNode ids = ((ObjectNode) where).putArray(list);
      for (JsonNode number : numbers) {
        if (number.isInt()) {
          ids.add(Strata.id(number.asInt()));
        } else {
          ids.add(number);
        }
      }
    }
  }

  /** Rules and accepted findings with the ids that they have now. */
  static Plan identified(Plan plan) {
    Plan named = plan.withRules(FillingRules.identified(plan.rules()));
    return named.withAccepted(
        named.accepted().stream()
            .map(accepted -> new Accepted(finding(accepted.finding(), named), accepted.note()))
            .toList());
  }

  private static String finding(String id, Plan plan) {
    if (OF_RULES.matcher(id).matches()) {
      return NUMBER.matcher(id).replaceAll(number -> rule(number, plan));
    }
    String named = stratum(OF_STRATA, id, 0);
    named = stratum(OF_BOUNDARIES, named, 1);
    return stratum(OF_STEPS, named, 2);
  }

  private static String stratum(Pattern kind, String finding, int above) {
    Matcher matcher = kind.matcher(finding);
    return matcher.matches()
        ? matcher.group(1) + Strata.id(Integer.parseInt(matcher.group(2)) + above)
        : finding;
  }

  private static String rule(MatchResult number, Plan plan) {
    int index = Integer.parseInt(number.group());
    return index < plan.rules().size()
        ? Matcher.quoteReplacement(plan.rules().get(index).id())
        : number.group();
  }
}
