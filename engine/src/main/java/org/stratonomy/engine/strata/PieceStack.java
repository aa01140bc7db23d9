package org.stratonomy.engine.strata;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Stop;

/**
 * The layers of a piece from its bottom to its top, without gaps.
 *
 * @param onBed whether the first layer lies on the bed
 * @param planStrata of each layer the stratum of the plan that it belongs to, from 1
 * @param moved planes that were wanted elsewhere
 */
public record PieceStack(
    String piece,
    List<PieceLayer> layers,
    boolean onBed,
    List<Integer> planStrata,
    List<MovedPlane> moved) {

  /**
   * A plane that could not be laid where it was wanted.
   *
   * @param what the thing that wanted it
   * @param wanted mm
   * @param actual mm
   */
  public record MovedPlane(What what, double wanted, double actual) {
    public enum What {
      STOP,
      PLAN_BOUNDARY
    }
  }

  public double top() {
    return layers.isEmpty() ? 0 : layers.getLast().top();
  }

  /** The stratum of the plan that a layer belongs to, from 1. */
  public int planStratum(PieceLayer layer) {
    return planStrata.get(layer.index() - 1);
  }

  /** Bottom of the first layer that ends above a plane of the plan, mm. */
  private double beginsAfter(double plane) {
    return layers.stream()
        .filter(layer -> layer.top() > plane)
        .mapToDouble(PieceLayer::bottom)
        .findFirst()
        .orElse(top());
  }

  /**
   * The same layers, divided into the strata of the plan.
   *
   * @param planes between the layers that the piece is printed among
   */
  PieceStack divided(Plan plan, Planes planes) {
    List<MovedPlane> elsewhere = new ArrayList<>();
    int[] strata = new int[layers.size()];
    Arrays.fill(strata, 1);
    for (double boundary : plan.boundaries()) {
      double begins = begins(boundary, planes);
      move(MovedPlane.What.PLAN_BOUNDARY, boundary, begins, elsewhere);
      for (PieceLayer layer : layers) {
        strata[layer.index() - 1] += layer.bottom() >= begins ? 1 : 0;
      }
    }
    plan.stops().stream()
        .mapToDouble(Stop::heightMm)
        .forEach(height -> move(MovedPlane.What.STOP, height, begins(height, planes), elsewhere));
    List<Integer> planStrata = Arrays.stream(strata).boxed().toList();
    return new PieceStack(piece, layers, onBed, planStrata, List.copyOf(elsewhere));
  }

  private double begins(double wanted, Planes planes) {
    OptionalDouble plane = planes.nearest(wanted);
    return plane.isPresent() ? beginsAfter(plane.getAsDouble()) : wanted;
  }

  private void move(
      MovedPlane.What what, double wanted, double actual, List<MovedPlane> elsewhere) {
    boolean isInside = !layers.isEmpty() && wanted > layers.getFirst().bottom() && wanted < top();
    if (isInside && Planes.rounded(wanted) != actual) {
      elsewhere.add(new MovedPlane(what, wanted, actual));
    }
  }

  /** Numbers of the strata of the piece that no layer lies in. */
  public List<Integer> unprinted(Piece of) {
    return IntStream.rangeClosed(1, of.strata().count())
        .filter(number -> stratum(number).isEmpty())
        .boxed()
        .toList();
  }

  /** The layers of one stratum. */
  public List<PieceLayer> stratum(int number) {
    return layers.stream().filter(layer -> layer.stratum() == number).toList();
  }
}
