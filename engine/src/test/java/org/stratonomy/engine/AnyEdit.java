package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.Tuple;
import org.stratonomy.engine.edit.Alignment;
import org.stratonomy.engine.edit.Edit;
import org.stratonomy.engine.edit.RegionEditor;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.settings.Choice;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Scope.Layers;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.BedPoint;

/** Edits to try on a plan of one bar: most can be carried out, some name what is not there. */
final class AnyEdit {
  /** The piece of the plan. */
  private static final String PIECE = "piece";

  static final Region.Shape CUBE = new Region.Box(new Vector(0, 0, 3), new Vector(2, 2, 2));

  private AnyEdit() {}

  /** A session: edits one after the other. */
  static Arbitrary<List<Edit>> sessions() {
    return Arbitraries.<Edit>oneOf(List.copyOf(kinds())).list().ofMaxSize(12);
  }

  private static final Arbitrary<String> PIECES =
      Arbitraries.frequencyOf(
          Tuple.of(9, Arbitraries.just(PIECE)),
          Tuple.of(2, Arbitraries.of("bar-2", "body", "nobody")));
  private static final Arbitrary<String> BODIES = Arbitraries.of("body", "body-1", "body-2", "lid");
  private static final Arbitrary<Double> HEIGHTS =
      Arbitraries.of(0.0, 2.0, 4.0, 4.2, 5.09, 7.3, 12.0, -1.0);
  private static final Arbitrary<Vector> VECTORS =
      Combinators.combine(
              Arbitraries.doubles().between(-90, 90).ofScale(1),
              Arbitraries.doubles().between(-90, 90).ofScale(1),
              Arbitraries.of(0.0, 1.0, -1.0))
          .as(Vector::new);
  private static final Arbitrary<Integer> AXES = Arbitraries.integers().between(0, 2);
  private static final Arbitrary<Alignment> HOW = Arbitraries.of(Alignment.values());
  private static final Arbitrary<List<Integer>> SLOTS =
      Arbitraries.integers().between(1, 2).list().ofMinSize(1).ofMaxSize(3);
  private static final Arbitrary<Scope> PLACES =
      Combinators.combine(
              PIECES.list().ofMaxSize(1),
              Arbitraries.of("s1", "s2").list().ofMaxSize(1),
              Arbitraries.<Optional<Layers>>of(
                  Optional.empty(),
                  Optional.of(new Layers(Layers.From.STRATUM, 2, Layers.OPEN)),
                  Optional.of(new Layers(Layers.From.PIECE, 1, 5))))
          .as(
              (pieces, strata, layers) ->
                  new Scope(pieces, List.of(), strata, List.of(), List.of(), layers));

  /** Settings with values, one of each kind. */
  private record Said(Setting setting, Value value) {}

  private static final Arbitrary<Said> SAID =
      Arbitraries.of(
          new Said(Setting.WALLS, Value.of(3)),
          new Said(Setting.INFILL_PATTERN, Value.of(Choice.InfillPattern.GYROID)),
          new Said(Setting.FAN, Value.of(35.5)),
          new Said(
              Setting.FAN,
              new Value.Course(
                  Layers.From.STRATUM,
                  true,
                  List.of(new Value.Course.Step(1, 0), new Value.Course.Step(9, 80.5)))));

  /** One arbitrary for each kind of edit. */
  static List<Arbitrary<? extends Edit>> kinds() {
    List<Arbitrary<? extends Edit>> all = new ArrayList<>();
    all.add(Combinators.combine(PIECES, HEIGHTS).as(Edit.Divide::new));
    all.add(Combinators.combine(PIECES, HEIGHTS).as(Edit.Join::new));
    all.add(Combinators.combine(PIECES, HEIGHTS, HEIGHTS).as(Edit.MoveBoundary::new));
    all.add(
        Combinators.combine(
                PIECES, HEIGHTS, HEIGHTS, Arbitraries.integers().between(1, 4), SLOTS.optional())
            .as(Edit.EqualParts::new));
    all.add(Combinators.combine(PIECES, PIECES).as(Edit.CopyStrata::new));
    all.add(HEIGHTS.map(Edit.DividePlan::new));
    all.add(HEIGHTS.map(Edit.JoinPlan::new));
    all.add(Combinators.combine(HEIGHTS, HEIGHTS).as(Edit.MovePlanBoundary::new));
    all.add(
        Combinators.combine(PLACES, SAID)
            .as((where, said) -> new Edit.Set(where, said.setting, said.value)));
    all.add(
        Combinators.combine(PLACES, SAID).as((where, said) -> new Edit.Clear(where, said.setting)));
    all.add(Arbitraries.of("plain", "lost").map(recipe -> new Edit.ApplyRecipe("all", recipe)));
    all.add(PIECES.map(piece -> new Edit.Fill(piece, new Edit.Filling(20, true, 3))));
    all.add(
        Combinators.combine(PIECES, Arbitraries.of(RegionEditor.Kind.values()))
            .as(Edit.AddRegion::new));
    all.add(
        Combinators.combine(PIECES, Arbitraries.of("core", "box", "slab"))
            .as(Edit.RemoveRegion::new));
    all.add(Combinators.combine(PIECES, BODIES).as(Edit.SplitBody::new));
    all.add(Combinators.combine(PIECES, SLOTS).as(Edit.Alternate::new));
    all.add(
        Combinators.combine(PIECES, VECTORS, VECTORS)
            .as(
                (piece, at, turn) ->
                    new Edit.Place(piece, new Placement(at, turn, new Vector(1, 1, 1)))));
    all.addAll(ofNames());
    all.addAll(ofRules());
    all.addAll(ofStopsAndPurging());
    all.add(PIECES.map(Edit.CopyPiece::new));
    all.add(PIECES.map(Edit.RemovePiece::new));
    all.add(Combinators.combine(PIECES, PIECES).as(Edit.JoinPiece::new));
    all.add(PIECES.map(Edit.SeparatePiece::new));
    all.add(Arbitraries.of(0.0, 4.0, -1.0, 900.0).map(Edit.Arrange::new));
    all.add(Combinators.combine(PIECES, PIECES, AXES, HOW).as(Edit.Align::new));
    all.add(Combinators.combine(PIECES, BODIES, BODIES, AXES, HOW).as(Edit.AlignBody::new));
    all.add(
        Combinators.combine(PIECES, Arbitraries.of("core", "box"), AXES, HOW)
            .as(Edit.AlignRegion::new));
    all.add(Combinators.combine(PIECES, BODIES, VECTORS).as(Edit.ShiftBody::new));
    all.add(Combinators.combine(PIECES, BODIES, PIECES.optional()).as(Edit.MoveBody::new));
    all.add(
        Combinators.combine(PIECES, Arbitraries.of(new Vector(0, 0, 1), new Vector(-1, 0, 0)))
            .as(Edit.LayDown::new));
    return all;
  }

