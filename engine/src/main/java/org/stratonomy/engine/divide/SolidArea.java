package org.stratonomy.engine.divide;

import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.SolidSections;

/** The inside of a mesh that is placed with the piece. */
final class SolidArea implements RegionArea {
  private final SolidSections sections;
  private final double bottom;
  private final double top;

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
    double[] vertices = placed.place(mesh, shift);
    sections = new SolidSections(mesh, vertices, key, stack.layers(), memo);
    double low = Double.POSITIVE_INFINITY;
    double high = Double.NEGATIVE_INFINITY;
    for (int i = 2; i < vertices.length; i += 3) {
      low = Math.min(low, vertices[i]);
      high = Math.max(high, vertices[i]);
    }
    bottom = low;
    top = high;
  }

  /** Height of its lowest place, mm. */
  double bottom() {
    return bottom;
  }

  /** Height of its highest place, mm. */
  double top() {
    return top;
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
