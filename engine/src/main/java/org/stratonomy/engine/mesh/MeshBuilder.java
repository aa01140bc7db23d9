package org.stratonomy.engine.mesh;

import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.SplittableRandom;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.guard.MemoryShare;
import org.stratonomy.engine.problem.Problem;

/**
 * Makes a {@link Mesh} of loose triangles: welds corners that fall together, drops triangles
 * without area, pairs half-edges, turns triangles so that neighbours agree and shells face
 * outwards.
 */
public final class MeshBuilder {
  /** Corners this near, as a share of the model's diagonal, are welded if edges stay open. */
  private static final double WELD_SHARE = 1e-6;

  /** Differs from run to run, so that no file can be made whose corners all meet in one slot. */
  private static final long SEED = new SplittableRandom().nextLong();

  /** Memory for each triangle while a mesh is made of it, bytes, about. */
  private static final long BYTES_EACH = 300;

  private final TriangleSoup soup;
  private double[] xyz;
  private int[] tri;
  private int[] twin;
  private int degenerate;

  private MeshBuilder(TriangleSoup soup) {
    this.soup = soup;
  }

  /**
   * @param name what to call the mesh in an error
   * @throws Problem if no triangle with an area is left, or a coordinate is not a finite number
   */
  public static Mesh build(String name, TriangleSoup soup) {
    try (MemoryShare _ = share(name, soup.triangleCount())) {
      return new MeshBuilder(soup).build(name);
    }
  }

  /**
   * Sets aside the memory that a number of triangles takes.
   *
   * @throws Problem if so much is not there
   */
  public static MemoryShare share(String name, long triangles) {
    return MemoryShare.take(BYTES_EACH * triangles)
        .orElseThrow(() -> Problem.ofMemory(Problem.Kind.MESH, name));
  }

  private Mesh build(String name) {
    checkFinite(name);
    weld(0);
    int open = pair();
    if (open > 0) {
      double[] exactXyz = xyz;
      int[] exactTri = tri;
      int exactDegenerate = degenerate;
      weld(WELD_SHARE * diagonal());
      if (pair() >= open) {
        xyz = exactXyz;
        tri = exactTri;
        degenerate = exactDegenerate;
      }
    }
    if (tri.length == 0) {
      throw new Problem(
          Problem.Kind.MESH,
          name,
          "It has no triangle with an area.",
          "Export the model again as a solid with at least four faces.");
    }
    HeightOrder.sort(xyz, tri);
    open = pair();
    Orientation orientation = new Orientation(xyz, tri, twin);
    int flipped = orientation.orient();
    open = flipped == 0 ? open : pair();
    int closed = 0;
    if (open > 0) {
      HoleCloser closer = new HoleCloser(xyz, tri, twin, diagonal());
      closed = closer.close();
      xyz = closer.vertices();
      tri = closer.triangles();
      open = closed == 0 ? open : pair();
    }
    MeshReport report =
        new MeshReport(
            tri.length / 3,
            xyz.length / 3,
            degenerate,
            open,
            closed,
            flipped,
            orientation.shellCount(),
            volume(),
            area(),
            bounds());
    return new Mesh(xyz, tri, twin, report, hash());
  }

  private void checkFinite(String name) {
    for (int c = 0; c < soup.cornerCount(); c++) {
      for (int axis = 0; axis < 3; axis++) {
        double value = soup.get(c, axis);
        if (!Double.isFinite(value) || Math.abs(value) > 1e12) {
          throw new Problem(
              Problem.Kind.MESH,
              name,
              "Triangle %d has the coordinate %s.".formatted(c / 3 + 1, value),
              "Every coordinate must be a finite number; export the model again.");
        }
      }
    }
  }

