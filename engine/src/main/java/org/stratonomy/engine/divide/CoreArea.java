package org.stratonomy.engine.divide;

import java.util.List;
import java.util.function.IntToDoubleFunction;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.Section;
import org.stratonomy.engine.strata.Sections;

/**
 * The core of a piece: in layer i what lies in all sections of the layers i − k … i + k and further
 * than w from their edges, where w is the depth sideways and k the depth upright in layers. Because
 * shrinking an intersection is the intersection of the shrunk, only one is shrunk. Parts narrower
 * than a line are left out.
 */
final class CoreArea implements RegionArea {
  private final Region.Core core;
  private final Sections sections;
  private final List<PieceLayer> layers;
  private final IntToDoubleFunction widths;
  private final Memo memo;

  /**
   * @param widths of lines, mm, by layer
   */
  CoreArea(
      Region.Core core,
      Sections sections,
      List<PieceLayer> layers,
      IntToDoubleFunction widths,
      Memo memo) {
    this.core = core;
    this.sections = sections;
    this.layers = layers;
    this.widths = widths;
    this.memo = memo;
  }

  @Override
  public Area get(int layer) {
    return deeper(layer, 0, 0);
  }

  @Override
  public Key key(int layer) {
    return key(layer, 0, 0);
  }

  /** The core of a piece that lost some layers: more above or below count as surface. */
  Area deeper(int layer, int moreBelow, int moreAbove) {
    return memo.get(
            key(layer, moreBelow, moreAbove),
            Section.class,
            () -> Section.of(cut(layer, moreBelow, moreAbove)))
        .area();
  }

  private Area cut(int layer, int moreBelow, int moreAbove) {
    int from = layer - below(layer) - moreBelow;
    int to = layer + above(layer) + moreAbove;
    Area common = Plane.intersection(sections.common(from, to - from + 1));
    return Plane.open(Plane.inset(common, sidewaysMm(layer)), width(layer) / 2);
  }

  Key key(int layer, int moreBelow, int moreAbove) {
    Key.Builder key = Key.of("core").add(sidewaysMm(layer)).add(width(layer));
    int from = layer - below(layer) - moreBelow;
    int to = layer + above(layer) + moreAbove;
    for (int i = from; i <= to; i++) {
      key.add(sections.key(i));
    }
    return key.build();
  }

  double width(int layer) {
    return widths.applyAsDouble(layer);
  }

  private double sidewaysMm(int layer) {
    return core.sideways().amount() * (core.sideways().mm() ? 1 : width(layer));
  }

  private int above(int layer) {
    if (!core.upright().mm()) {
      return (int) core.upright().amount();
    }
    double to = layers.get(layer - 1).top() + core.upright().amount() - Rounding.MM;
    int count = 0;
    for (int i = layer; i < layers.size() && layers.get(i).bottom() < to; i++) {
      count++;
    }
    return layers.getLast().top() < to ? count + 1 : count;
  }

  private int below(int layer) {
    if (!core.upright().mm()) {
      return (int) core.upright().amount();
    }
    double to = layers.get(layer - 1).bottom() - core.upright().amount() + Rounding.MM;
    int count = 0;
    for (int i = layer - 2; i >= 0 && layers.get(i).top() > to; i--) {
      count++;
    }
    return layers.getFirst().bottom() > to ? count + 1 : count;
  }
}
