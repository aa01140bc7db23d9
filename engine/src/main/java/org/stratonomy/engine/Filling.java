package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.divide.Cell;
import org.stratonomy.engine.line.Bridge;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.LargestCircle;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.strata.PieceLayer;

/**
 * The largest hollow of a piece, layer by layer, for whoever wants to fill it: a hollow is what the
 * rings of the sections enclose, as far as it hangs together from layer to layer.
 *
 * @param levels one for each layer that the hollow passes through, from its bottom
 * @param proposal where to stop, if it is wide enough anywhere
 */
public record Filling(List<Level> levels, Optional<Proposal> proposal) {
  /** Overhangs up to this angle from the vertical need no bridge. */
  private static final double SELF_HELD_RAD = Math.toRadians(50);

  private static final double OPENING_TOLERANCE_MM = 0.05;

  /**
   * What a stop before a layer would meet.
   *
   * @param layer its index in the piece, from 1
   * @param heightMm bottom of the layer
   * @param openingMm diameter of the largest circle that fits into the opening there
   * @param bridgeMm longest bridge that closes it from there on; infinite if lines would hang free,
   *     0 if it needs none
   * @param volumeMm3 of the hollow below
   */
  public record Level(
      int layer, double heightMm, double openingMm, double bridgeMm, double volumeMm3) {}

  /**
   * The highest stop through which the hollow can still be reached.
   *
   * @param reason in a sentence
   */
  public record Proposal(Level level, String reason) {}

  /**
   * @param piece index of the piece in the plan, from 0
   * @param leastOpeningMm what one needs to reach in or to pour
   * @return nothing if no ring of the piece encloses anything
   */
  public static Optional<Filling> of(PlanResult result, int piece, double leastOpeningMm) {
    List<PieceLayer> layers = result.stack().pieces().get(piece).layers();
    List<Area> sections = new ArrayList<>();
    for (PieceLayer layer : layers) {
      sections.add(
          Plane.union(result.cells().get(piece).of(layer).stream().map(Cell::area).toList()));
    }
    double width =
        result
            .resolver()
            .stratum(result.plan().pieces().get(piece).id(), 1)
            .number(Setting.LINE_WIDTH);
    return chains(sections, layers).stream()
        .max(Comparator.comparingDouble(chain -> chain.volumeMm3(layers)))
        .map(hollow -> filling(hollow, layers, sections, width, leastOpeningMm));
  }

  /** A hollow: where it is in each layer from its lowest one. */
  private record Chain(int first, List<Area> areas) {
    double volumeMm3(List<PieceLayer> layers) {
      double volume = 0;
      for (int i = 0; i < areas.size(); i++) {
        volume += areas.get(i).areaMm2() * layers.get(first + i).height();
      }
      return volume;
    }

    boolean goesOnIn(int layer, Area hole) {
      return first + areas.size() >= layer
          && layer > first
          && !Plane.intersection(areas.get(layer - 1 - first), hole).isEmpty();
    }

    void add(int layer, Area hole) {
      int at = layer - first;
      if (at == areas.size()) {
        areas.add(hole);
      } else {
        areas.set(at, Plane.union(areas.get(at), hole));
      }
    }
  }

  private static List<Chain> chains(List<Area> sections, List<PieceLayer> layers) {
    List<Chain> chains = new ArrayList<>();
    for (int i = 0; i < layers.size(); i++) {
      for (Area hole : holes(sections.get(i))) {
        int layer = i;
        List<Chain> before = chains.stream().filter(c -> c.goesOnIn(layer, hole)).toList();
        if (before.isEmpty()) {
          chains.add(new Chain(i, new ArrayList<>(List.of(hole))));
        } else {
          // Where hollows meet, each of them goes on in what they become.
          before.forEach(chain -> chain.add(layer, hole));
        }
      }
    }
    return chains;
  }

  /** What the rings of a section enclose. */
  private static List<Area> holes(Area section) {
    return Plane.difference(Plane.withoutHoles(section), section).parts();
  }

  private static Filling filling(
      Chain hollow,
      List<PieceLayer> layers,
      List<Area> sections,
      double width,
      double leastOpeningMm) {
    int count = hollow.areas.size();
    double[] bridges = new double[count + 1];
    for (int i = count; i > 0; i--) {
      int layer = hollow.first + i;
      double own =
          layer < layers.size()
              ? closing(hollow.areas.get(i - 1), sections, layers, layer, width)
              : 0;
      bridges[i - 1] = Math.max(own, bridges[i]);
    }
    List<Level> levels = new ArrayList<>();
    double volume = 0;
    for (int i = 0; i < count; i++) {
      PieceLayer layer = layers.get(hollow.first + i);
      levels.add(
          new Level(
              layer.index(),
              layer.bottom(),
              LargestCircle.diameterMm(hollow.areas.get(i), OPENING_TOLERANCE_MM),
              bridges[i],
              volume));
      volume += hollow.areas.get(i).areaMm2() * layer.height();
    }
    return new Filling(List.copyOf(levels), proposal(levels, leastOpeningMm));
  }

  /** Longest bridge in a layer over what was still open below it. */
  private static double closing(
      Area open, List<Area> sections, List<PieceLayer> layers, int layer, double width) {
    double step = layers.get(layer).height() * Math.tan(SELF_HELD_RAD);
    Area below = sections.get(layer - 1);
    Area over = Plane.beyond(Plane.intersection(sections.get(layer), open), below, step);
    double longest = 0;
    for (Area part : over.parts()) {
      longest = Math.max(longest, new Bridge(below, width).span(part, sections.get(layer)));
    }
    return longest;
  }

  /** As high as the opening is wide enough: the most goes in, and the least is left to bridge. */
  private static Optional<Proposal> proposal(List<Level> levels, double leastOpeningMm) {
    int at = levels.size() - 1;
    while (at > 0 && levels.get(at).openingMm < leastOpeningMm) {
      at--;
    }
    if (at <= 0) {
      return Optional.empty();
    }
    Level level = levels.get(at);
    boolean last = at == levels.size() - 1;
    String why =
        last
            ? "It is the last layer before the hollow ends."
            : "Above it the opening is narrower than %.0f mm.".formatted(leastOpeningMm);
    return Optional.of(new Proposal(level, why));
  }
}
