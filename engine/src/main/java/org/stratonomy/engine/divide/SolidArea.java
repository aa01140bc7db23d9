package org.stratonomy.engine.divide;

import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plan.Placement.Vector;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.SolidSections;

/** The inside of a mesh that is placed with the piece. */
final class SolidArea implements RegionArea {
  private final SolidSections sections;

  /**
   * @param shift of the mesh against the model's coordinates, mm
   */
  SolidArea(Mesh mesh, Vector shift, PlacedPiece placed, PieceStack stack, Memo memo) {
    Key key =
        Key.of("region solid")
            .add(mesh.hash())
            .add(shift.x())
            .add(shift.y())
            .add(shift.z())
            .add(placed.key())
            .build();
    sections = new SolidSections(mesh, placed.place(mesh, shift), key, stack.layers(), memo);
  }

  @Override
  public Area get(int layer) {
    return sections.get(layer);
  }

  @Override
  public Key key(int layer) {
    return sections.key(layer);
  }
}
