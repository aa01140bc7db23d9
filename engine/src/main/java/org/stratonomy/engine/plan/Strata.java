package org.stratonomy.engine.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Value;

/**
 * The strata of a piece or of the plan: one or more height ranges, each on top of the one before.
 * Whoever prints or shows them counts from 1 at the bottom; rules name them by their ids.
 *
 * @param all lowest first
 */
public record Strata(List<Stratum> all) {
  /** Heights nearer than this are the same, mm. */
  public static final double SAME = 1e-6;

  /** A single stratum. */
  public static final Strata UNDIVIDED = of(List.of());

  /**
   * Put in order by their tops; the topmost is open.
   *
   * @throws IllegalArgumentException if there is none, or two have one id
   */
  public Strata {
    List<Stratum> sorted =
        new ArrayList<>(all.stream().sorted((a, b) -> Double.compare(a.top(), b.top())).toList());
    if (sorted.isEmpty() || sorted.stream().map(Stratum::id).distinct().count() < sorted.size()) {
      throw new IllegalArgumentException("strata without ids of their own: " + all);
    }
    sorted.add(sorted.removeLast().withTop(Stratum.OPEN));
    all = List.copyOf(sorted);
  }

  /**
   * Strata without names, with ids s1, s2 … from the bottom.
   *
   * @param boundaries heights between them, mm, in any order
   */
  public static Strata of(List<Double> boundaries) {
    List<Double> sorted = boundaries.stream().sorted().toList();
    return new Strata(
        IntStream.rangeClosed(0, sorted.size())
            .mapToObj(
                i -> new Stratum(id(i + 1), "", i < sorted.size() ? sorted.get(i) : Stratum.OPEN))
            .toList());
  }

  /** The id of a stratum that was the one with a number when its strata got their ids. */
  public static String id(int number) {
    return "s" + number;
  }

  /** Heights between them, mm, ascending. */
  public List<Double> boundaries() {
    return all.stream().limit(all.size() - 1L).map(Stratum::top).toList();
  }

  public int count() {
    return all.size();
  }

  public boolean isDivided() {
    return all.size() > 1;
  }

  /**
   * @param number from 1 at the bottom
   */
  public Stratum get(int number) {
    return all.get(number - 1);
  }

  /** Number of the stratum with an id, if there is one. */
  public Optional<Integer> number(String id) {
    return IntStream.rangeClosed(1, all.size())
        .boxed()
        .filter(number -> get(number).id().equals(id))
        .findFirst();
  }

  public boolean has(String id) {
    return number(id).isPresent();
  }

  /** Number of the stratum that a height lies in, from 1; a boundary belongs to the lower one. */
  public int at(double height) {
    return 1 + (int) boundaries().stream().filter(boundary -> boundary < height).count();
  }

  /** How a stratum is called in lists: by its number, and its name if it has one. */
  public String text(int number) {
    String called = get(number).name();
    return "stratum " + number + (called.isBlank() ? "" : " " + called);
  }

  /** How several strata are called at the beginning of a sentence: Stratum 1, Strata 1, 2. */
  public static String text(List<Integer> numbers) {
    return (numbers.size() == 1 ? "Stratum " : "Strata ")
        + numbers.stream().map(String::valueOf).collect(Collectors.joining(", "));
  }

  /**
   * The same strata with other boundaries between them.
   *
   * @param boundaries mm, ascending, as many as there are
   */
  public Strata withBoundaries(List<Double> boundaries) {
    return new Strata(
        IntStream.range(0, all.size())
            .mapToObj(
                i -> all.get(i).withTop(i < boundaries.size() ? boundaries.get(i) : Stratum.OPEN))
            .toList());
  }

  /**
   * With one more boundary. The lower part of the stratum that it divides keeps the id, both keep
   * the name.
   *
   * @param id of the upper part
   * @throws Problem if there is a boundary at this height already
   */
  public Strata divided(double height, String id) {
    double at = rounded(height);
    if (indexOf(at) >= 0) {
      throw bad(
          "There is a boundary at %s mm already.".formatted(Value.of(at)),
          "Choose another height.");
    }
    int index = at(at) - 1;
    List<Stratum> more = new ArrayList<>(all);
    Stratum whole = all.get(index);
    more.set(index, whole.withTop(at));
    more.add(index + 1, new Stratum(id, whole.name(), whole.top()));
    return new Strata(more);
  }

  /**
   * Without a boundary; the stratum above it is given up.
   *
   * @throws Problem if there is no boundary at this height
   */
  public Strata joined(double height) {
    int index = existing(height);
    List<Stratum> fewer = new ArrayList<>(all);
    Stratum upper = fewer.remove(index + 1);
    fewer.set(index, all.get(index).withTop(upper.top()));
    return new Strata(fewer);
  }

  /** Id of the stratum below another one that is not the lowest. */
  public String below(String id) {
    return get(number(id).orElseThrow() - 1).id();
  }

  /**
   * The stratum above a boundary.
   *
   * @throws Problem if there is no boundary at this height
   */
  public Stratum above(double height) {
    return all.get(existing(height) + 1);
  }

  /**
   * With one boundary moved between its neighbours.
   *
   * @throws Problem if there is none at this height, or a neighbour is in the way
   */
  public Strata moved(double from, double to) {
    int index = existing(from);
    double at = rounded(to);
    boolean belowNext = at < all.get(index + 1).top() - SAME;
    boolean abovePrevious = index == 0 || at > all.get(index - 1).top() + SAME;
    if (!belowNext || !abovePrevious) {
      throw bad(
          "The boundary at %s mm cannot be moved past its neighbour, to %s mm."
              .formatted(Value.of(all.get(index).top()), Value.of(at)),
          "Keep it between its neighbours, or remove the one in the way.");
    }
    List<Stratum> others = new ArrayList<>(all);
    others.set(index, all.get(index).withTop(at));
    return new Strata(others);
  }

  /**
   * With another name for one of them.
   *
   * @throws Problem if there is none with this id
   */
  public Strata renamed(String id, String name) {
    if (!has(id)) {
      throw bad("There is no stratum '%s'.".formatted(id), "Choose a stratum of the piece.");
    }
    return new Strata(
        all.stream().map(one -> one.id().equals(id) ? one.withName(name) : one).toList());
  }

  /** Whether there is a boundary at a height. */
  public boolean hasBoundary(double height) {
    return indexOf(rounded(height)) >= 0;
  }

  private int existing(double height) {
    int index = indexOf(height);
    if (index < 0) {
      throw bad(
          "There is no boundary at %s mm.".formatted(Value.of(height)),
          "Reload the plan and try again.");
    }
    return index;
  }

  /** Index of the stratum below a boundary, or -1. */
  private int indexOf(double height) {
    for (int i = 0; i + 1 < all.size(); i++) {
      if (Math.abs(all.get(i).top() - height) < SAME) {
        return i;
      }
    }
    return -1;
  }

  public static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "dividing", reason, remedy);
  }

  /** A height as plans keep it: rounded to a millionth of a millimetre. */
  public static double rounded(double mm) {
    return Math.rint(mm * 1e6) / 1e6;
  }
}
