package org.stratonomy.engine.strata;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.Supplier;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.Plane;

/**
 * The sections of one piece, layer by layer: the union of its bodies' outlines at the middle of
 * each layer, corrected in size, without the cavities for its inserts. Safe to use from several
 * threads.
 */
public final class Sections {
  /** What is left out of a piece, layer by layer, for something to be put in. */
  public interface Cavities {
    Cavities NONE =
        new Cavities() {
          @Override
          public boolean any() {
            return false;
          }

          @Override
          public Area get(int layer) {
            return Area.EMPTY;
          }

          @Override
          public Key key(int layer) {
            return Key.of("none").build();
          }
        };

    /** Whether there is any. */
    boolean any();

    /**
     * @param layer index, from 1
     */
    Area get(int layer);

    /** Key of what {@link #get} gives. */
    Key key(int layer);
  }

  /** So many corners are looked at before two areas are cut with each other. */
  private static final int LOOKS = 4;

  private static final double LEAST_ISLAND_MM2 = 0.2;

  /** How far a belt is looked at around a piece, mm. */
  private static final double BELT_MM = 50;

  private final Cavities cavities;
  private final List<SizeCorrection> sizes;
  private final List<SolidSections> bodies = new ArrayList<>();
  private final Memo memo;
  private final Key[] keys;
  private final PlacedPiece placed;
  private final PieceStack stack;

  /** Of a piece as its model is. */
  public Sections(PlacedPiece placed, PieceStack stack, Memo memo) {
    this(
        placed,
        stack,
        Cavities.NONE,
        Collections.nCopies(stack.layers().size(), SizeCorrection.NONE),
        memo);
  }

  /**
   * @param sizes of the layers, from the lowest
   */
  public Sections(
      PlacedPiece placed,
      PieceStack stack,
      Cavities cavities,
      List<SizeCorrection> sizes,
      Memo memo) {
    this.cavities = cavities;
    this.sizes = sizes;
    this.memo = memo;
    this.placed = placed;
    this.stack = stack;
    List<PieceLayer> layers = stack.layers();
    for (int b = 0; b < placed.meshes().size(); b++) {
      Key key = Key.of("body").add(placed.key()).add(b).build();
      bodies.add(new SolidSections(placed.meshes().get(b), placed.vertices(b), key, layers, memo));
    }
    keys = new Key[layers.size()];
    for (int i = 0; i < keys.length; i++) {
      Key.Builder key = Key.of("section").add(placed.key()).add(layers.get(i).middle());
      sizes.get(i).addTo(key);
      keys[i] = (cavities.any() ? key.add(cavities.key(i + 1)) : key).build();
    }
  }

  /**
   * The section of one body alone, corrected in size.
   *
   * @param body its place in the piece's list
   * @param index of the piece's layer, from 1
   */
  public Area body(int body, int index) {
    return withAdded(bodies.get(body).get(index), index);
  }

  /**
   * A part of the model's section, and beside it what the section encloses anew because outlines
   * are moved out.
   *
   * @param index of the piece's layer, from 1
   */
  public Area withAdded(Area part, int index) {
    double reach = sizes.get(index - 1).outwardMm();
    if (reach == 0 || part.isEmpty()) {
      return part;
    }
    return Plane.union(part, Plane.near(added(index), part, reach));
  }

  /** What a section encloses beside that of the model. */
  private Area added(int index) {
    Key key = Key.of("added").add(key(index)).build();
    return memo.get(
            key, Section.class, () -> Section.of(Plane.difference(get(index).area(), model(index))))
        .area();
  }

  /** How far outside of the model's edges those of a layer's section may lie, mm. */
  public double outwardMm(int index) {
    return sizes.get(index - 1).outwardMm();
  }

  /** How far inside of the model's edges those of a layer's section may lie, mm. */
  public double inwardMm(int index) {
    return sizes.get(index - 1).inwardMm();
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
    return memo.get(keys[index - 1], Section.class, () -> cut(index));
  }

  /**
   * What carries the layer above: the section, and on a belt what of it lies below that.
   *
   * @param index of the piece's layer, from 0 for what lies below the lowest one
   */
  public Area carrying(int index) {
    return withBelt(index, "carrying", () -> pressed(index));
  }

  /**
   * The section as it comes to lie: on the bed it is pressed to its size again.
   *
   * @param index of the piece's layer, from 1
   */
  public Area pressed(int index) {
    if (!isPressed(index)) {
      return get(index).area();
    }
    return cavities.any()
        ? Plane.difference(pressedWhole(index), cavities.get(index))
        : pressedWhole(index);
  }

