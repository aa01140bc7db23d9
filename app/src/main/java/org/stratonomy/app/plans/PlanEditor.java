package org.stratonomy.app.plans;

import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.plans.EditRequest.Action;
import org.stratonomy.app.shelf.RecipeService;
import org.stratonomy.engine.edit.BodyEditor;
import org.stratonomy.engine.edit.Divider;
import org.stratonomy.engine.edit.FillingRules;
import org.stratonomy.engine.edit.PieceEditor;
import org.stratonomy.engine.edit.PlanDivider;
import org.stratonomy.engine.edit.RegionEditor;
import org.stratonomy.engine.edit.RuleEditor;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.place.BeltStrata;
import org.stratonomy.engine.place.Placer;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Scope.Layers;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.BoundaryCheck;
import org.stratonomy.engine.strata.PlacedPiece;

/** Carries out single edits of plans. */
@Service
class PlanEditor {
  /** Room between a piece and its copy, mm. */
  private static final double SPACING_MM = 10;

  /** Edits that put boundaries where they may not be. */
  private static final Set<Action> DIVIDING =
      EnumSet.of(Action.DIVIDE, Action.MOVE_BOUNDARY, Action.EQUAL_PARTS, Action.COPY_STRATA);

  private final PlanService plans;
  private final MeshService meshes;
  private final RecipeService recipes;

  PlanEditor(PlanService plans, MeshService meshes, RecipeService recipes) {
    this.plans = plans;
    this.meshes = meshes;
    this.recipes = recipes;
  }

  PlanState edit(UUID id, EditRequest request) {
    Job job = plans.current(id, request.version());
    Plan plan = job.plan();
    Machine machine = job.machine();
    Plan edited = BeltStrata.kept(plan, edited(job, request), machine.belt(), meshes);
    if (DIVIDING.contains(request.action())) {
      List<Double> before = plan.piece(request.piece()).orElseThrow().boundaries();
      BoundaryCheck.check(placed(edited, request.piece(), machine), machine, before);
    }
    boolean brings = request.action() == Action.SPLIT_BODY;
    return plans.edit(
        id, request.version(), job, edited, brings ? PlanService.meshesOf(edited) : Set.of());
  }

  private Plan edited(Job job, EditRequest r) {
    Plan plan = job.plan();
    return switch (r.action()) {
      case DIVIDE ->
          new Divider(plan, given(r.piece(), "piece")).divide(given(r.height(), "height"));
      case JOIN -> new Divider(plan, given(r.piece(), "piece")).join(given(r.height(), "height"));
      case MOVE_BOUNDARY ->
          new Divider(plan, given(r.piece(), "piece"))
              .move(given(r.height(), "height"), given(r.to(), "to"));
      case EQUAL_PARTS -> equalParts(job, r);
      case SET -> RuleEditor.set(plan, where(r), setting(r), value(r));
      case CLEAR -> RuleEditor.clear(plan, where(r), setting(r));
      case ADD_REGION ->
          new RegionEditor(plan, given(r.piece(), "piece"))
              .add(given(r.kind(), "kind"), size(plan, r));
      case REMOVE_REGION ->
          new RegionEditor(plan, given(r.piece(), "piece")).remove(given(r.region(), "region"));
      case PLACE ->
          new PieceEditor(plan, given(r.piece(), "piece"))
              .place(placement(given(r.placement(), "placement")));
      case COPY_PIECE ->
          new PieceEditor(plan, given(r.piece(), "piece")).copy(placedWidth(plan, r) + SPACING_MM);
      case JOIN_PIECE -> placer(plan).join(given(r.piece(), "piece"), given(r.other(), "other"));
      case SEPARATE_PIECE -> placer(plan).separate(given(r.piece(), "piece"));
      case REMOVE_PIECE -> new PieceEditor(plan, given(r.piece(), "piece")).remove();
      case DIVIDE_PLAN -> new PlanDivider(plan).divide(given(r.height(), "height"));
      case JOIN_PLAN -> new PlanDivider(plan).join(given(r.height(), "height"));
      case MOVE_PLAN_BOUNDARY ->
          new PlanDivider(plan).move(given(r.height(), "height"), given(r.to(), "to"));
      case COPY_STRATA -> copiedStrata(job, r);
      case ARRANGE -> placer(plan).arrange(given(r.spacing(), "spacing"), job.machine());
      case ALIGN ->
          placer(plan)
              .align(
                  given(r.piece(), "piece"),
                  given(r.other(), "other"),
                  given(r.axis(), "axis"),
                  given(r.how(), "how"));
      case ALIGN_BODY ->
          placer(plan)
              .alignBody(
                  given(r.piece(), "piece"),
                  given(r.body(), "body"),
                  given(r.other(), "other"),
                  given(r.axis(), "axis"),
                  given(r.how(), "how"));
      case ALIGN_REGION ->
          placer(plan)
              .alignRegion(
                  given(r.piece(), "piece"),
                  given(r.region(), "region"),
                  given(r.axis(), "axis"),
                  given(r.how(), "how"));
      case SHIFT_BODY ->
          placer(plan)
              .shiftBody(
                  given(r.piece(), "piece"),
                  given(r.body(), "body"),
                  vector(given(r.shift(), "shift")));
      case LAY_DOWN ->
          placer(plan).layDown(given(r.piece(), "piece"), vector(given(r.normal(), "normal")));
      case MOVE_BODY ->
          placer(plan)
              .moveBody(
                  given(r.piece(), "piece"),
                  given(r.body(), "body"),
                  Objects.requireNonNullElse(r.other(), ""));
      case APPLY_RECIPE -> withRecipe(plan, given(r.rule(), "rule"), given(r.recipe(), "recipe"));
      case FILL -> filled(plan, given(r.piece(), "piece"), given(r.filling(), "filling"));
      case SPLIT_BODY -> split(plan, r);
      case ALTERNATE ->
          new BodyEditor(plan, given(r.piece(), "piece"))
              .alternate(middles(plan, r), given(r.slots(), "slots"));
    };
  }

