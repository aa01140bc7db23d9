package org.stratonomy.engine.path;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plan.Settings;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.Sections;

/**
 * The lines of a layer: walls along its outline, then skins and solid layers where one of the next
 * layers above or below is missing, then infill in the rest. The next layers count whatever stratum
 * they belong to, so that a boundary inside a piece gets no lid and a hollow under it does.
 */
final class LineMaker {
  private final PieceStack stack;
  private final Sections sections;
  private final Memo memo;

  LineMaker(PieceStack stack, Sections sections, Memo memo) {
    this.stack = stack;
    this.sections = sections;
    this.memo = memo;
  }

  /** Key of {@link #lines} for the same layer and settings. */
  Key key(PieceLayer layer, Settings settings) {
    LineSettings s = LineSettings.of(settings);
    Key.Builder key = Key.of("lines");
    s.addTo(key);
    key.add(layer.index() % 2).add(stack.onBed() ? 1 : 0).add(Math.min(layer.index(), 2));
    key.add(s.pattern().equals("gyroid") ? layer.middle() : 0.0);
    int below = Math.max(1, s.bottomLayers());
    int above = Math.max(1, s.topLayers());
    for (int i = layer.index() - below; i <= layer.index() + above; i++) {
      key.add(sections.key(i));
    }
    return key.build();
  }

  LayerLines lines(PieceLayer layer, Settings settings) {
    return memo.get(
        key(layer, settings),
        LayerLines.class,
        () ->
            LayerLines.of(
                sections.get(layer.index()).area(),
                new Layer(layer, LineSettings.of(settings)).make()));
  }

  private final class Layer {
    private final PieceLayer layer;
    private final LineSettings s;
    private final double width;
    private final List<Line> lines = new ArrayList<>();

    Layer(PieceLayer layer, LineSettings settings) {
      this.layer = layer;
      this.s = settings;
      this.width = settings.lineWidth();
    }

    List<Line> make() {
      Area section = sections.get(layer.index()).area();
      Area inside = new WallMaker(width, s.thinPlaces(), lines).walls(section, s.walls());
      Area overAir = overAir(section);
      markOverhangs(overAir);
      if (inside.isEmpty()) {
        return lines;
      }
      Filler filler = new Filler(width, angle(), s.thinPlaces(), lines);
      if (s.density() >= 1) {
        solid(section, overAir, inside, filler);
        return lines;
      }
      Area needed = grown(Plane.missing(section, neighbours()), inside);
      Area narrower = Plane.inset(Plane.difference(inside, needed), width);
      Area sparse = Plane.outset(narrower, width);
      solid(section, overAir, Plane.difference(inside, sparse), filler);
      if (s.density() > 0) {
        filler.infill(sparse, s, layer.middle());
      }
      return lines;
    }

    private double angle() {
      return s.angleRad() + (layer.index() % 2 == 0 ? Math.PI / 2 : 0);
    }

    private boolean isOnBed() {
      return layer.index() == 1 && stack.onBed();
    }

    /** Walls over the edge of the layer below are marked by how far they hang over. */
    private void markOverhangs(Area overAir) {
      double least = (Overhang.QUARTER.share() - 0.5) * width;
      if (!Plane.inset(overAir, -least / 2).isEmpty()) {
        Area below = sections.get(layer.index() - 1).area();
        OverhangMarker marker = new OverhangMarker(below, width);
        lines.replaceAll(line -> line.role().isWall() ? marker.mark(line) : line);
      }
    }

    /** The sections that must all be there for a place to be inside. */
    private List<Area> neighbours() {
      int i = layer.index();
      List<Area> neighbours = new ArrayList<>();
      neighbours.addAll(sections.common(i - s.bottomLayers(), s.bottomLayers()));
      neighbours.addAll(sections.common(i + 1, s.topLayers()));
      return neighbours;
    }

    /** What of the section has nothing below it; slivers left by rounding do not count. */
    private Area overAir(Area section) {
      if (isOnBed()) {
        return Area.EMPTY;
      }
      Area below = sections.get(layer.index() - 1).area();
      return Plane.difference(section, below).withoutSmall(width * width / 100);
    }

    /** Without slivers, and a line wider, so that a skin is held by what is beside it. */
    private Area grown(Area skin, Area inside) {
      if (skin.isEmpty()) {
        return skin;
      }
      Area kept = Plane.inset(skin, width / 4);
      return kept.isEmpty()
          ? Area.EMPTY
          : Plane.intersection(inside, Plane.outset(kept, 1.25 * width));
    }

    /** Fills a solid area, its parts by what lies directly above and below them. */
    private void solid(Area section, Area overAir, Area solid, Filler filler) {
      int i = layer.index();
      Area rest = solid;
      if (isOnBed()) {
        filler.solid(rest, Role.BOTTOM_SKIN);
        return;
      }
      Area bridged = grown(overAir, solid);
      if (!bridged.isEmpty()) {
        filler.bridge(bridged, new Bridge(sections.get(i - 1).area(), width));
        rest = Plane.difference(rest, bridged);
      }
      Area facingUp = Plane.difference(section, sections.get(i + 1).area());
      facingUp = facingUp.withoutSmall(width * width);
      if (facingUp.isEmpty() || rest.isEmpty()) {
        filler.solid(rest, Role.SOLID_INFILL);
      } else {
        filler.skinned(rest, facingUp);
      }
    }
  }
}
