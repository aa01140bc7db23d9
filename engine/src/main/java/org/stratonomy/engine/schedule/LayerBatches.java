package org.stratonomy.engine.schedule;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.stratonomy.engine.adhesion.Raft;
import org.stratonomy.engine.adhesion.Skirt;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.order.LayerSequencer.Batch;
import org.stratonomy.engine.order.LayerSequencer.Batch.Rank;
import org.stratonomy.engine.path.PieceLines;
import org.stratonomy.engine.purge.PurgeSinks;
import org.stratonomy.engine.purge.PurgeSinks.Loose;
import org.stratonomy.engine.purge.PurgeSinks.Shares;
import org.stratonomy.engine.purge.Tower;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.LayerStack.Part;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.stroke.LayerSettings;
import org.stratonomy.engine.stroke.StrokeSettings;

/**
 * The lines of a layer in batches that are each printed in one go: of one filament, one temperature
 * and one connected part of a piece.
 */
final class LayerBatches {
  private final LayerStack stack;
  private final List<PieceLines> lines;
  private final LayerSettings settings;
  private final PurgeSinks sinks;

  /**
   * What is printed below and around the pieces; asked for by the layers that need it.
   *
   * @param first layer that is printed; the skirt is laid with it
   */
  record Ground(
      PlanLayer first, Supplier<Skirt> skirt, Supplier<Raft> raft, Optional<Tower> tower) {

    /** Only the lowest layer has a skirt, and only once. */
    boolean hasSkirt(PlanLayer layer) {
      return layer.number() == 1 && layer == first;
    }

    boolean hasTower(PlanLayer layer) {
      return tower.isPresent() && tower.get().reaches(layer.number());
    }

    Ground with(Optional<Tower> built) {
      return new Ground(first, skirt, raft, built);
    }
  }

  /**
   * @param lines one for each piece, in the plan's order
   */
  LayerBatches(LayerStack stack, List<PieceLines> lines, LayerSettings settings, PurgeSinks sinks) {
    this.stack = stack;
    this.lines = lines;
    this.settings = settings;
    this.sinks = sinks;
  }

  /**
   * All batches of a layer, those of the tower, and the lines that may absorb purged filament.
   *
   * @param coming slots whose hidden lines come first
   * @param shares which filament those lines get
   */
  List<Batch> all(PlanLayer layer, Ground ground, Set<Integer> coming, Shares shares) {
    List<Batch> batches = new ArrayList<>();
    for (Batch batch : of(layer, ground)) {
      batches.addAll(coming.contains(batch.slot()) ? batch.hiddenFirst() : List.of(batch));
    }
    if (ground.hasTower(layer)) {
      for (Tower.Filling filling : ground.tower.get().fillings(layer.number())) {
        Rank rank = filling.isPurge() ? Rank.PURGE : Rank.PIECE;
        add(batches, 0, line -> settings.ofTower(layer, filling.slot()), filling.lines(), rank);
      }
    }
    shares.loose().stream()
        .collect(Collectors.groupingBy(one -> List.of(one.part(), one.slot(), one.isPurge())))
        .values()
        .forEach(alike -> addLoose(batches, layer, alike));
    return batches;
  }

  private void addLoose(List<Batch> batches, PlanLayer layer, List<Loose> alike) {
    Loose one = alike.getFirst();
    Part part = layer.parts().get(one.part());
    Rank rank = one.isPurge() ? Rank.HIDDEN : Rank.PIECE;
    Function<Line, StrokeSettings> own = line -> settings.of(layer, part, line, one.slot());
    add(batches, one.part(), own, alike.stream().map(Loose::line).toList(), rank);
  }

  /**
   * Skirt and brim, and then support and each island of each piece; without lines that may absorb
   * purged filament.
   */
  List<Batch> of(PlanLayer layer, Ground ground) {
    List<Batch> batches = new ArrayList<>();
    boolean hasLoose = sinks.hasLoose(layer);
    if (layer.isRaft()) {
      List<Line> skirt = ground.hasSkirt(layer) ? ground.skirt.get().lines() : List.of();
      add(batches, 0, line -> settings.ofRaft(layer), skirt, Rank.AROUND);
      List<Line> own = ground.raft.get().layers().get(layer.number() - 1);
      add(batches, 0, line -> settings.ofRaft(layer), own, Rank.PIECE);
    }
    for (int p = 0; p < layer.parts().size(); p++) {
      Part part = layer.parts().get(p);
      PieceLines piece = lines.get(part.piece());
      Function<Line, StrokeSettings> own = line -> settings.of(part, line);
      if (ground.hasSkirt(layer) && p == 0) {
        add(batches, p, own, ground.skirt.get().lines(), Rank.AROUND);
      }
      if (layer.number() == 1 && stack.pieces().get(part.piece()).onBed()) {
        add(batches, p, own, piece.brim(part.layer()), Rank.AROUND);
      }
      Map<Role, List<Line>> support =
          piece.support(part.layer()).stream().collect(Collectors.groupingBy(Line::role));
      for (Role role : List.of(Role.SUPPORT, Role.INTERFACE)) {
        add(batches, p, own, support.getOrDefault(role, List.of()), Rank.PIECE);
      }
      for (List<Line> island : piece.islands(part.layer())) {
        List<Line> bound =
            hasLoose ? island.stream().filter(l -> !sinks.isLoose(part, l)).toList() : island;
        add(batches, p, own, bound, Rank.PIECE);
      }
    }
    return batches;
  }

  /** One batch for each filament and temperature, so that neither is changed without need. */
  private static void add(
      List<Batch> batches,
      int part,
      Function<Line, StrokeSettings> settingsOf,
      List<Line> all,
      Rank rank) {
    Map<Heat, List<Line>> byHeat =
        all.stream()
            .collect(
                Collectors.groupingBy(
                    line -> Heat.of(settingsOf.apply(line), line.role()),
                    TreeMap::new,
                    Collectors.toList()));
    byHeat.forEach(
        (heat, own) -> {
          StrokeSettings strokes = settingsOf.apply(own.getFirst());
          batches.add(
              new Batch(
                  part, heat.slot, heat.celsius, own, strokes.seam(), strokes.wallOrder(), rank));
        });
  }

  /** What the nozzle must hold, and how hot. */
  private record Heat(int slot, double celsius) implements Comparable<Heat> {
    static Heat of(StrokeSettings settings, Role role) {
      int slot = settings.slot(role);
      return new Heat(slot, settings.temperature(role));
    }

    @Override
    public int compareTo(Heat o) {
      return slot == o.slot ? Double.compare(celsius, o.celsius) : Integer.compare(slot, o.slot);
    }
  }
}
