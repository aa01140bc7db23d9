package org.stratonomy.app.results;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.merge.Bleed;
import org.stratonomy.engine.merge.LayerOrder;
import org.stratonomy.engine.merge.LayerSchedule;
import org.stratonomy.engine.merge.LayerVolumes;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.merge.Travel;
import org.stratonomy.engine.motion.LayerTime;
import org.stratonomy.engine.plan.Origin;
import org.stratonomy.engine.plan.Role;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;

class LayerBytesTest {
  private static final double[] NO_VIA = {};

  private static Stroke stroke(double y) {
    Path.Builder path = new Path.Builder();
    path.add(0, y);
    path.add(10, y);
    Origin origin = new Origin(0, 1, List.of());
    return new Stroke(Role.INFILL, path.open(), 0.4, 0.2, origin, 1, 60, 100, 210, 1);
  }

  /** Two strokes of a pass, of which the second bleeds. */
  private static LayerBytes.Pass pass(double y) {
    List<Stroke> strokes = List.of(stroke(y), stroke(y + 1));
    LayerSchedule layer =
        new LayerSchedule(
            new PlanLayer(3, 0.4, 0.6, List.of()),
            new LayerOrder(strokes, List.of(Travel.RETRACTED, new Travel(NO_VIA, false))),
            1,
            List.of(),
            new LayerTime(List.of(), 0, 0, 1, 10),
            LayerVolumes.of(strokes));
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
    // Before the roles, slots and ways: two runs of bleed with stroke, place, share and colour.
    int runs = bytes.length - 12 - 2 * 16;
    assertThat(read.getInt(runs)).isEqualTo(1);
    assertThat(read.getInt(runs + 4)).isEqualTo(3);
  }
}
