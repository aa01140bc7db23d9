package org.stratonomy.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.guard.MemoryShare;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.Shells;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.program.Enclosures;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Shelf;
import tools.jackson.databind.node.ObjectNode;

/** Input that is made to do harm: it is read, refused with a reason, or ended; and nothing else. */
@Timeout(120)
class GuardTest {
  private static final Shelf SHELF = ShelfReader.standard();

  private static ByteBuffer stl(int triangles) {
    ByteBuffer stl = ByteBuffer.allocate(84 + 50 * triangles).order(ByteOrder.LITTLE_ENDIAN);
    return stl.putInt(80, triangles).position(84);
  }

  private static void put(ByteBuffer stl, float... corners) {
    stl.position(stl.position() + 12);
    for (float c : corners) {
      stl.putFloat(c);
    }
    stl.position(stl.position() + 2);
  }

  private static ByteBuffer tetrahedra(int count, boolean inwards, float size) {
    ByteBuffer stl = stl(4 * count);
    int[][] faces = {{0, 2, 1}, {0, 1, 3}, {1, 2, 3}, {2, 0, 3}};
    for (int s = 0; s < count; s++) {
      float x = 2 * (s % 200);
      float y = 2 * (s / 200);
      float[][] p = {{x, y, 0}, {x + size, y, 0}, {x, y + size, 0}, {x, y, size}};
      for (int[] f : faces) {
        float[] b = p[f[inwards ? 2 : 1]];
        float[] c = p[f[inwards ? 1 : 2]];
        put(stl, p[f[0]][0], p[f[0]][1], p[f[0]][2], b[0], b[1], b[2], c[0], c[1], c[2]);
      }
    }
    return stl.flip();
  }

  @Test
  void trianglesThatShareOneEdgeAreReadLikeAnyOthers() {
    ByteBuffer stl = stl(200_000);
    for (int t = 0; t < 200_000; t++) {
      put(stl, 0, 0, 0, 0, 0, 1, 1 + t % 1000, t / 1000, 0);
    }
    assertThat(MeshFiles.mesh("edge.stl", stl.flip()).report().triangles()).isEqualTo(200_000);
  }

  @Test
  void tenThousandShellsInsideOutAreTurned() {
    Mesh mesh = MeshFiles.mesh("shells.stl", tetrahedra(10_000, true, 1));
    assertThat(mesh.report().flipped()).isEqualTo(40_000);
    assertThat(mesh.report().volumeMm3()).isPositive();
    assertThat(Shells.split(mesh)).hasSize(10_000);
  }

  @Test
  void aHollowStaysOneHoweverManyShellsThereAre() {
    ByteBuffer around = tetrahedra(3_000, false, 1.9f);
    ByteBuffer stl = stl(12_000 + 4);
    stl.put(around.position(84));
    // A small one, inside out, well within the first.
    float[][] p = {{.2f, .2f, .2f}, {.4f, .2f, .2f}, {.2f, .4f, .2f}, {.2f, .2f, .4f}};
    for (int[] f : new int[][] {{0, 1, 2}, {0, 3, 1}, {1, 3, 2}, {2, 3, 0}}) {
      put(
          stl,
          p[f[0]][0],
          p[f[0]][1],
          p[f[0]][2],
          p[f[1]][0],
          p[f[1]][1],
          p[f[1]][2],
          p[f[2]][0],
          p[f[2]][1],
          p[f[2]][2]);
    }
    Mesh mesh = MeshFiles.mesh("hollow.stl", stl.flip());
    assertThat(mesh.report().flipped()).isZero();
    assertThat(Shells.count(mesh)).isEqualTo(3_000);
  }

  @Test
  void aFaceOfAThousandGroupsIsReadOnce() {
    StringBuilder text = new StringBuilder("v 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\ng");
    for (int i = 0; i < 1_000; i++) {
      text.append(" g").append(i);
    }
    text.append("\n").append("f 1 2 3\nf 1 3 4\n");
    List<MeshPart> parts =
        MeshFiles.read(
            "groups.obj", ByteBuffer.wrap(text.toString().getBytes(StandardCharsets.UTF_8)));
    assertThat(parts).hasSize(1);
    assertThat(parts.getFirst().name()).isEqualTo("g999");
    assertThat(parts.getFirst().mesh().triangleCount()).isEqualTo(2);
  }

