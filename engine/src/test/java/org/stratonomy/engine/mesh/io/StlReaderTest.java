package org.stratonomy.engine.mesh.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.MeshReport;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.problem.Problem;

class StlReaderTest {
  private static byte[] binary(Mesh mesh) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    StlWriter.writeBinary(mesh, out);
    return out.toByteArray();
  }

  private static Mesh read(byte[] bytes) {
    return StlReader.read("model.stl", ByteBuffer.wrap(bytes));
  }

  @Test
  void bothKindsGiveBackTheMesh() throws IOException {
    Mesh bar = Shapes.bar(3, 4, 5);
    ByteArrayOutputStream text = new ByteArrayOutputStream();
    StlWriter.writeText(bar, text);
    byte[] capitals =
        text.toString(StandardCharsets.US_ASCII)
            .toUpperCase(Locale.ROOT)
            .getBytes(StandardCharsets.US_ASCII);
    for (byte[] bytes : new byte[][] {binary(bar), text.toByteArray(), capitals}) {
      MeshReport report = read(bytes).report();
      assertThat(report.volumeMm3()).isCloseTo(60, within(1e-9));
      assertThat(report.areaMm2()).isCloseTo(94, within(1e-9));
      assertThat(report.triangles()).isEqualTo(12);
      assertThat(report.vertices()).isEqualTo(8);
      assertThat(report.openEdges()).isZero();
      assertThat(report.shells()).isEqualTo(1);
    }
  }

  @Test
  void aBinaryFileMayBeginWithTheWordOfTheTextKind() throws IOException {
    byte[] bytes = binary(Shapes.bar(3, 4, 5));
    System.arraycopy("solid part".getBytes(StandardCharsets.US_ASCII), 0, bytes, 0, 10);
    assertThat(read(bytes).triangleCount()).isEqualTo(12);
  }

  @Test
  void aCutOffFileSaysHowMuchIsThere() throws IOException {
    byte[] cut = Arrays.copyOf(binary(Shapes.bar(3, 4, 5)), 84 + 50 * 7 + 20);
    assertThatThrownBy(() -> read(cut))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("announces 12 triangles, but only 7");
  }

  @Test
  void aCutOffTextFileSaysWhere() throws IOException {
    ByteArrayOutputStream text = new ByteArrayOutputStream();
    StlWriter.writeText(Shapes.bar(3, 4, 5), text);
    String cut = text.toString(StandardCharsets.US_ASCII).substring(0, 700);
    assertThatThrownBy(() -> read(cut.getBytes(StandardCharsets.US_ASCII)))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("cut off");
  }

  @Test
  void otherFilesAreNamedAsNoMesh() {
    for (String content :
        new String[] {"hello", "solid nothing\nendsolid nothing\n", "{\"a\": 1}", "\0\1\2"}) {
      assertThatThrownBy(() -> read(content.getBytes(StandardCharsets.US_ASCII)))
          .isInstanceOf(Problem.class)
          .hasMessageContaining("model.stl");
    }
    assertThatThrownBy(() -> read(new byte[0])).hasMessageContaining("empty");
    assertThatThrownBy(() -> read(new byte[84])).hasMessageContaining("no triangles");
  }

  @Test
  void coordinatesThatAreNoNumbersAreRefusedWithTheirTriangle() throws IOException {
    for (float bad : new float[] {Float.NaN, Float.POSITIVE_INFINITY}) {
      byte[] bytes = binary(Shapes.bar(3, 4, 5));
      ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).putFloat(84 + 50 * 4 + 12, bad);
      assertThatThrownBy(() -> read(bytes))
          .isInstanceOf(Problem.class)
          .hasMessageContaining("Triangle 5");
    }
  }

  @Test
  void aHugeCountCannotAllocate() {
    ByteBuffer header = ByteBuffer.allocate(200).order(ByteOrder.LITTLE_ENDIAN);
    header.putInt(80, -1);
    assertThatThrownBy(() -> read(header.array())).isInstanceOf(Problem.class);
  }

  @Test
  void trianglesTurnedOverAreTurnedBack() {
    TriangleSoup soup = new TriangleSoup(12);
    Mesh bar = Shapes.bar(3, 4, 5);
    for (int t = 0; t < 12; t++) {
      int[] order = t % 3 == 0 ? new int[] {0, 2, 1} : new int[] {0, 1, 2};
      for (int k : order) {
        int v = bar.corner(t, k);
        soup.corner(bar.coordinate(v, 0), bar.coordinate(v, 1), bar.coordinate(v, 2));
      }
    }
    Mesh mended = MeshBuilder.build("bar", soup);
    assertThat(mended.report().volumeMm3()).isCloseTo(60, within(1e-9));
    assertThat(mended.report().flipped()).isPositive();
    assertThat(mended.report().openEdges()).isZero();
  }

  @Test
  void anOpenMeshIsReadAndReported() {
    assertThat(Shapes.openBar(3, 4, 5).report().openEdges()).isEqualTo(4);
  }

  @Test
  void cornersThatNearlyMeetAreWelded() {
    TriangleSoup soup = new TriangleSoup(12);
    Mesh bar = Shapes.bar(3, 4, 5);
    for (int t = 0; t < 12; t++) {
      for (int k = 0; k < 3; k++) {
        int v = bar.corner(t, k);
        soup.corner(bar.coordinate(v, 0) + t * 1e-9, bar.coordinate(v, 1), bar.coordinate(v, 2));
      }
    }
    assertThat(MeshBuilder.build("bar", soup).report().openEdges()).isZero();
  }
}
