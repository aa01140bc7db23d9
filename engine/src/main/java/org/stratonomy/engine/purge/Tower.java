package org.stratonomy.engine.purge;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.shelf.BedPoint;
import org.stratonomy.engine.shelf.Machine;

/**
 * The tower that purged filament goes into: a block beside the pieces, in every layer up to the
 * last change. Its footprint is cut into rows a line wide. Each change takes as many of them as
 * hold at least its volume, in the order of the changes; the wall around, and some of the rows that
 * are left, carry the rows above. On the bed all rows are laid. The side of the square is the
 * smallest that has the rows for every layer and keeps the tower no more than {@value #SLENDER}
 * times as high as it is wide.
 */
public final class Tower {
  /** Height against width up to which a tower stands. */
  static final double SLENDER = 8;

  private static final double LEAST_SIDE_MM = 10;

  /** One of so many rows is laid where nothing is purged. */
  private static final int SPARSE = 4;

  private final double x;
  private final double y;
  private final double side;
  private final Make make;
  private final double width;
  private final List<TowerLayer> layers;

  /**
   * What a tower is made of.
   *
   * @param width of the lines, mm
   * @param flow extruded against computed volume, 1 for equal
   * @param brimLines around it on the bed
   */
  record Make(double width, double flow, int brimLines) {
    double brimMm() {
      return brimLines * width;
    }
  }

  /** A change of filament that takes a volume. */
  record Purge(int slot, double mm3) {}

  /**
   * What goes into the tower in a layer.
   *
   * @param height thickness of the layer, mm
   * @param slot filament of what carries the rows above
   * @param purges in the order of the changes
   */
  record TowerLayer(double bottom, double height, int slot, List<Purge> purges) {}

  /** Where the pieces lie on the bed, mm, and how far the tower keeps away from them. */
  record Around(Bounds bounds, double margin) {}

  private Tower(double x, double y, double side, Make make, List<TowerLayer> layers) {
    this.x = x;
    this.y = y;
    this.side = side;
    this.make = make;
    this.width = make.width;
    this.layers = layers;
  }

  /**
   * @param layers all of the print from the bed; those above the last change are left out
   * @param place of the middle, if the plan says so
   * @return nothing if no filament changes
   */
  static Optional<Tower> of(
      List<TowerLayer> layers,
      Make make,
      Optional<BedPoint> place,
      Around pieces,
      Machine machine) {
    int last = layers.size();
    while (last > 0 && layers.get(last - 1).purges.isEmpty()) {
      last--;
    }
    if (last == 0) {
      return Optional.empty();
    }
    List<TowerLayer> used = List.copyOf(layers.subList(0, last));
    double side = side(used, make);
    BedPoint middle = place.orElseGet(() -> beside(pieces, side + 2 * make.brimMm(), machine));
    double x = middle.x() - side / 2;
    double y = middle.y() - side / 2;
    return Optional.of(new Tower(x, y, side, make, used));
  }

  private static double side(List<TowerLayer> layers, Make make) {
    TowerLayer top = layers.getLast();
    double side = Math.max(LEAST_SIDE_MM, (top.bottom + top.height) / SLENDER);
    for (TowerLayer layer : layers) {
      while (rows(layer, side, make) > rows(side, make.width)) {
        side += make.width;
      }
    }
    return side;
  }

  /**
   * To the right of the pieces, else to the left, behind or before them, wherever there is room.
   *
   * @param side of the square that it takes on the bed, mm
   */
  private static BedPoint beside(Around pieces, double side, Machine machine) {
    Bounds all = pieces.bounds;
    double away = pieces.margin + side / 2;
    double x = (all.minX() + all.maxX()) / 2;
    double y = (all.minY() + all.maxY()) / 2;
    List<BedPoint> places =
        List.of(
            tenths(all.maxX() + away, y),
            tenths(all.minX() - away, y),
            tenths(x, all.maxY() + away),
            tenths(x, all.minY() - away));
    return places.stream()
        .filter(at -> machine.hasOnBed(square(at, side), 0))
        .findFirst()
        .orElse(places.getFirst());
  }

  private static Bounds square(BedPoint middle, double side) {
    double half = side / 2;
    return new Bounds(
        middle.x() - half, middle.y() - half, 0, middle.x() + half, middle.y() + half, 0);
  }