  @Test
  void partsHaveAnEnd() {
    String amf = "<amf>" + "<volume/>".repeat(2_000) + "</amf>";
    assertThatThrownBy(
            () -> MeshFiles.read("a.amf", ByteBuffer.wrap(amf.getBytes(StandardCharsets.UTF_8))))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("more than 1000 meshes");
  }

  @Test
  void commasInAProgramAreNoPlan() {
    String line = "; enclosed: plan.strat" + ", ".repeat(500_000);
    assertThatThrownBy(() -> Enclosures.plan("x.gcode", line.getBytes(StandardCharsets.ISO_8859_1)))
        .isInstanceOf(Problem.class);
  }

  @Test
  void anErrorQuotesAFileShortly() {
    String xml = "<amf><x" + ".".repeat(50_000) + "y:z/></amf>";
    assertThatThrownBy(
            () -> MeshFiles.read("x.amf", ByteBuffer.wrap(xml.getBytes(StandardCharsets.UTF_8))))
        .isInstanceOfSatisfying(
            Problem.class, problem -> assertThat(problem.reason()).hasSizeLessThan(200));
    Problem problem =
        new Problem(Problem.Kind.MESH, "p".repeat(5_000), "a b ".repeat(5_000), "Mend it.");
    assertThat(problem.place()).hasSizeLessThan(120);
    assertThat(problem.reason()).hasSizeLessThan(700);
  }

  @Test
  void readingEndsWhenItsThreadIsInterrupted() {
    ByteBuffer large = tetrahedra(20_000, false, 1);
    for (String start : new String[] {"stl", "obj", "amf", "ply"}) {
      byte[] text =
          switch (start) {
            case "obj" ->
                ("v 0 0 0\nv 1 0 0\nv 0 1 0\n" + "f 1 2 3\n".repeat(50_000))
                    .getBytes(StandardCharsets.UTF_8);
            case "amf" ->
                ("<amf>" + "<a/>".repeat(50_000) + "</amf>").getBytes(StandardCharsets.UTF_8);
            case "ply" ->
                ("ply\nformat ascii 1.0\nelement vertex 50000\nproperty float x\n"
                        + "property float y\nproperty float z\nelement face 1\n"
                        + "property list uchar int vertex_indices\nend_header\n"
                        + "1 2 3\n".repeat(50_000)
                        + "3 0 1 2\n")
                    .getBytes(StandardCharsets.UTF_8);
            default -> large.array();
          };
      Thread.currentThread().interrupt();
      try {
        assertThatThrownBy(() -> MeshFiles.read("x." + start, ByteBuffer.wrap(text)))
            .as(start)
            .isInstanceOf(CancellationException.class);
      } finally {
        assertThat(Thread.interrupted()).isTrue();
      }
    }
  }

  private static Plan sheet(double size, String pattern) {
    Piece piece =
        new Piece(
            "sheet",
            "Sheet",
            List.of(new Body("body", "Sheet", "m")),
            new Placement(new Vector(125, 105, 0), new Vector(0, 0, 0), new Vector(size, size, 1)),
            List.of());
    Rule dense =
        new Rule(
            Scope.EVERYWHERE,
            Map.of(
                Setting.INFILL_PATTERN,
                Value.of(pattern),
                Setting.INFILL_DENSITY,
                Value.of(95),
                Setting.TOP_LAYERS,
                Value.of(0),
                Setting.BOTTOM_LAYERS,
                Value.of(0)));
    return new Plan(
        "Sheet", "workshop-one", List.of("chalk"), List.of(piece), List.of(dense), List.of());
  }

  private static Mesh slab() {
    return MeshFiles.mesh("slab.stl", slabStl());
  }

  private static ByteBuffer slabStl() {
    ByteBuffer stl = stl(4);
    put(stl, 0, 0, 0, 0, 1, 0, 1, 0, 0);
    put(stl, 0, 0, 0, 1, 0, 0, 0, 0, 0.2f);
    put(stl, 1, 0, 0, 0, 1, 0, 0, 0, 0.2f);
    put(stl, 0, 1, 0, 0, 0, 0, 0, 0, 0.2f);
    return stl.flip();
  }

