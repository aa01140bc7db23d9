package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.melt.PurgeVolumes;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.schedule.Bleed;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Choice.PurgeInto;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.stroke.Stroke;

/** Lines that are seen, and come out in a mixed colour because too little is purged. */
final class BleedChecks {
  private static final Set<Role> SEEN = Set.of(Role.OUTER_WALL, Role.TOP_SKIN, Role.BOTTOM_SKIN);

  private final Plan plan;
  private final Resolver resolver;
  private final Schedule schedule;

  private BleedChecks(Plan plan, Resolver resolver, Schedule schedule) {
    this.plan = plan;
    this.resolver = resolver;
    this.schedule = schedule;
  }

  static List<Finding> run(Plan plan, Resolver resolver, Schedule schedule) {
    return new BleedChecks(plan, resolver, schedule).findings();
  }

  private List<Finding> findings() {
    boolean intoNothing = resolver.plan().choice(PurgeInto.class) == PurgeInto.NOTHING;
    if (!resolver.machine().hasFeeder()
        || schedule.changeCount() == 0
        || !(intoNothing || givesLess())) {
      return List.of();
    }
    List<LayerSchedule> layers = schedule.layers();
    List<List<Bleed.Run>> runs = Bleed.ofAll(schedule, resolver);
    List<LayerSchedule> bleeding = new ArrayList<>();
    double mm = 0;
    for (int i = 0; i < layers.size(); i++) {
      double own = seenMm(layers.get(i), runs.get(i));
      mm += own;
      if (own > 0) {
        bleeding.add(layers.get(i));
      }
    }
    return bleeding.isEmpty() ? List.of() : List.of(finding(bleeding, mm, intoNothing));
  }

  /** Whether the plan purges less for a change than follows from its filaments. */
  private boolean givesLess() {
    PurgeVolumes volumes = new PurgeVolumes(plan, resolver);
    return plan.purging().volumes().stream()
        .map(volume -> volumes.sum(volume.from(), volume.to()))
        .anyMatch(sum -> sum.mm3() < sum.computedMm3());
  }

  /** How much of what is seen in a layer has another colour, mm. */
  private static double seenMm(LayerSchedule layer, List<Bleed.Run> runs) {
    double mm = 0;
    for (int i = 0; i < runs.size(); i++) {
      Bleed.Run run = runs.get(i);
      Stroke stroke = layer.strokes().get(run.stroke());
      if (run.share() > 0 && SEEN.contains(stroke.role())) {
        boolean goesOn = i + 1 < runs.size() && runs.get(i + 1).stroke() == run.stroke();
        mm += (goesOn ? runs.get(i + 1).fromMm() : stroke.path().lengthMm()) - run.fromMm();
      }
    }
    return mm;
  }

  private Finding finding(List<LayerSchedule> bleeding, double mm, boolean intoNothing) {
    Remedy remedy =
        intoNothing
            ? Remedy.rule(
                "Purge into a tower",
                plan,
                Scope.EVERYWHERE,
                Setting.PURGE_INTO,
                Value.of(PurgeInto.TOWER))
            : new Remedy(
                "Purge what the filaments need",
                plan.withPurging(new Purging(plan.purging().tower(), List.of())));
    return new Finding(
        "bleed",
        intoNothing ? Severity.NOTE : Severity.WARNING,
        "Colours bleed into what is seen",
        Checks.text(
            "In %d %s between %.2f and %.2f mm, %,.0f mm of outer walls and skins come out in a"
                + " mixed colour, because %s.",
            bleeding.size(),
            bleeding.size() == 1 ? "layer" : "layers",
            bleeding.getFirst().layer().bottom(),
            bleeding.getLast().layer().top(),
            Math.ceil(mm),
            intoNothing ? "nothing is purged" : "the plan purges less than its filaments need"),
        Optional.empty(),
        Optional.of(bleeding.getFirst().layer().bottom()),
        List.of(remedy));
  }
}
