package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.EdgeCasesMode;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.Tuple;
import org.stratonomy.engine.document.EditFormat;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.edit.Alignment;
import org.stratonomy.engine.edit.Edit;
import org.stratonomy.engine.edit.EditWords;
import org.stratonomy.engine.edit.RegionEditor;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Choice;
import org.stratonomy.engine.settings.Recipe;
import org.stratonomy.engine.settings.Recipes;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Scope.Layers;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.json.JsonMapper;

/** Edits are data: what was done can be written down, read, and done again. */
class EditProperties {
  private static final Mesh BAR = Shapes.bar(20, 30, 12);
  private static final MeshSource MESHES = Shapes.source(BAR);
  private static final Recipes RECIPES =
      new Recipes(
          List.of(
              new Recipe("plain", "Plain", Optional.empty(), Map.of(Setting.WALLS, Value.of(3)))));
  private static final PlanEditor EDITOR =
      new PlanEditor(MESHES, (mesh, name) -> List.of(mesh, mesh), () -> RECIPES);

  private static final Plan START =
      Shapes.plan(
          List.of(4.0), Shapes.everywhere(Map.of(Setting.WALLS, Value.of(2))).withId("all"));

  /** A session: edits that are carried out one after the other, where they can be. */
  private static List<Plan> carriedOut(List<Edit> edits, List<Edit> done) {
    List<Plan> plans = new ArrayList<>(List.of(START));
    for (Edit edit : edits) {
      try {
        Plan before = plans.getLast();
        plans.add(EDITOR.apply(new Job(before, ShelfReader.standard()), edit));
        done.add(edit);
      } catch (Problem refused) {
        assertThat(refused.remedy()).isNotBlank();
      }
    }
    return plans;
  }

  @Property(tries = 150, edgeCases = EdgeCasesMode.NONE)
  void editsThatWereWrittenDownGiveTheSamePlanAgain(@ForAll("sessions") List<Edit> session) {
    List<Edit> done = new ArrayList<>();
    Plan plan = carriedOut(session, done).getLast();
    List<Edit> read =
        done.stream()
            .map(
                edit ->
                    EditFormat.read(
                        JsonMapper.shared().readTree(EditFormat.write(edit).toString())))
            .toList();
    assertThat(read).isEqualTo(done);
    Plan again = carriedOut(read, new ArrayList<>()).getLast();
    assertThat(PlanFormat.write(again)).isEqualTo(PlanFormat.write(plan));
  }

  /** Nothing that an edit makes is refused when the plan is opened the next time. */
  @Property(tries = 150, edgeCases = EdgeCasesMode.NONE)
  void everyPlanOfASessionIsOneThatCanBeOpened(@ForAll("sessions") List<Edit> session) {
    for (Plan plan : carriedOut(session, new ArrayList<>())) {
      assertThat(PlanFormat.read("the plan", PlanFormat.write(plan))).isEqualTo(plan);
    }
  }

  @Example
  void everyKindOfEditIsAmongThoseTried() {
    Set<Class<?>> tried =
        kinds().stream().map(kind -> kind.sample().getClass()).collect(Collectors.toSet());
    assertThat(tried).containsExactlyInAnyOrder(Edit.class.getPermittedSubclasses());
    assertThat(EditFormat.schemas()).hasSameSizeAs(tried);
  }

  @Example
  void everyEditIsDescribedWithItsKeys() throws IOException {
    List<String> lines = Files.readAllLines(Path.of("../docs/formats/edits.md"));
    EditFormat.schemas()
        .forEach(
            (action, schema) -> {
              String keys =
                  schema.get("properties").propertyNames().stream()
                      .filter(key -> !key.equals("action"))
                      .map("`%s`"::formatted)
                      .collect(Collectors.joining(", "));
              assertThat(lines)
                  .as(action)
                  .anyMatch(
                      line ->
                          line.replace(" (may be missing)", "")
                              .startsWith("| `%s` | %s | ".formatted(action, keys)));
            });
  }