  @Test
  void aComputationEndsInTheMiddleOfALayer() throws Exception {
    Mesh slab = slab();
    try (Planner planner = new Planner(1 << 26, 1)) {
      for (String pattern : List.of("gyroid", "lines", "honeycomb", "concentric")) {
        CountDownLatch inside = new CountDownLatch(1);
        AtomicReference<Throwable> end = new AtomicReference<>();
        Thread computing =
            new Thread(
                () -> {
                  try {
                    planner.compute(
                        Shapes.job(sheet(1_200, pattern)),
                        reference -> slab,
                        (stage, done, total) -> {
                          if (stage.equals("toolpaths")) {
                            inside.countDown();
                          }
                        });
                  } catch (Throwable e) {
                    end.set(e);
                  }
                });
        computing.start();
        inside.await();
        computing.interrupt();
        computing.join();
        if (end.get() != null) {
          assertThat(end.get()).isInstanceOf(Problem.class).hasMessageContaining("stopped");
        }
        // The only thread is free for others at once.
        planner.compute(Shapes.job(sheet(10, pattern)), reference -> slab, Progress.NONE);
      }
    }
  }

  @Test
  void whatLiesFarOffTheBedIsRefusedBeforeToolpaths() {
    Mesh slab = slab();
    try (Planner planner = new Planner(1 << 20, 1)) {
      assertThatThrownBy(() -> planner.check(Shapes.job(sheet(3_000, "gyroid")), reference -> slab))
          .isInstanceOf(Problem.class)
          .hasMessageContaining("far off the bed")
          .hasMessageContaining("scale it down");
      planner.check(Shapes.job(sheet(400, "gyroid")), reference -> slab);
    }
  }

  @Test
  void memoryIsSharedOut() {
    long most = Runtime.getRuntime().maxMemory();
    assertThat(MemoryShare.take(most)).isEmpty();
    try (MemoryShare _ = MemoryShare.take(most / 2).orElseThrow()) {
      assertThat(MemoryShare.take(most / 2)).isEmpty();
    }
    MemoryShare.take(most / 2).orElseThrow().close();
  }

  @Test
  void plainTextsHaveNoControlAndNoFormattingCharacters() {
    for (String bad :
        new String[] {"\n", "\r", "\0", "\t", "\u202e", "\u200b", "\u2028", "\ud800"}) {
      assertThat(PlainText.isPlain("a" + bad + "b")).isFalse();
      assertThat(PlainText.cleaned("a" + bad + "b")).isEqualTo("a b");
    }
    for (String good : new String[] {"", "Kelp 2", "Gründüngung", "海藻", "🪸", "a{{b}}"}) {
      assertThat(PlainText.isPlain(good)).isTrue();
      assertThat(good).matches(PlainText.PATTERN);
    }
    assertThat(PlainText.isPlainLines("G1 X1\nG1 X2\t; b")).isTrue();
    assertThat(PlainText.isPlainLines("G1 X1\rG1 X2")).isFalse();
  }

  @Test
  void aNameNeverBecomesALineOfTheProgram() {
    ObjectNode machine = ShelfFormat.write(SHELF.machine("workshop-one"));
    assertThatThrownBy(() -> ShelfFormat.machine(machine.put("name", "Bench\nM104 S299")))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("control or formatting");
    ObjectNode filament = ShelfFormat.write(SHELF.filament("chalk"));
    assertThatThrownBy(() -> ShelfFormat.filament(filament.put("material", "PLA\nM300")))
        .isInstanceOf(Problem.class);
    // What an older version kept is cleaned.
    assertThat(ShelfFormat.keptMachine(machine).name()).isEqualTo("Bench M104 S299");
    ObjectNode plan = PlanFormat.write(sheet(10, "grid"));
    assertThatThrownBy(() -> PlanFormat.read("plan", plan.put("name", "a\nM112")))
        .hasMessageContaining("control or formatting");
    assertThat(PlanFormat.kept("plan", plan.toString()).name()).isEqualTo("a M112");
  }

  @Test
  void templatesReachValuesOnlyAndMakeNoEndlessLines() {
    for (String template :
        new String[] {
          "{{plan.bytes}}",
          "{{plan.class}}",
          "{{nozzles.iterator.next}}",
          "{{>start}}",
          "{{#filaments}}".repeat(30) + "{{name}}" + "{{/filaments}}".repeat(30)
        }) {
      ObjectNode machine = ShelfFormat.write(SHELF.machine("workshop-one"));
      machine.putObject("ownLines").put("start", template);
      if (template.startsWith("{{#")) {
        ShelfFormat.machine(machine);
      } else {
        assertThatThrownBy(() -> ShelfFormat.machine(machine))
            .as(template)
            .isInstanceOf(Problem.class)
            .hasMessageContaining("no template");
      }
    }
  }
}