  /** Gives corners in the same place, or in the same cell of a grid, one vertex. */
  private void weld(double grid) {
    int n = soup.cornerCount() / 3 * 3;
    int[] slots = new int[Integer.highestOneBit(Math.max(8, n)) * 2];
    int mask = slots.length - 1;
    double[] points = new double[Math.max(12, n)];
    int[] vertexOf = new int[n];
    int count = 0;
    for (int c = 0; c < n; c++) {
      Interruption.check(c);
      double x = snapped(soup.get(c, 0), grid);
      double y = snapped(soup.get(c, 1), grid);
      double z = snapped(soup.get(c, 2), grid);
      long h = (Double.doubleToLongBits(x) ^ SEED) * 0x9e37_79b9_7f4a_7c15L;
      h = (h ^ (h >>> 29) ^ Double.doubleToLongBits(y)) * 0xbf58_476d_1ce4_e5b9L;
      h = (h ^ (h >>> 32) ^ Double.doubleToLongBits(z)) * 0x94d0_49bb_1331_11ebL;
      int slot = (int) (h ^ (h >>> 31)) & mask;
      while (true) {
        int v = slots[slot] - 1;
        if (v < 0) {
          if (3 * count + 3 > points.length) {
            points = Arrays.copyOf(points, 2 * points.length);
          }
          points[3 * count] = x;
          points[3 * count + 1] = y;
          points[3 * count + 2] = z;
          vertexOf[c] = count;
          slots[slot] = ++count;
          break;
        }
        if (points[3 * v] == x && points[3 * v + 1] == y && points[3 * v + 2] == z) {
          vertexOf[c] = v;
          break;
        }
        slot = (slot + 1) & mask;
      }
    }
    xyz = Arrays.copyOf(points, 3 * count);
    dropDegenerate(vertexOf);
  }

  private static double snapped(double value, double grid) {
    return grid == 0 ? value + 0.0 : Math.rint(value / grid) * grid + 0.0;
  }

  private void dropDegenerate(int[] vertexOf) {
    int kept = 0;
    tri = new int[vertexOf.length];
    for (int t = 0; t < vertexOf.length; t += 3) {
      int a = vertexOf[t];
      int b = vertexOf[t + 1];
      int c = vertexOf[t + 2];
      if (a != b && b != c && c != a) {
        tri[kept++] = a;
        tri[kept++] = b;
        tri[kept++] = c;
      }
    }
    degenerate = (vertexOf.length - kept) / 3;
    tri = Arrays.copyOf(tri, kept);
  }

  /** Finds neighbours and returns the number of edges with a triangle on one side only. */
  private int pair() {
    twin = EdgePairing.twins(tri);
    int open = 0;
    for (int other : twin) {
      open += other < 0 ? 1 : 0;
    }
    return open;
  }

  static int following(int halfEdge) {
    return halfEdge % 3 == 2 ? halfEdge - 2 : halfEdge + 1;
  }

  private Bounds bounds() {
    double[] b = {
      Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY,
      Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY
    };
    for (int i = 0; i < xyz.length; i++) {
      b[i % 3] = Math.min(b[i % 3], xyz[i]);
      b[3 + i % 3] = Math.max(b[3 + i % 3], xyz[i]);
    }
    return new Bounds(b[0], b[1], b[2], b[3], b[4], b[5]);
  }

  private double diagonal() {
    Bounds b = bounds();
    return Math.sqrt(b.sizeX() * b.sizeX() + b.sizeY() * b.sizeY() + b.sizeZ() * b.sizeZ());
  }

  private double volume() {
    double six = 0;
    for (int t = 0; t < tri.length; t += 3) {
      six += Orientation.sixfoldVolume(xyz, tri, t, 3 * tri[0]);
    }
    return six / 6;
  }

  private double area() {
    double twice = 0;
    for (int t = 0; t < tri.length; t += 3) {
      int a = 3 * tri[t];
      int b = 3 * tri[t + 1];
      int c = 3 * tri[t + 2];
      double ux = xyz[b] - xyz[a];
      double uy = xyz[b + 1] - xyz[a + 1];
      double uz = xyz[b + 2] - xyz[a + 2];
      double vx = xyz[c] - xyz[a];
      double vy = xyz[c + 1] - xyz[a + 1];
      double vz = xyz[c + 2] - xyz[a + 2];
      double nx = uy * vz - uz * vy;
      double ny = uz * vx - ux * vz;
      double nz = ux * vy - uy * vx;
      twice += Math.sqrt(nx * nx + ny * ny + nz * nz);
    }
    return twice / 2;
  }

  private String hash() {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      ByteBuffer buffer = ByteBuffer.allocate(1 << 16);
      for (double value : xyz) {
        room(digest, buffer);
        buffer.putDouble(value);
      }
      for (int value : tri) {
        room(digest, buffer);
        buffer.putInt(value);
      }
      digest.update(buffer.flip());
      return HexFormat.of().formatHex(digest.digest());
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  private static void room(MessageDigest digest, ByteBuffer buffer) {
    if (buffer.remaining() < Double.BYTES) {
      digest.update(buffer.flip());
      buffer.clear();
    }
  }
}