  private static BedPoint tenths(double x, double y) {
    return new BedPoint(Math.rint(10 * x) / 10, Math.rint(10 * y) / 10);
  }

  /** Rows that fit between the walls. */
  private static int rows(double side, double width) {
    return (int) Math.floor((side - 2 * width) / width + Rounding.SHARE);
  }

  private static double rowLength(double side, double width) {
    return side - 3 * width;
  }

  private static int rows(TowerLayer layer, double side, Make make) {
    return layer.purges.stream().mapToInt(purge -> rows(purge, layer, side, make)).sum();
  }

  private static int rows(Purge purge, TowerLayer layer, double side, Make make) {
    double crossSection = make.width * layer.height * make.flow;
    return (int)
        Math.ceil(purge.mm3 / (crossSection * rowLength(side, make.width)) - Rounding.SHARE);
  }

  /** Where it stands, mm. */
  public Bounds bounds() {
    TowerLayer top = layers.getLast();
    return new Bounds(x, y, layers.getFirst().bottom, x + side, y + side, top.bottom + top.height);
  }

  /** What it takes of the bed, with its brim, mm. */
  public Bounds footprint() {
    Bounds b = bounds();
    double brim = make.brimMm();
    return new Bounds(
        b.minX() - brim, b.minY() - brim, b.minZ(), b.maxX() + brim, b.maxY() + brim, b.maxZ());
  }

  public boolean reaches(int layer) {
    return layer <= layers.size();
  }

  /**
   * @param layer number from 1
   */
  TowerLayer layer(int layer) {
    return layers.get(layer - 1);
  }

  /**
   * Lines of one filament in a layer.
   *
   * @param slot of the filament
   * @param isPurge whether they take what is purged, and come before all else of the filament
   */
  public record Filling(int slot, boolean isPurge, List<Line> lines) {}

  /** Rows for each change that purges anything, and then what carries the next layer. */
  public List<Filling> fillings(int number) {
    TowerLayer layer = layer(number);
    List<Filling> fillings = new ArrayList<>();
    int from = 0;
    for (Purge purge : layer.purges) {
      int to = from + rows(purge, layer, side, make);
      if (to > from) {
        fillings.add(new Filling(purge.slot, true, List.of(line(serpentine(from, to, 1)))));
      }
      from = to;
    }
    List<Line> carrying = number == 1 ? brim() : new ArrayList<>();
    carrying.addAll(structure(from, number == 1 ? 1 : SPARSE));
    fillings.add(new Filling(layer.slot, false, carrying));
    return fillings;
  }

  private List<Line> brim() {
    List<Line> lines = new ArrayList<>();
    for (int i = make.brimLines; i > 0; i--) {
      lines.add(line(square((0.5 - i) * width)));
    }
    return lines;
  }

  /** Along the edge, so far within it, mm. */
  private Path square(double within) {
    Path.Builder square = new Path.Builder();
    square.add(x + within, y + within);
    square.add(x + side - within, y + within);
    square.add(x + side - within, y + side - within);
    square.add(x + within, y + side - within);
    return square.closed();
  }

  /** The wall, and some of the rows from one on. */
  private List<Line> structure(int from, int every) {
    List<Line> lines = new ArrayList<>();
    lines.add(line(square(width / 2)));
    if (from < rows(side, width)) {
      lines.add(line(serpentine(from, rows(side, width), every)));
    }
    return lines;
  }

  private Line line(Path path) {
    return Line.inOrder(Role.PURGE, path, width);
  }

  /** Rows to and fro, from the front. */
  private Path serpentine(int from, int to, int every) {
    double left = x + 1.5 * width;
    double right = left + rowLength(side, width);
    Path.Builder path = new Path.Builder();
    boolean back = false;
    for (int row = from; row < to; row += every) {
      double at = y + width + (row + 0.5) * width;
      path.add(back ? right : left, at);
      path.add(back ? left : right, at);
      back = !back;
    }
    return path.open();
  }

  /** Takes in all that the lines of a layer depend on. */
  public void addTo(Key.Builder key, int number) {
    TowerLayer layer = layer(number);
    key.add(x).add(y).add(side).add(width).add(layer.height).add(layer.slot);
    for (Purge purge : layer.purges) {
      key.add(purge.slot).add(rows(purge, layer, side, make));
    }
    key.add(number == 1 ? 1 + make.brimLines : 0);
  }
}
