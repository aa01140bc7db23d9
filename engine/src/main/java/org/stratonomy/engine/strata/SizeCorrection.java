package org.stratonomy.engine.strata;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;

/**
 * How the section of a layer differs from that of the model, so that what comes off the machine has
 * the model's size.
 *
 * @param outlineMm how far outlines lie further out, mm
 * @param holesMm how far the edges of holes lie further in the material, mm
 * @param firstMm how far all edges are moved in on a layer that is pressed wide by the bed, mm
 * @param leastMm what would become narrower than this by being moved in stays as it is, mm; 0 if
 *     nothing is moved in
 */
public record SizeCorrection(double outlineMm, double holesMm, double firstMm, double leastMm) {
  public static final SizeCorrection NONE = new SizeCorrection(0, 0, 0, 0);

  /** Those of a piece's layers, from the lowest. */
  public static List<SizeCorrection> ofLayers(PieceStack piece, Resolver resolver) {
    boolean onBed = piece.onBed() && resolver.plan().count(Setting.RAFT_LAYERS) == 0;
    List<SizeCorrection> sizes = new ArrayList<>();
    for (PieceLayer layer : piece.layers()) {
      Settings settings = resolver.stratum(piece.piece(), layer.stratum());
      sizes.add(of(settings, onBed && layer.index() == 1));
    }
    return sizes;
  }

  /**
   * @param onBed whether the layer lies on the bed itself
   */
  private static SizeCorrection of(Settings settings, boolean onBed) {
    double out = settings.number(Setting.OUTLINE_OUT);
    double holes = settings.number(Setting.HOLES_OUT);
    double first = onBed ? settings.number(Setting.FIRST_LAYER_IN) : 0;
    return new SizeCorrection(
        out, holes, first, first > 0 ? settings.number(Setting.LINE_WIDTH) : 0);
  }

  /** How far outside of the model's edges corrected ones may lie, mm. */
  double outwardMm() {
    return Math.max(0, Math.max(outlineMm, -holesMm));
  }

  /** How far inside of the model's edges corrected ones may lie, mm. */
  double inwardMm() {
    return Math.max(0, Math.max(-outlineMm, holesMm)) + firstMm;
  }

  private boolean isSized() {
    return outlineMm != 0 || holesMm != 0;
  }

  Key.Builder addTo(Key.Builder key) {
    return key.add(outlineMm).add(holesMm).add(firstMm).add(leastMm);
  }

  /** The size that a layer is to have when it is printed: outlines and holes corrected. */
  Area sized(Area section) {
    return isSized()
        ? Plane.union(section.parts().stream().map(this::sizedPart).toList())
        : section;
  }

  private Area sizedPart(Area part) {
    Area filled = Plane.withoutHoles(part);
    Area holes = Plane.difference(filled, part);
    return Plane.difference(moved(filled, outlineMm), moved(holes, holesMm));
  }

  private static Area moved(Area area, double mm) {
    return mm > 0 ? Plane.outset(area, mm) : Plane.inset(area, -mm);
  }

  /**
   * What is laid of a section that the bed presses wide; narrow places stay as they are, with what
   * they begin at.
   */
  Area narrowed(Area section) {
    if (firstMm == 0) {
      return section;
    }
    double least = firstMm + leastMm / 2;
    Area narrow =
        Plane.lost(section, Plane.inset(section, least), least).withoutSmall(leastMm * leastMm);
    // Where a narrow place begins, what it begins at stays, too, so that they hold together.
    Area kept = Plane.near(section, narrow, firstMm + leastMm);
    return Plane.union(Plane.inset(section, firstMm), kept);
  }
}
