package org.stratonomy.engine.mesh.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.stratonomy.engine.mesh.io.MeshTexts.amf;
import static org.stratonomy.engine.mesh.io.MeshTexts.asciiPly;
import static org.stratonomy.engine.mesh.io.MeshTexts.binaryPly;
import static org.stratonomy.engine.mesh.io.MeshTexts.bytes;
import static org.stratonomy.engine.mesh.io.MeshTexts.obj;
import static org.stratonomy.engine.mesh.io.MeshTexts.zip;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.FaceColours;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.MeshReport;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.problem.Problem;

class MeshFilesTest {
  private static final Mesh BAR = Shapes.bar(10, 20, 30);

  private static void assertBar(Mesh mesh, double scale) {
    assertThat(mesh.report().openEdges()).isZero();
    assertThat(mesh.report().volumeMm3())
        .isCloseTo(6000 * scale * scale * scale, within(1e-4 * 6000 * scale * scale * scale));
    assertThat(mesh.report().bounds().sizeZ()).isCloseTo(30 * scale, within(1e-4 * scale));
  }

  @Test
  void everyFormatGivesTheSameSolid() {
    assertBar(MeshFiles.mesh("bar.obj", bytes(obj(BAR, 1, "bar"))), 1);
    assertBar(MeshFiles.mesh("bar.ply", bytes(asciiPly(BAR))), 1);
    assertBar(MeshFiles.mesh("bar.ply", binaryPly(BAR, ByteOrder.LITTLE_ENDIAN)), 1);
    assertBar(MeshFiles.mesh("bar.ply", binaryPly(BAR, ByteOrder.BIG_ENDIAN)), 1);
    assertBar(MeshFiles.mesh("bar.amf", bytes(amf(BAR, "millimeter"))), 1);
    assertBar(MeshFiles.mesh("bar.amf", bytes(amf(BAR, "inch"))), 25.4);
  }

  @Test
  void facesOfMoreThanThreeCornersAreCut() {
    String cube =
        """
        v 0 0 0
        v 1 0 0
        v 1 1 0
        v 0 1 0
        v 0 0 1
        v 1 0 1
        v 1 1 1
        v 0 1 1
        f 4 3 2 1
        f 5 6 7 8
        f 1 2 6 5
        f 2 3 7 6
        f 3 4 8 7
        f 4 1 5 8
        """;
    MeshReport report = MeshFiles.mesh("cube.obj", bytes(cube)).report();
    assertThat(report.triangles()).isEqualTo(12);
    assertThat(report.volumeMm3()).isCloseTo(1, within(1e-9));
  }

  @ParameterizedTest
  @ValueSource(strings = {"v 0 0", "v 0", "v"})
  void verticesShortOfCoordinatesAreRefused(String line) {
    String lame = obj(BAR, 1, "bar").replaceFirst("v .*", line);
    assertThatThrownBy(() -> MeshFiles.read("lame.obj", bytes(lame)))
        .isInstanceOfSatisfying(
            Problem.class, problem -> assertThat(problem.remedy()).contains("Export"));
  }

  @Test
  void aWordWhereAnObjNeedsANumberIsNamed() {
    assertThatThrownBy(() -> MeshFiles.read("w.obj", bytes("v wide 0 0\nf 1 1 1\n")))
        .hasMessageContaining("no number is \"wide\"")
        .hasMessageNotContaining("Exception");
  }

