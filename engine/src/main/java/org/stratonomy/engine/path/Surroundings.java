package org.stratonomy.engine.path;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.Sections;

/**
 * The section of a layer and what lies above and below it; what several cells of the layer ask for
 * is found once.
 */
final class Surroundings {
  private final PieceLayer layer;
  private final PieceStack stack;
  private final Sections sections;
  private final Map<List<Integer>, Area> missing = new HashMap<>();
  private Area overAir;
  private Area facingUp;

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

  private Area above() {
    return sections.get(layer.index() + 1).area();
  }

  boolean isOnBed() {
    return layer.index() == 1 && stack.onBed();
  }

  /**
   * What of the section is a surface within the solid layers of some settings: one of the sections
   * above or below is missing there.
   */
  Area missing(LineSettings s) {
    return missing.computeIfAbsent(
        List.of(s.bottomLayers(), s.topLayers()),
        layers -> Plane.missing(section(), neighbours(layers.get(0), layers.get(1))));
  }

  /** The sections that must all be there for a place to be inside. */
  private List<Area> neighbours(int bottomLayers, int topLayers) {
    int i = layer.index();
    List<Area> neighbours = new ArrayList<>();
    neighbours.addAll(sections.common(i - bottomLayers, bottomLayers));
    neighbours.addAll(sections.common(i + 1, topLayers));
    return neighbours;
  }

  /** What of the section has nothing below it; slivers left by rounding do not count. */
  Area overAir(double width) {
    if (isOnBed()) {
      return Area.EMPTY;
    }
    if (overAir == null) {
      overAir = Plane.difference(section(), below());
    }
    return overAir.withoutSmall(width * width / 100);
  }

  /** What of the section has nothing above it; slivers do not count. */
  Area facingUp(double width) {
    if (facingUp == null) {
      facingUp = Plane.difference(section(), above());
    }
    return facingUp.withoutSmall(width * width);
  }
}