  private Placer placer(Plan plan) {
    return new Placer(plan, meshes);
  }

  private static Plan filled(Plan plan, String piece, EditRequest.FillingRequest f) {
    return FillingRules.set(plan, piece, f.layer(), f.hollow(), f.withoutFan());
  }

  private Plan equalParts(Job job, EditRequest r) {
    Plan plan = job.plan();
    Divider divider = new Divider(plan, given(r.piece(), "piece"));
    PlacedPiece placed = placed(plan, r.piece(), job.machine());
    double from = given(r.height(), "height");
    double to = given(r.to(), "to");
    int parts = given(r.parts(), "parts");
    return r.slots() == null
        ? divider.equalParts(from, to, parts, placed.bottom(), placed.top())
        : divider.bands(from, to, parts, r.slots(), placed.bottom(), placed.top());
  }

  private Plan copiedStrata(Job job, EditRequest r) {
    Plan plan = job.plan();
    Divider divider = new Divider(plan, given(r.piece(), "piece"));
    PlacedPiece own = placed(plan, r.piece(), job.machine());
    PlacedPiece other = placed(plan, given(r.other(), "other"), job.machine());
    return divider.copyStrata(r.other(), own.bottom(), own.top() - own.bottom(), other.bottom());
  }

  private PlacedPiece placed(Plan plan, String piece, Machine machine) {
    return PlacedPiece.of(
        plan.piece(piece)
            .orElseThrow(() -> bad("There is no piece '%s'.".formatted(piece), "Choose another.")),
        meshes,
        machine.belt());
  }

  private Plan withRecipe(Plan plan, String id, String recipe) {
    if (plan.rule(id).isEmpty()) {
      throw bad("There is no rule '%s'.".formatted(id), "Choose a rule of the sheet.");
    }
    return plan.withRules(
        plan.rules().stream()
            .map(
                rule ->
                    rule.id().equals(id)
                        ? rule.with(recipe, recipes.recipes().values(recipe))
                        : rule)
            .toList());
  }

  private List<Bounds> bodies(Plan plan, EditRequest r) {
    return plan.piece(r.piece()).orElseThrow().bodies().stream()
        .map(body -> PlacedPiece.model(body, meshes))
        .toList();
  }

