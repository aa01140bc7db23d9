package org.stratonomy.engine.path;

import java.util.List;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Hatch;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;

/** Fills areas of one layer: solid, as a bridge, or with a pattern. */
final class Filler {
  /** How far the width of solid lines may be off the wanted one to make the volume exact. */
  private static final double WIDTH_SLACK = 0.15;

  /**
   * Ends of neighbouring lines are joined along the edge up to this many widths apart; where an
   * edge runs nearly along the lines, that closes the wedge between them.
   */
  private static final double REACH = 8;

  /** Infill ends this many widths before the walls' edge: its round ends reach into the wall. */
  private static final double ANCHOR = 0.3;

  private final double width;
  private final double angle;
  private final ThinPlaces thin;
  private final List<Line> out;

  /**
   * @param angle of the layer's lines, radians
   * @param out where the lines go
   */
  Filler(double width, double angle, ThinPlaces thin, List<Line> out) {
    this.width = width;
    this.angle = angle;
    this.thin = thin;
    this.out = out;
  }

  /**
   * Lines side by side, joined along the edge; those of a top skin in an order in which each is
   * laid against a finished one. They end half a width before the edge of the area; their width is
   * then set so that width × length is the area, so the volume is exact wherever the correction is
   * small. Places too narrow for lines to and fro get a single line along them.
   */
  void solid(Area area, Role role) {
    Area rest = area;
    if (thin == ThinPlaces.FITTED && !area.isEmpty()) {
      NarrowPlaces narrow = new NarrowPlaces(area, width);
      out.addAll(narrow.singles(role));
      rest = narrow.wide();
    }
    hatch(rest, role, angle);
  }

  /** Solid lines from edge to edge of what carries them. */
  void bridge(Area area, Bridge bridge) {
    for (Area part : area.parts()) {
      hatch(part, Role.BRIDGE, bridge.direction(part, angle));
    }
  }

  private void hatch(Area area, Role role, double direction) {
    Area centres = Plane.inset(area, width / 2);
    if (centres.isEmpty()) {
      return;
    }
    List<Path> paths =
        role == Role.TOP_SKIN
            ? Hatch.monotone(centres, direction, width, 0, REACH * width)
            : Hatch.joined(centres, direction, width, 0, REACH * width);
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
   * Lines apart from each other so that they take up a share of the area.
   *
   * @param z middle of the layer, mm
   */
  void infill(Area area, LineSettings settings, double z) {
    double end = settings.pattern().equals("lines") ? 0.5 : ANCHOR;
    Area centres = Plane.inset(area, end * width);
    if (centres.isEmpty()) {
      return;
    }
    FillPattern.Place place =
        new FillPattern.Place(
            area, centres, width, settings.density(), angle, settings.angleRad(), z);
    for (Path path : FillPattern.ALL.get(settings.pattern()).paths(place)) {
      if (path.lengthMm() > width) {
        out.add(new Line(Role.INFILL, path, width));
      }
    }
  }
}