  static List<Edit> astray() {
    String piece = START.pieces().getFirst().id();
    Vector up = new Vector(0, 0, 1);
    return List.of(
        new Edit.Divide("nobody", 6),
        new Edit.Join(piece, 6),
        new Edit.MoveBoundary(piece, 6, 7),
        new Edit.EqualParts("nobody", 0, 6, 3, Optional.empty()),
        new Edit.CopyStrata(piece, "nobody"),
        new Edit.JoinPlan(6),
        new Edit.MovePlanBoundary(6, 7),
        new Edit.ApplyRecipe("nobody", "plain"),
        new Edit.ApplyRecipe("all", "nobody"),
        new Edit.Fill("nobody", new Edit.Filling(20, true, 3)),
        new Edit.AddRegion("nobody", RegionEditor.Kind.BOX),
        new Edit.RemoveRegion(piece, "nobody"),
        new Edit.SplitBody(piece, "nobody"),
        new Edit.Alternate("nobody", List.of(1)),
        new Edit.Place("nobody", new Placement(up, up, up)),
        new Edit.CopyPiece("nobody"),
        new Edit.RemovePiece("nobody"),
        new Edit.JoinPiece(piece, "nobody"),
        new Edit.SeparatePiece("nobody"),
        new Edit.Align(piece, "nobody", 0, Alignment.LOW),
        new Edit.AlignBody(piece, "nobody", piece, 0, Alignment.LOW),
        new Edit.AlignRegion(piece, "nobody", 0, Alignment.LOW),
        new Edit.ShiftBody(piece, "nobody", up),
        new Edit.MoveBody(piece, "nobody", Optional.empty()),
        new Edit.LayDown("nobody", up),
        new Edit.RenamePlan(" "),
        new Edit.LoadFilament(9, "slate"),
        new Edit.RenamePiece("nobody", "Tower"),
        new Edit.RenamePiece(piece, ""),
        new Edit.RenameBody(piece, "nobody", "Tower"),
        new Edit.RenameStratum(piece, "nobody", "Tower"),
        new Edit.FixPiece("nobody", true),
        new Edit.OrderBody(piece, "nobody", 1),
        new Edit.ChangeRegion(piece, new Region("nobody", "Box", CUBE)),
        new Edit.AddRule(1, START.rules().getFirst()),
        new Edit.MoveRule("nobody", 1),
        new Edit.RemoveRule("nobody"),
        new Edit.SwitchRule("nobody", false),
        new Edit.LimitRule("nobody", Scope.EVERYWHERE),
        new Edit.SetInRule("nobody", Setting.WALLS, Value.of(2)),
        new Edit.ClearInRule("nobody", Setting.WALLS),
        new Edit.ChangeStop(new Stop("nobody", 3, "")),
        new Edit.RemoveStop("nobody"));
  }

  private static final Region.Shape CUBE = new Region.Box(new Vector(0, 0, 3), new Vector(2, 2, 2));

  /** History is read by people: no ids, no names of classes, nothing without an end. */
  @Property(tries = 150, edgeCases = EdgeCasesMode.NONE)
  void everyEditIsSaidInAShortSentence(@ForAll("sessions") List<Edit> session) {
    Job job = new Job(START, ShelfReader.standard());
    assertThat(session)
        .allSatisfy(
            edit ->
                assertThat(EditWords.of(job, ShelfReader.standard(), edit))
                    .as(edit.toString())
                    .matches("[A-Z][^\\[\\]{}=]{5,199}")
                    .doesNotEndWith(".")
                    .doesNotContain("  "));
  }

