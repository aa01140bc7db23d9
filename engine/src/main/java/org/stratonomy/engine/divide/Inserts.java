package org.stratonomy.engine.divide;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.Sections;

/**
 * The cavities of a piece's inserts. A cavity is wider than its insert by the clearance, and takes
 * all layers that the insert reaches into, even if only by a part: so the insert neither stands out
 * over the layer that is to cover it nor is lifted by the one below it.
 */
public final class Inserts implements Sections.Cavities {
  private final List<PieceLayer> layers;
  private final List<Insert> inserts = new ArrayList<>();

  private record Insert(Region region, SolidArea solid, double clearance) {}

  public Inserts(PlacedPiece placed, PieceStack stack, MeshSource meshes, Memo memo) {
    layers = stack.layers();
    SolidAreas solids = new SolidAreas(placed, stack, meshes, memo);
    for (Region region : placed.piece().regions()) {
      region
          .clearanceMm()
          .ifPresent(mm -> inserts.add(new Insert(region, solids.area(region.shape()), mm)));
    }
  }

  @Override
  public boolean any() {
    return !inserts.isEmpty();
  }

  /** The regions that are inserts. */
  public List<Region> regions() {
    return inserts.stream().map(Insert::region).toList();
  }

  @Override
  public Area get(int layer) {
    Area all = Area.EMPTY;
    for (Insert insert : inserts) {
      all = Plane.union(all, cavity(insert, layer));
    }
    return all;
  }

  /** The cavity of one insert in a layer. */
  public Area get(Region region, int layer) {
    return inserts.stream()
        .filter(insert -> insert.region.equals(region))
        .findFirst()
        .map(insert -> cavity(insert, layer))
        .orElse(Area.EMPTY);
  }

  @Override
  public Key key(int layer) {
    Key.Builder key = Key.of("cavities");
    for (Insert insert : inserts) {
      key.add(insert.solid.key(layer)).add(insert.clearance);
      key.add(reachesDown(insert, layer) ? 1 : 0).add(reachesUp(insert, layer) ? 1 : 0);
    }
    return key.build();
  }

  private Area cavity(Insert insert, int layer) {
    Area area = insert.solid.get(layer);
    if (reachesDown(insert, layer)) {
      area = Plane.union(area, insert.solid.get(layer - 1));
    }
    if (reachesUp(insert, layer)) {
      area = Plane.union(area, insert.solid.get(layer + 1));
    }
    return area.isEmpty() ? area : Plane.outset(area, insert.clearance);
  }

  /** Whether the insert reaches into a layer from the one below. */
  private boolean reachesDown(Insert insert, int layer) {
    return layer > 1 && insert.solid.top() > layers.get(layer - 1).bottom() + Rounding.MM;
  }

  /** Whether the insert reaches into a layer from the one above. */
  private boolean reachesUp(Insert insert, int layer) {
    return layer < layers.size()
        && insert.solid.bottom() < layers.get(layer - 1).top() - Rounding.MM;
  }
}
