package org.stratonomy.engine.edit;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stratum;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;

/**
 * What two plans say differently. Pieces, regions and stops are the same in both if they have the
 * same id; rules are if they are for the same place.
 */
public final class PlanDifferences {
  /** What a plan says that does not have the thing at all. */
  public static final String NONE = PlanWords.NONE;

  /**
   * One thing that both plans say differently.
   *
   * @param what it is, in words
   * @param one what the one plan says of it
   * @param other what the other plan says of it
   */
  public record PlanDifference(String what, String one, String other) {}

  /**
   * Something that a plan says.
   *
   * @param exact what has to be equal for nothing to be different
   */
  private record Said(String what, String value, Object exact) {}

  private final Plan plan;
  private final Shelf used;
  private final PlanWords words;

  /** By what is the same for the same thing in another plan. */
  private final Map<String, Said> all = new LinkedHashMap<>();

  private PlanDifferences(Job job) {
    this.plan = job.plan();
    this.used = job.used();
    this.words = new PlanWords(job);
    machine();
    plan.pieces().forEach(this::piece);
    say("planStrata", "Strata of the plan from", PlanWords.heights(plan.boundaries()));
    rules();
    plan.stops().forEach(stop -> say("stop " + stop.id(), "Stop", PlanWords.text(stop), stop));
    purging();
  }

  /** The differences, in the order in which a plan is read: machine, pieces, rules, stops. */
  public static List<PlanDifference> between(Job one, Job other) {
    Map<String, Said> said = new PlanDifferences(one).all;
    Map<String, Said> saidByOther = new PlanDifferences(other).all;
    Set<String> keys = new LinkedHashSet<>(said.keySet());
    keys.addAll(saidByOther.keySet());
    List<PlanDifference> differences = new ArrayList<>();
    for (String key : keys) {
      Optional<Said> mine = Optional.ofNullable(said.get(key));
      Optional<Said> its = Optional.ofNullable(saidByOther.get(key));
      if (!mine.map(Said::exact).equals(its.map(Said::exact))) {
        String what = mine.or(() -> its).map(Said::what).orElseThrow();
        String value = mine.map(Said::value).orElse(NONE);
        String itsValue = its.map(Said::value).orElse(NONE);
        boolean inDetail = value.equals(itsValue);
        differences.add(
            new PlanDifference(
                what, value, inDetail ? itsValue + ", but not in detail" : itsValue));
      }
    }
    return differences;
  }

  private void say(String key, String what, String value) {
    say(key, what, value, value);
  }

  private void say(String key, String what, String value, Object exact) {
    all.put(key, new Said(what, value, exact));
  }

  private void machine() {
    Machine machine = used.machine(plan.machine());
    say("machine", "Machine", machine.name(), machine);
    for (int slot = 1; slot <= plan.slots().size(); slot++) {
      say(
          "slot " + slot,
          "Filament in slot " + slot,
          words.filament(slot),
          used.filament(plan.slots().get(slot - 1)));
    }
  }

  private void piece(Piece piece) {
    String key = "piece " + piece.id();
    String name = piece.name();
    Placement at = piece.placement();
    say(key, "Piece " + name, name);
    say(key + " place", name + ": stands at, mm", PlanWords.text(at.position()));
    say(key + " turn", name + ": turned by, °", PlanWords.text(at.rotation()));
    say(key + " scale", name + ": scaled by", PlanWords.text(at.scale()));
    say(key + " bodies", name + ": bodies", PlanWords.joined(piece.bodies(), words::text));
    say(key + " strata", name + ": strata from", PlanWords.heights(piece.boundaries()));
    say(
        key + " names",
        name + ": names of strata",
        PlanWords.joined(piece.strata().all(), Stratum::name).replaceAll("^[, ]+$", ""));
    for (Region region : piece.regions()) {
      say(
          key + " region " + region.id(),
          name + ": region " + region.name(),
          PlanWords.text(region),
          region);
    }
  }

  private void rules() {
    List<Rule> on = plan.rules().stream().filter(Rule::on).toList();
    for (Rule rule : on.reversed()) {
      for (Setting setting : Setting.values()) {
        Optional.ofNullable(rule.set().get(setting))
            .ifPresent(
                value ->
                    say(
                        "rule %s %s".formatted(rule.where(), setting),
                        "%s · %s".formatted(setting.label(), words.text(rule.where())),
                        words.text(setting, value)));
      }
    }
    if (on.size() > 1) {
      say("order", "Order of the rules", PlanWords.joined(on, rule -> words.text(rule.where())));
    }
  }

  private void purging() {
    say(
        "tower",
        "Purge tower at, mm",
        plan.purging()
            .tower()
            .map(at -> "%s, %s".formatted(Value.of(at.x()), Value.of(at.y())))
            .orElse("where there is room"));
    for (Purging.Volume volume : plan.purging().volumes()) {
      say(
          "volume %d %d".formatted(volume.from(), volume.to()),
          "Purged from %s to %s"
              .formatted(words.filament(volume.from()), words.filament(volume.to())),
          "%s mm³".formatted(Value.of(volume.mm3())));
    }
  }
}
