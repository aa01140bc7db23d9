package org.stratonomy.engine.strata;

import java.util.List;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.RingList;
import org.stratonomy.engine.plane.Simplifier;

/**
 * The sections of one closed mesh at the middle of each layer of a piece. Safe to use from several
 * threads.
 */
public final class SolidSections {
  /** Outlines are freed of points nearer than this to their line, mm. */
  private static final double TOLERANCE_MM = 0.005;

  private final Mesh mesh;
  private final double[] xyz;
  private final Key key;
  private final List<PieceLayer> layers;
  private final Memo memo;
  private MeshSectioner sectioner;

  /**
   * @param xyz where the mesh's vertices lie, mm
   * @param key of the mesh and of where it lies
   */
  public SolidSections(Mesh mesh, double[] xyz, Key key, List<PieceLayer> layers, Memo memo) {
    this.mesh = mesh;
    this.xyz = xyz;
    this.key = key;
    this.layers = layers;
    this.memo = memo;
  }

  /**
   * @param index of the layer, from 1
   */
  public Key key(int index) {
    return Key.of("solid section").add(key).add(layers.get(index - 1).middle()).build();
  }

  /**
   * @param index of the layer, from 1
   */
  public Area get(int index) {
    return memo.get(key(index), Section.class, () -> Section.of(cut(index - 1))).area();
  }

  private Area cut(int k) {
    RingList rings = new RingList();
    sectioner().section(k, rings);
    return new Simplifier(TOLERANCE_MM).simplify(rings);
  }

  private synchronized MeshSectioner sectioner() {
    if (sectioner == null) {
      double[] planes = layers.stream().mapToDouble(PieceLayer::middle).toArray();
      sectioner = new MeshSectioner(mesh, xyz, planes);
    }
    return sectioner;
  }
}
