package org.stratonomy.engine.plan;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.SettingKind.Range;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;

/** Refuses plans that ask for something impossible, as far as can be told without the meshes. */
public final class PlanChecker {
  private final Plan plan;
  private final Machine machine;

  private PlanChecker(Plan plan, Machine machine) {
    this.plan = plan;
    this.machine = machine;
  }

  /**
   * @throws Problem for the first thing that is impossible
   */
  public static void check(Job job) {
    Plan plan = job.plan();
    if (plan.slots().isEmpty()) {
      throw bad("slots", "No filament is loaded.", "Load at least one filament.");
    }
    PlanChecker checker = new PlanChecker(plan, job.machine());
    checker.pieces();
    checker.rules();
    checker.stops();
  }

  /**
   * Whether a rule's values are possible with the machine and the slots of a plan, which need not
   * be sound otherwise.
   *
   * @param place what to call the rule in an error
   * @throws Problem if a value cannot be
   */
  public static void checkValues(Rule rule, String place, Plan plan, Machine machine) {
    PlanChecker checker = new PlanChecker(plan, machine);
    rule.set().forEach((setting, value) -> checker.value(place, setting, value));
  }

  private void pieces() {
    if (plan.pieces().isEmpty()) {
      throw bad("pieces", "There is nothing to print.", "Add at least one piece.");
    }
    Set<String> ids = new HashSet<>();
    for (Piece piece : plan.pieces()) {
      String place = "piece '%s'".formatted(piece.id());
      if (!ids.add(piece.id())) {
        throw bad(place, "Two pieces have this id.", "Give each piece an id of its own.");
      }
      if (piece.bodies().isEmpty()) {
        throw bad(place, "It has no body.", "Give it a mesh, or remove the piece.");
      }
      Vector scale = piece.placement().scale();
      if (!(isFactor(scale.x()) && isFactor(scale.y()) && isFactor(scale.z()))) {
        throw bad(
            place,
            "A scale factor is zero or no number.",
            "1 leaves the size, a negative factor mirrors.");
      }
      Set<String> bodies = new HashSet<>();
      for (Body body : piece.bodies()) {
        if (!bodies.add(body.id())) {
          throw bad(
              place,
              "Two of its bodies have the id '%s'.".formatted(body.id()),
              "Give each body of a piece an id of its own.");
        }
      }
      RegionChecker.check(piece);
    }
  }

  private static boolean isFactor(double factor) {
    return factor != 0 && Double.isFinite(factor);
  }

  private void rules() {
    for (int i = 0; i < plan.rules().size(); i++) {
      Rule rule = plan.rules().get(i);
      String place = "rule %d".formatted(i + 1);
      List<String> pieces = plan.pieces().stream().map(Piece::id).toList();
      names(place, "piece", rule.where().pieces(), pieces);
      names(place, "body", rule.where().bodies(), ids(Piece::bodies, Body::id));
      names(place, "region", rule.where().regions(), ids(Piece::regions, Region::id));
      rule.set().forEach((setting, value) -> value(place, setting, value));
    }
  }

  private <T> List<String> ids(Function<Piece, List<T>> parts, Function<T, String> id) {
    return plan.pieces().stream()
        .flatMap(piece -> parts.apply(piece).stream())
        .map(id)
        .distinct()
        .toList();
  }

  private static void names(String place, String what, List<String> named, List<String> known) {
    for (String id : named) {
      if (!known.contains(id)) {
        throw bad(
            place,
            "It names the %s '%s', which does not exist.".formatted(what, id),
            known.isEmpty()
                ? "Take it out of the rule."
                : "Name one of: %s.".formatted(String.join(", ", known)));
      }
    }
  }

  private void value(String place, Setting setting, Value value) {
    switch (value) {
      case Value.Word choice -> {
        if (!setting.choices().contains(choice.value())) {
          throw bad(
              place,
              "%s cannot be '%s'.".formatted(setting.label(), choice.value()),
              !setting.isChoice()
                  ? "Give a number."
                  : "Choose one of: %s.".formatted(String.join(", ", setting.choices())));
        }
      }
      case Value.Number number -> number(place, setting, number.value());
      case Value.Course course -> course(place, setting, course);
    }
  }

  private void course(String place, Setting setting, Value.Course course) {
    if (!setting.canCourse()) {
      throw bad(
          place,
          "%s cannot vary by layer.".formatted(setting.label()),
          setting == Setting.FILAMENT ? "Divide into strata instead." : "Give one value.");
    }
    if (course.ramp() && setting.isWhole()) {
      throw bad(
          place,
          "%s is counted, so it cannot change evenly.".formatted(setting.label()),
          "Let it change by steps.");
    }
    if (setting.scope() == Setting.Scope.PLAN && course.from() == Scope.Layers.From.STRATUM) {
      throw bad(
          place,
          "%s holds for the whole plan, not by stratum.".formatted(setting.label()),
          "Let its layers count from the bottom.");
    }
    int last = 0;
    for (Value.Course.Step step : course.steps()) {
      if (last == 0 ? step.layer() != 1 : step.layer() <= last) {
        throw bad(
            place,
            "The steps of %s are not in order.".formatted(setting.label()),
            "Begin with layer 1, and give each further step a later layer.");
      }
      last = step.layer();
      number(place, setting, step.value());
    }
  }

  private void number(String place, Setting setting, double value) {
    if (setting.isChoice()) {
      throw bad(
          place,
          "%s cannot be a number.".formatted(setting.label()),
          "Choose one of: %s.".formatted(String.join(", ", setting.choices())));
    }
    Range range = setting.range(machine, plan.slots().size());
    boolean fraction = setting.isWhole() && value != Math.rint(value);
    if (!(value >= range.min() - Rounding.SHARE && value <= range.max() + Rounding.SHARE)
        || fraction) {
      throw bad(
          place,
          "%s %s is not possible%s.".formatted(setting.label(), Value.of(value), range.because()),
          "Choose %s from %s to %s."
              .formatted(
                  setting.isWhole() ? "a whole number" : "a value",
                  Value.of(rounded(range.min())),
                  setting.said(Value.of(rounded(range.max())))));
    }
  }

  private static double rounded(double value) {
    return Math.rint(value * 1e6) / 1e6;
  }

  private void stops() {
    Set<String> ids = new HashSet<>();
    for (Stop stop : plan.stops()) {
      if (!ids.add(stop.id())) {
        throw bad(
            "stop '%s'".formatted(stop.id()),
            "Two stops have this id.",
            "Give each stop an id of its own.");
      }
    }
  }

  private static Problem bad(String place, String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, place, reason, remedy);
  }
}
