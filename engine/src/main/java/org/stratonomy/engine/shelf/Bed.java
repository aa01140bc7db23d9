package org.stratonomy.engine.shelf;

import java.util.Arrays;
import java.util.Optional;
import org.stratonomy.engine.guard.PlainText;

/** What prints stand on; places on it are measured from its front left corner. */
public sealed interface Bed {
  /** Width, mm. */
  double x();

  /** Depth, mm. */
  double y();

  Shape shape();

  /**
   * Whether a place is on it.
   *
   * @param room to the edge, mm
   */
  default boolean has(double x, double y, double room) {
    return x >= room && y >= room && x <= x() - room && y <= y() - room;
  }

  /** Whether the head can wait at a place, on a machine that prints to a height, mm. */
  default boolean reaches(BedPoint place, double heightMm) {
    return has(place.x(), place.y(), 0);
  }

  /** Shapes of beds, as files name them. */
  enum Shape {
    RECTANGULAR("rectangular"),
    ROUND("round"),
    BELT("belt");

    private final String word;

    Shape(String word) {
      this.word = word;
    }

    /** As it stands in files. */
    public String word() {
      return word;
    }

    public static Optional<Shape> byWord(String word) {
      return Arrays.stream(values()).filter(one -> one.word.equals(word)).findFirst();
    }
  }

  /** A level plate with four corners. */
  record Rectangle(double x, double y) implements Bed {
    @Override
    public Shape shape() {
      return Shape.RECTANGULAR;
    }
  }

  /** A level disc, or an ellipse. */
  record Round(double x, double y) implements Bed {
    @Override
    public Shape shape() {
      return Shape.ROUND;
    }

    @Override
    public boolean has(double atX, double atY, double room) {
      double aside = (atX - x / 2) / (x / 2 - room);
      double along = (atY - y / 2) / (y / 2 - room);
      return aside * aside + along * along <= 1;
    }
  }

  /**
   * A moving belt, over which the layers are tilted.
   *
   * @param y the length that a plan may use, mm
   * @param tiltDegrees of the layers over it
   */
  record Moving(double x, double y, double tiltDegrees) implements Bed {
    @Override
    public Shape shape() {
      return Shape.BELT;
    }

    /** Y of a place is how far up from the belt it is within a layer. */
    @Override
    public boolean reaches(BedPoint place, double heightMm) {
      return place.x() >= 0
          && place.x() <= x
          && place.y() >= 0
          && place.y() <= belt().way(heightMm);
    }

    public Belt belt() {
      return Belt.ofDegrees(tiltDegrees);
    }
  }

  /** Shape and size in words, as in “250 × 210 mm” or “round, 220 × 220 mm”. */
  default String text() {
    String word = shape() == Shape.RECTANGULAR ? "" : shape().word() + ", ";
    return "%s%s × %s mm".formatted(word, PlainText.number(x()), PlainText.number(y()));
  }
}
