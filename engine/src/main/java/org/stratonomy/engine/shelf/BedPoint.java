package org.stratonomy.engine.shelf;

/** A point on the bed, from its front left corner, mm. */
public record BedPoint(double x, double y) {}
