package org.stratonomy.engine.edit;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Scope.Layers;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/**
 * Rules for a piece that is filled at a stop: how it is printed below it, and just above. Their ids
 * say that they are of this kind.
 */
public final class FillingRules {
  private static final Map<Setting, Value> HOLLOW =
      Map.of(Setting.INFILL_DENSITY, Value.of(0), Setting.TOP_LAYERS, Value.of(0));

  private static final Map<Setting, Value> WITHOUT_FAN = Map.of(Setting.FAN, Value.of(0));

  private FillingRules() {}

  /**
   * Sets such rules in place of those that were set so before; all other rules stay.
   *
   * @param layer the first one after the stop, counted from the bottom of the piece, from 1
   * @param hollow whether there is neither infill nor a lid below the stop, so that the inside can
   *     be filled
   * @param withoutFan how many layers after the stop are printed without fan, so that they hold on
   *     to what cooled down meanwhile and the filling is not blown about
   * @throws Problem if there is no such piece
   */
  public static Plan set(Plan plan, String piece, int layer, boolean hollow, int withoutFan) {
    plan.piece(piece, "filling");
    Plan set = plan.withRules(plan.rules().stream().filter(rule -> !isOwn(rule, piece)).toList());
    if (hollow && layer > 1) {
      Scope below = where(piece, 1, layer - 1);
      set = RuleEditor.add(set, rule("hollow", piece, below, HOLLOW));
    }
    if (withoutFan > 0) {
      Scope above = where(piece, layer, layer + withoutFan - 1);
      set = RuleEditor.add(set, rule("still-air", piece, above, WITHOUT_FAN));
    }
    return set;
  }

  /**
   * Rules as plans of version 1 have them, whose rules had no ids: the topmost of each kind for a
   * piece gets the id that says so.
   */
  public static List<Rule> identified(List<Rule> rules) {
    return rules.stream().map(rule -> identified(rule, rules)).toList();
  }

  private static Rule identified(Rule rule, List<Rule> rules) {
    Scope where = rule.where();
    boolean isForLayers =
        where.layers().isPresent()
            && where.pieces().size() == 1
            && where.equals(
                where(
                    where.pieces().getFirst(),
                    where.layers().get().first(),
                    where.layers().get().last()));
    boolean isHollow = rule.set().equals(HOLLOW);
    if (!isForLayers || !(isHollow || rule.set().equals(WITHOUT_FAN))) {
      return rule;
    }
    boolean isFirst =
        rules.stream()
            .filter(other -> other.set().equals(rule.set()))
            .filter(other -> other.where().pieces().equals(where.pieces()))
            .findFirst()
            .filter(first -> first == rule)
            .isPresent();
    return isFirst
        ? rule.withId(id(isHollow ? "hollow" : "still-air", where.pieces().getFirst()))
        : rule;
  }

  private static Rule rule(String kind, String piece, Scope where, Map<Setting, Value> values) {
    return new Rule(where, values).withId(id(kind, piece));
  }

  private static String id(String kind, String piece) {
    return "filling-" + kind + ":" + piece;
  }

  private static boolean isOwn(Rule rule, String piece) {
    return rule.id().equals(id("hollow", piece)) || rule.id().equals(id("still-air", piece));
  }

  private static Scope where(String piece, int first, int last) {
    return new Scope(
        List.of(piece),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        Optional.of(new Layers(Layers.From.PIECE, first, last)));
  }
}
