package org.stratonomy.engine.divide;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
import java.util.stream.DoubleStream;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Triangles;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.RingList;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.Section;
import org.stratonomy.engine.strata.Sections;

/**
 * A patch: in each layer a strip along the lines in which the layer's plane cuts the marked
 * triangles, and below (above) those that face up (down) what lies within some layers of them.
 */
final class PatchArea implements RegionArea {
  /** Triangles steeper than this have no area seen from above, mm². */
  private static final double LEAST_MM2 = 1e-9;

  private final Region.Patch patch;

  /** Corners of the marked triangles, nine numbers each, mm. */
  private final double[] marked;

  private final List<PieceLayer> layers;
  private final Sections sections;
  private final IntToDoubleFunction widths;
  private final Memo memo;
  private final Key key;

  PatchArea(
      Region.Patch patch,
      PlacedPiece placed,
      List<PieceLayer> layers,
      Sections sections,
      IntToDoubleFunction widths,
      Memo memo) {
    this.patch = patch;
    this.layers = layers;
    this.sections = sections;
    this.widths = widths;
    this.memo = memo;
    int body = placed.piece().bodies().stream().map(Body::id).toList().indexOf(patch.body());
    Mesh mesh = placed.meshes().get(body);
    marked = marked(patch.triangles(), mesh, placed.vertices(body));
    key = Key.of("patch").add(placed.key()).add(body).add(patch.toString()).build();
  }

  private static double[] marked(Triangles triangles, Mesh mesh, double[] xyz) {
    BitSet whole = triangles.set();
    whole.clear(mesh.triangleCount(), Math.max(mesh.triangleCount(), whole.length()));
    List<Triangles.Part> parts =
        triangles.parts().stream().filter(part -> part.triangle() < mesh.triangleCount()).toList();
    double[] marked = new double[9 * (whole.cardinality() + parts.size())];
    int at = 0;
    for (int t = whole.nextSetBit(0); t >= 0; t = whole.nextSetBit(t + 1)) {
      System.arraycopy(corners(mesh, xyz, t), 0, marked, at, 9);
      at += 9;
    }
    for (Triangles.Part part : parts) {
      double[] corners = part.corners(corners(mesh, xyz, part.triangle()));
      System.arraycopy(corners, 0, marked, at, 9);
      at += 9;
    }
    return marked;
  }

  private static double[] corners(Mesh mesh, double[] xyz, int triangle) {
    double[] corners = new double[9];
    for (int k = 0; k < 3; k++) {
      System.arraycopy(xyz, 3 * mesh.corner(triangle, k), corners, 3 * k, 3);
    }
    return corners;
  }

  @Override
  public Key key(int layer) {
    return Key.of("patch layer")
        .add(key)
        .add(sections.key(layer))
        .add(layers.get(layer - 1).bottom())
        .add(sidewaysMm(layer))
        .add(lowest(layer))
        .add(highest(layer))
        .build();
  }

  @Override
  public Area get(int layer) {
    return memo.get(key(layer), Section.class, () -> Section.of(cut(layer))).area();
  }

  private double sidewaysMm(int layer) {
    double amount = patch.sideways().amount();
    return patch.sideways().mm() ? amount : amount * widths.applyAsDouble(layer);
  }

  /** Height down to which marked triangles that face down reach into a layer, mm. */
  private double lowest(int layer) {
    PieceLayer at = layers.get(layer - 1);
    if (patch.upright().mm()) {
      return at.top() - patch.upright().amount();
    }
    int from = Math.max(0, layer - (int) patch.upright().amount());
    return patch.upright().amount() == 0 ? at.top() : layers.get(from).bottom();
  }

  /** Height up to which marked triangles that face up reach into a layer, mm. */
  private double highest(int layer) {
    PieceLayer at = layers.get(layer - 1);
    if (patch.upright().mm()) {
      return at.bottom() + patch.upright().amount();
    }
    int to = Math.min(layers.size() - 1, layer - 2 + (int) patch.upright().amount());
    return patch.upright().amount() == 0 ? at.bottom() : layers.get(to).top();
  }

  private Area cut(int layer) {
    PieceLayer at = layers.get(layer - 1);
    Rings sides = new Rings();
    Rings flats = new Rings();
    double sideways = sidewaysMm(layer);
    Strip strip = new Strip(sideways, sections.inwardMm(layer), sections.outwardMm(layer), sides);
    double middle = at.middle();
    double low = lowest(layer);
    double high = highest(layer);
    for (int t = 0; t < marked.length; t += 9) {
      Interruption.check();
      double[][] p = new double[3][];
      for (int k = 0; k < 3; k++) {
        int v = t + 3 * k;
        p[k] = new double[] {marked[v], marked[v + 1], marked[v + 2]};
      }
      strip.add(p, middle);
      double up =
          (p[1][0] - p[0][0]) * (p[2][1] - p[0][1]) - (p[2][0] - p[0][0]) * (p[1][1] - p[0][1]);
      if (up > LEAST_MM2) {
        addBetween(p, at.bottom(), high, flats);
      } else if (up < -LEAST_MM2) {
        addBetween(p, low, at.top(), flats);
      }
    }
    Area section = sections.get(layer).area();
    Area found = sections.withAdded(flats.within(section), layer);
    if (sides.any) {
      // What lies deeper is the inside of a shell that reaches into another one.
      Area rim = Plane.difference(section, Plane.inset(section, sideways));
      found = Plane.union(found, sides.within(rim));
    }
    return found;
  }

