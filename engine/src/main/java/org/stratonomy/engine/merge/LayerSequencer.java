package org.stratonomy.engine.merge;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.stratonomy.engine.path.Line;
import org.stratonomy.engine.plan.Role;

/**
 * Puts the lines of a layer in order: filament by filament as it is told; within a filament the
 * cooler lines first, island by island; and within an island walls and the rest as the wall order
 * says, each as a short {@link Tour}. Lines that are to be printed in order keep it.
 */
final class LayerSequencer {
  /** Roles of lines that nobody sees: they may hold what a change of filament purges. */
  static final Set<Role> HIDDEN = Set.of(Role.INFILL, Role.SUPPORT);

  private double x;
  private double y;
  private final List<LineOrder.Item> order = new ArrayList<>();

  /**
   * Lines of one connected part of a piece, all of one filament and one temperature.
   *
   * @param part index of the part of the layer that they belong to
   * @param rank batches of a lower rank come before all others of their filament
   */
  record Batch(
      int part, int slot, double celsius, List<Line> lines, Seam seam, WallOrder walls, Rank rank) {

    /** What comes first within a filament. */
    enum Rank {
      PURGE,
      HIDDEN,
      AROUND,
      PIECE
    }

    /** The same in two parts, those of its lines first that nobody sees. */
    List<Batch> hiddenFirst() {
      if (rank != Rank.PIECE) {
        return List.of(this);
      }
      Map<Boolean, List<Line>> parts =
          lines.stream().collect(Collectors.partitioningBy(l -> HIDDEN.contains(l.role())));
      return List.of(with(parts.get(true), Rank.HIDDEN), with(parts.get(false), Rank.PIECE));
    }

    private Batch with(List<Line> some, Rank other) {
      return new Batch(part, slot, celsius, some, seam, walls, other);
    }
  }

  private LayerSequencer(double x, double y) {
    this.x = x;
    this.y = y;
  }

  /**
   * @param x where the head comes from, mm
   * @param y where the head comes from, mm
   * @param filaments slots of all batches, in order
   */
  static LineOrder order(List<Batch> batches, double x, double y, List<Integer> filaments) {
    LayerSequencer sequencer = new LayerSequencer(x, y);
    for (int slot : filaments) {
      TreeMap<Double, List<Batch>> byHeat =
          batches.stream()
              .filter(batch -> batch.slot == slot)
              .collect(Collectors.groupingBy(Batch::celsius, TreeMap::new, Collectors.toList()));
      for (List<Batch> ofHeat : byHeat.values()) {
        for (Batch.Rank rank : Batch.Rank.values()) {
          sequencer.nearestBatches(ofHeat.stream().filter(batch -> batch.rank == rank).toList());
        }
      }
    }
    return new LineOrder(sequencer.order);
  }

  private void nearestBatches(List<Batch> all) {
    List<Batch> batches = all.stream().filter(batch -> !batch.lines.isEmpty()).toList();
    if (batches.size() == 1) {
      island(batches.getFirst());
      return;
    }
    int most = batches.stream().mapToInt(b -> Seam.mostStarts(b.lines)).sum();
    NearestPoints starts = new NearestPoints(most);
    for (int b = 0; b < batches.size(); b++) {
      for (Line line : batches.get(b).lines) {
        Seam.NEAREST.addStarts(line, b, starts);
      }
    }
    for (int left = batches.size(); left > 0; left--) {
      int batch = starts.owner(starts.nearest(x, y));
      starts.remove(batch);
      island(batches.get(batch));
    }
  }

  private void island(Batch batch) {
    Map<Integer, List<Line>> stages = new TreeMap<>();
    for (Line line : batch.lines) {
      stages.computeIfAbsent(batch.walls.stage(line), s -> new ArrayList<>()).add(line);
    }
    stages.forEach(
        (stage, lines) -> {
          boolean inOrder = lines.getFirst().inOrder();
          for (Line line : inOrder ? lines : Tour.of(lines, x, y, batch.seam)) {
            LineOrder.Item item = new LineOrder.Item(batch.part, line, batch.slot);
            order.add(item);
            x = item.endX();
            y = item.endY();
          }
        });
  }
}
