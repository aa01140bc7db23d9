package org.stratonomy.engine.support;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.hatch.Hatch;
import org.stratonomy.engine.support.SupportLayer.Branch;

/**
 * Branches that begin under an overhang and, layer by layer downwards, lean towards each other and
 * away from the piece, join where they meet, and become thicker.
 */
final class TreeSupport {
  private static final double TIP_RADIUS = 0.8;
  private static final double MOST_RADIUS = 4;
  private static final double TIP_DISTANCE = 4;

  /** Branches lean no further than this against the vertical. */
  private static final double LEAN = Math.tan(Math.toRadians(40));

  private static final double GROWTH = Math.tan(Math.toRadians(3));

  /** Branches further apart do not move towards each other, mm. */
  private static final double SIGHT = 25;

  private static final int SIDES = 16;

  private final double step;
  private final double growth;

  TreeSupport(double layerHeight) {
    step = layerHeight * LEAN;
    growth = layerHeight * GROWTH;
  }

  /**
   * @param above the branches in the layer above
   * @param fresh overhangs that begin to be supported in this layer
   * @param away where no branch may stand
   */
  List<Branch> below(List<Branch> above, Area fresh, Area away) {
    Clipper blocked = new Clipper(away);
    List<Branch> moved = new ArrayList<>();
    for (Branch branch : above) {
      Branch next = apart(lean(branch, above), branch, blocked);
      if (!blocked.contains(next.x(), next.y())) {
        moved.add(next);
      }
    }
    for (Branch tip : tips(fresh)) {
      boolean covered =
          moved.stream()
              .anyMatch(b -> Distance.of(b.x() - tip.x(), b.y() - tip.y()) < TIP_DISTANCE / 2);
      if (!covered && !blocked.contains(tip.x(), tip.y())) {
        moved.add(tip);
      }
    }
    return joined(moved);
  }

  private Branch lean(Branch branch, List<Branch> others) {
    Branch nearest = null;
    double least = SIGHT;
    for (Branch other : others) {
      Interruption.check();
      double distance = Distance.of(other.x() - branch.x(), other.y() - branch.y());
      if (other != branch && distance > 0 && distance < least) {
        least = distance;
        nearest = other;
      }
    }
    double radius = Math.min(MOST_RADIUS, branch.radius() + growth);
    if (nearest == null) {
      return new Branch(branch.x(), branch.y(), radius);
    }
    // Both go half way.
    double share = Math.min(step, least / 2) / least;
    return new Branch(
        branch.x() + share * (nearest.x() - branch.x()),
        branch.y() + share * (nearest.y() - branch.y()),
        radius);
  }

  /** Keeps a branch off the piece: it stays where it was, or goes to the nearest free place. */
  private Branch apart(Branch wanted, Branch before, Clipper blocked) {
    if (!blocked.contains(wanted.x(), wanted.y())) {
      return wanted;
    }
    if (!blocked.contains(before.x(), before.y())) {
      return new Branch(before.x(), before.y(), wanted.radius());
    }
    return blocked
        .nearest(before.x(), before.y(), step)
        .map(
            edge -> {
              double dx = edge[0] - before.x();
              double dy = edge[1] - before.y();
              double beyond = 1 + 0.01 / Math.max(Rounding.MM, Distance.of(dx, dy));
              return new Branch(
                  before.x() + beyond * dx, before.y() + beyond * dy, wanted.radius());
            })
        .orElse(wanted);
  }

  /** Places under an overhang, a few millimetres apart, at least one for each part of it. */
  private static List<Branch> tips(Area fresh) {
    List<Branch> tips = new ArrayList<>();
    for (Area part : fresh.parts()) {
      int before = tips.size();
      for (Path line : Hatch.lines(part, 0, TIP_DISTANCE, 0)) {
        int count = Math.max(1, (int) Math.round(line.lengthMm() / TIP_DISTANCE));
        for (int i = 0; i < count; i++) {
          double t = (i + 0.5) / count;
          tips.add(
              new Branch(
                  line.x(0) + t * (line.x(1) - line.x(0)),
                  line.y(0) + t * (line.y(1) - line.y(0)),
                  TIP_RADIUS));
        }
      }
      if (tips.size() == before) {
        double[] b = part.boundsMm();
        tips.add(new Branch((b[0] + b[2]) / 2, (b[1] + b[3]) / 2, TIP_RADIUS));
      }
    }
    return tips;
  }

  /** Two branches that have met go on as one, with the area of both. */
  private static List<Branch> joined(List<Branch> branches) {
    List<Branch> left = new ArrayList<>(branches);
    for (int i = 0; i < left.size(); i++) {
      Interruption.check();
      for (int j = left.size() - 1; j > i; j--) {
        Branch a = left.get(i);
        Branch b = left.get(j);
        if (Distance.of(a.x() - b.x(), a.y() - b.y()) < Math.max(a.radius(), b.radius()) / 2) {
          double radius = Math.min(MOST_RADIUS, Distance.of(a.radius(), b.radius()));
          left.set(i, new Branch((a.x() + b.x()) / 2, (a.y() + b.y()) / 2, radius));
          left.remove(j);
        }
      }
    }
    return left;
  }

  /** What branches cover. */
  static Area area(List<Branch> branches) {
    double[][] rings = new double[branches.size()][];
    for (int i = 0; i < rings.length; i++) {
      Branch b = branches.get(i);
      rings[i] = new double[2 * SIDES];
      for (int k = 0; k < SIDES; k++) {
        rings[i][2 * k] = b.x() + b.radius() * Math.cos(2 * Math.PI * k / SIDES);
        rings[i][2 * k + 1] = b.y() + b.radius() * Math.sin(2 * Math.PI * k / SIDES);
      }
    }
    return rings.length == 0 ? Area.EMPTY : Area.ofMm(rings);
  }
}
