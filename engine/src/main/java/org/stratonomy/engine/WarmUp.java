package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.BooleanSupplier;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Shelf;

/**
 * Computes small made-up plans again and again, every other one with a core, so that the virtual
 * machine has compiled the engine before the first real plan comes: the first result is then there
 * several times as fast.
 */
public final class WarmUp {
  private static final int ROUNDS = 12;
  private static final String PIECE = "piece";
  private static final String CORE = "core";
  private static final int LAYERS = 60;
  private static final int SIDES = 400;
  private static final long MEMO_BYTES = 64L << 20;

  private WarmUp() {}

  /**
   * @param stop asked often; warming up ends when it is true
   */
  public static void run(Shelf shelf, BooleanSupplier stop) {
    Mesh mesh = rippled();
    Progress progress =
        (stage, done, total) -> {
          if (stop.getAsBoolean()) {
            throw new Problem(Problem.Kind.SUPERSEDED, "warming up", "It is over.", "Go on.");
          }
        };
    try {
      for (int round = 0; round < ROUNDS; round++) {
        try (Planner planner = new Planner(MEMO_BYTES, 1)) {
          planner.compute(new Job(plan(shelf, round % 2 == 1), shelf), reference -> mesh, progress);
        }
      }
    } catch (Problem over) {
      if (over.kind() != Problem.Kind.SUPERSEDED) {
        throw over;
      }
    }
  }

  private static Plan plan(Shelf shelf, boolean divided) {
    Region core = new Region(CORE, "Core", new Region.Core(Depth.of(2), Depth.of(3)));
    Piece piece =
        new Piece(
                PIECE,
                "Piece",
                List.of(new Body("body", "Body", "mesh")),
                Placement.at(100, 100),
                List.of())
            .withRegions(divided ? List.of(core) : List.of());
    List<Rule> rules = new ArrayList<>();
    rules.add(new Rule(Scope.EVERYWHERE, Map.of(Setting.LAYER_HEIGHT, Value.of(0.2))));
    if (divided) {
      Scope inside = new Scope(List.of(PIECE), List.of()).withRegions(List.of(CORE));
      rules.add(new Rule(inside, Map.of(Setting.FILAMENT, Value.of(2))));
    }
    String filament = shelf.filaments().getFirst().id();
    return new Plan(
        "Warming up",
        shelf.machines().getFirst().id(),
        List.of(filament, filament),
        List.of(piece),
        rules,
        List.of());
  }

  /** A hill with a wavy outline, so that there are skins, narrow places and infill. */
  private static Mesh rippled() {
    TriangleSoup soup = new TriangleSoup(2 * SIDES * LAYERS);
    double[] bottom = {0, 0, 0};
    double[] top = {0, 0, 0.2 * LAYERS};
    for (int k = 0; k < SIDES; k++) {
      for (int i = 0; i < LAYERS; i++) {
        double[] a = point(i, k);
        double[] b = point(i, k + 1);
        double[] c = point(i + 1, k + 1);
        double[] d = point(i + 1, k);
        add(soup, a, b, c, a, c, d);
      }
      add(soup, point(0, k + 1), point(0, k), bottom);
      add(soup, point(LAYERS, k), point(LAYERS, k + 1), top);
    }
    return MeshBuilder.build("warming up", soup);
  }

  private static double[] point(int layer, int k) {
    double angle = 2 * Math.PI * (k % SIDES) / SIDES;
    double r = 25 - 0.25 * layer + 1.5 * Math.sin(23 * angle) * Math.cos(7 * angle + layer / 9.0);
    return new double[] {r * Math.cos(angle), r * Math.sin(angle), 0.2 * layer};
  }

  private static void add(TriangleSoup soup, double[]... corners) {
    for (double[] p : corners) {
      soup.corner(p[0], p[1], p[2]);
    }
  }
}
