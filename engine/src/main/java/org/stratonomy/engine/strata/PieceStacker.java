package org.stratonomy.engine.strata;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.function.IntFunction;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.shelf.Machine;

/**
 * Divides the height of a piece into layers so that every boundary and every stop falls on a layer
 * plane: boundaries of the piece and of the plan, stops, bottom and top cut the height into
 * intervals, and an interval Δ with the wanted layer height h becomes n = round(Δ / h) layers of Δ
 * / n, or the nearest n whose layers the nozzle can lay. On the bed the first layer has a height of
 * its own. Under a piece that is raised off the bed there are layers for its support, if it may
 * have any.
 */
final class PieceStacker {
  /** Planes nearer than this are one, mm. */
  private static final double SAME = 1e-4;

  private final PlacedPiece placed;
  private final Machine machine;
  private final IntFunction<Settings> settings;
  private final boolean supported;
  private final List<PieceLayer> layers = new ArrayList<>();
  private final String place;

  /**
   * @param settings what holds in each stratum, by its number from 1
   * @param supported whether there may be support under the piece
   */
  PieceStacker(
      PlacedPiece placed, Machine machine, IntFunction<Settings> settings, boolean supported) {
    this.placed = placed;
    this.machine = machine;
    this.settings = settings;
    this.supported = supported;
    this.place = "piece '%s'".formatted(placed.id());
  }

  /**
   * @param plan whose stops and own boundaries cut the piece, too
   * @throws Problem if two boundaries leave no room for a layer
   */
  PieceStack stack(Plan plan) {
    checkHeight();
    List<Double> cuts = cuts(plan, printed()).stream().map(Planes::rounded).distinct().toList();
    boolean onBed = cuts.getFirst() == 0 && placed.belt().isEmpty();
    for (int i = 0; i + 1 < cuts.size(); i++) {
      double low = cuts.get(i);
      double high = cuts.get(i + 1);
      int stratum = placed.piece().strata().at((low + high) / 2);
      if (low == 0 && onBed) {
        double first = firstLayer(high, stratum);
        add(low, first, 1, stratum);
        low = first;
      }
      if (high - low > SAME) {
        double wanted = settings.apply(stratum).number(Setting.LAYER_HEIGHT);
        boolean last = i + 2 == cuts.size();
        double topmost = last ? topmostLayer(high - low, wanted) : 0;
        if (topmost > 0) {
          int whole = (int) Math.round((high - topmost - low) / wanted);
          add(low, Planes.rounded(low + whole * wanted), whole, stratum);
          add(Planes.rounded(high - topmost), high, 1, stratum);
        } else {
          add(low, high, layerCount(high - low, wanted), stratum);
        }
      }
    }
    return new PieceStack(placed.id(), List.copyOf(layers), onBed, List.of(), List.of());
  }

  /** The boundaries between which there is room for layers; the others lie outside the print. */
  private List<Double> printed() {
    double least = machine.minLayerHeight() - SAME;
    List<Double> printed =
        placed.piece().boundaries().stream()
            .filter(height -> height - placed.bottom() >= least && placed.top() - height >= least)
            .toList();
    for (int i = 1; i < printed.size(); i++) {
      if (printed.get(i) - printed.get(i - 1) < least) {
        throw BoundaryCheck.tooNear(placed, machine, printed.get(i), printed.get(i - 1));
      }
    }
    return printed;
  }

  /** A piece thinner than a layer is a model in another unit; it gets one layer, and a finding. */
  private void checkHeight() {
    if (placed.top() - placed.bottom() <= SAME) {
      throw new Problem(
          Problem.Kind.PLAN,
          place,
          "It is only %.4f mm high above the bed.".formatted(placed.top() - placed.bottom()),
          "Check its unit and scale, or raise it.");
    }
  }

  /** Bottom, boundaries, stops and top, but for what is so near to another that no layer fits. */
  private List<Double> cuts(Plan plan, List<Double> boundaries) {
    TreeSet<Double> cuts = new TreeSet<>(boundaries);
    cuts.add(placed.bottom());
    cuts.add(placed.top());
    plan.boundaries().forEach(height -> cut(cuts, height));
    plan.stops().forEach(stop -> cut(cuts, stop.heightMm()));
    double foot = placed.supportedFrom();
    if (supported && placed.bottom() - foot >= machine.minLayerHeight()) {
      cuts.add(foot);
    }
    return List.copyOf(cuts);
  }

  private void cut(TreeSet<Double> cuts, double height) {
    if (height <= placed.bottom() || height >= placed.top()) {
      return;
    }
    double below = cuts.floor(height);
    double above = cuts.ceiling(height);
    double nearest = height - below < above - height ? below : above;
    if (Math.abs(height - nearest) >= machine.minLayerHeight() - SAME) {
      cuts.add(height);
    }
  }

  /** Top of the first layer: as wanted, unless too little would be left of the interval. */
  private double firstLayer(double intervalTop, int stratum) {
    double wanted = settings.apply(stratum).number(Setting.FIRST_LAYER_HEIGHT);
    double least = machine.minLayerHeight();
    if (intervalTop - wanted >= least - SAME) {
      return Planes.rounded(wanted);
    }
    if (intervalTop <= machine.maxLayerHeight() + SAME) {
      return intervalTop;
    }
    return Planes.rounded(intervalTop / 2);
  }

  private int layerCount(double interval, double wanted) {
    int most = (int) Math.floor(interval / machine.minLayerHeight() + SAME);
    int least = (int) Math.ceil(interval / machine.maxLayerHeight() - SAME);
    int count = (int) Math.round(interval / wanted + SAME);
    return Math.max(1, Math.clamp(count, least, Math.max(least, most)));
  }

  /** Height of the topmost layer over whole layers of the wanted height, or 0 if there is none. */
  private double topmostLayer(double interval, double wanted) {
    double rest = interval - (Math.round(interval / wanted) - 1) * wanted;
    for (double height : new double[] {rest, rest + wanted, rest - wanted}) {
      if (height >= machine.minLayerHeight() - SAME
          && height <= machine.maxLayerHeight() + SAME
          && height <= interval + SAME) {
        return height;
      }
    }
    return 0;
  }

  private void add(double low, double high, int count, int stratum) {
    LayerStack.checkCount((long) layers.size() + count);
    double bottom = layers.isEmpty() ? low : layers.getLast().top();
    for (int i = 1; i <= count; i++) {
      double top = i == count ? high : Planes.rounded(low + (high - low) * i / count);
      layers.add(new PieceLayer(layers.size() + 1, bottom, top, stratum));
      bottom = top;
    }
  }
}
