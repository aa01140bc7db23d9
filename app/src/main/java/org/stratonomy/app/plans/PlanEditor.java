package org.stratonomy.app.plans;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.BodyEditor;
import org.stratonomy.engine.plan.Divider;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.PieceEditor;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Placement.Vector;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.RegionEditor;
import org.stratonomy.engine.plan.Role;
import org.stratonomy.engine.plan.RuleEditor;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Value;
import org.stratonomy.engine.plan.Where;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.strata.PlacedPiece;

/** Carries out single edits of plans. */
@Service
class PlanEditor {
  /** Room between a piece and its copy, mm. */
  private static final double SPACING_MM = 10;

  private final PlanService plans;
  private final MeshService meshes;

  PlanEditor(PlanService plans, MeshService meshes) {
    this.plans = plans;
    this.meshes = meshes;
  }

  PlanState edit(UUID id, EditRequest request) {
    Plan plan = PlanFormat.read("the plan", plans.get(id).document());
    return plans.edit(id, request.version(), edited(plan, request));
  }

  private Plan edited(Plan plan, EditRequest r) {
    return switch (r.action()) {
      case DIVIDE ->
          new Divider(plan, given(r.piece(), "piece")).divide(given(r.height(), "height"));
      case JOIN -> new Divider(plan, given(r.piece(), "piece")).join(given(r.height(), "height"));
      case MOVE_BOUNDARY ->
          new Divider(plan, given(r.piece(), "piece"))
              .move(given(r.height(), "height"), given(r.to(), "to"));
      case EQUAL_PARTS -> equalParts(plan, r);
      case SET -> {
        Setting setting = setting(r);
        yield RuleEditor.set(plan, where(r), setting, value(setting, given(r.value(), "value")));
      }
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
      case JOIN_PIECE -> joined(plan, r);
      case REMOVE_PIECE -> new PieceEditor(plan, given(r.piece(), "piece")).remove();
      case SPLIT_BODY -> split(plan, r);
      case ALTERNATE ->
          new BodyEditor(plan, given(r.piece(), "piece"))
              .alternate(middles(plan, r), given(r.slots(), "slots"));
    };
  }

  private Plan equalParts(Plan plan, EditRequest r) {
    Divider divider = new Divider(plan, given(r.piece(), "piece"));
    PlacedPiece placed = PlacedPiece.of(plan.piece(r.piece()).orElseThrow(), meshes);
    return divider.equalParts(
        given(r.height(), "height"),
        given(r.to(), "to"),
        given(r.parts(), "parts"),
        placed.bottom(),
        placed.top());
  }

  private List<Bounds> bodies(Plan plan, EditRequest r) {
    return plan.piece(r.piece()).orElseThrow().bodies().stream()
        .map(body -> meshes.mesh(body.mesh()).report().bounds())
        .toList();
  }

  /** Of the unturned, unscaled model. */
  private Vector size(Plan plan, EditRequest r) {
    Bounds all = bodies(plan, r).stream().reduce(Bounds::with).orElseThrow();
    return new Vector(all.sizeX(), all.sizeY(), all.sizeZ());
  }

  /** What was there stays where it stands: the placement is that of all bodies together. */
  private Plan joined(Plan plan, EditRequest r) {
    Plan joined = new PieceEditor(plan, given(r.piece(), "piece")).join(given(r.other(), "other"));
    Piece before = plan.piece(r.piece()).orElseThrow();
    Piece after = joined.piece(r.piece()).orElseThrow();
    double[] was = PlacedPiece.of(before, meshes).vertices(0);
    double[] is = PlacedPiece.of(after, meshes).vertices(0);
    Vector at = before.placement().position();
    Vector moved =
        new Vector(at.x() + was[0] - is[0], at.y() + was[1] - is[1], at.z() + was[2] - is[2]);
    return joined.withPiece(after.withPlacement(before.placement().withPosition(moved)));
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

  private static Where where(EditRequest r) {
    EditRequest.PlaceRequest place =
        Objects.requireNonNullElse(
            r.where(), new EditRequest.PlaceRequest(null, null, null, null, null));
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
    return new Where(
        listed(place.pieces()),
        listed(place.bodies()),
        listed(place.strata()),
        listed(place.regions()),
        roles,
        Optional.empty());
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

  private static Value value(Setting setting, String text) {
    if (!setting.choices().isEmpty()) {
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
