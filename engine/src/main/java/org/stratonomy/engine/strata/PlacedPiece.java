package org.stratonomy.engine.strata;

import java.util.Arrays;
import java.util.List;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.problem.Problem;

/** A piece where it stands on the machine: its bodies' vertices in machine coordinates, mm. */
public final class PlacedPiece implements Memo.Sized {
  /** Nothing may lie further out than this, so that areas stay within their coordinates. */
  private static final double LIMIT_MM = 50_000;

  private final Piece piece;
  private final List<Mesh> meshes;
  private final double[][] vertices;
  private final Bounds bounds;
  private final Frame frame;
  private final Key key;

  /**
   * From the model's coordinates to the machine's.
   *
   * @param model bounds of the unturned, unscaled model
   */
  private record Frame(double[] matrix, double dx, double dy, double dz, Bounds model) {}

  private PlacedPiece(
      Piece piece, List<Mesh> meshes, double[][] vertices, Bounds bounds, Frame frame, Key key) {
    this.piece = piece;
    this.meshes = meshes;
    this.vertices = vertices;
    this.bounds = bounds;
    this.frame = frame;
    this.key = key;
  }

  /**
   * The same as {@link #of(Piece, MeshSource)}, without placing anew what only has other strata or
   * regions.
   */
  public static PlacedPiece of(Piece piece, MeshSource source, Memo memo) {
    PlacedPiece placed = memo.get(key(piece, source), PlacedPiece.class, () -> of(piece, source));
    return new PlacedPiece(
        piece, placed.meshes, placed.vertices, placed.bounds, placed.frame, placed.key);
  }

  private static Key key(Piece piece, MeshSource source) {
    Key.Builder key = Key.of("placed");
    for (Body body : piece.bodies()) {
      key.add(source.mesh(body.mesh()).hash());
      key.add(body.shift().x()).add(body.shift().y()).add(body.shift().z());
    }
    Placement placement = piece.placement();
    for (Placement.Vector v :
        List.of(placement.position(), placement.rotation(), placement.scale())) {
      key.add(v.x()).add(v.y()).add(v.z());
    }
    return key.build();
  }

  /**
   * Scales, turns and moves the meshes of a piece.
   *
   * @throws Problem if a mesh is missing or unusable, or the piece is far off
   */
  public static PlacedPiece of(Piece piece, MeshSource source) {
    List<Mesh> meshes = piece.bodies().stream().map(body -> source.mesh(body.mesh())).toList();
    Placement placement = piece.placement();
    double[] matrix = matrix(placement);
    double[][] vertices = new double[meshes.size()][];
    Bounds turned = null;
    for (int m = 0; m < vertices.length; m++) {
      vertices[m] = turn(meshes.get(m), matrix, piece.bodies().get(m).shift());
      Bounds bounds = Bounds.of(vertices[m]);
      turned = turned == null ? bounds : turned.with(bounds);
    }
    Placement.Vector to = placement.position();
    double dx = to.x() - (turned.minX() + turned.maxX()) / 2;
    double dy = to.y() - (turned.minY() + turned.maxY()) / 2;
    double dz = to.z() - turned.minZ();
    Bounds bounds =
        new Bounds(
            turned.minX() + dx,
            turned.minY() + dy,
            to.z(),
            turned.maxX() + dx,
            turned.maxY() + dy,
            turned.maxZ() + dz);
    checkReach(piece, bounds);
    for (double[] xyz : vertices) {
      for (int i = 0; i < xyz.length; i += 3) {
        xyz[i] += dx;
        xyz[i + 1] += dy;
        xyz[i + 2] += dz;
      }
    }
    Bounds model = model(piece, source);
    Frame frame = new Frame(matrix, dx, dy, dz, model);
    return new PlacedPiece(piece, meshes, vertices, bounds, frame, key(piece, source));
  }

  private static void checkReach(Piece piece, Bounds b) {
    double reach = 0;
    for (double c : new double[] {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()}) {
      reach = Math.max(reach, Math.abs(c));
    }
    if (!(reach <= LIMIT_MM)) {
      throw new Problem(
          Problem.Kind.PLAN,
          "piece '%s'".formatted(piece.id()),
          "It reaches %.0f mm away from the bed's corner.".formatted(reach),
          "Scale it down (its size is %.0f × %.0f × %.0f mm) or place it on the bed."
              .formatted(b.sizeX(), b.sizeY(), b.sizeZ()));
    }
  }

  private static double[] matrix(Placement placement) {
    double ax = Math.toRadians(placement.rotation().x());
    double ay = Math.toRadians(placement.rotation().y());
    double az = Math.toRadians(placement.rotation().z());
    double cx = Math.cos(ax);
    double sx = Math.sin(ax);
    double cy = Math.cos(ay);
    double sy = Math.sin(ay);
    double cz = Math.cos(az);
    double sz = Math.sin(az);
    Placement.Vector s = placement.scale();
    return new double[] {
      cz * cy * s.x(), (cz * sy * sx - sz * cx) * s.y(), (cz * sy * cx + sz * sx) * s.z(),
      sz * cy * s.x(), (sz * sy * sx + cz * cx) * s.y(), (sz * sy * cx - cz * sx) * s.z(),
      -sy * s.x(), cy * sx * s.y(), cy * cx * s.z()
    };
  }

