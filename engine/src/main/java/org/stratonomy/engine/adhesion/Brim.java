package org.stratonomy.engine.adhesion;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Choice.BrimSide;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;

/**
 * Lines on the bed around a piece, in its holes, or both, from the piece outwards; perhaps only
 * around parts that cover little of the bed.
 */
public final class Brim {
  private final int count;
  private final double width;
  private final boolean outside;
  private final boolean inside;
  private final double upToMm2;

  public Brim(Settings settings) {
    count = settings.count(Setting.BRIM_LINES);
    width = settings.number(Setting.LINE_WIDTH);
    BrimSide side = settings.choice(BrimSide.class);
    outside = side != BrimSide.INSIDE;
    inside = side != BrimSide.OUTSIDE;
    upToMm2 = settings.number(Setting.BRIM_UP_TO);
  }

  /**
   * @param footprint what the piece covers of the bed
   * @param support what support covers of it
   */
  public List<Line> lines(Area footprint, Area support) {
    List<Line> lines = new ArrayList<>();
    if (count == 0) {
      return lines;
    }
    List<Area> held = new ArrayList<>();
    List<Area> others = new ArrayList<>();
    for (Area part : footprint.parts()) {
      boolean small = upToMm2 == 0 || part.areaMm2() <= upToMm2;
      (small ? held : others).add(part);
    }
    if (held.isEmpty()) {
      return lines;
    }
    Area around = Plane.union(held);
    others.add(support);
    Area taken = Plane.outset(Plane.union(others), width / 2);
    Clipper clipper = new Clipper(taken);
    for (int i = 0; i < count; i++) {
      Area ring = Plane.outset(around, (i + 0.5) * width);
      List<Path> paths = Path.ofRings(ring);
      for (int r = 0; r < paths.size(); r++) {
        boolean outline = ring.ringAreaMm2(r) > 0;
        if (outline ? outside : inside) {
          for (Clipper.Part part : clipper.parts(paths.get(r))) {
            if (!part.inside()) {
              lines.add(new Line(Role.BRIM, part.path(), width));
            }
          }
        }
      }
    }
    return lines;
  }

  public void addTo(Key.Builder key) {
    key.add(count).add(width).add(outside ? 1 : 0).add(inside ? 1 : 0).add(upToMm2);
  }

  /** How far the brim reaches outwards of the piece, mm. */
  public double reachMm() {
    return outside ? count * width : 0;
  }
}
