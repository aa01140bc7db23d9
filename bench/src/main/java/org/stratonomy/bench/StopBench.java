package org.stratonomy.bench;

import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicBoolean;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Progress;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/**
 * How long it takes from cancelling a computation until its threads work for others, at random
 * moments in the middle of very large layers: {@code ./stratonomy bench stop}.
 */
public final class StopBench {
  private static final int TIMES = 12;

  /** After this it is said what the threads still do, ms. */
  private static final int LONG_MS = 100;

  private StopBench() {}

  public static void main(String[] args) throws Exception {
    SplittableRandom random = new SplittableRandom(7);
    row("one layer 1.9 m wide, gyroid 95 %", slab(), "gyroid", 95, 0, random);
    row("one layer 1.9 m wide, lines 95 %", slab(), "lines", 95, 0, random);
    row("one layer 1.9 m wide, concentric 95 %", slab(), "concentric", 95, 0, random);
    row("one layer 1.9 m wide, solid", slab(), "lines", 20, 3, random);
    row("one layer of 10,000 pins", pins(10_000), "lines", 20, 3, random);
    row("one layer of an outline of 400,000 points", comb(100_000), "lines", 20, 3, random);
    System.exit(0);
  }

  private static void row(
      String name, Mesh mesh, String pattern, double density, int solid, SplittableRandom random)
      throws InterruptedException {
    double size = 1_900 / Math.max(mesh.report().bounds().sizeX(), 1e-9);
    Plan plan = plan(pattern, density, solid, size);
    Mesh small = slab();
    List<Double> millis = new ArrayList<>();
    double longest = 0;
    for (int i = 0; i < TIMES; i++) {
      try (Planner planner = new Planner(1 << 28, 2)) {
        AtomicBoolean stop = new AtomicBoolean();
        Progress progress =
            (stage, done, total) -> {
              if (stop.get()) {
                throw new Problem(Problem.Kind.SUPERSEDED, "plan", "Stopped.", "");
              }
            };
        Thread thread =
            new Thread(
                () -> {
                  try {
                    planner.compute(
                        new Job(plan, ShelfReader.standard()), reference -> mesh, progress);
                  } catch (Problem | IllegalStateException e) {
                    // Stopped, as it should be.
                  }
                });
        thread.start();
        Thread.sleep(random.nextInt(20, 1_500));
        boolean wasAtWork = thread.isAlive();
        long began = System.nanoTime();
        stop.set(true);
        thread.join(LONG_MS);
        if (wasAtWork && thread.isAlive()) {
          sayWhereThreadsAre();
        }
        thread.join();
        // The threads of the pool must be free as well, not only the one that waits for them.
        planner.compute(
            new Job(plan("lines", 20, 1, 0.1), ShelfReader.standard()),
            reference -> small,
            Progress.NONE);
        double took = (System.nanoTime() - began) / 1e6;
        if (wasAtWork) {
          millis.add(took);
          longest = Math.max(longest, took);
        }
      }
    }
    Collections.sort(millis);
    System.out.printf(
        Locale.ROOT,
        "%-45s %2d stops  median %6.1f ms  longest %6.1f ms%n",
        name,
        millis.size(),
        millis.isEmpty() ? 0 : millis.get(millis.size() / 2),
        longest);
  }

  private static void sayWhereThreadsAre() {
    Thread.getAllStackTraces()
        .forEach(
            (thread, stack) -> {
              if (thread.getName().startsWith("pool-") && stack.length > 2) {
                System.out.printf("  still at %s, %s, %s%n", stack[0], stack[1], stack[2]);
              }
            });
  }

  private static Plan plan(String pattern, double density, int solid, double scale) {
    Piece piece =
        new Piece(
            "sheet",
            "Sheet",
            List.of(new Body("body", "Sheet", "m")),
            new Placement(
                new Vector(125, 105, 0), new Vector(0, 0, 0), new Vector(scale, scale, 1)),
            List.of());
    Rule rule =
        new Rule(
            Scope.EVERYWHERE,
            Map.of(
                Setting.INFILL_PATTERN, Value.of(pattern),
                Setting.INFILL_DENSITY, Value.of(density),
                Setting.TOP_LAYERS, Value.of(solid),
                Setting.BOTTOM_LAYERS, Value.of(solid)));
    return new Plan(
        "Sheet", "workshop-one", List.of("chalk"), List.of(piece), List.of(rule), List.of());
  }

  private static Mesh slab() {
    TriangleSoup soup = new TriangleSoup(12);
    soup.box(new double[] {0, 0, 0}, new double[] {100, 100, 0.2});
    return MeshBuilder.build("slab", soup);
  }

  private static Mesh pins(int count) {
    TriangleSoup soup = new TriangleSoup(12 * count);
    for (int i = 0; i < count; i++) {
      double x = i % 100;
      double y = i / 100;
      soup.box(new double[] {x, y, 0}, new double[] {x + 0.7, y + 0.7, 0.2});
    }
    return MeshBuilder.build("pins", soup);
  }

  /** A plate with very many teeth on both sides. */
  private static Mesh comb(int teeth) {
    StringBuilder text = new StringBuilder();
    int n = 4 * teeth;
    for (int z = 0; z < 2; z++) {
      for (int i = 0; i < n; i++) {
        double a = 2 * Math.PI * i / n;
        double r = 50 + (i / 2 % 2 == 0 ? 0 : 0.3);
        text.append(
            String.format(
                Locale.ROOT, "v %.6f %.6f %.1f%n", r * Math.cos(a), r * Math.sin(a), 0.2 * z));
      }
    }
    text.append("v 0 0 0\nv 0 0 0.2\n");
    for (int i = 1; i <= n; i++) {
      int j = i % n + 1;
      text.append("f %d %d %d %d%n".formatted(i, j, n + j, n + i));
      text.append("f %d %d %d%n".formatted(2 * n + 1, j, i));
      text.append("f %d %d %d%n".formatted(2 * n + 2, n + i, n + j));
    }
    return MeshFiles.mesh("comb.obj", ByteBuffer.wrap(text.toString().getBytes()));
  }
}
