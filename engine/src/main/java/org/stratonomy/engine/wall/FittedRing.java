package org.stratonomy.engine.wall;

import java.util.Arrays;
import java.util.Optional;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.InnerDiscs;
import org.stratonomy.engine.settings.Role;

/**
 * A wall whose two sides come so near to each other that they do not fit, or that too little is
 * left between them for a line: there each side moves and becomes narrower or wider, so that both
 * together fill the place. The middle of the wall is given where it would run with its whole width;
 * between its sides there is room for a disc of radius r at a spot, and the line takes the width /
 * 2 + r there.
 */
final class FittedRing {
  /** A turn by more than this is a corner, at which the sides are looked at on their own. */
  private static final double CORNER = Math.cos(Math.toRadians(30));

  private static final double LEAST_MM = 1e-3;

  /** Sides with more room than this between their middles have their whole width, in widths. */
  private static final double MOST_ROOM = 0.75;

  /** With so much more the room is still taken: what is left there was found to hold no line. */
  private static final double ROUNDING_MM = 5e-4;

  private final Area centre;
  private final int from;
  private final int count;
  private final double width;
  private final InnerDiscs discs;
  private final Nearby near;

  /** Unit normals of the edges, inwards. */
  private final double[] nx;

  private final double[] ny;

  /** Samples of edge i: {@code first[i]} to {@code first[i + 1] - 1}. */
  private final int[] first;

  /** Room to the middle at each sample, mm; not a number where a corner is in the way. */
  private double[] room = new double[64];

  /** How large discs are looked for, mm. */
  static double reachMm(double width) {
    return MOST_ROOM * width + 2 * ROUNDING_MM;
  }

  /**
   * @param discs of the area that the rings bound, up to {@link #reachMm}
   * @param near where the sides may be near each other
   */
  FittedRing(Area centre, int ring, double width, InnerDiscs discs, Nearby near) {
    this.centre = centre;
    this.width = width;
    this.discs = discs;
    this.near = near;
    from = centre.ringStart(ring);
    count = centre.ringStart(ring + 1) - from;
    nx = new double[count];
    ny = new double[count];
    first = new int[count + 1];
  }

  /** The wall, or nothing if it has its whole width everywhere. */
  Optional<Line> line(Role role) {
    for (int i = 0; i < count; i++) {
      sample(i);
    }
    fillIn();
    boolean whole = true;
    for (int s = 0; s < first[count]; s++) {
      Interruption.check(s);
      whole &= Math.abs(room[s] - width / 2) < LEAST_MM;
    }
    return whole ? Optional.empty() : Optional.of(shifted().line(role, true));
  }

  private void sample(int i) {
    double dx = x(i + 1) - x(i);
    double dy = y(i + 1) - y(i);
    double length = Distance.of(dx, dy);
    nx[i] = -dy / length;
    ny[i] = dx / length;
    boolean mayBeNarrow = near.mayMeet(x(i), y(i), x(i + 1), y(i + 1));
    int samples =
        mayBeNarrow ? Math.max(1, (int) Math.ceil(length / (NarrowPlaces.STEP * width))) : 1;
    first[i + 1] = first[i] + samples;
    if (first[i + 1] > room.length) {
      room = Arrays.copyOf(room, 2 * first[i + 1]);
    }
    for (int s = 0; s < samples; s++) {
      double t = (s + 0.5) / samples;
      room[first[i] + s] =
          mayBeNarrow ? room(x(i) + t * dx, y(i) + t * dy, nx[i], ny[i]) : width / 2;
    }
  }

  private double room(double x, double y, double nx, double ny) {
    double radius = discs.at(x, y, nx, ny);
    boolean limitedByCorner = discs.contactEdge() >= 0 && discs.facing() > NarrowPlaces.FACING;
    if (limitedByCorner) {
      return Double.NaN;
    }
    return radius <= MOST_ROOM * width + ROUNDING_MM ? radius : width / 2;
  }

  /** Where a corner is in the way, the room beside it counts, but not from around a corner. */
  private void fillIn() {
    fill(true);
    fill(false);
    for (int s = 0; s < first[count]; s++) {
      room[s] = Double.isNaN(room[s]) ? width / 2 : room[s];
    }
  }

  private void fill(boolean forwards) {
    double known = Double.NaN;
    for (int k = 0; k < 2 * count; k++) {
      int i = forwards ? k % count : count - 1 - k % count;
      int corner = forwards ? i : (i + 1) % count;
      if (isCorner(corner)) {
        known = Double.NaN;
      }
      int samples = first[i + 1] - first[i];
      for (int j = 0; j < samples; j++) {
        int s = forwards ? first[i] + j : first[i + 1] - 1 - j;
        known = Double.isNaN(room[s]) ? known : room[s];
        room[s] = known;
      }
    }
  }

  private boolean isCorner(int i) {
    int before = i == 0 ? count - 1 : i - 1;
    return nx[before] * nx[i] + ny[before] * ny[i] < CORNER;
  }

  private FittedPath shifted() {
    FittedPath path = new FittedPath();
    for (int i = 0; i < count; i++) {
      int before = i == 0 ? count - 1 : i - 1;
      corner(path, before, room[first[before + 1] - 1], i, room[first[i]]);
      int samples = first[i + 1] - first[i];
      for (int s = 0; s < samples; s++) {
        double t = (s + 0.5) / samples;
        double r = room[first[i] + s];
        path.add(
            x(i) + t * (x(i + 1) - x(i)) - shift(r) * nx[i],
            y(i) + t * (y(i + 1) - y(i)) - shift(r) * ny[i],
            width / 2 + r);
      }
    }
    return path;
  }

  /** How far outwards the middle of the line lies from where it would be with its whole width. */
  private double shift(double r) {
    return (width / 2 - r) / 2;
  }

  /** The crossing of both edges, each moved by its own shift. */
  private void corner(FittedPath path, int before, double roomBefore, int after, double roomAfter) {
    double a = shift(roomBefore);
    double b = shift(roomAfter);
    double sin = nx[before] * ny[after] - ny[before] * nx[after];
    double dx;
    double dy;
    if (Math.abs(sin) > 0.3) {
      dx = (b * ny[before] - a * ny[after]) / sin;
      dy = (a * nx[after] - b * nx[before]) / sin;
    } else {
      dx = -(a * nx[before] + b * nx[after]) / 2;
      dy = -(a * ny[before] + b * ny[after]) / 2;
    }
    path.add(x(after) + dx, y(after) + dy, width / 2 + Math.min(roomBefore, roomAfter));
  }

  private double x(int i) {
    return centre.x(from + i % count) * Area.UNIT_MM;
  }

  private double y(int i) {
    return centre.y(from + i % count) * Area.UNIT_MM;
  }
}