  /** Of the unturned, unscaled model. */
  private Vector size(Plan plan, EditRequest r) {
    Bounds all = bodies(plan, r).stream().reduce(Bounds::with).orElseThrow();
    return new Vector(all.sizeX(), all.sizeY(), all.sizeZ());
  }

  private double placedWidth(Plan plan, EditRequest r) {
    return plan.piece(r.piece()).stream()
        .mapToDouble(piece -> PlacedPiece.of(piece, meshes).bounds().sizeX())
        .sum();
  }

  private static Placement placement(EditRequest.PlacementRequest p) {
    return new Placement(vector(p.position()), vector(p.rotation()), vector(p.scale()));
  }

  private static Vector vector(List<Double> xyz) {
    return new Vector(xyz.get(0), xyz.get(1), xyz.get(2));
  }

  private List<Vector> middles(Plan plan, EditRequest r) {
    return bodies(plan, r).stream()
        .map(
            b ->
                new Vector(
                    (b.minX() + b.maxX()) / 2,
                    (b.minY() + b.maxY()) / 2,
                    (b.minZ() + b.maxZ()) / 2))
        .toList();
  }

  private Plan split(Plan plan, EditRequest r) {
    BodyEditor editor = new BodyEditor(plan, given(r.piece(), "piece"));
    String id = given(r.body(), "body");
    Body body =
        plan.piece(r.piece()).orElseThrow().bodies().stream()
            .filter(b -> b.id().equals(id))
            .findFirst()
            .orElseThrow(() -> bad("There is no body '%s'.".formatted(id), "Choose another."));
    return editor.split(id, meshes.split(body.mesh(), body.name()));
  }

  private static Scope where(EditRequest r) {
    EditRequest.PlaceRequest place =
        Objects.requireNonNullElse(
            r.where(), new EditRequest.PlaceRequest(null, null, null, null, null, null, null));
    List<Role> roles =
        listed(place.roles()).stream()
            .map(
                label ->
                    Role.byLabel(label)
                        .orElseThrow(
                            () ->
                                bad(
                                    "There is no role '%s'.".formatted(label),
                                    "Use a role of the shelf.")))
            .toList();
    return new Scope(
        listed(place.pieces()),
        listed(place.bodies()),
        listed(place.strata()),
        listed(place.regions()),
        roles,
        Optional.ofNullable(place.layers()).map(PlanEditor::layers),
        listed(place.planStrata()));
  }

  private static Layers layers(EditRequest.LayersRequest layers) {
    return new Layers(
        layers.from().equals("stratum") ? Layers.From.STRATUM : Layers.From.PIECE,
        Objects.requireNonNullElse(layers.first(), 1),
        Objects.requireNonNullElse(layers.last(), Layers.OPEN));
  }

  private static <T> List<T> listed(List<T> list) {
    return Objects.requireNonNullElse(list, List.of());
  }

  private static Setting setting(EditRequest r) {
    String id = given(r.setting(), "setting");
    return Setting.byId(id)
        .orElseThrow(
            () -> bad("There is no setting '%s'.".formatted(id), "Use an id of the catalogue."));
  }

  private static Value value(EditRequest r) {
    Setting setting = setting(r);
    if (r.course() == null) {
      return value(setting, given(r.value(), "value"));
    }
    return new Value.Course(
        r.course().from(),
        r.course().ramp(),
        r.course().steps().stream()
            .map(step -> new Value.Course.Step(step.layer(), step.value()))
            .toList());
  }

  private static Value value(Setting setting, String text) {
    if (setting.isChoice()) {
      return Value.of(text);
    }
    try {
      double number = Double.parseDouble(text.strip().replace(',', '.'));
      if (Double.isFinite(number)) {
        return Value.of(number);
      }
    } catch (NumberFormatException e) {
      // Said below, in the same words as for infinite numbers.
    }
    throw bad(
        "'%s' is not a number.".formatted(text), "Give %s as a number.".formatted(setting.label()));
  }

  private static <T> T given(T value, String field) {
    if (value == null) {
      throw bad("The field '%s' is missing.".formatted(field), "Send it along with the action.");
    }
    return value;
  }

  private static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "the edit", reason, remedy);
  }
}
