package org.stratonomy.bench;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.stratonomy.demo.DemoPlan;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Progress;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.edit.Divider;
import org.stratonomy.engine.edit.RuleEditor;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.mesh.io.StlReader;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.Sections;

/**
 * Times the whole pipeline on the relief tile (about 200,000 triangles, 0.2 mm): from nothing, and
 * after single edits, with the share of each stage and the floors that no pipeline can beat.
 */
public final class PipelineBench {
  private static final int RUNS = 9;

  /** Edits are made over and over: first until the virtual machine has compiled what they need. */
  private static final int UNTIMED_ROUNDS = 4;

  private static final int TIMED_ROUNDS = 5;
  private static final long MEMO_BYTES = 1L << 30;
  private static final int THREADS = Runtime.getRuntime().availableProcessors();

  private final Plan plan;
  private final byte[] stl;
  private final Mesh mesh;
  private final MeshSource meshes;

  private PipelineBench() {
    StratFile file = DemoPlan.reliefTile();
    plan = file.plan();
    stl = file.meshes().values().iterator().next();
    mesh = StlReader.read("tile", ByteBuffer.wrap(stl));
    meshes = reference -> mesh;
  }

  public static void main(String[] args) {
    new PipelineBench().run();
  }

  private void run() {
    System.out.printf(
        "relief tile: %,d triangles, %d threads, medians of %d runs%n%n",
        mesh.triangleCount(), THREADS, RUNS);
    double cold = Timing.once(() -> fresh(Progress.NONE));
    Timing.row("first result in a cold process", cold, cold);
    double warm = Timing.median(RUNS, () -> fresh(Progress.NONE));
    Timing.row("everything, warm, nothing remembered", warm, warm);
    Timing.row(
        "reading the STL",
        Timing.median(RUNS, () -> StlReader.read("tile", ByteBuffer.wrap(stl))),
        warm);
    floors(warm);
    edits(warm);
    stages();
  }

  private PlanResult fresh(Progress progress) {
    try (Planner planner = new Planner(MEMO_BYTES, THREADS)) {
      return planner.compute(new Job(plan, ShelfReader.standard()), meshes, progress);
    }
  }

  private void floors(double warm) {
    Timing.row("floor: streaming the mesh once", Timing.median(RUNS, this::stream), warm);
    PlanResult result = fresh(Progress.NONE);
    PlacedPiece placed = result.placed().getFirst();
    PieceStack stack = result.stack().pieces().getFirst();
    Timing.row(
        "floor: sections only, one thread",
        Timing.median(RUNS, () -> sections(placed, stack)),
        warm);
    Sections cut = sections(placed, stack);
    Timing.row(
        "floor: one inset of each layer, one thread",
        Timing.median(
            RUNS,
            () -> {
              double area = 0;
              for (int i = 1; i <= stack.layers().size(); i++) {
                area += Plane.inset(cut.get(i).area(), 0.44).areaMm2();
              }
              return area;
            }),
        warm);
    Timing.row("writing the program", Timing.median(RUNS, () -> written(result)), warm);
    double seconds = Timing.median(RUNS, () -> written(result)) / 1000;
    System.out.printf(
        "   program: %,d bytes, %.0f MB/s%n", written(result), written(result) / seconds / 1e6);
    long crossings = 0;
    for (int i = 1; i <= stack.layers().size(); i++) {
      crossings += cut.get(i).area().pointCount();
    }
    System.out.printf("   outlines: %,d points after simplifying%n", crossings);
  }

  private Double stream() {
    double sum = 0;
    for (int t = 0; t < mesh.triangleCount(); t++) {
      for (int k = 0; k < 3; k++) {
        sum += mesh.coordinate(mesh.corner(t, k), 2);
      }
    }
    return sum;
  }

  private static Sections sections(PlacedPiece placed, PieceStack stack) {
    Sections sections = new Sections(placed, stack, new Memo(MEMO_BYTES));
    for (int i = 1; i <= stack.layers().size(); i++) {
      sections.get(i);
    }
    return sections;
  }