  @Test
  void theGroupsOfAnObjAreParts() {
    String text = obj(BAR, 1, "base") + obj(Shapes.bar(5, 5, 5), 1 + BAR.vertexCount(), "knob");
    List<MeshPart> parts = MeshFiles.read("two.obj", bytes(text));
    assertThat(parts).extracting(MeshPart::name).containsExactly("base", "knob");
    assertThat(MeshFiles.mesh("two.obj#2", bytes(text)).report().volumeMm3())
        .isCloseTo(125, within(1e-3));
    assertThatThrownBy(() -> MeshFiles.mesh("two.obj#3", bytes(text)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("has 2 meshes");
  }

  private static byte[] threeMf(MeshPart... parts) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      ThreeMfWriter.write(List.of(parts), out);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  @Test
  void threeMfKeepsTheColoursOfTriangles() {
    Mesh bar = Shapes.bar(4, 9, 5);
    TriangleSoup soup = new TriangleSoup(bar.triangleCount());
    FaceColours faces = new FaceColours();
    for (int t = 0; t < bar.triangleCount(); t++) {
      for (int corner = 0; corner < 3; corner++) {
        int v = bar.corner(t, corner);
        soup.corner(bar.coordinate(v, 0), bar.coordinate(v, 1), bar.coordinate(v, 2));
      }
      if (t < 5) {
        faces.add(soup, t, t < 2 ? "#c0392f" : "#2f8f6b");
      }
    }
    MeshPart part = new MeshPart("Bar", bar, Optional.of("#ece7da"), faces);
    MeshPart plain = new MeshPart("Disc", Shapes.cylinder(20, 3), Optional.empty());
    List<MeshPart> read = MeshFiles.read("bar.3mf", ByteBuffer.wrap(threeMf(plain, part)));
    assertThat(read.get(0).faces().isEmpty()).isTrue();
    assertThat(read.get(0).colour()).isEmpty();
    MeshPart again = read.get(1);
    assertThat(again.colour()).map(String::toLowerCase).contains("#ece7da");
    assertThat(again.faces().on(again.mesh()).values())
        .extracting(BitSet::cardinality)
        .containsExactlyInAnyOrder(2, 3);
    assertThat(again.faces().on(bar)).isEqualTo(faces.on(bar));
  }

  @Test
  void threeMfKeepsNamesColoursAndPlaces() {
    MeshPart disc = new MeshPart("Disc & rim", Shapes.cylinder(20, 3), Optional.of("#ece7da"));
    MeshPart arrow = new MeshPart("Arrow", Shapes.bar(4, 9, 5), Optional.of("#c0392f"));
    byte[] file = threeMf(disc, arrow);
    assertThat(threeMf(disc, arrow)).isEqualTo(file);
    List<MeshPart> read = MeshFiles.read("badge.3mf", ByteBuffer.wrap(file));
    assertThat(read).extracting(MeshPart::name).containsExactly("Disc & rim", "Arrow");
    assertThat(read.get(1).colour()).map(String::toLowerCase).contains("#c0392f");
    for (int i = 0; i < 2; i++) {
      MeshReport before = (i == 0 ? disc : arrow).mesh().report();
      assertThat(read.get(i).mesh().report().bounds()).isEqualTo(before.bounds());
      assertThat(read.get(i).mesh().report().volumeMm3())
          .isCloseTo(before.volumeMm3(), within(1e-9 * before.volumeMm3()));
    }
  }

  private static final String TETRAHEDRON =
      "<mesh><vertices><vertex x=\"0\" y=\"0\" z=\"0\"/><vertex x=\"1\" y=\"0\" z=\"0\"/>"
          + "<vertex x=\"0\" y=\"1\" z=\"0\"/><vertex x=\"0\" y=\"0\" z=\"1\"/></vertices>"
          + "<triangles><triangle v1=\"0\" v2=\"2\" v3=\"1\"/><triangle v1=\"0\" v2=\"1\" v3=\"3\"/>"
          + "<triangle v1=\"1\" v2=\"2\" v3=\"3\"/><triangle v1=\"2\" v2=\"0\" v3=\"3\"/></triangles></mesh>";

  @Test
  void coloursOfTrianglesAreFoundAgainOnTheMesh() throws IOException {
    String coloured =
        TETRAHEDRON
            .replace("v1=\"0\" v2=\"2\" v3=\"1\"", "v1=\"0\" v2=\"2\" v3=\"1\" pid=\"5\" p1=\"1\"")
            .replace("v1=\"1\" v2=\"2\" v3=\"3\"", "v1=\"1\" v2=\"2\" v3=\"3\" p1=\"2\"");
    String model =
        "<model><resources><m:colorgroup xmlns:m=\"m\" id=\"5\"><m:color color=\"#ECE7DAFF\"/>"
            + "<m:color color=\"#C0392F\"/><m:color color=\"#4D5863\"/></m:colorgroup>"
            + "<object id=\"1\" pid=\"5\" pindex=\"0\">"
            + coloured
            + "</object></resources><build><item objectid=\"1\" transform=\"2 0 0 0 2 0 0 0 2 7 0"
            + " 0\"/></build></model>";
    MeshPart part = MeshFiles.read("painted.3mf", zip("3D/3dmodel.model", model)).getFirst();
    assertThat(part.colour()).contains("#ece7da");
    Map<String, BitSet> faces = part.faces().on(part.mesh());
    assertThat(faces).containsOnlyKeys("#c0392f", "#4d5863");
    assertThat(faces.get("#c0392f").cardinality()).isEqualTo(1);
    int bottom = faces.get("#c0392f").nextSetBit(0);
    for (int k = 0; k < 3; k++) {
      assertThat(part.mesh().coordinate(part.mesh().corner(bottom, k), 2)).isZero();
    }
    ByteArrayOutputStream stl = new ByteArrayOutputStream();
    StlWriter.writeBinary(part.mesh(), stl);
    Mesh again = MeshFiles.mesh("again.stl", ByteBuffer.wrap(stl.toByteArray()));
    assertThat(part.faces().on(again)).isEqualTo(faces);
  }

  @Test
  void componentsInOtherFilesAreTurnedMovedAndScaled() throws IOException {
    String other =
        "<model unit=\"centimeter\"><resources><object id=\"7\">%s</object></resources></model>"
            .formatted(TETRAHEDRON);
    String root =
        "<model xmlns:p=\"p\" unit=\"centimeter\"><resources><object id=\"1\" name=\"pair\">"
            + "<components><component objectid=\"7\" p:path=\"/3D/parts.model\"/>"
            + "<component objectid=\"7\" p:path=\"/3D/parts.model\" transform=\"0 2 0 -2 0 0 0 0 2 10 0"
            + " 0\"/></components></object></resources>"
            + "<build><item objectid=\"1\" transform=\"1 0 0 0 1 0 0 0 1 0 0 5\"/></build></model>";
    List<MeshPart> parts =
        MeshFiles.read("pair.3mf", zip("3D/3dmodel.model", root, "3D/parts.model", other));
    assertThat(parts).hasSize(2);
    Bounds first = parts.get(0).mesh().report().bounds();
    Bounds second = parts.get(1).mesh().report().bounds();
    assertThat(first).isEqualTo(new Bounds(0, 0, 50, 10, 10, 60));
    assertThat(second).isEqualTo(new Bounds(80, 0, 50, 100, 20, 70));
  }

  @Test
  void hostileOrBrokenArchivesAreRefused() throws IOException {
    String loop =
        "<model><resources><object id=\"1\"><components><component objectid=\"1\"/></components>"
            + "</object></resources><build><item objectid=\"1\"/></build></model>";
    assertThatThrownBy(() -> MeshFiles.read("loop.3mf", zip("3D/3dmodel.model", loop)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("contain each other");
    assertThatThrownBy(() -> MeshFiles.read("no.3mf", zip("readme.txt", "hello")))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("no 3MF model");
    assertThatThrownBy(() -> MeshFiles.read("xml.3mf", zip("3D/3dmodel.model", "<model><")))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("'3D/3dmodel.model' is not sound XML in line 1: ")
        .hasMessageContaining(". Export the model again.")
        .hasMessageNotContaining("[row,col");
    String missing = "<model><build><item objectid=\"4\"/></build></model>";
    assertThatThrownBy(() -> MeshFiles.read("gone.3mf", zip("3D/3dmodel.model", missing)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("'4', which does not exist");
    String secret =
        "<!DOCTYPE model [<!ENTITY s SYSTEM \"file:///etc/hostname\">]><model>&s;</model>";
    assertThatThrownBy(() -> MeshFiles.read("entity.3mf", zip("3D/3dmodel.model", secret)))
        .isInstanceOf(Problem.class);
  }

  @Test
  void archivesThatGrowWithoutEndAreRefused() throws IOException {
    String spaces = " ".repeat(80 << 20);
    assertThatThrownBy(() -> MeshFiles.read("a.3mf", zip("3D/3dmodel.model", spaces)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("unpacks to more than 64 MB");
    assertThatThrownBy(() -> MeshFiles.read("b.3mf", zip("picture.png", spaces)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("unpacks to more than 64 MB");
    StringBuilder doubling = new StringBuilder("<model><resources><object id=\"0\"/>");
    for (int i = 1; i < 60; i++) {
      doubling.append(
          ("<object id=\"%d\"><components><component objectid=\"%d\"/>"
                  + "<component objectid=\"%d\"/></components></object>")
              .formatted(i, i - 1, i - 1));
    }
    doubling.append("</resources><build><item objectid=\"59\"/></build></model>");
    assertThatThrownBy(() -> MeshFiles.read("c.3mf", zip("3D/3dmodel.model", doubling.toString())))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("more than 20000 objects");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "ply\nformat ascii 1.0\nelement vertex 2000000000\nproperty float x\nend_header\n",
        "ply\nformat ascii 1.0\nelement vertex 1\nproperty float x\nend_header\n",
        "ply\nformat strange 1.0\nend_header\n",
        "ply\nformat ascii 1.0\nelement vertex 1\nproperty float x\nelement face 1\n"
            + "property list uchar int vertex_index\nend_header\n0\n3 0 1 2\n",
        "ply\nno end",
        "v 0 0 0\nv 1 0 0\nf 1 2 9\n",
        "v 0 0 0\nv 1 0 0\n",
        "v 0 0 nonsense\nf 1 1 1\n",
        "<amf><object><mesh><volume><triangle><v1>0</v1><v2>1</v2><v3>2</v3></triangle></volume>",
        "<amf unit=\"furlong\"></amf>",
        "<amf></amf>"
      })
  void brokenFilesAreNamedWithARemedy(String content) {
    assertThatThrownBy(() -> MeshFiles.read("broken", bytes(content)))
        .isInstanceOfSatisfying(
            Problem.class,
            problem -> {
              assertThat(problem.place()).contains("broken");
              assertThat(problem.remedy()).isNotBlank();
            });
  }

  @Test
  void smallHolesAreClosedAndLargeOnesAreReported() {
    TriangleSoup soup = new TriangleSoup(1000);
    Mesh sphere = Shapes.sphere(10);
    for (int t = 0; t < sphere.triangleCount(); t++) {
      // One triangle is missing, and all around one vertex.
      boolean missing = t == 5000 || touches(sphere, t, sphere.corner(20_000, 0));
      for (int k = 0; k < 3 && !missing; k++) {
        int v = sphere.corner(t, k);
        soup.corner(sphere.coordinate(v, 0), sphere.coordinate(v, 1), sphere.coordinate(v, 2));
      }
    }
    MeshReport report = MeshBuilder.build("sphere", soup).report();
    assertThat(report.holesClosed()).isEqualTo(2);
    assertThat(report.openEdges()).isZero();
    assertThat(report.volumeMm3())
        .isCloseTo(sphere.report().volumeMm3(), within(1e-3 * report.volumeMm3()));
    TriangleSoup lidless = new TriangleSoup(1000);
    for (int t = 0; t < BAR.triangleCount(); t++) {
      boolean lid =
          BAR.coordinate(BAR.corner(t, 0), 2) == 30
              && BAR.coordinate(BAR.corner(t, 1), 2) == 30
              && BAR.coordinate(BAR.corner(t, 2), 2) == 30;
      for (int k = 0; k < 3 && !lid; k++) {
        int v = BAR.corner(t, k);
        lidless.corner(BAR.coordinate(v, 0), BAR.coordinate(v, 1), BAR.coordinate(v, 2));
      }
    }
    assertThat(MeshBuilder.build("lidless", lidless).report().openEdges()).isEqualTo(4);
  }

  private static boolean touches(Mesh mesh, int triangle, int vertex) {
    return mesh.corner(triangle, 0) == vertex
        || mesh.corner(triangle, 1) == vertex
        || mesh.corner(triangle, 2) == vertex;
  }

  private static List<Map.Entry<String, byte[]>> oneOfEachKind() throws IOException {
    ByteArrayOutputStream stl = new ByteArrayOutputStream();
    StlWriter.writeText(BAR, stl);
    ByteArrayOutputStream archive = new ByteArrayOutputStream();
    ThreeMfWriter.write(MeshFiles.read("bar.obj", bytes(obj(BAR, 1, "bar"))), archive);
    return List.of(
        Map.entry("bar.stl", stl.toByteArray()),
        Map.entry("bar.obj", bytes(obj(BAR, 1, "bar")).array()),
        Map.entry("text.ply", bytes(asciiPly(BAR)).array()),
        Map.entry("bar.ply", binaryPly(BAR, ByteOrder.BIG_ENDIAN).array()),
        Map.entry("bar.amf", bytes(amf(BAR, "millimeter")).array()),
        Map.entry("bar.3mf", archive.toByteArray()));
  }

  /** A byte somewhere in a file becomes another one. */
  private record Damage(double where, byte what) {}

  @Provide
  Arbitrary<List<Damage>> damages() {
    Arbitrary<Byte> bytes =
        Arbitraries.oneOf(
            Arbitraries.of("0123456789-.e <>".chars().mapToObj(c -> (byte) c).toList()),
            Arbitraries.bytes());
    return Combinators.combine(Arbitraries.doubles().between(0, 1).ofScale(6), bytes)
        .as(Damage::new)
        .list()
        .ofMaxSize(8);
  }

  /** A whole file in three of four cases, else a part of it. */
  @Provide
  Arbitrary<Double> parts() {
    return Arbitraries.oneOf(
        Arbitraries.just(1.0),
        Arbitraries.just(1.0),
        Arbitraries.just(1.0),
        Arbitraries.doubles().between(0, 1).ofScale(4));
  }

  private static byte[] damaged(byte[] whole, double part, List<Damage> damages) {
    byte[] bytes = Arrays.copyOf(whole, (int) (part * whole.length));
    if (bytes.length > 0) {
      damages.forEach(one -> bytes[(int) (one.where * (bytes.length - 1))] = one.what);
    }
    return bytes;
  }

  @Property(tries = 2000)
  void whateverBecomesOfAFileItIsAMeshOrAProblemWithARemedy(
      @ForAll("parts") double part, @ForAll("damages") List<Damage> damages) throws IOException {
    for (Map.Entry<String, byte[]> file : oneOfEachKind()) {
      byte[] bytes = damaged(file.getValue(), part, damages);
      try {
        assertThat(MeshFiles.read(file.getKey(), ByteBuffer.wrap(bytes))).isNotEmpty();
      } catch (Problem problem) {
        assertThat(problem.remedy()).isNotBlank();
      }
    }
  }
}
