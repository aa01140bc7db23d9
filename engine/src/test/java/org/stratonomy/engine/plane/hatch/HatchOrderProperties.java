package org.stratonomy.engine.plane.hatch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.stratonomy.engine.Any;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;

class HatchOrderProperties {
  private record Segment(double across, double from, double to, int place) {
    boolean overlaps(Segment other) {
      return from < other.to - 1e-6 && other.from < to - 1e-6;
    }
  }

  /** The straight lines of a hatch, in the order in which they are laid. */
  private static List<Segment> segments(List<Path> paths, double angle) {
    double cos = Math.cos(angle);
    double sin = Math.sin(angle);
    List<Segment> segments = new ArrayList<>();
    for (Path path : paths) {
      for (int i = 0; i < path.segmentCount(); i++) {
        double a = path.y(i) * cos - path.x(i) * sin;
        double b = path.y(i + 1) * cos - path.x(i + 1) * sin;
        double u = path.x(i) * cos + path.y(i) * sin;
        double v = path.x(i + 1) * cos + path.y(i + 1) * sin;
        if (Math.abs(a - b) < 1e-4 && Math.abs(u - v) > 0.05) {
          segments.add(new Segment(a, Math.min(u, v), Math.max(u, v), segments.size()));
        }
      }
    }
    return segments;
  }

  @Property(tries = 60)
  void everyLineIsLaidAgainstFinishedNeighboursOnOneSide(
      @ForAll(supplier = Any.Plate.class) Area area,
      @ForAll @DoubleRange(min = 0.3, max = 1.3) double angle) {
    double width = 0.5;
    List<Segment> segments = segments(Hatch.monotone(area, angle, width, 4).paths(), angle);
    assertThat(segments).hasSizeGreaterThan(20);
    for (Segment later : segments) {
      for (Segment earlier : segments) {
        boolean nextAbove = Math.abs(earlier.across - later.across - width) < 1e-3;
        if (nextAbove && earlier.overlaps(later)) {
          assertThat(earlier.place).isGreaterThan(later.place);
        }
      }
    }
  }

  @Property(tries = 60)
  void inOrderOrNotTheLinesAreTheSame(
      @ForAll(supplier = Any.Plate.class) Area area,
      @ForAll @DoubleRange(min = 0.3, max = 1.3) double angle) {
    double free = Hatch.lines(area, angle, 0.5, 0).stream().mapToDouble(Path::lengthMm).sum();
    double ordered =
        segments(Hatch.monotone(area, angle, 0.5, 4).paths(), angle).stream()
            .mapToDouble(s -> s.to - s.from)
            .sum();
    assertThat(ordered).isCloseTo(free, within(0.01 * free));
  }
}
