package org.stratonomy.engine.calibrate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.ByteBuffer;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Progress;
import org.stratonomy.engine.document.ShelfFormat;
import org.stratonomy.engine.document.ShelfReader;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.schedule.Bleed;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.shelf.Shelf;
import org.stratonomy.engine.stroke.Stroke;

/** Two strips tell what a nozzle holds. */
class TestStripTest {
  private static final double MELT = 28;
  private static final double PLUG = 9;
  private static final Shelf STANDARD = ShelfReader.standard();
  private static final Filament SLATE = STANDARD.filament("slate");
  private static final Filament CHALK = STANDARD.filament("chalk");

  private static final Machine FEEDER =
      ShelfFormat.machine(
          ShelfFormat.write(STANDARD.machine("workshop-four"))
              .put("meltMm3", MELT)
              .put("plugMm3", PLUG));

  private static PlanResult strips() {
    StratFile file = TestStrip.of(FEEDER, SLATE, CHALK);
    try (Planner planner = new Planner(1 << 24, 2)) {
      return planner.compute(
          new Job(file.plan(), STANDARD.with(FEEDER)),
          reference -> MeshFiles.mesh(reference, ByteBuffer.wrap(file.meshes().get(reference))),
          Progress.NONE);
    }
  }

  /** Index of the first stroke after the last change of a layer. */
  private static int changed(LayerSchedule layer) {
    return layer.halts().getLast().beforeStroke();
  }

  /** How far a place is from the end at which the strip of a layer begins. */
  private static double fromEnd(LayerSchedule layer, double x) {
    double left = FEEDER.bedX() / 2 - 100;
    double begin = layer.strokes().get(changed(layer)).path().x(0);
    return begin < FEEDER.bedX() / 2 ? x - left : left + 200 - x;
  }

  @Test
  void aLengthOfStripIsAVolumeFromTheChangeOn() {
    PlanResult result = strips();
    assertThat(result.schedule().layers()).hasSize(4);
    assertThat(result.findings()).allMatch(finding -> result.accepted(finding).isPresent());
    for (int slot : List.of(2, 1)) {
      LayerSchedule layer = result.schedule().layers().get(slot == 2 ? 2 : 3);
      List<Stroke> strip = layer.strokes().subList(changed(layer), layer.strokes().size());
      assertThat(strip).allMatch(stroke -> stroke.slot() == slot);
      double volume = 0;
      for (Stroke stroke : strip) {
        for (int i = 0; i < stroke.path().segmentCount(); i++) {
          volume += stroke.crossSectionMm2() * stroke.path().segmentLengthMm(i);
          double reached = fromEnd(layer, stroke.path().x(stroke.path().segmentEnd(i)));
          assertThat(volume).isCloseTo(TestStrip.MM3_PER_MM * reached, within(1.5));
        }
      }
      assertThat(volume).isCloseTo(200 * TestStrip.MM3_PER_MM, within(4.0));
    }
  }

  /** Where the strip of a layer shows its own filament from then on, as one would read it off. */
  private static double clean(PlanResult result, int layer) {
    LayerSchedule own = result.schedule().layers().get(layer);
    Bleed.Run last = Bleed.of(result.schedule(), result.resolver(), layer).getLast();
    assertThat(last.share()).isZero();
    Path path = own.strokes().get(last.stroke()).path();
    double left = last.fromMm();
    int segment = 0;
    for (; left > path.segmentLengthMm(segment); segment++) {
      left -= path.segmentLengthMm(segment);
    }
    return fromEnd(own, path.x(segment + 1));
  }

  @Test
  void whatIsReadOffTheStripsTellsWhatTheNozzleHolds() {
    PlanResult result = strips();
    double there = clean(result, 2);
    double back = clean(result, 3);
    assertThat(there).isGreaterThan(back + 5);
    MeltFit fit = MeltFit.of(there, back, SLATE, CHALK);
    assertThat(fit.meltMm3()).isCloseTo(MELT, within(1.5));
    assertThat(fit.plugMm3()).isCloseTo(PLUG, within(4.0));
    assertThat(fit.thereMm()).isCloseTo(there, within(1e-9));
    assertThat(fit.backMm()).isCloseTo(back, within(1e-9));
  }

  @Test
  void numbersThatLeaveNothingUnmixedAreFittedTogether() {
    MeltFit fit = MeltFit.of(100, 20, SLATE, CHALK);
    assertThat(fit.plugMm3()).isZero();
    assertThat(fit.thereMm()).isLessThan(100);
    assertThat(fit.backMm()).isGreaterThan(20);
    double off = Math.hypot(fit.thereMm() - 100, fit.backMm() - 20);
    double longer = 1.01 * fit.meltMm3() / fit.meltMm3();
    assertThat(Math.hypot(longer * fit.thereMm() - 100, longer * fit.backMm() - 20))
        .isGreaterThan(off);
  }

  @Test
  void whatCannotBeToldIsRefusedWithARemedy() {
    assertThatThrownBy(() -> MeltFit.of(40, 40, CHALK, CHALK))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("nearly the same");
    assertThatThrownBy(() -> MeltFit.of(20, 80, SLATE, CHALK))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("Chalk should need more");
    assertThatThrownBy(() -> MeltFit.of(0, 80, SLATE, CHALK)).isInstanceOf(Problem.class);
    assertThatThrownBy(() -> TestStrip.of(STANDARD.machine("workshop-one"), SLATE, CHALK))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("does not change filament by itself");
  }
}
