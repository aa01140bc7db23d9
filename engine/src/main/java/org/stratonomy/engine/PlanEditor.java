package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.stratonomy.engine.edit.BodyEditor;
import org.stratonomy.engine.edit.Divider;
import org.stratonomy.engine.edit.Edit;
import org.stratonomy.engine.edit.FillingRules;
import org.stratonomy.engine.edit.PieceEditor;
import org.stratonomy.engine.edit.PlanDivider;
import org.stratonomy.engine.edit.RegionEditor;
import org.stratonomy.engine.edit.RuleEditor;
import org.stratonomy.engine.edit.SheetEditor;
import org.stratonomy.engine.edit.StopEditor;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.place.BeltStrata;
import org.stratonomy.engine.place.Placer;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Recipes;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.BoundaryCheck;
import org.stratonomy.engine.strata.PlacedPiece;

/** Carries out edits: the one way from a plan to the plan after an {@link Edit}. */
public final class PlanEditor {
  /** Room between a piece and its copy, mm. */
  private static final double SPACING_MM = 10;

  /** What errors are about. */
  private static final String WHAT = "the edit";

  private final MeshSource meshes;
  private final BodyEditor.Splitter splitter;
  private final Supplier<Recipes> recipes;

  /**
   * @param recipes of the shelf; looked at only when an edit asks for one
   */
  public PlanEditor(MeshSource meshes, BodyEditor.Splitter splitter, Supplier<Recipes> recipes) {
    this.meshes = meshes;
    this.splitter = splitter;
    this.recipes = recipes;
  }

  /**
   * The plan after an edit.
   *
   * @throws Problem if the edit names something that is not there, or cannot be carried out
   */
  public Plan apply(Job job, Edit edit) {
    Plan plan = job.plan();
    Machine machine = job.machine();
    Plan edited = BeltStrata.kept(plan, edited(plan, machine, edit), machine.belt(), meshes);
    divided(edit)
        .ifPresent(
            id ->
                BoundaryCheck.check(
                    placed(edited, id, machine), machine, piece(plan, id).boundaries()));
    return edited;
  }

  /** The piece that an edit puts boundaries into, where they may not be everywhere. */
  private static Optional<String> divided(Edit edit) {
    return switch (edit) {
      case Edit.Divide e -> Optional.of(e.piece());
      case Edit.MoveBoundary e -> Optional.of(e.piece());
      case Edit.EqualParts e -> Optional.of(e.piece());
      case Edit.CopyStrata e -> Optional.of(e.piece());
      default -> Optional.empty();
    };
  }

  private Plan edited(Plan plan, Machine machine, Edit edit) {
    return switch (edit) {
      case Edit.Divide e -> new Divider(plan, e.piece()).divide(e.height());
      case Edit.Join e -> new Divider(plan, e.piece()).join(e.height());
      case Edit.MoveBoundary e -> new Divider(plan, e.piece()).move(e.height(), e.to());
      case Edit.EqualParts e -> equalParts(plan, machine, e);
      case Edit.CopyStrata e -> copiedStrata(plan, machine, e);
      case Edit.DividePlan e -> new PlanDivider(plan).divide(e.height());
      case Edit.JoinPlan e -> new PlanDivider(plan).join(e.height());
      case Edit.MovePlanBoundary e -> new PlanDivider(plan).move(e.height(), e.to());
      case Edit.Set e -> RuleEditor.set(plan, e.where(), e.setting(), e.value());
      case Edit.Clear e -> RuleEditor.clear(plan, e.where(), e.setting());
      case Edit.ApplyRecipe e -> new SheetEditor(plan).apply(e.rule(), e.recipe(), recipes.get());
      case Edit.Fill e ->
          FillingRules.set(
              plan, e.piece(), e.filling().layer(), e.filling().hollow(), e.filling().withoutFan());
      case Edit.AddRegion e ->
          new RegionEditor(plan, e.piece()).add(e.kind(), size(piece(plan, e.piece())));
      case Edit.RemoveRegion e -> new RegionEditor(plan, e.piece()).remove(e.region());
      case Edit.SplitBody e -> new BodyEditor(plan, e.piece()).split(e.body(), splitter);
      case Edit.Alternate e ->
          new BodyEditor(plan, e.piece()).alternate(middles(piece(plan, e.piece())), e.slots());
      case Edit.Place e -> new PieceEditor(plan, e.piece()).place(e.placement());
      case Edit.CopyPiece e ->
          new PieceEditor(plan, e.piece()).copy(placedWidth(piece(plan, e.piece())) + SPACING_MM);
      case Edit.RemovePiece e -> new PieceEditor(plan, e.piece()).remove();
      case Edit.JoinPiece e -> placer(plan).join(e.piece(), e.other());
      case Edit.SeparatePiece e -> placer(plan).separate(e.piece());
      case Edit.Arrange e -> placer(plan).arrange(e.spacing(), machine);
      case Edit.Align e -> placer(plan).align(e.piece(), e.other(), e.axis(), e.how());
      case Edit.AlignBody e ->
          placer(plan).alignBody(e.piece(), e.body(), e.other(), e.axis(), e.how());
      case Edit.AlignRegion e -> placer(plan).alignRegion(e.piece(), e.region(), e.axis(), e.how());
      case Edit.ShiftBody e -> placer(plan).shiftBody(e.piece(), e.body(), e.shift());
      case Edit.MoveBody e -> placer(plan).moveBody(e.piece(), e.body(), e.other().orElse(""));
      case Edit.LayDown e -> placer(plan).layDown(e.piece(), e.normal());
      case Edit.RenamePlan e -> plan.withName(named(e.name()));
      case Edit.ChooseMachine e -> plan.withMachine(e.machine());
      case Edit.LoadFilament e -> loaded(plan, e);
      case Edit.AddSlot e -> plan.withSlots(with(plan.slots(), e.filament()));
      case Edit.RenamePiece e -> new PieceEditor(plan, e.piece()).rename(named(e.name()));
      case Edit.RenameBody e -> new BodyEditor(plan, e.piece()).rename(e.body(), named(e.name()));
      case Edit.RenameStratum e ->
          new PieceEditor(plan, e.piece()).renameStratum(e.stratum(), e.name().strip());
      case Edit.FixPiece e -> new PieceEditor(plan, e.piece()).fix(e.fixed());
      case Edit.OrderBody e -> new BodyEditor(plan, e.piece()).order(e.body(), e.number());
      case Edit.ChangeRegion e -> new RegionEditor(plan, e.piece()).change(e.region());
      case Edit.AddRule e -> new SheetEditor(plan).add(e.number(), e.rule());
      case Edit.MoveRule e -> new SheetEditor(plan).move(e.rule(), e.number());
      case Edit.RemoveRule e -> new SheetEditor(plan).remove(e.rule());
      case Edit.SwitchRule e -> new SheetEditor(plan).turn(e.rule(), e.on());
      case Edit.LimitRule e -> new SheetEditor(plan).limit(e.rule(), e.where());
      case Edit.SetInRule e -> new SheetEditor(plan).set(e.rule(), e.setting(), e.value());
      case Edit.ClearInRule e -> new SheetEditor(plan).clear(e.rule(), e.setting());
      case Edit.AddStop e -> new StopEditor(plan).add(e.stop());
      case Edit.ChangeStop e -> new StopEditor(plan).change(e.stop());
      case Edit.RemoveStop e -> new StopEditor(plan).remove(e.stop());
      case Edit.PlaceTower e -> plan.withPurging(plan.purging().withTower(e.at()));
      case Edit.SetPurging e -> plan.withPurging(plan.purging().with(e.from(), e.to(), e.volume()));
      case Edit.Accept e ->
          plan.withAccepted(
              with(notAccepted(plan, e.finding()), new Plan.Accepted(e.finding(), e.note())));
      case Edit.TakeBack e -> plan.withAccepted(notAccepted(plan, e.finding()));
    };
  }

