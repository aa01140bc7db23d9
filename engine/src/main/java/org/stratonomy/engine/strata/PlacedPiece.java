package org.stratonomy.engine.strata;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.shelf.Belt;

/**
 * A piece where it stands on the machine: its bodies' vertices in machine coordinates, mm. On a
 * belt these are turned so that the layers lie level; only {@link #bounds} stay as they are over
 * it.
 */
public final class PlacedPiece implements Memo.Sized {
  /** Nothing may lie further out than this, so that areas stay within their coordinates. */
  private static final double LIMIT_MM = 50_000;

  private final Piece piece;
  private final List<Mesh> meshes;
  private final double[][] vertices;
  private final Bounds bounds;
  private final Frame frame;
  private final Optional<Belt> belt;

  /** How far it reaches in level layers. */
  private final Bounds level;

  /** From which height on it may be supported, mm. */
  private final double foot;

  private final Key key;

  /**
   * From the model's coordinates to the machine's.
   *
   * @param model bounds of the unturned, unscaled model
   */
  private record Frame(double[] matrix, double dx, double dy, double dz, Bounds model) {
    Frame turned(Optional<Belt> belt) {
      if (belt.isEmpty()) {
        return this;
      }
      double[] turn = belt.get().turn();
      double[] product = new double[9];
      for (int row = 0; row < 3; row++) {
        for (int column = 0; column < 3; column++) {
          for (int k = 0; k < 3; k++) {
            product[3 * row + column] += turn[3 * row + k] * matrix[3 * k + column];
          }
        }
      }
      Vector by = belt.get().level(new Vector(dx, dy, dz));
      return new Frame(product, by.x(), by.y(), by.z(), model);
    }
  }

  private PlacedPiece(Piece piece, PlacedPiece like) {
    this.piece = piece;
    meshes = like.meshes;
    vertices = like.vertices;
    bounds = like.bounds;
    frame = like.frame;
    belt = like.belt;
    key = like.key;
    level = like.level;
    foot = like.foot;
  }

  /**
   * The same as {@link #of(Piece, MeshSource)}, without placing anew what only has other strata or
   * regions.
   */
  public static PlacedPiece of(Piece piece, MeshSource source, Optional<Belt> belt, Memo memo) {
    return new PlacedPiece(
        piece,
        memo.get(
            key(piece, source, belt),
            PlacedPiece.class,
            () -> new PlacedPiece(piece, source, belt)));
  }

  private static Key key(Piece piece, MeshSource source, Optional<Belt> belt) {
    Key.Builder key = Key.of("placed").add(belt.map(Belt::tilt).orElse(0.0));
    for (Body body : piece.bodies()) {
      key.add(source.mesh(body.mesh()).hash());
      key.add(body.shift().x()).add(body.shift().y()).add(body.shift().z());
    }
    Placement placement = piece.placement();
    for (Vector v : List.of(placement.position(), placement.rotation(), placement.scale())) {
      key.add(v.x()).add(v.y()).add(v.z());
    }
    return key.build();
  }

  /**
   * Scales, turns and moves the meshes of a piece, over a bed.
   *
   * @throws Problem if a mesh is missing or unusable, or the piece is far off
   */
  public static PlacedPiece of(Piece piece, MeshSource source) {
    return of(piece, source, Optional.empty());
  }

  /**
   * Scales, turns and moves the meshes of a piece, and turns them again if there is a belt.
   *
   * @throws Problem if a mesh is missing or unusable, or the piece is far off
   */
  public static PlacedPiece of(Piece piece, MeshSource source, Optional<Belt> belt) {
    return new PlacedPiece(piece, source, belt);
  }

  private PlacedPiece(Piece piece, MeshSource source, Optional<Belt> belt) {
    this.piece = piece;
    this.belt = belt;
    meshes = piece.bodies().stream().map(body -> source.mesh(body.mesh())).toList();
    Placement placement = piece.placement();
    double[] matrix = matrix(placement);
    vertices = new double[meshes.size()][];
    Bounds turned = null;
    for (int m = 0; m < vertices.length; m++) {
      vertices[m] = turn(meshes.get(m), matrix, piece.bodies().get(m).shift());
      Bounds body = Bounds.of(vertices[m]);
      turned = turned == null ? body : turned.with(body);
    }
    Vector to = placement.position();
    double dx = to.x() - (turned.minX() + turned.maxX()) / 2;
    double dy = to.y() - (turned.minY() + turned.maxY()) / 2;
    double dz = to.z() - turned.minZ();
    bounds =
        new Bounds(
            turned.minX() + dx,
            turned.minY() + dy,
            to.z(),
            turned.maxX() + dx,
            turned.maxY() + dy,
            turned.maxZ() + dz);
    checkReach(piece, bounds);
    for (double[] xyz : vertices) {
      move(xyz, dx, dy, dz);
    }
    frame = new Frame(matrix, dx, dy, dz, model(piece, source)).turned(belt);
    foot = foot();
    belt.ifPresent(on -> Arrays.stream(vertices).forEach(xyz -> multiply(on.turn(), xyz)));
    level =
        belt.isEmpty()
            ? bounds
            : Arrays.stream(vertices).map(Bounds::of).reduce(Bounds::with).orElseThrow();
    key = key(piece, source, belt);
  }

