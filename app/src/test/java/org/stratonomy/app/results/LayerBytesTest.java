package org.stratonomy.app.results;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.motion.LayerTime;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.schedule.Bleed;
import org.stratonomy.engine.schedule.LayerFit;
import org.stratonomy.engine.schedule.LayerOrder;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.LayerVolumes;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.stroke.Causes;
import org.stratonomy.engine.stroke.Stroke;
import org.stratonomy.engine.travel.Travel;

class LayerBytesTest {
  private static final double[] NO_VIA = {};

  /** Width, speed, heat, fan and flow; role and slot. */
  private static final int KIND_BYTES = 5 * 4 + 2;

  private static Stroke stroke(double y) {
    return stroke(y, 60);
  }

  private static Stroke stroke(double y, double speed) {
    Path.Builder path = new Path.Builder();
    path.add(0, y);
    path.add(10, y);
    PrintedFor origin = new PrintedFor(0, 1, List.of());
    return new Stroke(
        Role.INFILL, path.open(), 0.4, 0.2, origin, 1, speed, 100, 210, 1, Causes.NONE);
  }

  /** Two strokes of a pass, of which the second bleeds. */
  private static LayerBytes.Pass pass(double y) {
    return pass(stroke(y), stroke(y + 1));
  }

  private static LayerBytes.Pass pass(Stroke first, Stroke second) {
    List<Stroke> strokes = List.of(first, second);
    LayerSchedule layer =
        new LayerSchedule(
            new PlanLayer(3, 0.4, 0.6, List.of()),
            new LayerOrder(strokes, List.of(Travel.RETRACTED, new Travel(NO_VIA, false))),
            1,
            List.of(),
            new LayerTime(List.of(), 0, 0, 1, 10),
            LayerVolumes.of(strokes),
            LayerFit.of(strokes));
    return new LayerBytes.Pass(layer, List.of(new Bleed.Run(1, 0, 0.5, 0x102030)));
  }

  @Test
  void passesOfALayerFollowEachOther() {
    byte[] bytes = LayerBytes.of(List.of(pass(0), pass(20)));
    ByteBuffer read = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    assertThat(read.getInt(0)).isEqualTo(4);
    assertThat(read.getInt(4)).isEqualTo(8);
    byte[] ways = Arrays.copyOfRange(bytes, bytes.length - 4, bytes.length);
    assertThat(ways).containsExactly(1, 0, 2, 0);
    // Before the one kind and the ways: two runs of bleed with stroke, place, share and colour.
    int runs = bytes.length - 4 - KIND_BYTES - 2 * 16;
    assertThat(read.getInt(runs)).isEqualTo(1);
    assertThat(read.getInt(runs + 4)).isEqualTo(3);
  }

  @Test
  void strokesThatDifferOnlyInTheirPlaceShareAKind() {
    LayerBytes.Pass pass = pass(stroke(0), stroke(1));
    LayerBytes.Pass other = pass(stroke(2, 30), stroke(3));
    byte[] bytes = LayerBytes.of(List.of(pass, other));
    ByteBuffer read = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    assertThat(read.getInt(8)).isEqualTo(2);
    int kindOf = 12 + 4 * 5 + 8 * 8;
    assertThat(List.of(0, 1, 2, 3))
        .map(i -> read.getInt(kindOf + 4 * i))
        .containsExactly(0, 0, 1, 0);
    int kinds = bytes.length - 4 - 2 * KIND_BYTES;
    assertThat(List.of(2, 3)).map(i -> read.getFloat(kinds + 4 * i)).containsExactly(60f, 30f);
  }
}
