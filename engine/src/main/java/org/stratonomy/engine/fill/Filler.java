package org.stratonomy.engine.fill;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.Function;
import org.stratonomy.engine.line.Bridge;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.line.LineSettings;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.CircleFit;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.ConnectedParts;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.hatch.Hatch;
import org.stratonomy.engine.settings.Choice.ThinPlaces;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.wall.FittedPath;
import org.stratonomy.engine.wall.NarrowPlaces;
import org.stratonomy.engine.wall.WallMaker;

/** Fills areas of one layer: solid, as a bridge, or with a pattern. */
public final class Filler {
  /** How far the width of solid lines may be off the wanted one to make the volume exact. */
  private static final double WIDTH_SLACK = 0.15;

  /**
   * Ends of neighbouring lines are joined along the edge up to this many widths apart; where an
   * edge runs nearly along the lines, that closes the wedge between them.
   */
  private static final double REACH = 8;

  /** A wedge shorter than this many widths is a dot, not worth the way to it. */
  private static final double LEAST_WEDGE = 0.25;

  /** Solid parts that are nowhere wider than this many widths are filled along. */
  private static final double NARROW = 4;

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
  public Filler(double width, double angle, ThinPlaces thin, List<Line> out) {
    this.width = width;
    this.angle = angle;
    this.thin = thin;
    this.out = out;
  }

  /**
   * Lines side by side, joined along the edge. They end half a width before the edge of the area;
   * their width is then set so that width × length is the area, so the volume is exact wherever the
   * correction is small. Places too narrow for lines to and fro get a single line along them.
   */
  public void solid(Area area, Role role) {
    Area rest = withoutNarrow(wide(area, line -> role));
    hatch(rest, Hatch.cover(Plane.inset(rest, width / 2), angle, width, REACH * width), role);
  }

  /**
   * Fills parts that are narrow everywhere along their edges, because lines to and fro would be too
   * short there, and returns the others.
   */
  private Area wide(Area area, Function<Line, Role> role) {
    if (thin != ThinPlaces.FITTED || area.isEmpty()) {
      return area;
    }
    double reach = NARROW / 2 * width;
    ConnectedParts parts = new ConnectedParts(area);
    BitSet wide = parts.which(part -> CircleFit.isSurelyFor(reach, part));
    wide.or(parts.met(Plane.inset(parts.without(wide), reach)));
    along(parts.without(wide), role);
    return parts.only(wide);
  }

  private void along(Area parts, Function<Line, Role> role) {
    List<Line> lines = new ArrayList<>();
    WallMaker maker = new WallMaker(width, thin, lines);
    for (Area rest = parts; !rest.isEmpty(); ) {
      rest = maker.wall(rest, 0);
    }
    lines.forEach(line -> out.add(line.as(role.apply(line))));
  }

  /** Solid lines from edge to edge of what carries them. */
  void bridge(Area area, Bridge bridge) {
    for (Area part : area.parts()) {
      double direction = bridge.direction(part, angle);
      Area centres = Plane.inset(part, width / 2);
      hatch(part, Hatch.cover(centres, direction, width, REACH * width), Role.BRIDGE);
    }
  }

  private void hatch(Area area, Hatch.Cover cover, Role role) {
    List<Line> wedges = wedges(cover);
    double fitted = fitted(area, cover.paths(), wedges);
    cover.paths().forEach(path -> out.add(new Line(role, path, fitted)));
    out.addAll(wedges);
  }

  /**
   * Solid lines of which those in a part of the area are top skin. They are in an order in which
   * each is laid against a finished neighbour; lines run on from the one part into the other.
   *
   * @param facingUp where nothing lies on them
   */
  void skinned(Area area, Area facingUp) {
    Clipper clipper = new Clipper(facingUp);
    Area rest = withoutNarrow(wide(area, line -> topOrInside(clipper, line)));
    Hatch.Cover cover = Hatch.monotone(Plane.inset(rest, width / 2), angle, width, REACH * width);
    List<Line> wedges = wedges(cover);
    out.addAll(wedges);
    double fitted = fitted(rest, cover.paths(), wedges);
    for (Path path : cover.paths()) {
      for (Clipper.Part part : clipper.parts(path)) {
        Role role = part.inside() ? Role.TOP_SKIN : Role.SOLID_INFILL;
        out.add(Line.inOrder(role, part.path(), fitted));
      }
    }
  }

  private static Role topOrInside(Clipper facingUp, Line line) {
    Path path = line.path();
    int middle = path.segmentCount() / 2;
    int end = path.segmentEnd(middle);
    double x = (path.x(middle) + path.x(end)) / 2;
    double y = (path.y(middle) + path.y(end)) / 2;
    return facingUp.contains(x, y) ? Role.TOP_SKIN : Role.SOLID_INFILL;
  }

  private List<Line> wedges(Hatch.Cover cover) {
    if (thin != ThinPlaces.FITTED) {
      return List.of();
    }
    List<Line> lines = new ArrayList<>();
    for (Hatch.Wedge wedge : cover.wedges()) {
      FittedPath path = new FittedPath();
      for (int i = 0; i < wedge.path().size(); i++) {
        path.add(wedge.path().x(i), wedge.path().y(i), wedge.widthsMm()[i]);
      }
      Line line = path.line(Role.GAP, false);
      if (line.path().lengthMm() > LEAST_WEDGE * width) {
        lines.add(line);
      }
    }
    return lines;
  }

  private Area withoutNarrow(Area area) {
    if (thin != ThinPlaces.FITTED || area.isEmpty()) {
      return area;
    }
    NarrowPlaces narrow = new NarrowPlaces(area, area, width, NarrowPlaces.FACING_IN_CORNERS);
    List<Line> singles = narrow.singles(Role.GAP);
    out.addAll(singles);
    return singles.isEmpty() ? area : Plane.difference(area, narrow.taken(singles));
  }

  /** The width with which lines make up an area less what other lines take of it. */
  private double fitted(Area area, List<Path> paths, List<Line> others) {
    double length = paths.stream().mapToDouble(Path::lengthMm).sum();
    double taken = others.stream().mapToDouble(l -> l.widthMm() * l.path().lengthMm()).sum();
    double fitted = length == 0 ? width : (area.areaMm2() - taken) / length;
    return Math.clamp(fitted, width * (1 - WIDTH_SLACK), width * (1 + WIDTH_SLACK));
  }

  /**
   * Lines apart from each other so that they take up a share of the area.
   *
   * @param z middle of the layer, mm
   */
  void infill(Area area, LineSettings settings, double z) {
    FillPattern pattern = FillPattern.of(settings.pattern());
    double end = pattern.joinsEnds() ? 0.5 : ANCHOR;
    double apart = settings.infillWidth();
    Area centres = Plane.inset(area, end * apart);
    if (centres.isEmpty()) {
      return;
    }
    FillPattern.Place place =
        new FillPattern.Place(
            area, centres, apart, settings.density(), angle, settings.angleRad(), z);
    for (Path path : pattern.paths(place)) {
      if (path.lengthMm() > apart) {
        out.add(new Line(Role.INFILL, path, apart));
      }
    }
  }
}
