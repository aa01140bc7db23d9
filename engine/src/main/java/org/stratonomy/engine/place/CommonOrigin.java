package org.stratonomy.engine.place;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.mesh.Bounds;

/**
 * Guesses from their boxes whether meshes of several files belong together on a common origin, as
 * one for each colour does, or are pieces of their own.
 *
 * @param together whether they seem to belong together
 * @param reason in a sentence
 */
public record CommonOrigin(boolean together, String reason) {
  /** Boxes nearer than this touch, mm. */
  private static final double TOUCH_MM = 0.1;

  /** Places nearer than this are the same, mm. */
  private static final double SAME_MM = 0.01;

  /**
   * @param boxes of the meshes in the coordinates of their files, at least one
   */
  public static CommonOrigin of(List<Bounds> boxes) {
    if (!areConnected(boxes)) {
      return new CommonOrigin(false, "They lie apart from each other.");
    }
    if (standOnOneSpot(boxes)) {
      return new CommonOrigin(false, "Each stands on the same spot, as if it were alone.");
    }
    return new CommonOrigin(true, "They touch or lie in each other, as parts of one model do.");
  }

  private static boolean areConnected(List<Bounds> boxes) {
    List<Bounds> left = new ArrayList<>(boxes);
    List<Bounds> reached = new ArrayList<>(List.of(left.removeFirst()));
    for (int i = 0; i < reached.size(); i++) {
      Bounds at = reached.get(i);
      List<Bounds> near = left.stream().filter(box -> touch(at, box)).toList();
      reached.addAll(near);
      left.removeAll(near);
    }
    return left.isEmpty();
  }

  private static boolean touch(Bounds a, Bounds b) {
    return a.minX() <= b.maxX() + TOUCH_MM
        && b.minX() <= a.maxX() + TOUCH_MM
        && a.minY() <= b.maxY() + TOUCH_MM
        && b.minY() <= a.maxY() + TOUCH_MM
        && a.minZ() <= b.maxZ() + TOUCH_MM
        && b.minZ() <= a.maxZ() + TOUCH_MM;
  }

  /** Whether all have the same bottom, and the same middle or the same low corner. */
  private static boolean standOnOneSpot(List<Bounds> boxes) {
    Bounds first = boxes.getFirst();
    return boxes.stream()
        .allMatch(
            b ->
                same(b.minZ(), first.minZ())
                    && (same(b.minX() + b.maxX(), first.minX() + first.maxX())
                            && same(b.minY() + b.maxY(), first.minY() + first.maxY())
                        || same(b.minX(), first.minX()) && same(b.minY(), first.minY())));
  }

  private static boolean same(double a, double b) {
    return Math.abs(a - b) < SAME_MM;
  }
}
