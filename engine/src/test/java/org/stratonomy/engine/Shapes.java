package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.plan.Stratum;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Shelf;

/** Solids with known formulas, and plans of them. */
public final class Shapes {
  private static final int SEGMENTS = 256;

  private Shapes() {}

  public static Mesh bar(double x, double y, double z) {
    TriangleSoup soup = new TriangleSoup(12);
    addBar(soup, 0, 0, 0, x, y, z);
    return MeshBuilder.build("bar", soup);
  }

  /** A bar that is open on one of its upright sides. */
  public static Mesh openBar(double x, double y, double z) {
    TriangleSoup soup = new TriangleSoup(10);
    addBar(soup, 1, 0, 0, 0, x, y, z);
    return MeshBuilder.build("open bar", soup);
  }

  public static void addBar(
      TriangleSoup soup, double x0, double y0, double z0, double x1, double y1, double z1) {
    addBar(soup, 0, x0, y0, z0, x1, y1, z1);
  }

  private static void addBar(
      TriangleSoup soup,
      int firstFace,
      double x0,
      double y0,
      double z0,
      double x1,
      double y1,
      double z1) {
    double[][] corners = new double[8][];
    for (int i = 0; i < 8; i++) {
      corners[i] =
          new double[] {(i & 4) == 0 ? x0 : x1, (i & 2) == 0 ? y0 : y1, (i & 1) == 0 ? z0 : z1};
    }
    int[][] faces = {
      {0, 1, 3, 2}, {4, 6, 7, 5}, {0, 4, 5, 1}, {2, 3, 7, 6}, {0, 2, 6, 4}, {1, 5, 7, 3}
    };
    for (int[] f : Arrays.copyOfRange(faces, firstFace, faces.length)) {
      for (int k : new int[] {f[0], f[1], f[2], f[0], f[2], f[3]}) {
        soup.corner(corners[k][0], corners[k][1], corners[k][2]);
      }
    }
  }

  /** A top 30 × 30 × 1 mm on one leg 10 mm wide in its middle, 4 mm high. */
  public static Mesh table() {
    TriangleSoup soup = new TriangleSoup(24);
    addBar(soup, 10, 0, 0, 20, 30, 4);
    addBar(soup, 0, 0, 4, 30, 30, 5);
    return MeshBuilder.build("table", soup);
  }

  /** A union of boxes that overlap at random. */
  public static Mesh boxes(long seed) {
    Random random = new Random(seed);
    TriangleSoup soup = new TriangleSoup(100);
    for (int i = 0; i < 5; i++) {
      double x = random.nextDouble() * 15;
      double y = random.nextDouble() * 15;
      addBar(
          soup,
          x,
          y,
          0,
          x + 6 + random.nextInt(9),
          y + 6 + random.nextInt(9),
          2 + random.nextInt(5));
    }
    return MeshBuilder.build("boxes", soup);
  }

  /** A solid over the XY plane whose top is given by heights at the points of a square grid. */
  public static Mesh heightField(double[][] heights, double step) {
    int n = heights.length;
    TriangleSoup soup = new TriangleSoup(4 * n * n);
    for (int i = 0; i + 1 < n; i++) {
      for (int j = 0; j + 1 < n; j++) {
        double[] a = {i * step, j * step, heights[i][j]};
        double[] b = {(i + 1) * step, j * step, heights[i + 1][j]};
        double[] c = {(i + 1) * step, (j + 1) * step, heights[i + 1][j + 1]};
        double[] d = {i * step, (j + 1) * step, heights[i][j + 1]};
        quad(soup, a, b, c, d);
        quad(soup, floor(d), floor(c), floor(b), floor(a));
        if (j == 0) {
          quad(soup, floor(a), floor(b), b, a);
        }
        if (j + 2 == n) {
          quad(soup, floor(c), floor(d), d, c);
        }
        if (i == 0) {
          quad(soup, floor(d), floor(a), a, d);
        }
        if (i + 2 == n) {
          quad(soup, floor(b), floor(c), c, b);
        }
      }
    }
    return MeshBuilder.build("height field", soup);
  }

  private static double[] floor(double[] p) {
    return new double[] {p[0], p[1], 0};
  }

