package org.stratonomy.engine.divide;

import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Side;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.strata.Section;

/**
 * The part of a core that would not be in it if its depth upright were some layers more, on one
 * side or on both. Parts narrower than a line are left out.
 */
final class SlabArea implements RegionArea {
  private final CoreArea core;
  private final int moreBelow;
  private final int moreAbove;
  private final Memo memo;

  SlabArea(Region.Slab slab, CoreArea core, Memo memo) {
    this.core = core;
    moreBelow = slab.side() == Side.TOP ? 0 : slab.layers();
    moreAbove = slab.side() == Side.BOTTOM ? 0 : slab.layers();
    this.memo = memo;
  }

  @Override
  public Area get(int layer) {
    return memo.get(
            key(layer),
            Section.class,
            () -> {
              Area inner = core.deeper(layer, moreBelow, moreAbove);
              Area slab = Plane.difference(core.get(layer), inner);
              return Section.of(Plane.open(slab, core.width(layer) / 2));
            })
        .area();
  }

  @Override
  public Key key(int layer) {
    return Key.of("slab").add(core.key(layer, moreBelow, moreAbove)).add(core.key(layer)).build();
  }
}