  @Example
  void anEditIsSaidByTheNamesThatPeopleGave() {
    Shelf shelf = ShelfReader.standard();
    Job job = new Job(START, shelf);
    String piece = START.pieces().getFirst().id();
    String name = START.pieces().getFirst().name();
    Map<Edit, String> said = new HashMap<>();
    said.put(
        new Edit.MoveBoundary(piece, 4, 4.2),
        "Moved boundary of %s from 4 mm to 4.2 mm".formatted(name));
    said.put(
        new Edit.Set(Scope.ofPiece(piece), Setting.WALLS, Value.of(3)),
        "Set Walls to 3 lines for %s".formatted(name));
    said.put(
        new Edit.SetInRule("all", Setting.FILAMENT, Value.of(2)),
        "Set Filament slot to %s in rule 1 (everything)"
            .formatted(job.used().filament(START.slots().get(1)).name()));
    said.put(
        new Edit.LoadFilament(1, "slate"),
        "Loaded %s into slot 1".formatted(shelf.filament("slate").name()));
    said.put(new Edit.AddStop(new Stop("", 2.4, "nut")), "Added pause at 2.4 mm");
    said.put(new Edit.RenameStratum(piece, "s2", "Lid"), "Renamed stratum 2 to Lid");
    said.put(
        new Edit.Align(piece, piece, 2, Alignment.LOW),
        "Aligned %1$s with %1$s along Z".formatted(name));
    said.forEach((edit, words) -> assertThat(EditWords.of(job, shelf, edit)).isEqualTo(words));
  }

  @Example
  void anEditOfWhatIsNotThereIsRefused() {
    Job job = new Job(START, ShelfReader.standard());
    assertThat(astray())
        .allSatisfy(
            edit ->
                assertThatThrownBy(() -> EDITOR.apply(job, edit))
                    .as(edit.toString())
                    .isInstanceOf(Problem.class));
  }

  @Example
  void whatIsNoEditIsRefusedWithTheReason() {
    Map<String, String> bad = new HashMap<>();
    bad.put("{}", "no action");
    bad.put("{\"action\": \"EXPLODE\"}", "EXPLODE");
    bad.put("{\"action\": \"DIVIDE\", \"piece\": \"bar\"}", "height");
    bad.put("{\"action\": \"DIVIDE\", \"piece\": \"bar\", \"height\": \"low\"}", "height");
    bad.put("{\"action\": \"JOIN_PLAN\", \"height\": 1, \"piece\": \"bar\"}", "piece");
    bad.put("{\"action\": \"SET\", \"setting\": \"colour\", \"value\": 1}", "setting");
    bad.put("{\"action\": \"SET\", \"setting\": \"walls\", \"value\": \"many\"}", "many");
    bad.put("{\"action\": \"ARRANGE\", \"spacing\": null}", "spacing");
    bad.put(
        "{\"action\": \"ALIGN\", \"piece\": \"a\", \"other\": \"b\", \"axis\": 3, \"how\":"
            + " \"LOW\"}",
        "axis");
    bad.forEach(
        (text, word) ->
            assertThatThrownBy(() -> EditFormat.read(JsonMapper.shared().readTree(text)))
                .as(text)
                .isInstanceOfSatisfying(
                    Problem.class,
                    problem -> {
                      assertThat(problem.reason()).contains(word);
                      assertThat(problem.remedy()).isNotBlank();
                    }));
  }

  @Provide
  Arbitrary<List<Edit>> sessions() {
    return Arbitraries.<Edit>oneOf(List.copyOf(kinds())).list().ofMaxSize(12);
  }

  private static final Arbitrary<String> PIECES =
      Arbitraries.frequencyOf(
          Tuple.of(9, Arbitraries.just(START.pieces().getFirst().id())),
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

  private static List<Arbitrary<? extends Edit>> kinds() {
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
    Arbitrary<String> filaments = Arbitraries.of("slate", "chalk", "lost");
    Arbitrary<Integer> few = Arbitraries.integers().between(1, 3);
    return List.of(
        NAMES.map(Edit.RenamePlan::new),
        Arbitraries.of("workshop-one", "pair", "lost").map(Edit.ChooseMachine::new),
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
