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
    List<Stroke> strokes = all.stream().map(Laid::stroke).toList();
    List<Travel> travels = all.stream().map(Laid::travel).toList();
    int points = 0;
    for (Stroke stroke : strokes) {
      points += pointCount(stroke);
    }
    int viaNumbers = 0;
    for (Travel travel : travels) {
      viaNumbers += travel.via().length;
    }
    int n = strokes.size();
    int size = 8 + 2 * 4 * (n + 1) + 8 * points + 5 * 4 * n + 4 * viaNumbers;
    size += 4 + 16 * bleed.size() + 3 * n;
    ByteBuffer bytes = ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
    bytes.putInt(n).putInt(points);
    int start = 0;
    for (Stroke stroke : strokes) {
      bytes.putInt(start);
      start += pointCount(stroke);
    }
    bytes.putInt(start);
    for (Stroke stroke : strokes) {
      Path path = stroke.path();
      for (int i = 0; i < path.size(); i++) {
        bytes.putFloat((float) path.x(i)).putFloat((float) path.y(i));
      }
      if (path.isClosed()) {
        bytes.putFloat((float) path.x(0)).putFloat((float) path.y(0));
      }
    }
    strokes.forEach(stroke -> bytes.putFloat((float) stroke.widthMm()));
    all.forEach(laid -> bytes.putFloat((float) laid.speed));
    strokes.forEach(stroke -> bytes.putFloat((float) stroke.nozzleC()));
    strokes.forEach(stroke -> bytes.putFloat((float) stroke.fanPercent()));
    all.forEach(laid -> bytes.putFloat((float) (laid.stroke.crossSectionMm2() * laid.speed)));
    int via = 0;
    for (Travel travel : travels) {
      bytes.putInt(via);
      via += travel.via().length / 2;
    }
    bytes.putInt(via);
    for (Travel travel : travels) {
      for (double coordinate : travel.via()) {
        bytes.putFloat((float) coordinate);
      }
    }
    bytes.putInt(bleed.size());
    bleed.forEach(run -> bytes.putInt(run.stroke()));
    bleed.forEach(run -> bytes.putFloat((float) run.fromMm()));
    bleed.forEach(run -> bytes.putFloat((float) run.share()));
    bleed.forEach(run -> bytes.putInt(run.colour()));
    strokes.forEach(stroke -> bytes.put((byte) stroke.role().ordinal()));
    strokes.forEach(stroke -> bytes.put((byte) stroke.slot()));
    all.forEach(laid -> bytes.put(laid.way()));
    return bytes.array();
  }

  private static int pointCount(Stroke stroke) {
    return stroke.path().size() + (stroke.path().isClosed() ? 1 : 0);
  }
}
