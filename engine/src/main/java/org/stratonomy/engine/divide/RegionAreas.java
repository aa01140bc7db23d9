package org.stratonomy.engine.divide;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.IntToDoubleFunction;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.Sections;

/** The areas of the regions of a piece, made when they are asked for; one line for each kind. */
final class RegionAreas {
  private final PlacedPiece placed;
  private final PieceStack stack;
  private final Sections sections;
  private final SolidAreas solids;
  private final IntToDoubleFunction widths;
  private final Memo memo;
  private final Map<String, RegionArea> made = new ConcurrentHashMap<>();

  /**
   * @param widths of lines, mm, by layer
   */
  RegionAreas(
      PlacedPiece placed,
      PieceStack stack,
      Sections sections,
      MeshSource meshes,
      IntToDoubleFunction widths,
      Memo memo) {
    this.placed = placed;
    this.stack = stack;
    this.sections = sections;
    this.solids = new SolidAreas(placed, stack, meshes, memo);
    this.widths = widths;
    this.memo = memo;
  }

  RegionArea get(Region region) {
    return made.computeIfAbsent(region.id(), id -> area(region.shape()));
  }

  private RegionArea area(Region.Shape shape) {
    return switch (shape) {
      case Region.Box _, Region.Cylinder _, Region.Sphere _, Region.Solid _ ->
          new AtOutline(solids.area(shape), sections);
      case Region.Core core -> core(core);
      case Region.Patch patch ->
          new PatchArea(patch, placed, stack.layers(), sections, widths, memo);
      case Region.Slab slab -> new SlabArea(slab, core(core(slab)), memo);
    };
  }

  /** A shape of its own; where it lies on the model's outline it goes as far as the section. */
  private record AtOutline(SolidArea shape, Sections sections) implements RegionArea {
    @Override
    public Area get(int layer) {
      return sections.withAdded(shape.get(layer), layer);
    }

    @Override
    public Key key(int layer) {
      return Key.of("at outline").add(shape.key(layer)).add(sections.key(layer)).build();
    }
  }

  private Region.Core core(Region.Slab slab) {
    Piece piece = placed.piece();
    return (Region.Core) piece.region(slab.core()).orElseThrow().shape();
  }

  private CoreArea core(Region.Core core) {
    return new CoreArea(core, sections, stack.layers(), widths, memo);
  }
}