  private static final Arbitrary<String> NAMES = Arbitraries.of("Tower", " Lid ", "", "Größe 3");

  private static List<Arbitrary<? extends Edit>> ofNames() {
    Arbitrary<String> filaments = Arbitraries.of("slate", "chalk");
    Arbitrary<Integer> few = Arbitraries.integers().between(1, 3);
    return List.of(
        NAMES.map(Edit.RenamePlan::new),
        Arbitraries.of("workshop-one", "pair").map(Edit.ChooseMachine::new),
        Combinators.combine(few, filaments).as(Edit.LoadFilament::new),
        filaments.map(Edit.AddSlot::new),
        Combinators.combine(PIECES, NAMES).as(Edit.RenamePiece::new),
        Combinators.combine(PIECES, BODIES, NAMES).as(Edit.RenameBody::new),
        Combinators.combine(PIECES, Arbitraries.of("s1", "s2", "s9"), NAMES)
            .as(Edit.RenameStratum::new),
        Combinators.combine(PIECES, Arbitraries.of(true, false)).as(Edit.FixPiece::new),
        Combinators.combine(PIECES, BODIES, few).as(Edit.OrderBody::new),
        Combinators.combine(PIECES, Arbitraries.of("core", "box"), Arbitraries.of(0.2, 1.5))
            .as(
                (piece, id, room) ->
                    new Edit.ChangeRegion(piece, new Region(id, "Nut", CUBE, Optional.of(room)))));
  }

  private static List<Arbitrary<? extends Edit>> ofRules() {
    Arbitrary<String> rules = Arbitraries.of("all", "all", "second", "lost");
    Arbitrary<Integer> places = Arbitraries.integers().between(1, 4);
    return List.of(
        Combinators.combine(places, PLACES, SAID, Arbitraries.of("", "second"))
            .as(
                (number, where, said, id) ->
                    new Edit.AddRule(
                        number, new Rule(where, Map.of(said.setting, said.value)).withId(id))),
        Combinators.combine(rules, places).as(Edit.MoveRule::new),
        rules.map(Edit.RemoveRule::new),
        Combinators.combine(rules, Arbitraries.of(true, false)).as(Edit.SwitchRule::new),
        Combinators.combine(rules, PLACES).as(Edit.LimitRule::new),
        Combinators.combine(rules, SAID)
            .as((rule, said) -> new Edit.SetInRule(rule, said.setting, said.value)),
        Combinators.combine(rules, SAID)
            .as((rule, said) -> new Edit.ClearInRule(rule, said.setting)));
  }

  private static List<Arbitrary<? extends Edit>> ofStopsAndPurging() {
    Arbitrary<Stop> stops =
        Combinators.combine(
                Arbitraries.of("", "stop", "stop-2"),
                HEIGHTS,
                Arbitraries.<Stop.Event>of(
                    new Stop.Message(),
                    new Stop.Commands(List.of("M118 lit")),
                    new Stop.Filling(
                        Stop.Waiting.AS_MACHINE.withPark(Optional.of(new BedPoint(5, 6))))))
            .as((id, height, event) -> new Stop(id, height, "look", event));
    Arbitrary<Integer> slots = Arbitraries.integers().between(1, 2);
    Arbitrary<String> findings = Arbitraries.of("bridge:1", "overhang:2");
    return List.of(
        stops.map(Edit.AddStop::new),
        stops.map(Edit.ChangeStop::new),
        Arbitraries.of("stop", "stop-2").map(Edit.RemoveStop::new),
        Arbitraries.of(new BedPoint(20, 30), new BedPoint(0, 0))
            .optional()
            .map(Edit.PlaceTower::new),
        Combinators.combine(slots, slots, Arbitraries.of(0.0, 80.5).optional())
            .as(Edit.SetPurging::new),
        Combinators.combine(findings, NAMES).as(Edit.Accept::new),
        findings.map(Edit.TakeBack::new));
  }
}
