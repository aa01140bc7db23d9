package org.stratonomy.engine.merge;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.stratonomy.engine.path.Line;
import org.stratonomy.engine.plan.Role;
import org.stratonomy.engine.plane.Distance;
import org.stratonomy.engine.plane.Path;

/**
 * Puts the lines of a layer in order: filament by filament as it is told; within a filament the
 * cooler lines first, island by island; and within an island walls and the rest as the wall order
 * says, each as a short {@link Tour}; so are the islands. Lines that are to be printed in order
 * keep it.
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
    for (Visit visit : visits(batches)) {
      order.addAll(visit.items);
      x = visit.last().endX();
      y = visit.last().endY();
    }
  }

  /** The batches one after the other so that the head travels little. */
  private List<Visit> visits(List<Batch> batches) {
    if (batches.size() == 1) {
      return List.of(visit(batches.getFirst(), x, y, Tour.Place.ANY));
    }
    List<Visit> nearest = nearestNext(batches);
    List<Visit> toured = toured(nearest);
    return travel(toured) < travel(nearest) ? toured : nearest;
  }

  /** A batch with its lines in the order in which they are printed. */
  private record Visit(Batch batch, List<LineOrder.Item> items) {
    Path first() {
      return items.getFirst().line().path();
    }

    LineOrder.Item last() {
      return items.getLast();
    }
  }

  /** Each batch begins at the line nearest to where the one before it ends. */
  private List<Visit> nearestNext(List<Batch> batches) {
    int most = batches.stream().mapToInt(b -> Seam.mostStarts(b.lines)).sum();
    NearestPoints starts = new NearestPoints(most);
    for (int b = 0; b < batches.size(); b++) {
      for (Line line : batches.get(b).lines) {
        Seam.NEAREST.addStarts(line, b, starts);
      }
    }
    List<Visit> visits = new ArrayList<>();
    double fromX = x;
    double fromY = y;
    for (int left = batches.size(); left > 0; left--) {
      int batch = starts.owner(starts.nearest(fromX, fromY));
      starts.remove(batch);
      Visit visit = visit(batches.get(batch), fromX, fromY, Tour.Place.ANY);
      visits.add(visit);
      fromX = visit.last().endX();
      fromY = visit.last().endY();
    }
    return visits;
  }

  /** The same batches on a tour by where the head comes to each of them and leaves it. */
  private List<Visit> toured(List<Visit> visits) {
    double[] ends = new double[4 * visits.size()];
    for (int i = 0; i < visits.size(); i++) {
      Visit visit = visits.get(i);
      ends[4 * i] = visit.first().x(0);
      ends[4 * i + 1] = visit.first().y(0);
      ends[4 * i + 2] = visit.last().endX();
      ends[4 * i + 3] = visit.last().endY();
    }
    Tour tour = Tour.of(x, y, ends, Tour.Place.ANY);
    List<Visit> toured = new ArrayList<>();
    double fromX = x;
    double fromY = y;
    for (int k = 0; k < visits.size(); k++) {
      Tour.Place goal = Tour.Place.ANY;
      if (k + 1 < visits.size()) {
        int entry = 4 * tour.at(k + 1) + (tour.isTurned(k + 1) ? 2 : 0);
        goal = new Tour.Place(ends[entry], ends[entry + 1]);
      }
      Visit visit = visit(visits.get(tour.at(k)).batch, fromX, fromY, goal);
      toured.add(visit);
      fromX = visit.last().endX();
      fromY = visit.last().endY();
    }
    return toured;
  }

  /** Length of all ways to the lines, mm. */
  private double travel(List<Visit> visits) {
    double sum = 0;
    double fromX = x;
    double fromY = y;
    for (Visit visit : visits) {
      for (LineOrder.Item item : visit.items) {
        Path path = item.line().path();
        sum += Distance.of(path.x(0) - fromX, path.y(0) - fromY);
        fromX = item.endX();
        fromY = item.endY();
      }
    }
    return sum;
  }

  /**
   * @param goal where the head goes on to
   */
  private static Visit visit(Batch batch, double startX, double startY, Tour.Place goal) {
    TreeMap<Integer, List<Line>> stages = new TreeMap<>();
    for (Line line : batch.lines) {
      stages.computeIfAbsent(batch.walls.stage(line), s -> new ArrayList<>()).add(line);
    }
    List<LineOrder.Item> items = new ArrayList<>();
    double fromX = startX;
    double fromY = startY;
    for (int stage : stages.keySet()) {
      List<Line> lines = stages.get(stage);
      Tour.Place next = stage == stages.lastKey() ? goal : Tour.Place.ANY;
      List<Line> toured =
          lines.getFirst().inOrder() ? lines : LineTour.of(lines, fromX, fromY, batch.seam, next);
      for (Line line : toured) {
        items.add(new LineOrder.Item(batch.part, line, batch.slot));
        fromX = line.path().endX();
        fromY = line.path().endY();
      }
    }
    return new Visit(batch, items);
  }
}
