package org.stratonomy.engine.fill;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import org.stratonomy.engine.line.Bridge;
import org.stratonomy.engine.line.LayerLines;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.line.LineSettings;
import org.stratonomy.engine.line.Overhang;
import org.stratonomy.engine.line.Surroundings;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Role;

/**
 * The lines inside of the walls: skins and solid layers where one of the next layers above or below
 * is missing, infill in the rest. The next layers count whatever stratum they belong to, so that a
 * boundary inside a piece gets no lid and a hollow under it does.
 */
public final class InsideMaker {
  private final Surroundings around;
  private final Area inner;
  private final LineSettings s;
  private final double width;
  private final List<Line> lines;
  private final Memo memo;
  private final Supplier<Key> solidKey;

  /**
   * @param inner what the outer wall leaves of the section
   * @param lines the walls; what is inside goes there, too
   * @param solidKey of all that does not depend on infill
   */
  public InsideMaker(
      Surroundings around,
      Area inner,
      LineSettings settings,
      List<Line> lines,
      Memo memo,
      Supplier<Key> solidKey) {
    this.around = around;
    this.inner = inner;
    this.s = settings;
    this.width = settings.lineWidth();
    this.lines = lines;
    this.memo = memo;
    this.solidKey = solidKey;
  }

  /**
   * Solid lines, and what they leave for infill.
   *
   * @param sparse the area of the infill
   */
  private record Solid(List<Line> lines, Area sparse) implements Memo.Sized {
    @Override
    public int weight() {
      return LayerLines.weight(List.of(lines)) + 8 * sparse.pointCount();
    }
  }

  /** Fills what the walls leave free, and marks how far the walls hang over. */
  public void fill(Area inside) {
    markOverhangs();
    if (inside.isEmpty()) {
      return;
    }
    if (s.density() >= 1) {
      solid(inside, filler(lines));
      return;
    }
    Solid solid = memo.get(solidKey.get(), Solid.class, () -> solid(inside));
    lines.addAll(solid.lines);
    if (s.density() > 0) {
      filler(lines).infill(solid.sparse, s, around.layer().middle());
    }
  }

  private Solid solid(Area inside) {
    Area sparse = around.sparse(s, inner);
    Area open = sparse.equals(inner) ? inside : Plane.intersection(inside, sparse);
    Area narrower = Plane.inset(open, width);
    Plane.Split parts = Plane.keptAndLost(inside, narrower, width);
    List<Line> solid = new ArrayList<>();
    solid(parts.out(), filler(solid));
    return new Solid(List.copyOf(solid), parts.in());
  }

  private Filler filler(List<Line> out) {
    return new Filler(width, angle(), s.thinPlaces(), out);
  }

  private double angle() {
    return s.angleRad() + (around.layer().index() % 2 == 0 ? Math.PI / 2 : 0);
  }

  /** Walls over the edge of the layer below are marked by how far they hang over. */
  private void markOverhangs() {
    if (around.reachesOverAir(width, (0.5 - Overhang.QUARTER.share()) * width)) {
      OverhangMarker marker = new OverhangMarker(around.below(), width);
      lines.replaceAll(line -> line.role().isWall() ? marker.mark(line) : line);
    }
  }

  /** Fills a solid area, its parts by what lies directly above and below them. */
  private void solid(Area solid, Filler filler) {
    if (around.isOnBed()) {
      filler.solid(solid, Role.BOTTOM_SKIN);
      return;
    }
    Plane.Split parts = Plane.split(solid, around.bridged(width));
    if (!parts.in().isEmpty()) {
      filler.bridge(parts.in(), new Bridge(around.below(), width));
    }
    Area rest = parts.out();
    Area facingUp = around.facingUp(s, inner);
    if (facingUp.isEmpty() || rest.isEmpty()) {
      filler.solid(rest, Role.SOLID_INFILL);
    } else {
      filler.skinned(rest, facingUp);
    }
  }
}
