package org.stratonomy.engine.strata;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.RingList;

class MeshSectionerTest {
  private static Area section(Mesh mesh, double height) {
    double[] xyz = new double[3 * mesh.vertexCount()];
    for (int i = 0; i < xyz.length; i++) {
      xyz[i] = mesh.coordinate(i / 3, i % 3);
    }
    RingList rings = new RingList();
    new MeshSectioner(mesh, xyz, new double[] {height}).section(0, rings);
    return Plane.nonZero(rings);
  }

  @Test
  void verticesInThePlaneCountAsAboveIt() {
    Mesh bar = Shapes.bar(10, 20, 5);
    assertThat(section(bar, 0).isEmpty()).isTrue();
    assertThat(section(bar, 5).areaMm2()).isCloseTo(200, within(1e-3));
    assertThat(section(bar, 2.5).areaMm2()).isCloseTo(200, within(1e-3));
  }

  @Test
  void overlappingShellsAreOneOutline() {
    TriangleSoup soup = new TriangleSoup(24);
    Shapes.addBar(soup, 0, 0, 0, 10, 10, 5);
    Shapes.addBar(soup, 5, 5, 0, 15, 15, 5);
    assertThat(section(MeshBuilder.build("two", soup), 2).areaMm2()).isCloseTo(175, within(1e-3));
  }

  @Test
  void aCavityIsAHole() {
    TriangleSoup soup = new TriangleSoup(24);
    Shapes.addBar(soup, 0, 0, 0, 10, 10, 10);
    Mesh inner = Shapes.bar(4, 4, 4);
    for (int t = 0; t < inner.triangleCount(); t++) {
      for (int k : new int[] {0, 2, 1}) {
        int v = inner.corner(t, k);
        soup.corner(
            3 + inner.coordinate(v, 0), 3 + inner.coordinate(v, 1), 3 + inner.coordinate(v, 2));
      }
    }
    assertThat(section(MeshBuilder.build("hollow", soup), 5).areaMm2()).isCloseTo(84, within(1e-3));
  }

  @Test
  void aMissingSideIsBridgedByAStraightLine() {
    Mesh open = Shapes.openBar(10, 10, 10);
    assertThat(open.report().openEdges()).isEqualTo(4);
    assertThat(section(open, 4).areaMm2()).isCloseTo(100, within(1e-3));
  }
}
