package org.stratonomy.engine.adhesion;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;

/** Lines around everything on the bed, which prime the nozzle before the first layer. */
public record Skirt(List<Line> lines, Key key) {

  /**
   * @param footprints what the pieces cover on the first layer
   * @param footprintsKey key of the footprints
   */
  public static Skirt around(List<Area> footprints, Key footprintsKey, Settings plan) {
    int count = plan.count(Setting.SKIRT_LINES);
    double distance = plan.number(Setting.SKIRT_DISTANCE);
    double width = plan.number(Setting.LINE_WIDTH);
    Key key = Key.of("skirt").add(footprintsKey).add(count).add(distance).add(width).build();
    List<Line> lines = new ArrayList<>();
    if (count > 0 && !footprints.isEmpty()) {
      Area around = Plane.outset(Plane.union(footprints), distance + width / 2);
      around = Plane.withoutHoles(around);
      for (int i = 0; i < count; i++) {
        Path.ofRings(around).forEach(path -> lines.add(new Line(Role.SKIRT, path, width)));
        around = Plane.outset(around, width);
      }
    }
    return new Skirt(List.copyOf(lines), key);
  }
}
