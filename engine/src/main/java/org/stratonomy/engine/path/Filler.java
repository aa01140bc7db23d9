package org.stratonomy.engine.path;

import java.util.List;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Hatch;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;

/** Fills areas of one layer with straight lines. */
final class Filler {
  /** How far the width of solid lines may be off the wanted one to make the volume exact. */
  private static final double WIDTH_SLACK = 0.15;

  /**
   * Ends of neighbouring lines are joined along the edge up to this many widths apart; where an
   * edge runs nearly along the lines, that closes the wedge between them.
   */
  private static final double REACH = 8;

  /** Directions tried for a bridge, evenly over half a turn. */
  private static final int BRIDGE_DIRECTIONS = 12;

  private final double width;
  private final double angle;
  private final List<Line> out;

  /**
   * @param angle of the layer's lines, radians
   * @param out where the lines go
   */
  Filler(double width, double angle, List<Line> out) {
    this.width = width;
    this.angle = angle;
    this.out = out;
  }

  /**
   * Lines side by side, joined along the edge. They end half a width before the edge of the area;
   * their width is then set so that width × length is the area, so the volume is exact wherever the
   * correction is small.
   */
  void solid(Area area, Role role) {
    hatch(area, role, angle);
  }

  /** Solid lines in the direction whose longest line is the shortest. */
  void bridge(Area area) {
    double best = angle;
    double shortest = Double.POSITIVE_INFINITY;
    for (int i = 0; i < BRIDGE_DIRECTIONS; i++) {
      double direction = Math.PI * i / BRIDGE_DIRECTIONS;
      double longest = 0;
      for (Path line : Hatch.lines(area, direction, 2 * width, 0)) {
        longest = Math.max(longest, line.lengthMm());
      }
      if (longest < shortest - 1e-6) {
        shortest = longest;
        best = direction;
      }
    }
    hatch(area, Role.BRIDGE, best);
  }

  private void hatch(Area area, Role role, double direction) {
    Area centres = Plane.inset(area, width / 2);
    if (centres.isEmpty()) {
      return;
    }
    List<Path> paths = Hatch.joined(centres, direction, width, 0, REACH * width);
    double length = 0;
    for (Path path : paths) {
      length += path.lengthMm();
    }
    double printable = Plane.outset(centres, width / 2).areaMm2();
    double fitted =
        Math.clamp(
            Math.min(printable, area.areaMm2()) / length,
            width * (1 - WIDTH_SLACK),
            width * (1 + WIDTH_SLACK));
    for (Path path : paths) {
      out.add(new Line(role, path, fitted));
    }
  }

  /**
   * Lines apart from each other so that they take up a share of the area; a grid has half of them
   * in each of two directions.
   */
  void infill(Area area, double density, boolean grid) {
    Area centres = Plane.inset(area, width / 2);
    if (grid) {
      lines(centres, 2 * width / density, angle);
      lines(centres, 2 * width / density, angle + Math.PI / 2);
    } else {
      lines(centres, width / density, angle);
    }
  }

  private void lines(Area centres, double spacing, double direction) {
    for (Path path : Hatch.lines(centres, direction, spacing, 0)) {
      if (path.lengthMm() > width) {
        out.add(new Line(Role.INFILL, path, width));
      }
    }
  }
}
