package org.stratonomy.bench;

import java.io.OutputStream;
import java.util.List;
import java.util.Map;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Progress;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.SectionRate;
import org.stratonomy.engine.strata.Sections;

/**
 * How cost grows with triangles and with layers: a fluted vase that keeps its shape whatever the
 * number of its triangles.
 */
public final class ScaleBench {
  private static final int RUNS = 3;
  private static final int THREADS = Runtime.getRuntime().availableProcessors();

  private ScaleBench() {}

  public static void main(String[] args) {
    System.out.printf(
        "%-10s %6s %12s %12s %14s %10s%n",
        "triangles", "layers", "sections ms", "all ms", "crossings/s", "used MB");
    int[] triangles = {62_500, 125_000, 250_000, 500_000, 1_000_000};
    measure(triangles[0], 100, false);
    for (int count : triangles) {
      measure(count, 250, true);
    }
    for (int layers : new int[] {125, 250, 500, 1000}) {
      measure(250_000, layers, true);
    }
    measure(1_000_000, 500, true);
  }

  private static void measure(int triangles, int layers, boolean print) {
    double height = layers * 0.2;
    Mesh mesh = vase(triangles, height);
    Plan plan = plan();
    System.gc();
    double sections = Timing.median(RUNS, () -> sections(plan, mesh));
    SectionRate rate = rate(plan, mesh);
    double cutting = Timing.median(RUNS, rate::cut);
    long crossings = crossings(mesh, layers, height);
    System.gc();
    double all = Timing.median(RUNS, () -> all(plan, mesh));
    Runtime runtime = Runtime.getRuntime();
    if (print) {
      System.out.printf(
          "%,10d %6d %12.0f %12.0f %,14.0f %10.0f%n",
          mesh.triangleCount(),
          layers,
          sections,
          all,
          crossings / cutting * 1000,
          (runtime.totalMemory() - runtime.freeMemory()) / 1e6);
    }
  }

  /** Triangles cut by the middle planes of all layers. */
  private static long crossings(Mesh mesh, int layers, double height) {
    long sum = 0;
    for (int t = 0; t < mesh.triangleCount(); t++) {
      double low = Double.POSITIVE_INFINITY;
      double high = Double.NEGATIVE_INFINITY;
      for (int k = 0; k < 3; k++) {
        double z = mesh.coordinate(mesh.corner(t, k), 2);
        low = Math.min(low, z);
        high = Math.max(high, z);
      }
      double step = height / layers;
      sum += (long) Math.floor(high / step + 0.5) - (long) Math.floor(low / step + 0.5);
    }
    return sum;
  }

  private static Object sections(Plan plan, Mesh mesh) {
    try (Planner planner = new Planner(1 << 20, 1)) {
      LayerStack stack = planner.check(new Job(plan, ShelfReader.standard()), ref -> mesh);
      PlacedPiece placed = PlacedPiece.of(plan.pieces().getFirst(), ref -> mesh);
      Sections sections = new Sections(placed, stack.pieces().getFirst(), new Memo(1L << 30));
      for (int i = 1; i <= stack.size(); i++) {
        sections.get(i);
      }
      return sections;
    }
  }

  private static SectionRate rate(Plan plan, Mesh mesh) {
    try (Planner planner = new Planner(1 << 20, 1)) {
      LayerStack stack = planner.check(new Job(plan, ShelfReader.standard()), ref -> mesh);
      PlacedPiece placed = PlacedPiece.of(plan.pieces().getFirst(), ref -> mesh);
      double[] planes =
          stack.pieces().getFirst().layers().stream().mapToDouble(l -> l.middle()).toArray();
      return new SectionRate(mesh, placed.vertices(0), planes);
    }
  }

  private static Object all(Plan plan, Mesh mesh) {
    try (Planner planner = new Planner(1L << 30, THREADS)) {
      PlanResult result =
          planner.compute(new Job(plan, ShelfReader.standard()), ref -> mesh, Progress.NONE);
      Planner.writeProgram(result, OutputStream.nullOutputStream());
      return result;
    } catch (java.io.IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private static Plan plan() {
    Piece piece =
        new Piece(
            "vase",
            "Vase",
            List.of(new Body("body", "Body", "vase")),
            Placement.at(125, 105),
            List.of());
    Rule rule = new Rule(Scope.EVERYWHERE, Map.of(Setting.SKIRT_LINES, Value.of(0)));
    return new Plan(
        "Vase", "workshop-one", List.of("chalk"), List.of(piece), List.of(rule), List.of());
  }

  /** Rings of quads: twice as many triangles as points. */
  private static Mesh vase(int triangles, double height) {
    int rings = (int) Math.sqrt(triangles / 5.0);
    int sides = triangles / (2 * rings);
    TriangleSoup soup = new TriangleSoup(triangles + 2 * sides);
    double[] bottom = {0, 0, 0};
    double[] top = {0, 0, height};
    for (int k = 0; k < sides; k++) {
      for (int i = 0; i < rings; i++) {
        double[] a = point(i, k, rings, sides, height);
        double[] b = point(i, k + 1, rings, sides, height);
        double[] c = point(i + 1, k + 1, rings, sides, height);
        double[] d = point(i + 1, k, rings, sides, height);
        for (double[] p : new double[][] {a, b, c, a, c, d}) {
          soup.corner(p[0], p[1], p[2]);
        }
      }
      double[][] caps = {
        point(0, k + 1, rings, sides, height),
        point(0, k, rings, sides, height),
        bottom,
        point(rings, k, rings, sides, height),
        point(rings, k + 1, rings, sides, height),
        top
      };
      for (double[] p : caps) {
        soup.corner(p[0], p[1], p[2]);
      }
    }
    return MeshBuilder.build("vase", soup);
  }

  private static double[] point(int ring, int k, int rings, int sides, double height) {
    double angle = 2 * Math.PI * (k % sides) / sides;
    double u = (double) ring / rings;
    double r = 40 + 8 * Math.sin(3 * u) + 2.5 * Math.sin(31 * angle + 4 * u);
    return new double[] {r * Math.cos(angle), r * Math.sin(angle), u * height};
  }
}
