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
import net.jqwik.api.Arbitrary;
import net.jqwik.api.EdgeCasesMode;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
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
import org.stratonomy.engine.settings.Recipe;
import org.stratonomy.engine.settings.Recipes;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
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
        AnyEdit.kinds().stream().map(kind -> kind.sample().getClass()).collect(Collectors.toSet());
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
        new Edit.ChangeRegion(piece, new Region("nobody", "Box", AnyEdit.CUBE)),
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

  /** History is read by people: no ids, no names of classes, nothing without an end. */
  @Property(tries = 150, edgeCases = EdgeCasesMode.NONE)
  void everyEditIsSaidInAShortSentence(@ForAll("sessions") List<Edit> session) {
    List<Edit> done = new ArrayList<>();
    List<Plan> plans = carriedOut(session, done);
    Shelf shelf = ShelfReader.standard();
    for (int i = 0; i < done.size(); i++) {
      assertThat(EditWords.of(new Job(plans.get(i), shelf), shelf, done.get(i)))
          .as(done.get(i).toString())
          .matches("[A-Z][^\\[\\]{}=]{5,199}")
          .doesNotEndWith(".")
          .doesNotContain("  ");
    }
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
    return AnyEdit.sessions();
  }
}
