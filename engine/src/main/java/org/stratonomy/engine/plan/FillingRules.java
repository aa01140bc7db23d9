package org.stratonomy.engine.plan;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.stratonomy.engine.plan.Where.Layers;
import org.stratonomy.engine.problem.Problem;

/** Rules for a piece that is filled at a stop: how it is printed below it, and just above. */
public final class FillingRules {
  private static final Map<Setting, Value> HOLLOW =
      Map.of(Setting.INFILL_DENSITY, Value.of(0), Setting.TOP_LAYERS, Value.of(0));

  private static final Map<Setting, Value> WITHOUT_FAN = Map.of(Setting.FAN, Value.of(0));

  private FillingRules() {}

  /**
   * Sets such rules in place of those that were set so before.
   *
   * @param layer the first one after the stop, counted from the bottom of the piece, from 1
   * @param hollow whether there is neither infill nor a lid below the stop, so that the inside can
   *     be filled
   * @param withoutFan how many layers after the stop are printed without fan, so that they hold on
   *     to what cooled down meanwhile and the filling is not blown about
   * @throws Problem if there is no such piece
   */
  public static Plan set(Plan plan, String piece, int layer, boolean hollow, int withoutFan) {
    Plan set = plan.withRules(plan.rules().stream().filter(rule -> !isOwn(rule, piece)).toList());
    if (hollow && layer > 1) {
      set = with(set, piece, 1, layer - 1, HOLLOW);
    }
    return withoutFan > 0 ? with(set, piece, layer, layer + withoutFan - 1, WITHOUT_FAN) : set;
  }

  private static Plan with(
      Plan plan, String piece, int first, int last, Map<Setting, Value> values) {
    Plan set = plan;
    for (Setting setting : values.keySet().stream().sorted().toList()) {
      set = RuleEditor.set(set, where(piece, first, last), setting, values.get(setting));
    }
    return set;
  }

  private static boolean isOwn(Rule rule, String piece) {
    return rule.where()
            .layers()
            .filter(l -> rule.where().equals(where(piece, l.first(), l.last())))
            .isPresent()
        && (rule.set().equals(HOLLOW) || rule.set().equals(WITHOUT_FAN));
  }

  private static Where where(String piece, int first, int last) {
    return new Where(
        List.of(piece),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        Optional.of(new Layers(Layers.From.PIECE, first, last)));
  }
}
