package org.stratonomy.engine.purge;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.place.AdhesionReach;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.settings.Choice.PurgeInto;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.strata.PlacedPiece;

/** Says what the purge tower of a print has to hold, and where it may stand. */
public final class TowerPlanner {
  /** Between the tower and what is laid around the pieces. */
  private static final double AIR_MM = 5;

  private final Plan plan;
  private final Resolver resolver;
  private final List<PlacedPiece> placed;
  private final LayerStack stack;
  private final PurgeSinks sinks;
  private final Settings settings;

  public TowerPlanner(
      Plan plan, Resolver resolver, List<PlacedPiece> placed, LayerStack stack, PurgeSinks sinks) {
    this.plan = plan;
    this.resolver = resolver;
    this.placed = placed;
    this.stack = stack;
    this.sinks = sinks;
    settings = resolver.plan();
  }

  /**
   * The tower, if the machine purges into one and there is something to purge.
   *
   * @param filaments slots of each layer, in their order
   */
  public Optional<Tower> tower(List<List<Integer>> filaments) {
    boolean isWanted = settings.choice(PurgeInto.class) != PurgeInto.NOTHING;
    if (!isWanted || !resolver.machine().changesByItself() || placed.isEmpty()) {
      return Optional.empty();
    }
    double width = settings.number(Setting.LINE_WIDTH);
    return Tower.of(
        layers(filaments),
        new Tower.Make(
            width, settings.number(Setting.FLOW) / 100, settings.count(Setting.TOWER_BRIM)),
        plan.purging().tower(),
        around(),
        resolver.machine());
  }

  private List<Tower.TowerLayer> layers(List<List<Integer>> filaments) {
    List<Tower.TowerLayer> layers = new ArrayList<>();
    int loaded = 0;
    for (PlanLayer layer : stack.layers()) {
      List<Tower.Purge> purges = new ArrayList<>();
      List<Integer> slots = filaments.get(layer.number() - 1);
      List<Double> left = sinks.shares(layer, loaded, slots).leftMm3();
      for (int i = 0; i < slots.size(); i++) {
        if (left.get(i) > 0) {
          purges.add(new Tower.Purge(slots.get(i), left.get(i)));
        }
      }
      loaded = slots.isEmpty() ? loaded : slots.getLast();
      int carrying = slots.isEmpty() ? Math.max(1, loaded) : slots.getFirst();
      layers.add(
          new Tower.TowerLayer(layer.bottom(), layer.top() - layer.bottom(), carrying, purges));
    }
    return layers;
  }

  private Tower.Around around() {
    double margin = AIR_MM + AdhesionReach.ofAll(plan, resolver);
    Bounds all = placed.stream().map(PlacedPiece::bounds).reduce(Bounds::with).orElseThrow();
    return new Tower.Around(all, margin);
  }
}
