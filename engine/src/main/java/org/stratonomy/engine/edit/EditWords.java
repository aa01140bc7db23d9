package org.stratonomy.engine.edit;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Shelf;

/** What an edit did, in one sentence without a full stop: “Moved boundary of Tower to 4.2 mm”. */
public final class EditWords {
  /** Of a sentence; names may be longer. */
  private static final int LONGEST = 200;

  private static final List<String> AXES = List.of("X", "Y", "Z");

  private final Plan plan;
  private final PlanWords words;
  private final Shelf shelf;

  private EditWords(Job before, Shelf shelf) {
    this.plan = before.plan();
    this.words = new PlanWords(before);
    this.shelf = shelf;
  }

  /**
   * @param before which the edit was carried out on
   * @param shelf that machines and filaments come from which the plan did not have
   * @throws Problem if the edit names a machine or filament that is nowhere
   */
  public static String of(Job before, Shelf shelf, Edit edit) {
    String text = new EditWords(before, shelf.with(before.used())).text(edit);
    return text.length() <= LONGEST ? text : text.substring(0, LONGEST - 1) + "…";
  }

  private String text(Edit edit) {
    return switch (edit) {
      case Edit.Divide e -> "Divided %s at %s".formatted(words.piece(e.piece()), mm(e.height()));
      case Edit.Join e ->
          "Removed boundary of %s at %s".formatted(words.piece(e.piece()), mm(e.height()));
      case Edit.MoveBoundary e ->
          "Moved boundary of %s from %s to %s"
              .formatted(words.piece(e.piece()), mm(e.height()), mm(e.to()));
      case Edit.EqualParts e ->
          "Divided %s from %s to %s into %d parts"
              .formatted(words.piece(e.piece()), mm(e.height()), mm(e.to()), e.parts());
      case Edit.CopyStrata e ->
          "Copied strata of %s to %s".formatted(words.piece(e.other()), words.piece(e.piece()));
      case Edit.DividePlan e -> "Divided the plan at %s".formatted(mm(e.height()));
      case Edit.JoinPlan e -> "Removed boundary of the plan at %s".formatted(mm(e.height()));
      case Edit.MovePlanBoundary e ->
          "Moved boundary of the plan from %s to %s".formatted(mm(e.height()), mm(e.to()));
      case Edit.Set e ->
          "Set %s for %s".formatted(value(e.setting(), e.value()), words.text(e.where()));
      case Edit.Clear e ->
          "Cleared %s for %s".formatted(e.setting().label(), words.text(e.where()));
      case Edit.ApplyRecipe e -> "Applied a recipe to %s".formatted(words.rule(e.rule()));
      case Edit.Fill e -> "Set the rules for filling %s".formatted(words.piece(e.piece()));
      case Edit.AddRegion e -> "Added %s to %s".formatted(lower(e.kind()), words.piece(e.piece()));
      case Edit.RemoveRegion e ->
          "Removed %s of %s".formatted(words.region(e.piece(), e.region()), words.piece(e.piece()));
      case Edit.SplitBody e -> "Split %s".formatted(words.body(e.piece(), e.body()));
      case Edit.Alternate e ->
          "Gave the bodies of %s filaments in turn".formatted(words.piece(e.piece()));
      case Edit.Place e -> "Placed %s".formatted(words.piece(e.piece()));
      case Edit.CopyPiece e -> "Copied %s".formatted(words.piece(e.piece()));
      case Edit.RemovePiece e -> "Removed %s".formatted(words.piece(e.piece()));
      case Edit.JoinPiece e ->
          "Joined %s with %s".formatted(words.piece(e.piece()), words.piece(e.other()));
      case Edit.SeparatePiece e -> "Separated the bodies of %s".formatted(words.piece(e.piece()));
      case Edit.Arrange _ -> "Arranged the pieces";
      case Edit.Align e -> aligned(words.piece(e.piece()), words.piece(e.other()), e.axis());
      case Edit.AlignBody e ->
          aligned(words.body(e.piece(), e.body()), words.body(e.piece(), e.other()), e.axis());
      case Edit.AlignRegion e ->
          aligned(words.region(e.piece(), e.region()), words.piece(e.piece()), e.axis());
      case Edit.ShiftBody e -> "Shifted %s".formatted(words.body(e.piece(), e.body()));
      case Edit.MoveBody e ->
          "Moved %s to %s"
              .formatted(
                  words.body(e.piece(), e.body()),
                  e.other().map(words::piece).orElse("a new piece"));
      case Edit.LayDown e -> "Laid %s down on a face".formatted(words.piece(e.piece()));
      case Edit.RenamePlan e -> renamed("the plan", e.name());
      case Edit.ChooseMachine e ->
          "Changed machine to %s".formatted(shelf.machine(e.machine()).name());
      case Edit.LoadFilament e ->
          "Loaded %s into slot %d".formatted(shelf.filament(e.filament()).name(), e.slot());
      case Edit.AddSlot e -> "Added a slot with %s".formatted(shelf.filament(e.filament()).name());
      case Edit.RenamePiece e -> renamed(words.piece(e.piece()), e.name());
      case Edit.RenameBody e -> renamed(words.body(e.piece(), e.body()), e.name());
      case Edit.RenameStratum e -> renamed(words.stratum(e.piece(), e.stratum()), e.name());
      case Edit.FixPiece e ->
          "%s %s".formatted(e.fixed() ? "Fixed" : "Released", words.piece(e.piece()));
      case Edit.OrderBody e ->
          "Moved %s to place %d of %s"
              .formatted(
                  words.body(e.piece(), e.body()),
                  Math.min(e.number(), bodies(e.piece())),
                  words.piece(e.piece()));
      case Edit.ChangeRegion e -> changed(e);
      case Edit.AddRule e -> "Added a rule for %s".formatted(words.text(e.rule().where()));
      case Edit.MoveRule e ->
          "Moved %s to place %d"
              .formatted(words.rule(e.rule()), Math.min(e.number(), plan.rules().size()));
      case Edit.RemoveRule e -> "Removed %s".formatted(words.rule(e.rule()));
      case Edit.SwitchRule e ->
          "Switched %s %s".formatted(words.rule(e.rule()), e.on() ? "on" : "off");
      case Edit.LimitRule e ->
          "Limited %s to %s".formatted(words.rule(e.rule()), words.text(e.where()));
      case Edit.SetInRule e ->
          "Set %s in %s".formatted(value(e.setting(), e.value()), words.rule(e.rule()));
      case Edit.ClearInRule e ->
          "Cleared %s in %s".formatted(e.setting().label(), words.rule(e.rule()));
      case Edit.AddStop e -> "Added %s".formatted(stop(e.stop()));
      case Edit.ChangeStop e -> changed(e);
      case Edit.RemoveStop e ->
          "Removed %s".formatted(plan.stop(e.stop()).map(EditWords::stop).orElse("a stop"));
      case Edit.PlaceTower e ->
          e.at()
              .map(at -> "Moved the purge tower to X %s, Y %s mm".formatted(n(at.x()), n(at.y())))
              .orElse("Put the purge tower back beside the pieces");
      case Edit.SetPurging e ->
          "%s purging from %s to %s%s"
              .formatted(
                  e.volume().isPresent() ? "Set" : "Reset",
                  words.filament(e.from()),
                  words.filament(e.to()),
                  e.volume().map(mm3 -> ": %s mm³".formatted(n(mm3))).orElse(""));
      case Edit.Accept _ -> "Accepted a finding";
      case Edit.TakeBack _ -> "Took back the acceptance of a finding";
    };
  }

