package org.stratonomy.engine.path;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.Sections;

/** The section of a layer and what lies above and below it. */
final class Surroundings {
  private final PieceLayer layer;
  private final PieceStack stack;
  private final Sections sections;

  Surroundings(PieceLayer layer, PieceStack stack, Sections sections) {
    this.layer = layer;
    this.stack = stack;
    this.sections = sections;
  }

  PieceLayer layer() {
    return layer;
  }

  Area section() {
    return sections.get(layer.index()).area();
  }

  Area below() {
    return sections.get(layer.index() - 1).area();
  }

  Area above() {
    return sections.get(layer.index() + 1).area();
  }

  boolean isOnBed() {
    return layer.index() == 1 && stack.onBed();
  }

  /** The sections that must all be there for a place to be inside. */
  List<Area> neighbours(LineSettings s) {
    int i = layer.index();
    List<Area> neighbours = new ArrayList<>();
    neighbours.addAll(sections.common(i - s.bottomLayers(), s.bottomLayers()));
    neighbours.addAll(sections.common(i + 1, s.topLayers()));
    return neighbours;
  }

  /** What of the section has nothing below it; slivers left by rounding do not count. */
  Area overAir(double width) {
    if (isOnBed()) {
      return Area.EMPTY;
    }
    return Plane.difference(section(), below()).withoutSmall(width * width / 100);
  }
}
