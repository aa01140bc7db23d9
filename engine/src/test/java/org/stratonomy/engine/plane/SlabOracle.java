package org.stratonomy.engine.plane;

import java.util.TreeSet;

/**
 * The area that rings wind around, by cutting the plane into vertical slabs between all end points
 * and crossings; within a slab the edges do not cross, so the trapezoids between them add up.
 */
final class SlabOracle {
  private SlabOracle() {}

  private record Edge(double x0, double y0, double x1, double y1, int weight) {
    double at(double x) {
      return y0 + (y1 - y0) * (x - x0) / (x1 - x0);
    }
  }

  /** In square units. */
  static double areaOfNonZero(Area raw) {
    java.util.List<Edge> edges = new java.util.ArrayList<>();
    TreeSet<Double> cuts = new TreeSet<>();
    for (int r = 0; r < raw.ringCount(); r++) {
      for (int i = raw.ringStart(r), j = raw.ringStart(r + 1) - 1;
          i < raw.ringStart(r + 1);
          j = i++) {
        cuts.add((double) raw.x(i));
        if (raw.x(i) > raw.x(j)) {
          edges.add(new Edge(raw.x(j), raw.y(j), raw.x(i), raw.y(i), 1));
        } else if (raw.x(i) < raw.x(j)) {
          edges.add(new Edge(raw.x(i), raw.y(i), raw.x(j), raw.y(j), -1));
        }
      }
    }
    for (Edge a : edges) {
      for (Edge b : edges) {
        double sa = (a.y1 - a.y0) / (a.x1 - a.x0);
        double sb = (b.y1 - b.y0) / (b.x1 - b.x0);
        if (sa != sb) {
          double x = (b.y0 - a.y0 + sa * a.x0 - sb * b.x0) / (sa - sb);
          if (x > Math.max(a.x0, b.x0) && x < Math.min(a.x1, b.x1)) {
            cuts.add(x);
          }
        }
      }
    }
    double area = 0;
    Double left = null;
    for (double right : cuts) {
      if (left != null) {
        area += slab(edges, left, right);
      }
      left = right;
    }
    return area;
  }

  private static double slab(java.util.List<Edge> edges, double left, double right) {
    double middle = (left + right) / 2;
    java.util.List<Edge> inside =
        edges.stream()
            .filter(e -> e.x0 < middle && e.x1 > middle)
            .sorted(java.util.Comparator.comparingDouble(e -> e.at(middle)))
            .toList();
    double area = 0;
    int winding = 0;
    for (int i = 0; i + 1 < inside.size(); i++) {
      winding += inside.get(i).weight;
      if (winding != 0) {
        area += (inside.get(i + 1).at(middle) - inside.get(i).at(middle)) * (right - left);
      }
    }
    return area;
  }
}