  private boolean isPressed(int index) {
    return index == 1 && !sizes.isEmpty() && sizes.getFirst().firstMm() > 0;
  }

  private Area pressedWhole(int index) {
    if (!isPressed(index)) {
      return whole(index);
    }
    Key key = Key.of("pressed").add(key(index)).build();
    return memo.get(key, Section.class, () -> Section.of(sizes.get(index - 1).sized(model(index))))
        .area();
  }

  private Area withBelt(int index, String what, Supplier<Area> section) {
    if (placed.belt().isEmpty()) {
      return section.get();
    }
    Key key = Key.of(what).add(placed.key()).add(key(index)).add(middle(index)).build();
    return memo.get(key, Section.class, () -> Section.of(Plane.union(section.get(), belt(index))))
        .area();
  }

  private double middle(int index) {
    PieceLayer lowest = stack.layers().getFirst();
    return index < 1 ? lowest.middle() - lowest.height() : stack.layers().get(index - 1).middle();
  }

  /**
   * What of a layer lies below the belt, as far as support may reach; none over a bed.
   *
   * @param index of the piece's layer, from 0
   */
  public Area belt(int index) {
    if (placed.belt().isEmpty() || stack.layers().isEmpty()) {
      return Area.EMPTY;
    }
    Bounds b = placed.level();
    double edge = placed.belt().get().edgeY(middle(index));
    double end = Math.max(edge, b.maxY()) + BELT_MM;
    return Area.rectangle(b.minX() - BELT_MM, edge, b.maxX() + BELT_MM, end);
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
      return pressed(from);
    }
    Key.Builder key = Key.of("window");
    for (int i = from; i < from + size; i++) {
      key.add(key(i));
    }
    return memo.get(
            key.build(),
            Section.class,
            () ->
                Section.of(
                    Plane.intersection(window(from, size / 2), window(from + size / 2, size / 2))))
        .area();
  }

  /** The section without its cavities taken out. */
  public Area whole(int index) {
    if (!cavities.any() || index < 1 || index > keys.length) {
      return get(index).area();
    }
    Key key = Key.of("whole").add(key(index)).build();
    return memo.get(key, Section.class, () -> Section.of(laid(index))).area();
  }

  /**
   * Parts of a layer under which the layer below has nothing of the piece at all; without what is
   * hardly a line.
   *
   * @param index of the piece's layer, from 1; the lowest one has none but over a belt
   */
  public Area islands(int index) {
    if (index < 1 || (index == 1 && placed.belt().isEmpty()) || index > keys.length) {
      return Area.EMPTY;
    }
    Key key = Key.of("islands").add(key(index - 1)).add(key(index)).build();
    return memo.get(
            key, Section.class, () -> Section.of(islands(whole(index), carryingWhole(index - 1))))
        .area();
  }

  /** What carries the layer above, cavities and all: an insert carries what lies over it. */
  public Area carryingWhole(int index) {
    return withBelt(index, "carrying whole", () -> pressedWhole(index));
  }

  private static Area islands(Area area, Area below) {
    Clipper ground = new Clipper(below);
    List<Area> islands =
        area.parts().stream()
            .filter(part -> part.areaMm2() >= LEAST_ISLAND_MM2 && !meet(part, below, ground))
            .toList();
    return islands.isEmpty() ? Area.EMPTY : Plane.union(islands);
  }

  /** Two areas meet; mostly a corner of the one lies within the other. */
  private static boolean meet(Area part, Area below, Clipper ground) {
    for (int i = 0; i < Math.min(LOOKS, part.pointCount()); i++) {
      int at = i * part.pointCount() / LOOKS;
      if (ground.contains(part.x(at) * Area.UNIT_MM, part.y(at) * Area.UNIT_MM)) {
        return true;
      }
    }
    return !Plane.intersection(part, below).isEmpty();
  }

  private Section cut(int index) {
    return Section.of(
        cavities.any() ? Plane.difference(whole(index), cavities.get(index)) : laid(index));
  }

  /** What is laid in a layer, cavities and all. */
  private Area laid(int index) {
    SizeCorrection size = sizes.get(index - 1);
    return size.narrowed(size.sized(model(index)));
  }

  /** The section of the model. */
  private Area model(int index) {
    return Plane.union(bodies.stream().map(body -> body.get(index)).toList());
  }
}