  private static <T> List<T> with(List<T> list, T more) {
    return Stream.concat(list.stream(), Stream.of(more)).toList();
  }

  private static List<Plan.Accepted> notAccepted(Plan plan, String finding) {
    return plan.accepted().stream().filter(a -> !a.finding().equals(finding)).toList();
  }

  private static Plan loaded(Plan plan, Edit.LoadFilament e) {
    if (e.slot() > plan.slots().size()) {
      throw bad("There is no slot %d.".formatted(e.slot()), "Add a slot first.");
    }
    List<String> slots = new ArrayList<>(plan.slots());
    slots.set(e.slot() - 1, e.filament());
    return plan.withSlots(slots);
  }

  /**
   * @throws Problem if it is empty
   */
  private static String named(String name) {
    if (name.isBlank()) {
      throw bad("The new name is empty.", "Enter at least one letter.");
    }
    return name.strip();
  }

  private Placer placer(Plan plan) {
    return new Placer(plan, meshes);
  }

  private Plan equalParts(Plan plan, Machine machine, Edit.EqualParts e) {
    Divider divider = new Divider(plan, e.piece());
    PlacedPiece placed = placed(plan, e.piece(), machine);
    double bottom = placed.bottom();
    double top = placed.top();
    return e.slots().isEmpty()
        ? divider.equalParts(e.height(), e.to(), e.parts(), bottom, top)
        : divider.bands(e.height(), e.to(), e.parts(), e.slots().get(), bottom, top);
  }

  private Plan copiedStrata(Plan plan, Machine machine, Edit.CopyStrata e) {
    Divider divider = new Divider(plan, e.piece());
    PlacedPiece own = placed(plan, e.piece(), machine);
    PlacedPiece other = placed(plan, e.other(), machine);
    return divider.copyStrata(e.other(), own.bottom(), own.top() - own.bottom(), other.bottom());
  }

  private PlacedPiece placed(Plan plan, String id, Machine machine) {
    return PlacedPiece.of(piece(plan, id), meshes, machine.belt());
  }

  private static Piece piece(Plan plan, String id) {
    return plan.piece(id, WHAT);
  }

  private List<Bounds> bodies(Piece piece) {
    return piece.bodies().stream().map(body -> PlacedPiece.model(body, meshes)).toList();
  }

  /** Of the unturned, unscaled model. */
  private Vector size(Piece piece) {
    Bounds all = bodies(piece).stream().reduce(Bounds::with).orElseThrow();
    return new Vector(all.sizeX(), all.sizeY(), all.sizeZ());
  }

  private double placedWidth(Piece piece) {
    return PlacedPiece.of(piece, meshes).bounds().sizeX();
  }

  private List<Vector> middles(Piece piece) {
    return bodies(piece).stream()
        .map(
            b ->
                new Vector(
                    (b.minX() + b.maxX()) / 2,
                    (b.minY() + b.maxY()) / 2,
                    (b.minZ() + b.maxZ()) / 2))
        .toList();
  }

  private static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, WHAT, reason, remedy);
  }
}