  /** The least height from which on support of any of it may stand, before it is turned. */
  private double foot() {
    double least = Double.POSITIVE_INFINITY;
    for (int m = 0; m < vertices.length && belt.isPresent(); m++) {
      for (int i = 0; i < vertices[m].length; i += 3) {
        double height = belt.get().footHeight(vertices[m][i + 1], vertices[m][i + 2]);
        least = Math.min(least, height);
      }
    }
    return belt.isPresent() ? Math.max(0, least) : 0;
  }

  private static void move(double[] xyz, double dx, double dy, double dz) {
    for (int i = 0; i < xyz.length; i += 3) {
      xyz[i] += dx;
      xyz[i + 1] += dy;
      xyz[i + 2] += dz;
    }
  }

  /** Multiplies each point by a matrix, told row by row. */
  private static void multiply(double[] m, double[] xyz) {
    for (int i = 0; i < xyz.length; i += 3) {
      double x = xyz[i];
      double y = xyz[i + 1];
      double z = xyz[i + 2];
      xyz[i] = m[0] * x + m[1] * y + m[2] * z;
      xyz[i + 1] = m[3] * x + m[4] * y + m[5] * z;
      xyz[i + 2] = m[6] * x + m[7] * y + m[8] * z;
    }
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
    Vector s = placement.scale();
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
  public double[] place(Mesh mesh, Vector shift) {
    double[] xyz = turn(mesh, frame.matrix, shift);
    move(xyz, frame.dx, frame.dy, frame.dz);
    return xyz;
  }

  /** Where a place of the model comes to stand, mm. */
  public Vector machine(Vector model) {
    double[] m = frame.matrix;
    return new Vector(
        m[0] * model.x() + m[1] * model.y() + m[2] * model.z() + frame.dx,
        m[3] * model.x() + m[4] * model.y() + m[5] * model.z() + frame.dy,
        m[6] * model.x() + m[7] * model.y() + m[8] * model.z() + frame.dz);
  }

  /**
   * A way of the machine in the model's axes, mm: the columns of the matrix are at right angles.
   */
  public Vector direction(Vector way) {
    double[] m = frame.matrix;
    double[] along = new double[3];
    for (int axis = 0; axis < 3; axis++) {
      double square = m[axis] * m[axis] + m[axis + 3] * m[axis + 3] + m[axis + 6] * m[axis + 6];
      along[axis] = (m[axis] * way.x() + m[axis + 3] * way.y() + m[axis + 6] * way.z()) / square;
    }
    return new Vector(along[0], along[1], along[2]);
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
    Vector by = body.shift();
    return new Bounds(
        b.minX() + by.x(),
        b.minY() + by.y(),
        b.minZ() + by.z(),
        b.maxX() + by.x(),
        b.maxY() + by.y(),
        b.maxZ() + by.z());
  }

  /** The middle of the bottom of the model's bounds, in the model's coordinates, mm. */
  public Vector origin() {
    Bounds b = frame.model;
    return new Vector((b.minX() + b.maxX()) / 2, (b.minY() + b.maxY()) / 2, b.minZ());
  }

  private static double[] turn(Mesh mesh, double[] m, Vector shift) {
    double[] xyz = new double[3 * mesh.vertexCount()];
    for (int i = 0; i < xyz.length; i++) {
      xyz[i] = mesh.coordinate(i / 3, i % 3);
    }
    move(xyz, shift.x(), shift.y(), shift.z());
    multiply(m, xyz);
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

  /** How far it reaches over the bed or belt, mm. */
  public Bounds bounds() {
    return bounds;
  }

  /** How far it reaches in level layers, mm: the same as {@link #bounds} but on a belt. */
  public Bounds level() {
    return level;
  }

  public Optional<Belt> belt() {
    return belt;
  }

  /** The least height from which on it may be supported, mm; 0 on a bed. */
  public double supportedFrom() {
    return foot;
  }

  /** Lowest printed height: what sinks below the bed is not printed, mm. */
  public double bottom() {
    return Math.max(0, level.minZ());
  }

  public double top() {
    return level.maxZ();
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
