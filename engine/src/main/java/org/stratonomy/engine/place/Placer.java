package org.stratonomy.engine.place;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import org.stratonomy.engine.edit.Alignment;
import org.stratonomy.engine.edit.PieceEditor;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.PlacedPiece;

/**
 * Edits of a plan that depend on how large its pieces are and where they stand: arranging,
 * aligning, laying down, and moving bodies between pieces. What is not moved on purpose stays where
 * it stands.
 */
public final class Placer {
  private final Plan plan;
  private final MeshSource meshes;

  public Placer(Plan plan, MeshSource meshes) {
    this.plan = plan;
    this.meshes = meshes;
  }

  static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "placing", reason, remedy);
  }

  /**
   * Moves pieces apart, and onto the bed, with the least ways; pieces that are fixed stay.
   *
   * @param spacingMm room between pieces
   * @throws Problem if there is no room for a piece, or the room between pieces is negative
   */
  public Plan arrange(double spacingMm, Machine machine) {
    if (!(spacingMm >= 0)) {
      throw bad(
          "There cannot be %s mm between pieces.".formatted(Value.of(spacingMm)),
          "Give 0 mm or more.");
    }
    List<Piece> pieces = plan.pieces();
    List<Bounds> bounds = pieces.stream().map(piece -> placed(piece).bounds()).toList();
    List<Vector> ways =
        new Arranger(machine, spacingMm)
            .arrange(pieces.stream().map(Piece::name).toList(), bounds, fixed(pieces));
    Plan arranged = plan;
    for (int i = 0; i < pieces.size(); i++) {
      arranged = moved(arranged, pieces.get(i), ways.get(i));
    }
    return arranged;
  }

  private static List<Boolean> fixed(List<Piece> pieces) {
    return pieces.stream().map(Piece::fixed).toList();
  }

  /**
   * Moves a piece so that it is aligned with another one.
   *
   * @param axis 0, 1, 2 for X, Y, Z
   */
  public Plan align(String id, String otherId, int axis, Alignment how) {
    Piece piece = piece(id);
    PlacedPiece own = placed(piece);
    PlacedPiece other = placed(piece(otherId));
    double way =
        how == Alignment.ORIGIN
            ? axis(other.machine(Vector.ZERO), axis) - axis(own.machine(Vector.ZERO), axis)
            : way(own.bounds(), other.bounds(), axis, how);
    return moved(plan, piece, along(axis, way));
  }

  /**
   * Shifts a body within its piece so that it is aligned with another body of the piece, along the
   * model's own axes. All other bodies, and the regions, stay where they stand.
   *
   * @param axis 0, 1, 2 for the model's X, Y, Z
   */
  public Plan alignBody(String id, String bodyId, String otherId, int axis, Alignment how) {
    Piece piece = piece(id);
    Body body = body(piece, bodyId);
    Body other = body(piece, otherId);
    double way =
        how == Alignment.ORIGIN
            ? axis(other.shift(), axis) - axis(body.shift(), axis)
            : way(PlacedPiece.model(body, meshes), PlacedPiece.model(other, meshes), axis, how);
    return shiftBody(id, bodyId, body.shift().plus(along(axis, way)));
  }

  /**
   * Shifts the mesh of a region so that it is aligned with its piece, along the model's own axes.
   *
   * @param axis 0, 1, 2 for the model's X, Y, Z
   * @throws Problem if the region is no mesh
   */
  public Plan alignRegion(String id, String regionId, int axis, Alignment how) {
    Piece piece = piece(id);
    Region region =
        piece
            .region(regionId)
            .filter(r -> r.shape() instanceof Region.Solid)
            .orElseThrow(
                () ->
                    bad(
                        "There is no mesh region '%s' in %s.".formatted(regionId, piece.name()),
                        "Type where the region is instead."));
    Region.Solid solid = (Region.Solid) region.shape();
    Body asBody = new Body(regionId, regionId, solid.mesh(), solid.shift());
    double way =
        how == Alignment.ORIGIN
            ? -axis(solid.shift(), axis)
            : way(PlacedPiece.model(asBody, meshes), PlacedPiece.model(piece, meshes), axis, how);
    Region moved =
        region.withShape(new Region.Solid(solid.mesh(), solid.shift().plus(along(axis, way))));
    return plan.withPiece(
        piece.withRegions(piece.regions().stream().map(r -> r == region ? moved : r).toList()));
  }

  /**
   * Shifts a body within its piece; all else stays where it stands.
   *
   * @throws Problem if there is no such body
   */
  public Plan shiftBody(String id, String bodyId, Vector shift) {
    Piece piece = piece(id);
    Body shifted = body(piece, bodyId).withShift(shift);
    List<Body> bodies =
        piece.bodies().stream().map(b -> b.id().equals(bodyId) ? shifted : b).toList();
    return plan.withPiece(standing(piece, piece.withBodies(bodies)));
  }

  /**
   * Turns a piece so that a flat face of it lies on the bed.
   *
   * @param normal of the face, outwards, in the machine's axes
   */
  public Plan layDown(String id, Vector normal) {
    Piece piece = piece(id);
    Placement at = piece.placement();
    Vector rotation =
        Rotation.of(at.rotation()).then(Rotation.to(normal, new Vector(0, 0, -1))).degrees();
    Vector position = new Vector(at.position().x(), at.position().y(), 0);
    return new PieceEditor(plan, id).place(new Placement(position, rotation, at.scale()));
  }

  /** Takes over the bodies of another piece; what was there stays where it stands. */
  public Plan join(String id, String otherId) {
    Plan joined = new PieceEditor(plan, id).join(otherId);
    return joined.withPiece(standing(piece(id), joined.piece(id).orElseThrow()));
  }

  /** Makes a piece of its own of each body but the first, each where it stands. */
  public Plan separate(String id) {
    Plan separated = plan;
    for (Body body : piece(id).bodies().stream().skip(1).toList()) {
      separated = new Placer(separated, meshes).moveBody(id, body.id(), "");
    }
    return separated;
  }

  /**
   * Moves a body into another piece, or into a new one; rules and patches go with it, and it stays
   * where it stands unless both pieces are turned or scaled differently: then it joins the other on
   * the common origin of their files. Boundaries may come to lie outside of either piece.
   *
   * @param target id of the other piece; empty for a new one
   * @throws Problem if it is the only body
   */
  public Plan moveBody(String id, String bodyId, String target) {
    Piece from = piece(id);
    BodyMove move = new BodyMove(plan, from, body(from, bodyId));
    Plan changed = target.isEmpty() ? move.intoNew() : move.into(piece(target));
    Plan stands = changed.withPiece(standing(from, changed.piece(id).orElseThrow()));
    Piece to = stands.piece(move.target()).orElseThrow();
    Piece before = target.isEmpty() ? from : piece(target);
    Piece standing = standing(before, to);
    return stands.withPiece(target.isEmpty() ? standing : shifted(from, before, standing));
  }

  /** The body that a piece took over last, shifted to where it stood before. */
  private Piece shifted(Piece from, Piece before, Piece to) {
    boolean alike =
        from.placement().rotation().equals(before.placement().rotation())
            && from.placement().scale().equals(before.placement().scale());
    if (!alike) {
      return to;
    }
    Vector way = placed(from).machine(Vector.ZERO).minus(placed(before).machine(Vector.ZERO));
    Vector inModel = placed(before).direction(way);
    Body last = to.bodies().getLast();
    List<Body> bodies = new ArrayList<>(to.bodies());
    bodies.set(bodies.size() - 1, last.withShift(last.shift().plus(inModel)));
    return standing(to, to.withBodies(bodies));
  }

  /**
   * A piece whose bodies were changed, placed so that the origin of its model, and its regions,
   * stand where they stood.
   */
  private Piece standing(Piece before, Piece after) {
    Vector was = placed(before).machine(Vector.ZERO);
    Vector is = placed(after).machine(Vector.ZERO);
    Vector regions = placed(before).origin().minus(placed(after).origin());
    Placement at = after.placement();
    UnaryOperator<Vector> rounded = v -> new Vector(rounded(v.x()), rounded(v.y()), rounded(v.z()));
    return after
        .withPlacement(at.withPosition(rounded.apply(at.position().plus(was.minus(is)))))
        .withRegions(
            after.regions().stream()
                .map(region -> region.movedBy(rounded.apply(regions)))
                .toList());
  }

  private static double rounded(double mm) {
    return Math.rint(mm * 1e6) / 1e6;
  }

  static Plan moved(Plan plan, Piece piece, Vector way) {
    if (way.equals(Vector.ZERO)) {
      return plan;
    }
    Placement at = piece.placement();
    Vector to = at.position().plus(way);
    return new PieceEditor(plan, piece.id())
        .place(at.withPosition(new Vector(rounded(to.x()), rounded(to.y()), rounded(to.z()))));
  }

  private static Vector along(int axis, double mm) {
    return new Vector(axis == 0 ? mm : 0, axis == 1 ? mm : 0, axis == 2 ? mm : 0);
  }

  private static double way(Bounds own, Bounds other, int axis, Alignment how) {
    double low = axis(low(own), axis);
    double high = axis(high(own), axis);
    double otherLow = axis(low(other), axis);
    double otherHigh = axis(high(other), axis);
    return switch (how) {
      case LOW -> otherLow - low;
      case HIGH -> otherHigh - high;
      case AFTER -> otherHigh - low;
      case BEFORE -> otherLow - high;
      case MIDDLE, ORIGIN -> (otherLow + otherHigh - low - high) / 2;
    };
  }

  private static Vector low(Bounds b) {
    return new Vector(b.minX(), b.minY(), b.minZ());
  }

  private static Vector high(Bounds b) {
    return new Vector(b.maxX(), b.maxY(), b.maxZ());
  }

  private static double axis(Vector v, int axis) {
    return axis == 0 ? v.x() : axis == 1 ? v.y() : v.z();
  }

  private PlacedPiece placed(Piece piece) {
    return PlacedPiece.of(piece, meshes);
  }

  private Piece piece(String id) {
    return plan.piece(id)
        .orElseThrow(
            () -> bad("There is no piece '%s'.".formatted(id), "Choose a piece of the plan."));
  }

  private static Body body(Piece piece, String id) {
    return piece.bodies().stream()
        .filter(b -> b.id().equals(id))
        .findFirst()
        .orElseThrow(
            () ->
                bad("There is no body '%s' in %s.".formatted(id, piece.name()), "Choose another."));
  }
}
