package org.stratonomy.engine.divide;

import java.util.function.Supplier;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;

/** The areas of regions that are solids of their own, whatever the piece is like. */
final class SolidAreas {
  private final PlacedPiece placed;
  private final PieceStack stack;
  private final MeshSource meshes;
  private final Memo memo;

  SolidAreas(PlacedPiece placed, PieceStack stack, MeshSource meshes, Memo memo) {
    this.placed = placed;
    this.stack = stack;
    this.meshes = meshes;
    this.memo = memo;
  }

  /**
   * @throws IllegalArgumentException if it is no solid
   */
  SolidArea area(Region.Shape shape) {
    return switch (shape) {
      case Region.Box box -> made(box, () -> RegionSolids.box(box));
      case Region.Cylinder cylinder -> made(cylinder, () -> RegionSolids.cylinder(cylinder));
      case Region.Sphere sphere -> made(sphere, () -> RegionSolids.sphere(sphere));
      case Region.Solid solid ->
          new SolidArea(meshes.mesh(solid.mesh()), solid.shift(), placed, stack, memo);
      case Region.Core _, Region.Slab _, Region.Patch _ ->
          throw new IllegalArgumentException("no solid");
    };
  }

  private record Known(Mesh mesh) implements Memo.Sized {
    @Override
    public int weight() {
      return 12 * mesh.triangleCount() + 24 * mesh.vertexCount();
    }
  }

  /** Solids of the same measures are the same mesh. */
  private SolidArea made(Region.Shape shape, Supplier<Mesh> maker) {
    Key key = Key.of("region shape").add(shape.toString()).build();
    Mesh mesh = memo.get(key, Known.class, () -> new Known(maker.get())).mesh();
    return new SolidArea(mesh, placed.origin(), placed, stack, memo);
  }
}