  private static void quad(TriangleSoup soup, double[] a, double[] b, double[] c, double[] d) {
    for (double[] p : new double[][] {a, b, c, a, c, d}) {
      soup.corner(p[0], p[1], p[2]);
    }
  }

  /** An upright prism over a ring of which every edge is seen from the origin. */
  public static Mesh prism(double height, double... xy) {
    TriangleSoup soup = new TriangleSoup(2 * xy.length);
    int n = xy.length / 2;
    for (int i = 0; i < n; i++) {
      int j = (i + 1) % n;
      double[] a = {xy[2 * i], xy[2 * i + 1], 0};
      double[] b = {xy[2 * j], xy[2 * j + 1], 0};
      double[] c = {b[0], b[1], height};
      double[] d = {a[0], a[1], height};
      double[] low = {0, 0, 0};
      double[] high = {0, 0, height};
      for (double[] p : new double[][] {a, b, c, a, c, d, b, a, low, d, c, high}) {
        soup.corner(p[0], p[1], p[2]);
      }
    }
    return MeshBuilder.build("prism", soup);
  }

  /** A ring of points alternately at two distances from the origin. */
  public static double[] star(int tips, double inner, double outer) {
    double[] xy = new double[4 * tips];
    for (int i = 0; i < 2 * tips; i++) {
      double r = i % 2 == 0 ? outer : inner;
      xy[2 * i] = r * Math.cos(Math.PI * i / tips);
      xy[2 * i + 1] = r * Math.sin(Math.PI * i / tips);
    }
    return xy;
  }

  /** A torus about Z, its lowest point at zero. */
  public static Mesh torus(double middle, double thickness) {
    int n = 48;
    double[][] outline = new double[n + 1][];
    for (int i = 0; i <= n; i++) {
      double angle = 2 * Math.PI * (i % n) / n;
      outline[i] =
          new double[] {middle + thickness * Math.sin(angle), thickness * (1 - Math.cos(angle))};
    }
    return turned(outline);
  }

  /** A square frame of bars, with a square hole. */
  public static void addFrame(
      TriangleSoup soup, double x, double y, double size, double bar, double height) {
    addBar(soup, x, y, 0, x + size, y + bar, height);
    addBar(soup, x, y + size - bar, 0, x + size, y + size, height);
    addBar(soup, x, y, 0, x + bar, y + size, height);
    addBar(soup, x + size - bar, y, 0, x + size, y + size, height);
  }

  /** Ribs of several widths, 10 mm long, on one side of a bar of 5 mm. */
  public static Mesh comb(double height, double... widths) {
    TriangleSoup soup = new TriangleSoup(12 * widths.length + 12);
    double x = 1;
    for (double width : widths) {
      addBar(soup, x, 4, 0, x + width, 15, height);
      x += width + 1.5;
    }
    addBar(soup, 0, 0, 0, x, 5, height);
    return MeshBuilder.build("comb", soup);
  }

  /** A solid turned about Z from radii and heights, from the lower to the upper pole. */
  public static Mesh turned(double[]... outline) {
    TriangleSoup soup = new TriangleSoup(2 * SEGMENTS * outline.length);
    for (int i = 0; i + 1 < outline.length; i++) {
      for (int k = 0; k < SEGMENTS; k++) {
        double[][] quad = {
          point(outline[i], k), point(outline[i], k + 1),
          point(outline[i + 1], k + 1), point(outline[i + 1], k)
        };
        for (int c : new int[] {0, 1, 2, 0, 2, 3}) {
          soup.corner(quad[c][0], quad[c][1], quad[c][2]);
        }
      }
    }
    return MeshBuilder.build("turned", soup);
  }

  private static double[] point(double[] at, int k) {
    double angle = 2 * Math.PI * (k % SEGMENTS) / SEGMENTS;
    return new double[] {at[0] * Math.cos(angle), at[0] * Math.sin(angle), at[1]};
  }

  public static Mesh cylinder(double radius, double height) {
    return turned(
        new double[] {0, 0},
        new double[] {radius, 0},
        new double[] {radius, height},
        new double[] {0, height});
  }

  public static Mesh cone(double radius, double height) {
    return turned(new double[] {0, 0}, new double[] {radius, 0}, new double[] {0, height});
  }

