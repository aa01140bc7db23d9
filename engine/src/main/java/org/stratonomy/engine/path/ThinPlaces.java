package org.stratonomy.engine.path;

import java.util.Arrays;

/** What becomes of places that whole lines do not fit. */
enum ThinPlaces {
  FITTED("fitted", NarrowPlaces.LEAST),
  WHOLE("whole", 1),
  LEFT_OUT("left out", 2);

  private final String choice;
  private final double least;

  /**
   * @param least narrower places get no line, in widths of one
   */
  ThinPlaces(String choice, double least) {
    this.choice = choice;
    this.least = least;
  }

  /** Narrower places get no line, in widths of one. */
  double least() {
    return least;
  }

  static ThinPlaces of(String choice) {
    return Arrays.stream(values()).filter(t -> t.choice.equals(choice)).findFirst().orElseThrow();
  }
}