  /** Adds what of a triangle lies between two heights, seen from above. */
  private static void addBetween(double[][] p, double low, double high, Rings rings) {
    double least = Math.min(p[0][2], Math.min(p[1][2], p[2][2]));
    double most = Math.max(p[0][2], Math.max(p[1][2], p[2][2]));
    if (most < low || least > high || low >= high) {
      return;
    }
    List<double[]> ring = clipped(clipped(List.of(p), low, 1), high, -1);
    if (ring.size() > 2) {
      rings.add(ring.stream().flatMapToDouble(c -> DoubleStream.of(c[0], c[1])).toArray());
    }
  }

  /**
   * The part of a polygon above (sign 1) or below (sign -1) a height (Sutherland, Hodgman 1974).
   */
  private static List<double[]> clipped(List<double[]> polygon, double z, int sign) {
    List<double[]> kept = new ArrayList<>();
    for (int i = 0; i < polygon.size(); i++) {
      double[] a = polygon.get(i);
      double[] b = polygon.get((i + 1) % polygon.size());
      double da = sign * (a[2] - z);
      double db = sign * (b[2] - z);
      if (da >= 0) {
        kept.add(a);
      }
      if (da > 0 && db < 0 || da < 0 && db > 0) {
        double s = da / (da - db);
        kept.add(
            new double[] {
              a[0] + s * (b[0] - a[0]), a[1] + s * (b[1] - a[1]), a[2] + s * (b[2] - a[2])
            });
      }
    }
    return kept;
  }

  /** Rectangles along the lines in which a plane cuts triangles, and wedges where they turn. */
  private static final class Strip {
    /** How far rectangles reach to the inside and to the outside, mm. */
    private final double inner;

    private final double outer;
    private final Rings rings;

    /** Outward normals of the lines that end at a place, by its coordinates in units. */
    private final Map<Long, double[]> ends = new HashMap<>();

    /**
     * @param inwardMm how far inside of the model's outline that of the section may lie
     * @param outwardMm how far outside
     */
    Strip(double depth, double inwardMm, double outwardMm, Rings rings) {
      inner = depth == 0 ? 0 : depth + inwardMm;
      outer = Math.max(depth, outwardMm);
      this.rings = rings;
    }

    void add(double[][] p, double z) {
      double[] xy = new double[4];
      int n = 0;
      for (int k = 0; k < 3 && inner > 0; k++) {
        double[] a = p[k];
        double[] b = p[(k + 1) % 3];
        if (a[2] >= z != b[2] >= z) {
          double s = (z - a[2]) / (b[2] - a[2]);
          xy[n++] = a[0] + s * (b[0] - a[0]);
          xy[n++] = a[1] + s * (b[1] - a[1]);
        }
      }
      double length = Math.hypot(xy[2] - xy[0], xy[3] - xy[1]);
      if (n < 4 || length < Area.UNIT_MM) {
        return;
      }
      // Outwards, whichever way the triangle was gone around.
      double sign = isOutwards(p, xy[3] - xy[1], xy[0] - xy[2]) ? 1 : -1;
      double nx = (xy[3] - xy[1]) / length * sign;
      double ny = (xy[0] - xy[2]) / length * sign;
      rings.add(
          xy[0] + outer * nx,
          xy[1] + outer * ny,
          xy[2] + outer * nx,
          xy[3] + outer * ny,
          xy[2] - inner * nx,
          xy[3] - inner * ny,
          xy[0] - inner * nx,
          xy[1] - inner * ny);
      end(xy[0], xy[1], nx, ny);
      end(xy[2], xy[3], nx, ny);
    }

    private static boolean isOutwards(double[][] p, double dx, double dy) {
      double[] u = new double[3];
      double[] v = new double[3];
      for (int axis = 0; axis < 3; axis++) {
        u[axis] = p[1][axis] - p[0][axis];
        v[axis] = p[2][axis] - p[0][axis];
      }
      return (u[1] * v[2] - u[2] * v[1]) * dx + (u[2] * v[0] - u[0] * v[2]) * dy > 0;
    }

    /** Where a second line ends, the wedges between it and the first are filled on both sides. */
    private void end(double x, double y, double nx, double ny) {
      long place = ((long) Area.unit(x) << 32) ^ (Area.unit(y) & 0xffffffffL);
      double[] other = ends.putIfAbsent(place, new double[] {nx, ny});
      if (other != null) {
        wedge(x, y, nx, ny, other, outer);
        wedge(x, y, nx, ny, other, -inner);
      }
    }

    private void wedge(double x, double y, double nx, double ny, double[] other, double reach) {
      rings.add(x, y, x + reach * nx, y + reach * ny, x + reach * other[0], y + reach * other[1]);
    }
  }

  /** Collects rings that all run counter-clockwise, so that they add up. */
  private static final class Rings {
    private final RingList list = new RingList();
    private boolean any;

    Area within(Area limits) {
      return any ? Plane.intersection(Plane.nonZero(list), limits) : Area.EMPTY;
    }

    void add(double... xy) {
      double area = 0;
      int n = xy.length / 2;
      for (int i = 0, j = n - 1; i < n; j = i++) {
        area += xy[2 * j] * xy[2 * i + 1] - xy[2 * i] * xy[2 * j + 1];
      }
      for (int i = 0; i < n; i++) {
        int k = area > 0 ? i : n - 1 - i;
        list.add(Area.unit(xy[2 * k]), Area.unit(xy[2 * k + 1]));
      }
      list.close();
      any = true;
    }
  }
}