  /**
   * Where a mesh in the model's coordinates comes to stand: its vertices in the machine's, mm.
   *
   * @param shift what to add to the model's coordinates before, mm
   */
  public double[] place(Mesh mesh, Placement.Vector shift) {
    double[] xyz = turn(mesh, frame.matrix, shift);
    for (int i = 0; i < xyz.length; i += 3) {
      xyz[i] += frame.dx;
      xyz[i + 1] += frame.dy;
      xyz[i + 2] += frame.dz;
    }
    return xyz;
  }

  /** Where a place of the model comes to stand, mm. */
  public Placement.Vector machine(Placement.Vector model) {
    double[] m = frame.matrix;
    return new Placement.Vector(
        m[0] * model.x() + m[1] * model.y() + m[2] * model.z() + frame.dx,
        m[3] * model.x() + m[4] * model.y() + m[5] * model.z() + frame.dy,
        m[6] * model.x() + m[7] * model.y() + m[8] * model.z() + frame.dz);
  }

  /**
   * A way of the machine in the model's axes, mm: the columns of the matrix are at right angles.
   */
  public Placement.Vector direction(Placement.Vector way) {
    double[] m = frame.matrix;
    double[] along = new double[3];
    for (int axis = 0; axis < 3; axis++) {
      double square = m[axis] * m[axis] + m[axis + 3] * m[axis + 3] + m[axis + 6] * m[axis + 6];
      along[axis] = (m[axis] * way.x() + m[axis + 3] * way.y() + m[axis + 6] * way.z()) / square;
    }
    return new Placement.Vector(along[0], along[1], along[2]);
  }

  /** Bounds of the unturned, unscaled model of a piece, mm. */
  public static Bounds model(Piece piece, MeshSource source) {
    return piece.bodies().stream()
        .map(body -> model(body, source))
        .reduce(Bounds::with)
        .orElseThrow();
  }

  /** Bounds of a body in the model's coordinates, mm. */
  public static Bounds model(Body body, MeshSource source) {
    Bounds b = source.mesh(body.mesh()).report().bounds();
    Placement.Vector by = body.shift();
    return new Bounds(
        b.minX() + by.x(),
        b.minY() + by.y(),
        b.minZ() + by.z(),
        b.maxX() + by.x(),
        b.maxY() + by.y(),
        b.maxZ() + by.z());
  }

  /** The middle of the bottom of the model's bounds, in the model's coordinates, mm. */
  public Placement.Vector origin() {
    Bounds b = frame.model;
    return new Placement.Vector((b.minX() + b.maxX()) / 2, (b.minY() + b.maxY()) / 2, b.minZ());
  }

  private static double[] turn(Mesh mesh, double[] m, Placement.Vector shift) {
    double[] xyz = new double[3 * mesh.vertexCount()];
    for (int v = 0; v < mesh.vertexCount(); v++) {
      double x = mesh.coordinate(v, 0) + shift.x();
      double y = mesh.coordinate(v, 1) + shift.y();
      double z = mesh.coordinate(v, 2) + shift.z();
      for (int axis = 0; axis < 3; axis++) {
        xyz[3 * v + axis] = m[3 * axis] * x + m[3 * axis + 1] * y + m[3 * axis + 2] * z;
      }
    }
    return xyz;
  }

  public Piece piece() {
    return piece;
  }

  public String id() {
    return piece.id();
  }

  public List<Mesh> meshes() {
    return meshes;
  }

  /** Vertices of a body in machine coordinates, x, y, z …, mm; not to be written to. */
  public double[] vertices(int body) {
    return vertices[body];
  }

  public Bounds bounds() {
    return bounds;
  }

  /** Lowest printed height: what sinks below the bed is not printed, mm. */
  public double bottom() {
    return Math.max(0, bounds.minZ());
  }

  public double top() {
    return bounds.maxZ();
  }

  @Override
  public int weight() {
    return Double.BYTES * Arrays.stream(vertices).mapToInt(xyz -> xyz.length).sum();
  }

  /** Of the meshes and the placement. */
  public Key key() {
    return key;
  }

  /** The meshes of all bodies of placed pieces, by what their plan calls them. */
  public static MeshSource meshes(List<PlacedPiece> placed) {
    return reference -> {
      for (PlacedPiece piece : placed) {
        List<Body> bodies = piece.piece().bodies();
        for (int b = 0; b < bodies.size(); b++) {
          if (bodies.get(b).mesh().equals(reference)) {
            return piece.meshes().get(b);
          }
        }
      }
      throw new IllegalArgumentException("no mesh of these pieces: " + reference);
    };
  }
}
