package org.stratonomy.engine.line;

/** How much of a wall line's width hangs over air: the classes that its speed is set by. */
public enum Overhang {
  NONE(0),
  QUARTER(0.25),
  HALF(0.5),
  MOST(0.75);

  private final double share;

  Overhang(double share) {
    this.share = share;
  }

  /** Share of the width from which a line belongs to the class. */
  public double share() {
    return share;
  }
}
