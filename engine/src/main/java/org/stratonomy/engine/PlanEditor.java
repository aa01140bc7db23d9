package org.stratonomy.engine;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.stratonomy.engine.edit.BodyEditor;
import org.stratonomy.engine.edit.Divider;
import org.stratonomy.engine.edit.Edit;
import org.stratonomy.engine.edit.FillingRules;
import org.stratonomy.engine.edit.PieceEditor;
import org.stratonomy.engine.edit.PlanDivider;
import org.stratonomy.engine.edit.RegionEditor;
import org.stratonomy.engine.edit.RuleEditor;
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
      case Edit.ApplyRecipe e -> withRecipe(plan, e);
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
    };
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

  private Plan withRecipe(Plan plan, Edit.ApplyRecipe e) {
    if (plan.rule(e.rule()).isEmpty()) {
      throw bad("There is no rule '%s'.".formatted(e.rule()), "Choose a rule of the sheet.");
    }
    return plan.withRules(
        plan.rules().stream()
            .map(
                rule ->
                    rule.id().equals(e.rule())
                        ? rule.with(e.recipe(), recipes.get().values(e.recipe()))
                        : rule)
            .toList());
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