  private static String n(double number) {
    return Value.of(number).toString();
  }

  private static String mm(double length) {
    return n(length) + " mm";
  }

  private static String lower(Enum<?> word) {
    return word.name().toLowerCase(Locale.ROOT);
  }

  private String value(Setting setting, Value value) {
    return "%s to %s".formatted(setting.label(), words.text(setting, value));
  }

  private static String aligned(String one, String other, int axis) {
    return "Aligned %s with %s along %s".formatted(one, other, AXES.get(axis));
  }

  private static String renamed(String what, String name) {
    return name.isBlank()
        ? "Removed the name of %s".formatted(what)
        : "Renamed %s to %s".formatted(what, name.strip());
  }

  private int bodies(String piece) {
    return plan.piece(piece).map(p -> p.bodies().size()).orElse(1);
  }

  private static String stop(Stop stop) {
    return "%s at %s".formatted(stop.kind().label(), mm(stop.heightMm()));
  }

  private String changed(Edit.ChangeStop edit) {
    Optional<Stop> old = plan.stop(edit.stop().id());
    double from = old.map(Stop::heightMm).orElse(edit.stop().heightMm());
    return from == edit.stop().heightMm()
        ? "Changed %s".formatted(stop(edit.stop()))
        : "Moved %s to %s"
            .formatted(old.map(EditWords::stop).orElse("a stop"), mm(edit.stop().heightMm()));
  }

  private String changed(Edit.ChangeRegion edit) {
    String old = words.region(edit.piece(), edit.region().id());
    return old.equals(edit.region().name())
        ? "Changed %s of %s".formatted(old, words.piece(edit.piece()))
        : renamed(old, edit.region().name());
  }
}
