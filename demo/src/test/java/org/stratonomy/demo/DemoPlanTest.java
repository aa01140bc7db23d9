package org.stratonomy.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.document.PlanFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.strata.LayerStack;

class DemoPlanTest {
  @Test
  void theReliefTileIsASoundSolidOfAbout200000Triangles() {
    Mesh tile = ReliefTile.mesh(ReliefTile.POINTS);
    assertThat(tile.triangleCount()).isBetween(190_000, 210_000);
    assertThat(tile.report().openEdges()).isZero();
    assertThat(tile.report().shells()).isEqualTo(1);
    assertThat(tile.report().bounds().sizeZ()).isCloseTo(ReliefTile.TOP_MM, within(1e-4));
    assertThat(tile.report().volumeMm3()).isBetween(72_000.0, 200_000.0);
  }

  @Test
  void theTileIsTheSameEveryTime() {
    assertThat(ReliefTile.mesh(40).hash()).isEqualTo(ReliefTile.mesh(40).hash());
  }

  @Test
  void theLampHouseIsAShellWithAHollow() {
    Mesh house = LampHouse.mesh();
    assertThat(house.report().openEdges()).isZero();
    assertThat(house.report().shells()).isEqualTo(2);
    assertThat(house.report().bounds().maxZ()).isCloseTo(140, within(1e-4));
    // About 14.5 cm³ of hollow are taken out of the foot.
    assertThat(house.report().volumeMm3()).isBetween(60_000.0, 90_000.0);
  }

  @Test
  void theSmallModelsAreSound() {
    assertThat(BoathouseBracket.mesh().report().openEdges()).isZero();
    assertThat(BoathouseBracket.mesh().report().volumeMm3()).isBetween(35_000.0, 45_000.0);
    assertThat(MooringChain.mesh().report().openEdges()).isZero();
    assertThat(MooringChain.mesh().report().shells()).isEqualTo(MooringChain.LINKS);
    assertThat(KelpFringe.mesh().report().openEdges()).isZero();
    assertThat(TideGauge.mesh().report().openEdges()).isZero();
    Mesh gull = Gull.mesh();
    assertThat(gull.report().openEdges()).isZero();
    assertThat(gull.report().shells()).isEqualTo(1);
    assertThat(gull.report().bounds().largestSize()).isBetween(55.0, 75.0);
    assertThat(Gull.beak(gull).set().cardinality()).isBetween(50, gull.triangleCount() / 10);
    assertThat(Gull.wingTips(gull).set().cardinality()).isPositive();
    assertThat(Gull.feet(gull).set().cardinality()).isPositive();
    Mesh pebble = Pebble.mesh();
    assertThat(pebble.report().openEdges()).isZero();
    assertThat(pebble.report().volumeMm3()).isBetween(25_000.0, 45_000.0);
    assertThat(pebble.report().bounds().maxZ()).isCloseTo(Pebble.HEIGHT_MM, within(1e-4));
    assertThat(PathBadge.parts()).hasSize(3);
    assertThat(PathBadge.parts()).allMatch(part -> part.mesh().report().openEdges() == 0);
  }

  @Test
  void everyPlanCanBeStackedAndSharesItsPlanesOnTheShore() {
    try (Planner planner = new Planner(1 << 20, 1)) {
      for (StratFile file : DemoPlan.all()) {
        Map<String, Mesh> meshes = new HashMap<>();
        file.meshes()
            .forEach(
                (name, bytes) -> meshes.put(name, MeshFiles.mesh(name, ByteBuffer.wrap(bytes))));
        LayerStack stack = planner.check(new Job(file.plan(), ShelfReader.standard()), meshes::get);
        assertThat(stack.pieces()).allMatch(piece -> piece.moved().isEmpty());
        if (file.plan().pieces().size() == 2) {
          assertThat(stack.layers())
              .filteredOn(layer -> layer.top() < 20.9)
              .allMatch(layer -> layer.parts().size() == 2);
        }
      }
    }
  }

  @Test
  void documentsOfVersionOneAreTheSamePlans() throws IOException {
    for (StratFile file : DemoPlan.all()) {
      String name = file.plan().name().toLowerCase(Locale.ROOT).replace(' ', '-') + ".json";
      try (InputStream first = getClass().getResourceAsStream("/plans-version-1/" + name)) {
        String text = new String(first.readAllBytes(), StandardCharsets.UTF_8);
        assertThat(text).contains("\"version\" : 1");
        assertThat(PlanFormat.parse(name, text)).isEqualTo(file.plan());
      }
    }
  }
}
