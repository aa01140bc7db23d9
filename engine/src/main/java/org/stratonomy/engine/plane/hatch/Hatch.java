package org.stratonomy.engine.plane.hatch;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;

/**
 * Parallel lines clipped to an area, by scanline: each edge is crossed with the lines that it
 * spans, the crossings of a line are sorted, and every other gap between them is inside.
 *
 * <p>Line k runs at the angle through the places whose coordinate across is {@code (k + 1/2) ·
 * spacing + phase}, so that lines of the same hatch fall together on every layer.
 */
public final class Hatch {
  private Hatch() {}

  /**
   * Lines that cover an area, side by side.
   *
   * @param wedges what the lines leave free along the edge
   */
  public record Cover(List<Path> paths, List<Wedge> wedges) {}

  /**
   * A line along the edge that fills what parallel lines leave free there.
   *
   * @param widthsMm at each point of the path
   */
  public record Wedge(Path path, double[] widthsMm) {}

  /**
   * The lines as separate straight paths, line by line.
   *
   * @param angleRad direction of the lines against X
   * @param spacingMm distance between neighbouring lines, positive
   * @param phaseMm shift of all lines across their direction
   */
  public static List<Path> lines(Area area, double angleRad, double spacingMm, double phaseMm) {
    Crossings c = new Crossings(area, angleRad, spacingMm, phaseMm);
    List<Path> paths = new ArrayList<>(c.segments());
    for (int i = 0; i < c.size(); i += 2) {
      Path.Builder path = new Path.Builder();
      c.add(path, i);
      c.add(path, i + 1);
      if (path.size() == 2) {
        paths.add(path.open());
      }
    }
    return paths;
  }

  /**
   * The lines joined to longer paths: the end of a line continues along the edge of the area to the
   * next line, where the way there is no longer than {@code reachMm}.
   */
  public static List<Path> joined(
      Area area, double angleRad, double spacingMm, double phaseMm, double reachMm) {
    Crossings c = new Crossings(area, angleRad, spacingMm, phaseMm);
    return new HatchJoiner(c, reachMm * Area.UNITS_PER_MM).paths();
  }

  /**
   * Lines as in {@link #joined}, a line's width apart, that together with their wedges cover an
   * area up to half a width beyond its edge.
   */
  public static Cover cover(Area area, double angleRad, double widthMm, double reachMm) {
    Crossings c = new Crossings(area, angleRad, widthMm, 0);
    HatchJoiner joiner = new HatchJoiner(c, reachMm * Area.UNITS_PER_MM);
    List<Path> paths = joiner.paths();
    return new Cover(paths, new HatchWedges(c, joiner.joints()).wedges());
  }

  /**
   * As {@link #cover}, but lines are only ever joined to the next line in the same sense, and
   * ordered so that whatever lies beside a line on the side of the lower numbers comes before it;
   * printed in this order and direction, every line is laid against a finished neighbour.
   */
  public static Cover monotone(Area area, double angleRad, double widthMm, double reachMm) {
    Crossings c = new Crossings(area, angleRad, widthMm, 0);
    HatchChains chains = new HatchChains(c, reachMm * Area.UNITS_PER_MM);
    List<Path> paths = chains.paths();
    return new Cover(paths, new HatchWedges(c, chains.joints()).wedges());
  }
}
