package org.stratonomy.app.results;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.merge.Bleed;
import org.stratonomy.engine.merge.LayerSchedule;
import org.stratonomy.engine.merge.Stroke;
import org.stratonomy.engine.merge.Travel;
import org.stratonomy.engine.plane.Path;

/**
 * The toolpaths of a layer in a compact form, described in docs/formats/layer.md: little-endian,
 * arrays one after the other so that a browser can use them where they lie.
 */
final class LayerBytes {
  /** The head comes from another layer, because pieces are printed one at a time. */
  private static final byte FROM_ELSEWHERE = 2;

  private LayerBytes() {}

  /**
   * What is printed of a layer in one go.
   *
   * @param bleed where another colour is seen than that of the stroke's filament
   */
  record Pass(LayerSchedule layer, List<Bleed.Run> bleed) {}

  /**
   * A stroke as it is printed, and the way to it.
   *
   * @param begins whether it is the first of its pass: there is no way to it within the layer
   */
  private record Laid(Stroke stroke, Travel travel, double speed, boolean begins) {
    byte way() {
      return begins ? FROM_ELSEWHERE : (byte) (travel.retracted() ? 1 : 0);
    }
  }

  /** All of a layer: its passes one after the other. */
  static byte[] of(List<Pass> passes) {
    List<Laid> all = new ArrayList<>();
    List<Bleed.Run> bleed = new ArrayList<>();
    for (Pass pass : passes) {
      for (Bleed.Run run : pass.bleed) {
        bleed.add(
            new Bleed.Run(all.size() + run.stroke(), run.fromMm(), run.share(), run.colour()));
      }
      for (int i = 0; i < pass.layer.strokes().size(); i++) {
        Stroke stroke = pass.layer.strokes().get(i);
        Travel travel = pass.layer.order().travels().get(i);
        all.add(new Laid(stroke, travel, pass.layer.speed(stroke), i == 0 && !all.isEmpty()));
      }
    }
    return bytes(all, bleed);
  }

  private static byte[] bytes(List<Laid> all, List<Bleed.Run> bleed) {
    int n = all.size();
    int[] starts = new int[n + 1];
    int[] viaStarts = new int[n + 1];
    float[] width = new float[n];
    float[] speed = new float[n];
    float[] nozzleC = new float[n];
    float[] fan = new float[n];
    float[] flow = new float[n];
    byte[] role = new byte[n];
    byte[] slot = new byte[n];
    byte[] way = new byte[n];
    for (int i = 0; i < n; i++) {
      Laid laid = all.get(i);
      Stroke stroke = laid.stroke;
      starts[i + 1] = starts[i] + pointCount(stroke);
      viaStarts[i + 1] = viaStarts[i] + laid.travel.via().length / 2;
      width[i] = (float) stroke.widthMm();
      speed[i] = (float) laid.speed;
      nozzleC[i] = (float) stroke.nozzleC();
      fan[i] = (float) stroke.fanPercent();
      flow[i] = (float) (stroke.crossSectionMm2() * laid.speed);
      role[i] = (byte) stroke.role().ordinal();
      slot[i] = (byte) stroke.slot();
      way[i] = laid.way();
    }
    float[] points = new float[2 * starts[n]];
    float[] via = new float[2 * viaStarts[n]];
    for (int i = 0; i < n; i++) {
      putPoints(all.get(i).stroke.path(), points, 2 * starts[i]);
      double[] between = all.get(i).travel.via();
      for (int k = 0; k < between.length; k++) {
        via[2 * viaStarts[i] + k] = (float) between[k];
      }
    }
    float[] runFrom = new float[bleed.size()];
    float[] runShare = new float[bleed.size()];
    for (int i = 0; i < bleed.size(); i++) {
      runFrom[i] = (float) bleed.get(i).fromMm();
      runShare[i] = (float) bleed.get(i).share();
    }
    int size =
        4 * (3 + 2 * (n + 1) + points.length + 5 * n + via.length + 4 * bleed.size()) + 3 * n;
    ByteBuffer bytes = ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
    put(bytes, n, starts[n]);
    put(bytes, starts);
    put(bytes, points);
    put(bytes, width);
    put(bytes, speed);
    put(bytes, nozzleC);
    put(bytes, fan);
    put(bytes, flow);
    put(bytes, viaStarts);
    put(bytes, via);
    put(bytes, bleed.size());
    put(bytes, bleed.stream().mapToInt(Bleed.Run::stroke).toArray());
    put(bytes, runFrom);
    put(bytes, runShare);
    put(bytes, bleed.stream().mapToInt(Bleed.Run::colour).toArray());
    return bytes.put(role).put(slot).put(way).array();
  }

  private static void put(ByteBuffer into, int... values) {
    into.asIntBuffer().put(values);
    into.position(into.position() + 4 * values.length);
  }

  private static void put(ByteBuffer into, float[] values) {
    into.asFloatBuffer().put(values);
    into.position(into.position() + 4 * values.length);
  }

  private static int pointCount(Stroke stroke) {
    return stroke.path().size() + (stroke.path().isClosed() ? 1 : 0);
  }

  /** Closed paths repeat their first point. */
  private static void putPoints(Path path, float[] into, int at) {
    int size = path.size();
    for (int i = 0; i < size; i++) {
      into[at + 2 * i] = (float) path.x(i);
      into[at + 2 * i + 1] = (float) path.y(i);
    }
    if (path.isClosed()) {
      into[at + 2 * size] = (float) path.x(0);
      into[at + 2 * size + 1] = (float) path.y(0);
    }
  }
}
