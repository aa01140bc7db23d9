package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.edit.RuleEditor;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** What a plan wants that there is over a bed only. */
final class BeltChecks {
  private static final List<Setting> OVER_BED =
      List.of(Setting.SKIRT_LINES, Setting.BRIM_LINES, Setting.RAFT_LAYERS, Setting.PIECE_ORDER);

  private BeltChecks() {}

  static List<Finding> run(Plan plan, Resolver resolver) {
    List<Finding> findings = new ArrayList<>();
    if (resolver.machine().belt().isPresent()) {
      for (Setting setting : OVER_BED) {
        if (plan.rules().stream().anyMatch(rule -> wants(rule, setting))) {
          findings.add(
              new Finding(
                  "belt:" + setting.id(),
                  Severity.WARNING,
                  "%s: not over a belt".formatted(setting.label()),
                  "Pieces lie on the belt layer by layer, one behind the other; what a rule says"
                      + " about it does not happen.",
                  Optional.empty(),
                  Optional.empty(),
                  List.of(new Remedy("Take it out of the rules", without(plan, setting)))));
        }
      }
    }
    return findings;
  }

  private static boolean wants(Rule rule, Setting setting) {
    Value value = rule.set().get(setting);
    return rule.on()
        && value != null
        && !value.toString().equals("0")
        && !value.toString().equals("together");
  }

  private static Plan without(Plan plan, Setting setting) {
    Plan mended = plan;
    for (Rule rule : plan.rules()) {
      mended = wants(rule, setting) ? RuleEditor.clear(mended, rule.where(), setting) : mended;
    }
    return mended;
  }
}
