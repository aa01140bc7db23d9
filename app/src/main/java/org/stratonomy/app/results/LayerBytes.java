package org.stratonomy.app.results;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.schedule.Bleed;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.stroke.Stroke;
import org.stratonomy.engine.travel.Travel;

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

    Kind kind() {
      return new Kind(
          (float) stroke.widthMm(),
          (float) speed,
          (float) stroke.nozzleC(),
          (float) stroke.fanPercent(),
          (float) (stroke.crossSectionMm2() * speed),
          (byte) stroke.role().ordinal(),
          (byte) stroke.slot());
    }
  }

  /** What strokes are but for their place; those of a layer are of few kinds. */
  private record Kind(
      float widthMm,
      float speed,
      float nozzleC,
      float fanPercent,
      float flow,
      byte role,
      byte slot) {}

  /** The kinds of a layer's strokes, numbered as they come. */
  private static final class Kinds {
    private final List<Kind> all = new ArrayList<>();
    private final Map<Kind, Integer> numbers = new HashMap<>();
    private final int[] lastOfRole = new int[Role.values().length];

    int number(Kind kind) {
      int last = lastOfRole[kind.role];
      // Most strokes are like the one before of their role, which is told sooner than looked up.
      if (last < all.size() && all.get(last).equals(kind)) {
        return last;
      }
      int number = numbers.computeIfAbsent(kind, _ -> all.size());
      if (number == all.size()) {
        all.add(kind);
      }
      lastOfRole[kind.role] = number;
      return number;
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
    int[] kindOf = new int[n];
    byte[] way = new byte[n];
    Kinds kinds = new Kinds();
    for (int i = 0; i < n; i++) {
      Laid laid = all.get(i);
      starts[i + 1] = starts[i] + pointCount(laid.stroke);
      viaStarts[i + 1] = viaStarts[i] + laid.travel.via().length / 2;
      way[i] = laid.way();
      kindOf[i] = kinds.number(laid.kind());
    }
    float[] runFrom = new float[bleed.size()];
    float[] runShare = new float[bleed.size()];
    for (int i = 0; i < bleed.size(); i++) {
      runFrom[i] = (float) bleed.get(i).fromMm();
      runShare[i] = (float) bleed.get(i).share();
    }
    int k = kinds.all.size();
    int coordinates = 2 * (starts[n] + viaStarts[n]);
    int words = 4 + 2 * (n + 1) + coordinates + n + 4 * bleed.size() + 5 * k;
    ByteBuffer bytes = ByteBuffer.allocate(4 * words + 2 * k + n).order(ByteOrder.LITTLE_ENDIAN);
    put(bytes, n, starts[n], k);
    put(bytes, starts);
    all.forEach(laid -> putPoints(laid.stroke.path(), bytes));
    put(bytes, kindOf);
    put(bytes, viaStarts);
    for (Laid laid : all) {
      for (double coordinate : laid.travel.via()) {
        bytes.putFloat((float) coordinate);
      }
    }
    put(bytes, bleed.size());
    put(bytes, bleed.stream().mapToInt(Bleed.Run::stroke).toArray());
    put(bytes, runFrom);
    put(bytes, runShare);
    put(bytes, bleed.stream().mapToInt(Bleed.Run::colour).toArray());
    kinds.all.forEach(kind -> bytes.putFloat(kind.widthMm));
    kinds.all.forEach(kind -> bytes.putFloat(kind.speed));
    kinds.all.forEach(kind -> bytes.putFloat(kind.nozzleC));
    kinds.all.forEach(kind -> bytes.putFloat(kind.fanPercent));
    kinds.all.forEach(kind -> bytes.putFloat(kind.flow));
    kinds.all.forEach(kind -> bytes.put(kind.role));
    kinds.all.forEach(kind -> bytes.put(kind.slot));
    return bytes.put(way).array();
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
  private static void putPoints(Path path, ByteBuffer into) {
    int size = path.size();
    for (int i = 0; i < size; i++) {
      into.putFloat((float) path.x(i)).putFloat((float) path.y(i));
    }
    if (path.isClosed()) {
      into.putFloat((float) path.x(0)).putFloat((float) path.y(0));
    }
  }
}
