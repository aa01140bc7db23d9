package org.stratonomy.engine.order;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedSet;
import java.util.stream.IntStream;
import org.stratonomy.engine.mesh.Rounding;

/**
 * The order of filaments within the layers for which all changes of a print cost the least: an
 * exact dynamic programme over (layer, last filament), as the order in one layer decides with which
 * filament the next one begins. Within a layer the cheapest way from one filament through all
 * others to another is found over subsets (Held, Karp 1962). With as many filaments as fit, at most
 * {@value #MOST}, that is 2ⁿ·n² steps for each set of filaments that occurs, and n³ for each layer.
 *
 * <p>Where orders cost the same, slots go up.
 */
public final class FilamentOrder {
  /** With more filaments than this in one layer the order is the plain one. */
  static final int MOST = 10;

  /** What it costs to go from one slot to another one. */
  @FunctionalInterface
  public interface Cost {
    double of(int from, int to);
  }

  /**
   * The ways through one set of filaments.
   *
   * @param slots ascending
   * @param cost of the way through all of them, by the indices of the first and the last
   * @param before on that way, by first, last and the set that was visited, the one before the last
   */
  private record Ways(int[] slots, double[][] cost, int[][][] before) {}

  /** Where it does not matter with which filament a print begins. */
  public static final int ANY = 0;

  private final Cost cost;
  private final int begin;
  private final Map<SortedSet<Integer>, Ways> known = new HashMap<>();

  private FilamentOrder(Cost cost, int begin) {
    this.cost = cost;
    this.begin = begin;
  }

  /**
   * @param layers the slots that each layer needs; none is possible
   * @param begin slot to begin with, if the first layer that needs any needs it; or {@link #ANY}
   * @return the same slots of each layer, in order; the first of all is loaded before the start
   */
  public static List<List<Integer>> cheapest(
      List<SortedSet<Integer>> layers, Cost cost, int begin) {
    return layers.stream().anyMatch(layer -> layer.size() > MOST)
        ? plain(layers, begin)
        : new FilamentOrder(cost, begin).find(layers);
  }

  /** Each layer from the lowest slot to the highest; only the first may begin with another one. */
  public static List<List<Integer>> upward(List<SortedSet<Integer>> layers, int begin) {
    List<List<Integer>> orders = new ArrayList<>();
    boolean first = true;
    for (SortedSet<Integer> layer : layers) {
      orders.add(beginningWith(first ? begin : ANY, layer));
      first &= layer.isEmpty();
    }
    return orders;
  }

  /**
   * Each layer begins with the loaded filament if it needs it, and goes on in the order of slots.
   */
  public static List<List<Integer>> plain(List<SortedSet<Integer>> layers, int begin) {
    List<List<Integer>> orders = new ArrayList<>();
    int loaded = begin;
    for (SortedSet<Integer> layer : layers) {
      List<Integer> order = beginningWith(loaded, layer);
      orders.add(order);
      loaded = order.isEmpty() ? loaded : order.getLast();
    }
    return orders;
  }

  private static List<Integer> beginningWith(int slot, SortedSet<Integer> layer) {
    List<Integer> order = new ArrayList<>(layer);
    if (order.remove((Integer) slot)) {
      order.addFirst(slot);
    }
    return List.copyOf(order);
  }

  /**
   * How often filament must be changed at the least, whatever a change costs.
   *
   * @param layers the slots that each layer needs; none is possible
   */
  public static int fewestChanges(List<SortedSet<Integer>> layers) {
    return changes(cheapest(layers, (from, to) -> 1, ANY));
  }

  /** How often filament is changed. */
  public static int changes(List<List<Integer>> orders) {
    List<Integer> all = orders.stream().flatMap(List::stream).toList();
    return (int)
        IntStream.range(1, all.size()).filter(i -> !all.get(i).equals(all.get(i - 1))).count();
  }

  /** How a layer was reached that ends with a filament. */
  private record Step(int entry, int first) {}

