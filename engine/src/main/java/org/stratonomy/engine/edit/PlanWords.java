package org.stratonomy.engine.edit;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Shelf;

/** A plan's things in words, by the names that the user gave them. */
final class PlanWords {
  /** What there is nothing of. */
  static final String NONE = "none";

  private final Plan plan;
  private final Shelf used;

  PlanWords(Job job) {
    this.plan = job.plan();
    this.used = job.used();
  }

  String filament(int slot) {
    return slot >= 1 && slot <= plan.slots().size()
        ? used.filament(plan.slots().get(slot - 1)).name()
        : "slot " + slot;
  }

  String piece(String id) {
    return named(plan.pieces(), Piece::id, Piece::name, id);
  }

  String body(String piece, String id) {
    return named(plan.piece(piece).map(Piece::bodies).orElse(List.of()), Body::id, Body::name, id);
  }

  String region(String piece, String id) {
    return named(
        plan.piece(piece).map(Piece::regions).orElse(List.of()), Region::id, Region::name, id);
  }

  /** By its name; by its number if it has none. */
  String stratum(String piece, String id) {
    return plan.piece(piece)
        .map(Piece::strata)
        .flatMap(strata -> strata.number(id).map(strata::text))
        .orElse(id);
  }

  /** By its number in the sheet and its place. */
  String rule(String id) {
    return IntStream.range(0, plan.rules().size())
        .filter(i -> plan.rules().get(i).id().equals(id))
        .mapToObj(i -> "rule %d (%s)".formatted(i + 1, text(plan.rules().get(i).where())))
        .findFirst()
        .orElse(id);
  }

  String text(Body body) {
    return body.shift().equals(Vector.ZERO)
        ? body.name()
        : "%s shifted by %s mm".formatted(body.name(), text(body.shift()));
  }

  static String text(Region region) {
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

  String text(Setting setting, Value value) {
    if (setting == Setting.FILAMENT && value instanceof Value.Number number) {
      return filament((int) number.value());
    }
    return setting.said(value);
  }

  String text(Scope where) {
    List<String> parts = new ArrayList<>();
    parts.add(joined(where.pieces(), this::piece));
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

  static String text(Stop stop) {
    String note = stop.note().isBlank() ? "" : ": " + stop.note();
    String commands =
        stop.event() instanceof Stop.Commands own
            ? " (%s)".formatted(String.join("; ", own.lines()))
            : "";
    return "%s at %s mm%s%s"
        .formatted(stop.kind().label(), Value.of(stop.heightMm()), note, commands);
  }

  static String heights(List<Double> heights) {
    return heights.isEmpty() ? NONE : joined(heights, mm -> Value.of(mm).toString()) + " mm";
  }

  static String text(Vector v) {
    return IntStream.range(0, 3)
        .mapToObj(axis -> Value.of(axis == 0 ? v.x() : axis == 1 ? v.y() : v.z()).toString())
        .collect(Collectors.joining(", "));
  }

  static <T> String joined(List<T> list, Function<T, String> text) {
    return list.stream().map(text).collect(Collectors.joining(", "));
  }
}
