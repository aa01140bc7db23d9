package org.stratonomy.app.results;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
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
  private LayerBytes() {}

  /**
   * @param bleed where another colour is seen than that of the stroke's filament
   */
  static byte[] of(LayerSchedule layer, List<Bleed.Run> bleed) {
    List<Stroke> strokes = layer.strokes();
    int points = 0;
    for (Stroke stroke : strokes) {
      points += pointCount(stroke);
    }
    List<Travel> travels = layer.order().travels();
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
    strokes.forEach(stroke -> bytes.putFloat((float) layer.speed(stroke)));
    strokes.forEach(stroke -> bytes.putFloat((float) stroke.nozzleC()));
    strokes.forEach(stroke -> bytes.putFloat((float) stroke.fanPercent()));
    strokes.forEach(
        stroke -> bytes.putFloat((float) (stroke.crossSectionMm2() * layer.speed(stroke))));
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
    travels.forEach(travel -> bytes.put((byte) (travel.retracted() ? 1 : 0)));
    return bytes.array();
  }

  private static int pointCount(Stroke stroke) {
    return stroke.path().size() + (stroke.path().isClosed() ? 1 : 0);
  }
}