  public static Mesh sphere(double radius) {
    List<double[]> outline = new ArrayList<>();
    int n = 128;
    for (int i = 0; i <= n; i++) {
      double angle = Math.PI * i / n;
      double r = i == 0 || i == n ? 0 : radius * Math.sin(angle);
      outline.add(new double[] {r, radius * (1 - Math.cos(angle))});
    }
    return turned(outline.toArray(double[][]::new));
  }

  /** A plan of one piece named "piece" in the middle of the bed, with slots chalk and slate. */
  public static Plan plan(List<Double> boundaries, Rule... rules) {
    return new Plan(
        "Test",
        "workshop-one",
        List.of("chalk", "slate"),
        List.of(
            new Piece(
                "piece",
                "Piece",
                List.of(new Body("body", "Body", "mesh")),
                Placement.at(125, 105),
                boundaries)),
        List.of(rules),
        List.of());
  }

  /** The piece of such a plan, raised off the bed. */
  public static Piece raised(double mm) {
    Piece piece = plan(List.of()).pieces().getFirst();
    return piece.withPlacement(
        piece.placement().withPosition(piece.placement().position().plus(new Vector(0, 0, mm))));
  }

  /** The same with regions in the piece. */
  public static Plan divided(List<Region> regions, Rule... rules) {
    Plan plan = plan(List.of(), rules);
    return plan.withPiece(plan.pieces().getFirst().withRegions(regions));
  }

  /** One piece with a box in it that has the second filament. */
  public static Plan withPart(Rule... more) {
    List<Rule> rules = new ArrayList<>(List.of(more));
    rules.add(region("part", Map.of(Setting.FILAMENT, Value.of(2))));
    Region box =
        new Region("part", "Part", new Region.Box(new Vector(0, 0, 3), new Vector(9, 9, 2)));
    return divided(List.of(box), rules.toArray(Rule[]::new));
  }

  /** A rule for what lies inside of a region. */
  public static Rule region(String id, Map<Setting, Value> set) {
    Scope where =
        new Scope(
            List.of(), List.of(), List.of(), List.of(id), List.of(), java.util.Optional.empty());
    return new Rule(where, set);
  }

  /** Time of a straight travel that begins and ends at rest, s; as in textbooks. */
  static double restToRest(double mm, Settings settings) {
    double speed = settings.number(Setting.TRAVEL_SPEED);
    double acceleration = settings.number(Setting.ACCELERATION);
    return mm > speed * speed / acceleration
        ? mm / speed + speed / acceleration
        : 2 * Math.sqrt(mm / acceleration);
  }

  /** A piece with names for its strata, from the lowest. */
  public static Piece named(Piece piece, String... names) {
    List<Stratum> strata = new ArrayList<>();
    for (Stratum stratum : piece.strata().all()) {
      strata.add(new Stratum(stratum.id(), names[strata.size()], stratum.top()));
    }
    return piece.withStrata(new Strata(strata));
  }

  public static Rule everywhere(Map<Setting, Value> set) {
    return new Rule(Scope.EVERYWHERE, set);
  }

  public static Rule stratum(int number, Map<Setting, Value> set) {
    return new Rule(new Scope(List.of(), List.of(Strata.id(number))), set);
  }

  /** A plan with what it uses of the shelf that ships. */
  public static Job job(Plan plan) {
    return new Job(plan, ShelfReader.standard());
  }

  public static MeshSource source(Mesh mesh) {
    return reference -> mesh;
  }

  /** All of a plan whose bodies all have the same mesh, with the shelf that ships. */
  public static PlanResult compute(Plan plan, Mesh mesh) {
    return compute(plan, mesh, ShelfReader.standard());
  }

  public static PlanResult compute(Plan plan, Mesh mesh, Shelf shelf) {
    try (Planner planner = new Planner(1 << 26, 2)) {
      return planner.compute(new Job(plan, shelf), source(mesh), Progress.NONE);
    }
  }

  /** An event of a kind, with what this kind can have of what is given. */
  public static Stop.Event event(Stop.Kind kind, Stop.Waiting waiting, List<String> lines) {
    return switch (kind) {
      case MESSAGE -> new Stop.Message();
      case COMMANDS -> new Stop.Commands(lines);
      case PAUSE -> new Stop.Pause(waiting);
      case FILLING -> new Stop.Filling(waiting);
    };
  }
}
