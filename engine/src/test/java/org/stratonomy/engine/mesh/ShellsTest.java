package org.stratonomy.engine.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;

class ShellsTest {
  private static void add(TriangleSoup soup, Mesh mesh, double shift, boolean inwards) {
    for (int t = 0; t < mesh.triangleCount(); t++) {
      for (int k = 0; k < 3; k++) {
        int v = mesh.corner(t, inwards ? 2 - k : k);
        soup.corner(
            mesh.coordinate(v, 0) + shift,
            mesh.coordinate(v, 1) + shift,
            mesh.coordinate(v, 2) + shift);
      }
    }
  }

  @Test
  void eachShellBecomesAMeshInItsPlace() {
    TriangleSoup soup = new TriangleSoup(24);
    add(soup, Shapes.bar(2, 3, 4), 0, false);
    add(soup, Shapes.bar(1, 1, 1), 10, false);
    Mesh both = MeshBuilder.build("both", soup);
    List<Mesh> shells = Shells.split(both);
    assertThat(shells).hasSize(2);
    assertThat(Shells.count(both)).isEqualTo(2);
    assertThat(shells.get(0).report().volumeMm3()).isCloseTo(24, within(1e-9));
    assertThat(shells.get(1).report().bounds().minX()).isEqualTo(10);
    assertThat(shells).allMatch(shell -> shell.report().openEdges() == 0);
  }

  @Test
  void aHollowStaysWithTheShellAroundIt() {
    TriangleSoup soup = new TriangleSoup(36);
    add(soup, Shapes.bar(10, 10, 10), -1, false);
    add(soup, Shapes.bar(4, 8, 8), 0, true);
    add(soup, Shapes.bar(3, 3, 3), 20, false);
    Mesh mesh = MeshBuilder.build("hollow", soup);
    List<Mesh> shells = Shells.split(mesh);
    assertThat(shells).hasSize(2);
    assertThat(shells.get(0).report().shells()).isEqualTo(2);
    assertThat(shells.get(0).report().volumeMm3()).isCloseTo(1000 - 4 * 64, within(1e-6));
  }
}
