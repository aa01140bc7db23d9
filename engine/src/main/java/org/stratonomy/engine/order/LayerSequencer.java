package org.stratonomy.engine.order;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.settings.Choice.WallOrder;
import org.stratonomy.engine.settings.Role;

/**
 * Puts the lines of a layer in order: filament by filament as it is told; within a filament the
 * cooler lines first, island by island; and within an island walls and the rest as the wall order
 * says, each as a short {@link Tour}; so are the islands. Lines that are to be printed in order
 * keep it.
 */
public final class LayerSequencer {
  /** Roles of lines that nobody sees: they may hold what a change of filament purges. */
  public static final Set<Role> HIDDEN = Set.of(Role.INFILL, Role.SUPPORT);

  private Tour.Place head;
  private final List<LineOrder.Item> order = new ArrayList<>();

  /**
   * Lines of one connected part of a piece, all of one filament and one temperature.
   *
   * @param part index of the part of the layer that they belong to
   * @param rank batches of a lower rank come before all others of their filament
   */
  public record Batch(
      int part, int slot, double celsius, List<Line> lines, Seam seam, WallOrder walls, Rank rank) {

    /** What comes first within a filament. */
    public enum Rank {
      PURGE,
      HIDDEN,
      AROUND,
      PIECE
    }

    /** The same in two parts, those of its lines first that nobody sees. */
    public List<Batch> hiddenFirst() {
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

  private LayerSequencer(Tour.Place head) {
    this.head = head;
  }

  /**
   * @param x where the head comes from, mm
   * @param y where the head comes from, mm
   * @param filaments slots of all batches, in order
   */
  public static LineOrder order(List<Batch> batches, double x, double y, List<Integer> filaments) {
    LayerSequencer sequencer = new LayerSequencer(new Tour.Place(x, y));
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
    for (Sequence sequence : sequences(batches)) {
      order.addAll(sequence.items);
      head = sequence.ends().to();
    }
  }

  /** The batches one after the other so that the head travels little. */
  private List<Sequence> sequences(List<Batch> batches) {
    if (batches.size() == 1) {
      return List.of(sequence(batches.getFirst(), head, Tour.Place.ANY));
    }
    List<Sequence> nearest = nearestNext(batches);
    List<Sequence> toured = toured(nearest);
    return travel(toured) < travel(nearest) ? toured : nearest;
  }

  /** A batch with its lines in the order in which they are printed. */
  private record Sequence(Batch batch, List<LineOrder.Item> items) {
    Tour.Visit ends() {
      return new Tour.Visit(
          Tour.Visit.of(items.getFirst().line().path()).from(),
          Tour.Visit.of(items.getLast().line().path()).to());
    }
  }

  /** Each batch begins at the line nearest to where the one before it ends. */
  private List<Sequence> nearestNext(List<Batch> batches) {
    int most = batches.stream().mapToInt(b -> Seam.mostStarts(b.lines)).sum();
    NearestPoints starts = new NearestPoints(most);
    for (int b = 0; b < batches.size(); b++) {
      for (Line line : batches.get(b).lines) {
        Seam.NEAREST.addStarts(line, b, starts);
      }
    }
    List<Sequence> sequences = new ArrayList<>();
    Tour.Place at = head;
    while (sequences.size() < batches.size()) {
      int batch = starts.owner(starts.nearest(at.x(), at.y()));
      starts.remove(batch);
      Sequence next = sequence(batches.get(batch), at, Tour.Place.ANY);
      sequences.add(next);
      at = next.ends().to();
    }
    return sequences;
  }

  /** The same batches on a tour by where the head comes to each of them and leaves it. */
  private List<Sequence> toured(List<Sequence> sequences) {
    Tour tour = Tour.of(head, sequences.stream().map(Sequence::ends).toList(), Tour.Place.ANY);
    List<Sequence> toured = new ArrayList<>();
    Tour.Place at = head;
    for (int k = 0; k < sequences.size(); k++) {
      Sequence next = sequence(sequences.get(tour.at(k)).batch, at, tour.entry(k + 1));
      toured.add(next);
      at = next.ends().to();
    }
    return toured;
  }

  /** Length of all ways to the lines, mm. */
  private double travel(List<Sequence> sequences) {
    double sum = 0;
    Tour.Place at = head;
    for (Sequence sequence : sequences) {
      for (LineOrder.Item item : sequence.items) {
        Tour.Visit visit = Tour.Visit.of(item.line().path());
        sum += at.distance(visit.from());
        at = visit.to();
      }
    }
    return sum;
  }

  /**
   * @param start where the head comes from
   * @param goal where it goes on to
   */
  private static Sequence sequence(Batch batch, Tour.Place start, Tour.Place goal) {
    TreeMap<Integer, List<Line>> stages = new TreeMap<>();
    for (Line line : batch.lines) {
      stages
          .computeIfAbsent(IslandOrder.stage(line, batch.walls), s -> new ArrayList<>())
          .add(line);
    }
    List<LineOrder.Item> items = new ArrayList<>();
    Tour.Place at = start;
    for (int stage : stages.keySet()) {
      List<Line> lines = stages.get(stage);
      Tour.Place next = stage == stages.lastKey() ? goal : Tour.Place.ANY;
      List<Line> inOrder =
          lines.getFirst().inOrder() ? lines : LineTour.of(lines, at, batch.seam, next);
      inOrder.forEach(line -> items.add(new LineOrder.Item(batch.part, line, batch.slot)));
      at = Tour.Visit.of(inOrder.getLast().path()).to();
    }
    return new Sequence(batch, items);
  }
}
