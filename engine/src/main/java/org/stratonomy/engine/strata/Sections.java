package org.stratonomy.engine.strata;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.RingList;
import org.stratonomy.engine.plane.Simplifier;

/**
 * The sections of one piece, layer by layer: the union of its bodies' outlines at the middle of
 * each layer. Safe to use from several threads.
 */
public final class Sections {
  /** Outlines are freed of points nearer than this to their line, mm. */
  private static final double TOLERANCE_MM = 0.005;

  private final PlacedPiece placed;
  private final List<PieceLayer> layers;
  private final Memo memo;
  private final Key[] keys;
  private List<MeshSectioner> sectioners;

  public Sections(PlacedPiece placed, PieceStack stack, Memo memo) {
    this.placed = placed;
    this.layers = stack.layers();
    this.memo = memo;
    keys = new Key[layers.size()];
    for (int i = 0; i < keys.length; i++) {
      keys[i] = Key.of("section").add(placed.key()).add(layers.get(i).middle()).build();
    }
  }

  /** Key of a layer's section; layers outside the piece have one of their own. */
  public Key key(int index) {
    return index < 1 || index > keys.length ? Key.of("nothing").build() : keys[index - 1];
  }

  /**
   * @param index of the piece's layer, from 1; below and above the piece there is nothing
   */
  public Section get(int index) {
    if (index < 1 || index > keys.length) {
      return Section.EMPTY;
    }
    return memo.get(keys[index - 1], Section.class, () -> cut(index - 1));
  }

  /**
   * What lies in all of some neighbouring layers, as areas whose intersection it is: one or two
   * windows of 2, 4, 8 … layers, which other layers use as well.
   *
   * @param from index of the lowest of them, from 1
   * @param count how many layers
   */
  public List<Area> common(int from, int count) {
    if (count == 0) {
      return List.of();
    }
    int size = Integer.highestOneBit(count);
    Area first = window(from, size);
    return size == count ? List.of(first) : List.of(first, window(from + count - size, size));
  }

  private Area window(int from, int size) {
    if (size == 1) {
      return get(from).area();
    }
    Key.Builder key = Key.of("window");
    for (int i = from; i < from + size; i++) {
      key.add(key(i));
    }
    return memo.get(
            key.build(),
            Section.class,
            () -> {
              Area common =
                  Plane.intersection(window(from, size / 2), window(from + size / 2, size / 2));
              return new Section(common, common.areaMm2());
            })
        .area();
  }

  private Section cut(int k) {
    List<Area> areas = new ArrayList<>();
    for (MeshSectioner sectioner : sectioners()) {
      RingList rings = new RingList();
      sectioner.section(k, rings);
      areas.add(new Simplifier(TOLERANCE_MM).simplify(rings));
    }
    Area area = Plane.union(areas);
    return new Section(area, area.areaMm2());
  }

  private synchronized List<MeshSectioner> sectioners() {
    if (sectioners == null) {
      double[] planes = layers.stream().mapToDouble(PieceLayer::middle).toArray();
      sectioners = new ArrayList<>();
      for (int body = 0; body < placed.meshes().size(); body++) {
        sectioners.add(new MeshSectioner(placed.meshes().get(body), placed.vertices(body), planes));
      }
    }
    return sectioners;
  }
}
