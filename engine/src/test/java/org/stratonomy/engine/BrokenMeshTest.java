package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.function.Executable;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Meshes of every bad kind end in a program that can be printed, or in a named problem. */
class BrokenMeshTest {
  private static final Map<Setting, Value> SUPPORTED =
      Map.of(Setting.SUPPORT, Value.of("everywhere"), Setting.BRIM_LINES, Value.of(3));

  private static GcodeReader print(Mesh mesh, Map<Setting, Value> set) {
    return print(Shapes.plan(List.of(), Shapes.everywhere(set)), mesh);
  }

  private static GcodeReader print(Plan plan, Mesh mesh) {
    try (Planner planner = new Planner(1 << 26, 2)) {
      PlanResult result = planner.compute(Shapes.job(plan), Shapes.source(mesh), Progress.NONE);
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      Planner.writeProgram(result, bytes);
      return GcodeReader.read(bytes.toString(StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  /** Volume of a mesh printed solid, mm³. */
  private static double solidVolume(Mesh mesh) {
    return print(
            mesh, Map.of(Setting.INFILL_DENSITY, Value.of(100), Setting.SKIRT_LINES, Value.of(0)))
        .volume(1.75);
  }

  private static TriangleSoup soup(Mesh mesh) {
    TriangleSoup soup = new TriangleSoup(mesh.triangleCount());
    for (int t = 0; t < mesh.triangleCount(); t++) {
      add(soup, mesh, t, false);
    }
    return soup;
  }

  private static void add(TriangleSoup soup, Mesh mesh, int t, boolean turned) {
    for (int k : turned ? new int[] {0, 2, 1} : new int[] {0, 1, 2}) {
      int v = mesh.corner(t, k);
      soup.corner(mesh.coordinate(v, 0), mesh.coordinate(v, 1), mesh.coordinate(v, 2));
    }
  }

  @Property(tries = 20)
  void trianglesThatAreTurnedOverAreTurnedBack(@ForAll @Size(12) List<Boolean> turned) {
    Mesh bar = Shapes.bar(12, 12, 3);
    TriangleSoup soup = new TriangleSoup(12);
    for (int t = 0; t < bar.triangleCount(); t++) {
      add(soup, bar, t, turned.get(t));
    }
    double volume = solidVolume(MeshBuilder.build("turned", soup));
    assertThat(volume).isCloseTo(432, within(0.01 * 432));
  }

  @Property(tries = 25)
  void heapsOfTrianglesGiveAProgramOrAProblem(@ForAll("heaps") List<double[]> corners) {
    TriangleSoup soup = new TriangleSoup(60);
    corners.stream()
        .limit(corners.size() / 3 * 3)
        .forEach(xyz -> soup.corner(xyz[0], xyz[1], xyz[2]));
    try {
      assertThat(print(MeshBuilder.build("heap", soup), SUPPORTED).faults).isEmpty();
    } catch (Problem problem) {
      assertThat(problem.remedy()).isNotBlank();
    }
  }

  @Provide
  Arbitrary<List<double[]>> heaps() {
    Arbitrary<Double> across = Arbitraries.integers().between(0, 29).map(Integer::doubleValue);
    Arbitrary<Double> up = Arbitraries.integers().between(0, 11).map(Integer::doubleValue);
    return Combinators.combine(across, across, up)
        .as((x, y, z) -> new double[] {x, y, z})
        .list()
        .ofMinSize(3)
        .ofMaxSize(180);
  }

  @Test
  void anOpenBoxIsPrintedAsIfItWereClosed() {
    Mesh bar = Shapes.bar(10, 10, 4);
    TriangleSoup soup = new TriangleSoup(12);
    for (int t = 2; t < bar.triangleCount(); t++) {
      add(soup, bar, t, false);
    }
    Mesh open = MeshBuilder.build("open", soup);
    assertThat(open.report().openEdges()).isPositive();
    double volume = solidVolume(open);
    assertThat(volume).isCloseTo(400, within(0.02 * 400));
  }

  @Test
  void shellsThatOverlapAndCrossAreOneSolid() {
    TriangleSoup soup = new TriangleSoup(24);
    Shapes.addBar(soup, 0, 0, 0, 10, 10, 2);
    Shapes.addBar(soup, 5, 5, 0, 15, 15, 2);
    double volume = solidVolume(MeshBuilder.build("crossing", soup));
    assertThat(volume).isCloseTo(350, within(0.01 * 350));
  }

  @Property(tries = 40)
  void shellsThatShareFacesAndEdgesAreOneSolidInWhateverOrderTheyCome(
      @ForAll("orders") List<Integer> order) {
    TriangleSoup gate = new TriangleSoup(36);
    Shapes.addBar(gate, 0, 0, 0, 12, 12, 3);
    Shapes.addBar(gate, 0, 0, 2, 30, 12, 3);
    Shapes.addBar(gate, 26, 0, 0, 30, 12, 3);
    Mesh mesh = MeshBuilder.build("gate", gate);
    TriangleSoup shuffled = new TriangleSoup(36);
    order.forEach(t -> add(shuffled, mesh, t, false));
    Mesh again = MeshBuilder.build("shuffled", shuffled);
    assertThat(again.report().flipped()).isZero();
    double volume = solidVolume(again);
    double expected = 12 * 12 * 2 + 30 * 12 + 4 * 12 * 2;
    assertThat(volume).isCloseTo(expected, within(0.015 * expected));
  }

  @Test
  void aSheetWithoutThicknessGivesNoLinesOfItsOwn() {
    TriangleSoup soup = soup(Shapes.bar(10, 10, 3));
    for (double[] p :
        new double[][] {
          {20, 0, 0}, {20, 10, 0}, {20, 10, 3}, {20, 0, 0}, {20, 10, 3}, {20, 0, 3}
        }) {
      soup.corner(p[0], p[1], p[2]);
    }
    GcodeReader program =
        print(MeshBuilder.build("sheet", soup), Map.of(Setting.SKIRT_LINES, Value.of(0)));
    // Box and sheet together span X 115 to 135; the sheet stands at 135.
    assertThat(program.extrusions).isNotEmpty().allMatch(e -> Math.max(e.x0(), e.x1()) < 130);
  }

  @Test
  void aModelTenKilometresAwayIsBroughtToTheBed() {
    TriangleSoup soup = new TriangleSoup(12);
    Shapes.addBar(soup, 1e7, -1e7, 5e6, 1e7 + 10, -1e7 + 10, 5e6 + 2);
    double volume = solidVolume(MeshBuilder.build("far", soup));
    assertThat(volume).isCloseTo(200, within(0.01 * 200));
  }

  @Test
  void aMillionTinyTrianglesAreNoTrouble() {
    int n = 520;
    double[][] heights = new double[n][n];
    for (int i = 0; i < n; i++) {
      for (int j = 0; j < n; j++) {
        heights[i][j] = 1.5 + Math.sin(i * 0.05) * Math.cos(j * 0.04);
      }
    }
    Mesh field = Shapes.heightField(heights, 0.04);
    assertThat(field.triangleCount()).isGreaterThan(1_000_000);
    GcodeReader program =
        print(
            field, Map.of(Setting.SKIRT_LINES, Value.of(0), Setting.INFILL_DENSITY, Value.of(100)));
    assertThat(program.faults).isEmpty();
    assertThat(program.volume(1.75))
        .isCloseTo(field.report().volumeMm3(), within(0.03 * field.report().volumeMm3()));
  }

  /** Wherever it happens: while a model is fetched, or in one of the threads at work. */
  @Test
  void whatTakesMoreMemoryThanThereIsIsAProblemAndSmallerWorkGoesOn() {
    MeshSource huge =
        reference -> {
          throw new OutOfMemoryError("Java heap space");
        };
    Progress exhausted =
        (stage, done, total) -> {
          if (stage.equals("toolpaths") && done > 0) {
            throw new OutOfMemoryError("Java heap space");
          }
        };
    MeshSource small = Shapes.source(Shapes.bar(5, 5, 1));
    Plan plan = Shapes.plan(List.of());
    try (Planner planner = new Planner(1 << 26, 2)) {
      for (Executable attempt :
          List.<Executable>of(
              () -> planner.compute(Shapes.job(plan), huge, Progress.NONE),
              () -> planner.compute(Shapes.job(plan), small, exhausted),
              () -> planner.preview(Shapes.job(plan), huge, 0.5),
              () -> planner.profiles(Shapes.job(plan), huge),
              () -> planner.check(Shapes.job(plan), huge))) {
        Problem problem = assertThrows(Problem.class, attempt);
        assertThat(problem.reason()).contains("MB of memory");
        assertThat(problem.remedy()).contains("fewer triangles");
      }
      assertThat(planner.compute(Shapes.job(plan), small, Progress.NONE).stack().size())
          .isEqualTo(5);
    }
  }

  @Test
  void aComputationEndsSoonAfterItIsToldTo() {
    int n = 300;
    double[][] heights = new double[n][n];
    Random random = new Random(3);
    for (double[] row : heights) {
      for (int j = 0; j < n; j++) {
        row[j] = 1 + 0.4 * random.nextDouble();
      }
    }
    Mesh rough = Shapes.heightField(heights, 0.03);
    java.util.concurrent.atomic.AtomicLong told = new java.util.concurrent.atomic.AtomicLong();
    Progress progress =
        (stage, done, total) -> {
          if (stage.equals("toolpaths") && done == 0 && told.get() == 0) {
            told.set(System.nanoTime());
          } else if (told.get() > 0) {
            throw new Problem(Problem.Kind.SUPERSEDED, "test", "Enough.", "Go on.");
          }
        };
    try (Planner planner = new Planner(1 << 26, 2)) {
      org.assertj.core.api.Assertions.assertThatThrownBy(
              () ->
                  planner.compute(
                      Shapes.job(Shapes.plan(List.of())), Shapes.source(rough), progress))
          .isInstanceOfSatisfying(
              Problem.class, p -> assertThat(p.kind()).isEqualTo(Problem.Kind.SUPERSEDED));
      // The next computation is not held up by what is left of this one.
      assertThat(
              planner
                  .compute(
                      Shapes.job(Shapes.plan(List.of())),
                      Shapes.source(Shapes.bar(5, 5, 1)),
                      Progress.NONE)
                  .stack()
                  .size())
          .isEqualTo(5);
    }
  }

  @Provide
  Arbitrary<List<Integer>> orders() {
    return Arbitraries.shuffle(IntStream.range(0, 36).boxed().toList());
  }

  @Provide
  Arbitrary<double[][]> landscapes() {
    return Arbitraries.doubles()
        .between(0.3, 3.3)
        .array(double[].class)
        .ofSize(24)
        .array(double[][].class)
        .ofSize(24);
  }

  @Property(tries = 8)
  void heightFieldsAreFilledInside(@ForAll("landscapes") double[][] heights) {
    Mesh field = Shapes.heightField(heights, 1);
    double volume =
        print(
                field,
                Map.of(
                    Setting.INFILL_DENSITY,
                    Value.of(100),
                    Setting.SKIRT_LINES,
                    Value.of(0),
                    Setting.LAYER_HEIGHT,
                    Value.of(0.1),
                    Setting.FIRST_LAYER_HEIGHT,
                    Value.of(0.1)))
            .volume(1.75);
    assertThat(volume)
        .isCloseTo(field.report().volumeMm3(), within(0.06 * field.report().volumeMm3()));
  }

  @Test
  void everySettingAtTheEndsOfItsRangeGivesAProgramOrAProblem() {
    for (Setting setting : Setting.values()) {
      List<Value> values =
          !setting.isChoice()
              ? List.of(Value.of(setting.min()), Value.of(setting.max()))
              : setting.choices().stream().map(Value::of).toList();
      for (Value value : values) {
        try {
          GcodeReader program = print(Shapes.cone(5, 4), Map.of(setting, value));
          assertThat(program.faults).as("%s %s", setting.id(), value).isEmpty();
        } catch (Problem problem) {
          assertThat(problem.remedy()).isNotBlank();
        }
      }
    }
  }

  @Test
  void aPieceSunkIntoTheBedIsPrintedFromTheBedUp() {
    Plan plan = Shapes.plan(List.of(), Shapes.everywhere(SUPPORTED));
    plan =
        plan.withPiece(
            plan.pieces()
                .getFirst()
                .withPlacement(Placement.at(125, 105).withPosition(new Vector(125, 105, -3))));
    GcodeReader program = print(plan, Shapes.sphere(6));
    assertThat(program.faults).isEmpty();
    assertThat(program.extrusions).allMatch(e -> e.z() > 0.19);
  }
}
