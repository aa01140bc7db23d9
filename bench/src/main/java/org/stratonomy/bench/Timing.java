package org.stratonomy.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Supplier;

/** Medians, and rows that set a time against a whole. */
final class Timing {
  private Timing() {}

  /** Duration of a task, ms. */
  static double once(Supplier<?> task) {
    long start = System.nanoTime();
    if (task.get() == null) {
      throw new IllegalStateException("a task gives a result");
    }
    return (System.nanoTime() - start) / 1e6;
  }

  /** Median duration of several runs, ms. */
  static double median(int runs, Supplier<?> task) {
    List<Double> times = new ArrayList<>();
    for (int i = 0; i < runs; i++) {
      times.add(once(task));
    }
    return middle(times);
  }

  static double middle(List<Double> values) {
    double[] sorted = values.stream().mapToDouble(Double::doubleValue).toArray();
    Arrays.sort(sorted);
    return sorted[sorted.length / 2];
  }

  static void row(String name, double millis, double whole) {
    System.out.printf("%-52s %9.1f ms  %6.3f%n", name, millis, millis / whole);
  }
}
