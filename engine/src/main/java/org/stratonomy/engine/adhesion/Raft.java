package org.stratonomy.engine.adhesion;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.hatch.Hatch;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;

/**
 * Layers under all pieces: lines apart from each other on the bed, and across them closed layers on
 * which the pieces stand and from which they are taken off.
 *
 * @param layers the lines of each, from the bed; none if there is no raft
 * @param area what it covers
 */
public record Raft(List<List<Line>> layers, Area area, Key key) {
  /** Share of the bed that the lowest lines take up. */
  private static final double OPEN = 0.5;

  /**
   * @param footprints what the pieces cover on their first layer, with their support
   * @param footprintsKey key of the footprints
   * @param count number of layers
   */
  public static Raft under(List<Area> footprints, Key footprintsKey, int count, Settings plan) {
    double margin = plan.number(Setting.RAFT_MARGIN);
    double width = plan.number(Setting.LINE_WIDTH);
    Key key = Key.of("raft").add(footprintsKey).add(count).add(margin).add(width).build();
    Area area =
        count == 0 || footprints.isEmpty()
            ? Area.EMPTY
            : Plane.outset(Plane.union(footprints), margin);
    List<List<Line>> layers = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      layers.add(lines(area, i, width));
    }
    return new Raft(List.copyOf(layers), area, key);
  }

  private static List<Line> lines(Area area, int layer, double width) {
    Role role = layer == 0 ? Role.SUPPORT : Role.INTERFACE;
    double angle = layer % 2 == 0 ? 0 : Math.PI / 2;
    double spacing = layer == 0 ? width / OPEN : width;
    List<Line> lines = new ArrayList<>();
    Area centres = Plane.inset(area, width / 2);
    if (layer == 0) {
      Path.ofRings(centres).forEach(ring -> lines.add(new Line(role, ring, width)));
      centres = Plane.inset(centres, width / 2);
    }
    for (Path path : Hatch.joined(centres, angle, spacing, 0, 2 * spacing)) {
      lines.add(new Line(role, path, width));
    }
    return List.copyOf(lines);
  }
}
