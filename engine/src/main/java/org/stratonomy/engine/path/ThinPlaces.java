package org.stratonomy.engine.path;

import java.util.Arrays;

/** What becomes of places that whole lines do not fit. */
enum ThinPlaces {
  FITTED("fitted"),
  WHOLE("whole"),
  LEFT_OUT("left out");

  private final String choice;

  ThinPlaces(String choice) {
    this.choice = choice;
  }

  static ThinPlaces of(String choice) {
    return Arrays.stream(values()).filter(t -> t.choice.equals(choice)).findFirst().orElseThrow();
  }
}
