package org.stratonomy.engine.order;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class FilamentOrderTest {
  private static SortedSet<Integer> slots(Integer... slots) {
    return new TreeSet<>(List.of(slots));
  }

  private static double cost(List<List<Integer>> order, FilamentOrder.Cost cost) {
    double sum = 0;
    List<Integer> all = order.stream().flatMap(List::stream).toList();
    for (int i = 1; i < all.size(); i++) {
      int from = all.get(i - 1);
      int to = all.get(i);
      sum += from == to ? 0 : cost.of(from, to);
    }
    return sum;
  }

  /** All orders of all layers, tried one after the other. */
  private static double least(
      List<SortedSet<Integer>> layers,
      List<List<Integer>> chosen,
      FilamentOrder.Cost cost,
      int begin) {
    if (chosen.size() == layers.size()) {
      return cost(chosen, cost);
    }
    double least = Double.POSITIVE_INFINITY;
    SortedSet<Integer> layer = layers.get(chosen.size());
    boolean bound = layer.contains(begin) && chosen.stream().allMatch(List::isEmpty);
    for (List<Integer> order : orders(new ArrayList<>(layer))) {
      if (bound && order.getFirst() != begin) {
        continue;
      }
      List<List<Integer>> more = new ArrayList<>(chosen);
      more.add(order);
      least = Math.min(least, least(layers, more, cost, begin));
    }
    return least;
  }

  private static List<List<Integer>> orders(List<Integer> slots) {
    if (slots.isEmpty()) {
      return List.of(List.of());
    }
    List<List<Integer>> orders = new ArrayList<>();
    for (Integer first : slots) {
      List<Integer> rest = new ArrayList<>(slots);
      rest.remove(first);
      for (List<Integer> order : orders(rest)) {
        List<Integer> all = new ArrayList<>(List.of(first));
        all.addAll(order);
        orders.add(all);
      }
    }
    return orders;
  }

  @Property(tries = 150)
  void noOtherOrderIsCheaper(
      @ForAll @Size(min = 1, max = 4)
          List<@Size(max = 4) Set<@IntRange(min = 1, max = 4) Integer>> sets,
      @ForAll @Size(16) List<@IntRange(min = 1, max = 9) Integer> costs,
      @ForAll @IntRange(max = 4) int begin) {
    List<SortedSet<Integer>> layers = new ArrayList<>();
    sets.forEach(set -> layers.add(new TreeSet<>(set)));
    FilamentOrder.Cost cost = (from, to) -> costs.get(4 * (from - 1) + to - 1);
    List<List<Integer>> found = FilamentOrder.cheapest(layers, cost, begin);
    for (int i = 0; i < layers.size(); i++) {
      assertThat(new TreeSet<>(found.get(i))).isEqualTo(layers.get(i));
      assertThat(found.get(i)).hasSameSizeAs(layers.get(i));
    }
    assertThat(cost(found, cost)).isCloseTo(least(layers, List.of(), cost, begin), within(1e-6));
  }

  @Test
  void aLayerEndsWithTheFilamentThatTheNextOneNeeds() {
    List<SortedSet<Integer>> layers = List.of(slots(1, 2, 3), slots(2, 3), slots(2), slots(1, 2));
    assertThat(FilamentOrder.cheapest(layers, (from, to) -> 1, FilamentOrder.ANY))
        .containsExactly(List.of(1, 2, 3), List.of(3, 2), List.of(2), List.of(2, 1));
  }

  @Test
  void thePlainOrderBeginsWithWhatIsLoaded() {
    List<SortedSet<Integer>> layers = List.of(slots(1, 2), slots(), slots(1, 2, 3), slots(1));
    assertThat(FilamentOrder.plain(layers, FilamentOrder.ANY))
        .containsExactly(List.of(1, 2), List.of(), List.of(2, 1, 3), List.of(1));
  }

  @Test
  void aFixedOrderGoesUpInEveryLayerButMayBeginWithAnother() {
    List<SortedSet<Integer>> layers = List.of(slots(), slots(1, 2), slots(1, 2), slots(1));
    assertThat(FilamentOrder.upward(layers, FilamentOrder.ANY))
        .containsExactly(List.of(), List.of(1, 2), List.of(1, 2), List.of(1));
    assertThat(FilamentOrder.upward(layers, 2))
        .containsExactly(List.of(), List.of(2, 1), List.of(1, 2), List.of(1));
  }

  @Test
  void whereOrdersCostTheSameSlotsGoUp() {
    List<SortedSet<Integer>> layers = List.of(slots(), slots(2, 4, 5), slots());
    assertThat(FilamentOrder.cheapest(layers, (from, to) -> 1, FilamentOrder.ANY))
        .containsExactly(List.of(), List.of(2, 4, 5), List.of());
    assertThat(FilamentOrder.cheapest(List.of(), (from, to) -> 1, FilamentOrder.ANY)).isEmpty();
  }
}
