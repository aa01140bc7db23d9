package org.stratonomy.engine.path;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plan.Settings;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.Sections;

/**
 * The lines of a layer: walls along its outline, then skins and solid layers where one of the next
 * layers above or below is missing, then infill in the rest. The next layers count whatever stratum
 * they belong to, so that a boundary inside a piece gets no lid and a hollow under it does.
 */
public final class LineMaker {
  private final PieceStack stack;
  private final Sections sections;
  private final Memo memo;

  public LineMaker(PieceStack stack, Sections sections, Memo memo) {
    this.stack = stack;
    this.sections = sections;
    this.memo = memo;
  }

  /** Key of {@link #lines} for the same layer and settings. */
  public Key key(PieceLayer layer, Settings settings) {
    LineSettings s = LineSettings.of(settings);
    Key.Builder key = Key.of("lines");
    s.addTo(key);
    key.add(layer.index() % 2).add(stack.onBed() ? 1 : 0).add(Math.min(layer.index(), 2));
    for (int i = layer.index() - s.bottomLayers(); i <= layer.index() + s.topLayers(); i++) {
      key.add(sections.key(i));
    }
    return key.build();
  }

  public LayerLines lines(PieceLayer layer, Settings settings) {
    return memo.get(
        key(layer, settings),
        LayerLines.class,
        () -> new LayerLines(new Layer(layer, LineSettings.of(settings)).make()));
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
      Area inside = walls(section);
      if (inside.isEmpty()) {
        return lines;
      }
      Filler filler = new Filler(width, angle(), lines);
      if (s.density() >= 1) {
        solid(section, inside, filler);
        return lines;
      }
      Area needed = grown(Plane.union(missingAbove(section), missingBelow(section)), inside);
      Area sparse = Plane.open(Plane.difference(inside, needed), width);
      solid(section, Plane.difference(inside, sparse), filler);
      if (s.density() > 0) {
        filler.infill(sparse, s.density(), s.grid());
      }
      return lines;
    }

    private double angle() {
      return s.angleRad() + (layer.index() % 2 == 0 ? Math.PI / 2 : 0);
    }

    /** Wall lines from the outline inwards; what they leave free is returned. */
    private Area walls(Area section) {
      Area rest = section;
      for (int i = 0; i < s.walls() && !rest.isEmpty(); i++) {
        Area centre = Plane.inset(rest, width / 2);
        Role role = i == 0 ? Role.OUTER_WALL : Role.INNER_WALL;
        Path.ofRings(centre).forEach(path -> lines.add(new Line(role, path, width)));
        rest = Plane.inset(centre, width / 2);
      }
      return rest;
    }

    private Area missingAbove(Area section) {
      List<Area> above = new ArrayList<>();
      for (int k = 1; k <= s.topLayers(); k++) {
        above.add(sections.get(layer.index() + k).area());
      }
      return Plane.missing(section, above);
    }

    private Area missingBelow(Area section) {
      List<Area> below = new ArrayList<>();
      for (int k = 1; k <= s.bottomLayers(); k++) {
        below.add(sections.get(layer.index() - k).area());
      }
      return Plane.missing(section, below);
    }

    /** Without slivers, and a line wider, so that a skin is held by what is beside it. */
    private Area grown(Area skin, Area inside) {
      Area kept = Plane.inset(skin, width / 4);
      return kept.isEmpty()
          ? Area.EMPTY
          : Plane.intersection(inside, Plane.outset(kept, 1.25 * width));
    }

    /** Fills a solid area, its parts by what lies directly above and below them. */
    private void solid(Area section, Area solid, Filler filler) {
      int i = layer.index();
      Area rest = solid;
      if (i == 1 && stack.onBed()) {
        filler.solid(rest, Role.BOTTOM_SKIN);
        return;
      }
      Area overAir = grown(Plane.difference(section, sections.get(i - 1).area()), solid);
      if (!overAir.isEmpty()) {
        filler.bridge(overAir);
        rest = Plane.difference(rest, overAir);
      }
      Area facingUp = grown(Plane.difference(section, sections.get(i + 1).area()), rest);
      if (!facingUp.isEmpty()) {
        filler.solid(facingUp, Role.TOP_SKIN);
        rest = Plane.difference(rest, facingUp);
      }
      filler.solid(rest, Role.SOLID_INFILL);
    }
  }
}
