package org.stratonomy.engine.edit;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.plan.Stratum;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
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
  public static final String NONE = "none";

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

  /** By what is the same for the same thing in another plan. */
  private final Map<String, Said> all = new LinkedHashMap<>();

  private PlanDifferences(Job job) {
    this.plan = job.plan();
    this.used = job.used();
    machine();
    plan.pieces().forEach(this::piece);
    say("planStrata", "Strata of the plan from", heights(plan.boundaries()));
    rules();
    plan.stops().forEach(stop -> say("stop " + stop.id(), "Stop", text(stop), stop));
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
          filament(slot),
          used.filament(plan.slots().get(slot - 1)));
    }
  }

  private String filament(int slot) {
    return slot >= 1 && slot <= plan.slots().size()
        ? used.filament(plan.slots().get(slot - 1)).name()
        : "slot " + slot;
  }

  private void piece(Piece piece) {
    String key = "piece " + piece.id();
    String name = piece.name();
    Placement at = piece.placement();
    say(key, "Piece " + name, name);
    say(key + " place", name + ": stands at, mm", text(at.position()));
    say(key + " turn", name + ": turned by, °", text(at.rotation()));
    say(key + " scale", name + ": scaled by", text(at.scale()));
    say(key + " bodies", name + ": bodies", joined(piece.bodies(), this::text));
    say(key + " strata", name + ": strata from", heights(piece.boundaries()));
    say(
        key + " names",
        name + ": names of strata",
        joined(piece.strata().all(), Stratum::name).replaceAll("^[, ]+$", ""));
    for (Region region : piece.regions()) {
      say(key + " region " + region.id(), name + ": region " + region.name(), text(region), region);
    }
  }

  private String text(Body body) {
    return body.shift().equals(Vector.ZERO)
        ? body.name()
        : "%s shifted by %s mm".formatted(body.name(), text(body.shift()));
  }

  private static String text(Region region) {
    String clearance =
        region
            .clearanceMm()
            .map(mm -> ", put in with %s mm around it".formatted(Value.of(mm)))
            .orElse("");
    return switch (region.shape()) {
          case Region.Box box ->
              "box of %s at %s mm".formatted(text(box.size()), text(box.middle()));
          case Region.Cylinder c ->
              "cylinder of %s × %s at %s mm"
                  .formatted(Value.of(c.diameterMm()), Value.of(c.heightMm()), text(c.middle()));
          case Region.Sphere s ->
              "sphere of %s at %s mm".formatted(Value.of(s.diameterMm()), text(s.middle()));
          case Region.Solid solid -> "mesh shifted by %s mm".formatted(text(solid.shift()));
          case Region.Core core -> "core, %s".formatted(text(core.sideways(), core.upright()));
          case Region.Slab slab ->
              "slab of %d layers, %s"
                  .formatted(slab.layers(), slab.side().name().toLowerCase(Locale.ROOT));
          case Region.Patch patch -> "patch, %s".formatted(text(patch.sideways(), patch.upright()));
        }
        + clearance;
  }

  private static String text(Region.Depth sideways, Region.Depth upright) {
    return "%s %s and %s %s deep"
        .formatted(
            Value.of(sideways.amount()),
            sideways.mm() ? "mm" : "walls",
            Value.of(upright.amount()),
            upright.mm() ? "mm" : "layers");
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
                        "%s · %s".formatted(setting.label(), text(rule.where())),
                        text(setting, value)));
      }
    }
    if (on.size() > 1) {
      say("order", "Order of the rules", joined(on, rule -> text(rule.where())));
    }
  }

  private String text(Setting setting, Value value) {
    if (setting == Setting.FILAMENT && value instanceof Value.Number number) {
      return filament((int) number.value());
    }
    return setting.said(value);
  }

  private String text(Scope where) {
    List<String> parts = new ArrayList<>();
    parts.add(joined(where.pieces(), id -> named(plan.pieces(), Piece::id, Piece::name, id)));
    parts.add(joined(where.bodies(), id -> named(Piece::bodies, Body::id, Body::name, id)));
    parts.add(numbered(where.strata(), numbers(where), ""));
    parts.add(
        numbered(where.planStrata(), numbers(plan.strata(), where.planStrata()), " of the plan"));
    parts.add(joined(where.regions(), id -> named(Piece::regions, Region::id, Region::name, id)));
    where.layers().ifPresent(layers -> parts.add(text(layers)));
    parts.add(joined(where.roles(), Role::label));
    String text = parts.stream().filter(part -> !part.isEmpty()).collect(Collectors.joining(" · "));
    return text.isEmpty() ? "everything" : text;
  }

  /** Numbers of the strata of pieces that a place names; several pieces may have a number each. */
  private List<Integer> numbers(Scope where) {
    return plan.pieces().stream()
        .filter(piece -> where.matchesPiece(piece.id()))
        .flatMap(piece -> numbers(piece.strata(), where.strata()).stream())
        .distinct()
        .sorted()
        .toList();
  }

  private static List<Integer> numbers(Strata strata, List<String> ids) {
    return ids.stream().flatMap(id -> strata.number(id).stream()).toList();
  }

  private static String numbered(List<String> named, List<Integer> strata, String of) {
    if (named.isEmpty()) {
      return "";
    }
    return strata.isEmpty()
        ? "no stratum" + of
        : "stratum %s%s".formatted(joined(strata, String::valueOf), of);
  }

  private static String text(Scope.Layers layers) {
    String last = layers.last() == Scope.Layers.OPEN ? " on" : " to %d".formatted(layers.last());
    return "layers from %d%s of the %s"
        .formatted(layers.first(), last, layers.from().name().toLowerCase(Locale.ROOT));
  }

  private <T> String named(
      Function<Piece, List<T>> parts, Function<T, String> id, Function<T, String> name, String of) {
    List<T> list = plan.pieces().stream().flatMap(piece -> parts.apply(piece).stream()).toList();
    return named(list, id, name, of);
  }

  private static <T> String named(
      List<T> list, Function<T, String> id, Function<T, String> name, String of) {
    return list.stream().filter(t -> id.apply(t).equals(of)).map(name).findFirst().orElse(of);
  }

  private static String text(Stop stop) {
    String note = stop.note().isBlank() ? "" : ": " + stop.note();
    String commands =
        stop.event() instanceof Stop.Commands own
            ? " (%s)".formatted(String.join("; ", own.lines()))
            : "";
    return "%s at %s mm%s%s"
        .formatted(stop.kind().label(), Value.of(stop.heightMm()), note, commands);
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
          "Purged from %s to %s".formatted(filament(volume.from()), filament(volume.to())),
          "%s mm³".formatted(Value.of(volume.mm3())));
    }
  }

  private static String heights(List<Double> heights) {
    return heights.isEmpty() ? NONE : joined(heights, mm -> Value.of(mm).toString()) + " mm";
  }

  private static String text(Vector v) {
    return IntStream.range(0, 3)
        .mapToObj(axis -> Value.of(axis == 0 ? v.x() : axis == 1 ? v.y() : v.z()).toString())
        .collect(Collectors.joining(", "));
  }

  private static <T> String joined(List<T> list, Function<T, String> text) {
    return list.stream().map(text).collect(Collectors.joining(", "));
  }
}