  private List<List<Integer>> find(List<SortedSet<Integer>> layers) {
    Map<Integer, Double> costs = new HashMap<>();
    List<Map<Integer, Step>> steps = new ArrayList<>();
    for (SortedSet<Integer> layer : layers) {
      if (layer.isEmpty()) {
        steps.add(Map.of());
        continue;
      }
      Map<Integer, Step> reached = new HashMap<>();
      costs = through(ways(layer), costs, reached);
      steps.add(reached);
    }
    return back(layers, costs, steps);
  }

  /** The least costs to end a layer with each of its filaments. */
  private Map<Integer, Double> through(
      Ways ways, Map<Integer, Double> entries, Map<Integer, Step> reached) {
    Map<Integer, Double> costs = new HashMap<>();
    int n = ways.slots.length;
    List<Integer> from = entries.keySet().stream().sorted().toList();
    for (int last = 0; last < n; last++) {
      double least = Double.POSITIVE_INFINITY;
      Step best = null;
      for (int first = 0; first < n; first++) {
        double way = ways.cost[first][last];
        if (from.isEmpty() && mayBegin(ways, first) && way < least - Rounding.SHARE) {
          least = way;
          best = new Step(ways.slots[first], first);
        }
        for (int entry : from) {
          double all = entries.get(entry) + between(entry, ways.slots[first]) + way;
          if (all < least - Rounding.SHARE) {
            least = all;
            best = new Step(entry, first);
          }
        }
      }
      if (best != null) {
        costs.put(ways.slots[last], least);
        reached.put(ways.slots[last], best);
      }
    }
    return costs;
  }

  private boolean mayBegin(Ways ways, int first) {
    return ways.slots[first] == begin || Arrays.binarySearch(ways.slots, begin) < 0;
  }

  private double between(int from, int to) {
    return from == to ? 0 : cost.of(from, to);
  }

  private List<List<Integer>> back(
      List<SortedSet<Integer>> layers, Map<Integer, Double> costs, List<Map<Integer, Step>> steps) {
    int last = -1;
    for (int slot : costs.keySet().stream().sorted().toList()) {
      if (last < 0 || costs.get(slot) <= costs.get(last) + Rounding.SHARE) {
        last = slot;
      }
    }
    List<List<Integer>> orders = new ArrayList<>();
    for (int i = layers.size() - 1; i >= 0; i--) {
      if (layers.get(i).isEmpty()) {
        orders.add(List.of());
        continue;
      }
      Step step = steps.get(i).get(last);
      orders.add(way(ways(layers.get(i)), step.first, last));
      last = step.entry;
    }
    return orders.reversed();
  }

  private static List<Integer> way(Ways ways, int first, int lastSlot) {
    int n = ways.slots.length;
    List<Integer> way = new ArrayList<>();
    int at = Arrays.binarySearch(ways.slots, lastSlot);
    for (int set = (1 << n) - 1; at != first; ) {
      way.add(ways.slots[at]);
      int before = ways.before[first][at][set];
      set &= ~(1 << at);
      at = before;
    }
    way.add(ways.slots[first]);
    Collections.reverse(way);
    return way;
  }

  private Ways ways(SortedSet<Integer> slots) {
    return known.computeIfAbsent(slots, this::findWays);
  }

  private Ways findWays(SortedSet<Integer> set) {
    int[] slots = set.stream().mapToInt(Integer::intValue).toArray();
    int n = slots.length;
    int full = (1 << n) - 1;
    double[][] costs = new double[n][n];
    int[][][] before = new int[n][n][1 << n];
    for (int first = 0; first < n; first++) {
      double[][] least = new double[n][1 << n];
      for (double[] row : least) {
        Arrays.fill(row, Double.POSITIVE_INFINITY);
      }
      least[first][1 << first] = 0;
      for (int visited = 1 << first; visited <= full; visited++) {
        for (int at = 0; at < n; at++) {
          if (least[at][visited] == Double.POSITIVE_INFINITY) {
            continue;
          }
          for (int next = 0; next < n; next++) {
            int more = visited | 1 << next;
            double all = least[at][visited] + between(slots[at], slots[next]);
            if (more != visited && all <= least[next][more] + Rounding.SHARE) {
              least[next][more] = all;
              before[first][next][more] = at;
            }
          }
        }
      }
      for (int last = 0; last < n; last++) {
        costs[first][last] = least[last][full];
      }
    }
    return new Ways(slots, costs, before);
  }
}