  private static long written(PlanResult result) {
    long[] count = new long[1];
    try {
      Planner.writeProgram(
          result,
          new OutputStream() {
            @Override
            public void write(int b) {
              count[0]++;
            }

            @Override
            public void write(byte[] bytes, int from, int length) {
              count[0] += length;
            }
          });
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return count[0];
  }

  /** What an edit costs in a process that has made such edits before. */
  private void edits(double warm) {
    try (Planner planner = new Planner(MEMO_BYTES, THREADS)) {
      Edits edits = new Edits(planner, warm);
      Scope second = new Scope(List.of("tile"), List.of("s2"));
      edits.time("edit: filament of one stratum", i -> set(second, Setting.FILAMENT, 1 + i % 6));
      edits.time(
          "edit: temperature of one stratum",
          i -> set(second, Setting.NOZZLE_TEMPERATURE, 200 + i));
      edits.time("edit: walls of one stratum (10 layers)", i -> set(second, Setting.WALLS, 3 + i));
      edits.time(
          "edit: a boundary moved by a layer",
          i -> new Divider(plan, "tile").move(7, 7.2 + 0.2 * i));
      edits.time(
          "edit: infill density of everything",
          i -> set(Scope.EVERYWHERE, Setting.INFILL_DENSITY, 16 + i));
      edits.time(
          "edit: a box of another filament moved",
          i -> divided(new Region.Box(new Vector(i, 0, 6), new Vector(40, 30, 8))));
      int[] moved = {0};
      Timing.row(
          "edit: the layer at the level, a box moved",
          Timing.median(
              RUNS,
              () ->
                  planner.preview(
                      new Job(
                          divided(
                              new Region.Box(
                                  new Vector(0.5 + moved[0]++, 0, 6), new Vector(40, 30, 8))),
                          ShelfReader.standard()),
                      meshes,
                      5)),
          warm);
      edits.time(
          "edit: depth of a core of another filament",
          i -> divided(new Region.Core(Depth.ofMm(1 + 0.1 * i), Depth.of(3))));
    }
  }

  /** The tile with one region that has a filament of its own. */
  private Plan divided(Region.Shape shape) {
    Piece piece = plan.pieces().getFirst();
    List<Region> regions = List.of(new Region("part", "Part", shape));
    Scope where = new Scope(List.of("tile"), List.of()).withRegions(List.of("part"));
    return RuleEditor.set(
        plan.withPiece(piece.withRegions(regions)), where, Setting.FILAMENT, Value.of(5));
  }

  private Plan set(Scope where, Setting setting, double value) {
    return RuleEditor.set(plan, where, setting, Value.of(value));
  }

  private interface Edited {
    Plan at(int i);
  }

  private final class Edits {
    private final Planner planner;
    private final double warm;

    Edits(Planner planner, double warm) {
      this.planner = planner;
      this.warm = warm;
    }

    void time(String name, Edited edited) {
      List<Double> times = new ArrayList<>();
      for (int round = 0; round < UNTIMED_ROUNDS + TIMED_ROUNDS; round++) {
        planner.forget();
        planner.compute(new Job(plan, ShelfReader.standard()), meshes, Progress.NONE);
        for (int i = 0; i < RUNS; i++) {
          Plan edit = edited.at(i);
          double millis =
              Timing.once(
                  () ->
                      planner.compute(
                          new Job(edit, ShelfReader.standard()), meshes, Progress.NONE));
          if (round >= UNTIMED_ROUNDS) {
            times.add(millis);
          }
        }
      }
      Timing.row(name, Timing.middle(times), warm);
    }
  }

  /** Time from the start of each stage to the start of the next. */
  private void stages() {
    Map<String, List<Double>> times = new LinkedHashMap<>();
    for (int run = 0; run < RUNS; run++) {
      Map<String, Long> starts = new LinkedHashMap<>();
      long begin = System.nanoTime();
      fresh(
          (stage, done, total) -> {
            if (done == 0) {
              starts.put(stage, System.nanoTime());
            }
          });
      long end = System.nanoTime();
      long before = begin;
      String name = "placing and layer stack";
      for (Map.Entry<String, Long> start : starts.entrySet()) {
        times.computeIfAbsent(name, n -> new ArrayList<>()).add((start.getValue() - before) / 1e6);
        name = start.getKey();
        before = start.getValue();
      }
      times.computeIfAbsent(name, n -> new ArrayList<>()).add((end - before) / 1e6);
    }
    System.out.println("\nwhere the time goes, nothing remembered:");
    double all = times.values().stream().mapToDouble(Timing::middle).sum();
    times.forEach((name, values) -> Timing.row(name, Timing.middle(values), all));
  }
}
