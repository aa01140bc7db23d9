package org.stratonomy.engine.schedule;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.stroke.Stroke;

/**
 * How well strokes fit what they fill: how wide walls are, and how much of what is inside of them
 * is bits.
 */
public record LayerFit(List<Walls> walls, List<Bits> bits) implements Memo.Sized {
  private static final double WIDTH_STEP_MM = 0.02;

  /** Infill that goes to and fro over less than so many of its widths is bits. */
  public static final double BIT_WIDTHS = 4;

  /** Where a line turns by more than the angle of this cosine, it goes to or fro. */
  private static final double SHARP = 0.6;

  private static final Set<Role> INSIDE =
      EnumSet.of(Role.INFILL, Role.SOLID_INFILL, Role.TOP_SKIN, Role.BOTTOM_SKIN);

  /**
   * Walls of one stratum that are about equally wide.
   *
   * @param piece its index
   * @param stratum its number
   * @param widthMm to {@value #WIDTH_STEP_MM} mm
   * @param lengthMm of all of them
   */
  public record Walls(int piece, int stratum, double widthMm, double lengthMm) {}

  /**
   * What goes to and fro over narrow places of a piece.
   *
   * @param piece its index
   * @param ways how often
   * @param mm length of those lines
   * @param allMm length of all lines inside of the walls
   */
  public record Bits(int piece, int ways, double mm, double allMm) {
    private Bits and(Path path, double width) {
      double length = path.lengthMm();
      double leastOfWay = (BIT_WIDTHS + 1) * width;
      // Each way ends with two corners, a width apart; few paths have as many as make it short.
      int own = length < path.size() / 2 * leastOfWay ? sharpCorners(path) / 2 : 0;
      boolean isBits = length < own * leastOfWay;
      return new Bits(piece, ways + (isBits ? own : 0), mm + (isBits ? length : 0), allMm + length);
    }
  }

  public static LayerFit of(List<Stroke> strokes) {
    TreeMap<Key, Double> walls = new TreeMap<>(Key.ORDER);
    TreeMap<Integer, Bits> bits = new TreeMap<>();
    for (Stroke stroke : strokes) {
      if (stroke.role().isWall()) {
        walls.merge(Key.of(stroke), stroke.path().lengthMm(), Double::sum);
      } else if (INSIDE.contains(stroke.role())) {
        Bits before = bits.getOrDefault(stroke.piece(), new Bits(stroke.piece(), 0, 0, 0));
        bits.put(stroke.piece(), before.and(stroke.path(), stroke.widthMm()));
      }
    }
    List<Walls> lengths = new ArrayList<>();
    walls.forEach(
        (key, mm) -> lengths.add(new Walls(key.piece, key.stratum, key.steps * WIDTH_STEP_MM, mm)));
    return new LayerFit(lengths, List.copyOf(bits.values()));
  }

  private record Key(int piece, int stratum, long steps) {
    static final Comparator<Key> ORDER =
        Comparator.comparingInt(Key::piece)
            .thenComparingInt(Key::stratum)
            .thenComparingLong(Key::steps);

    static Key of(Stroke stroke) {
      return new Key(
          stroke.piece(), stroke.stratum(), Math.round(stroke.widthMm() / WIDTH_STEP_MM));
    }
  }

  private static int sharpCorners(Path path) {
    int corners = 0;
    for (int i = 1; i + 1 < path.size(); i++) {
      double ax = path.x(i) - path.x(i - 1);
      double ay = path.y(i) - path.y(i - 1);
      double bx = path.x(i + 1) - path.x(i);
      double by = path.y(i + 1) - path.y(i);
      double along = ax * bx + ay * by;
      double most = SHARP * SHARP * (ax * ax + ay * ay) * (bx * bx + by * by);
      boolean isSharp = along <= 0 || along * along < most;
      corners += isSharp ? 1 : 0;
    }
    return corners;
  }

  @Override
  public int weight() {
    return 56 * (walls.size() + bits.size()) + 64;
  }
}
