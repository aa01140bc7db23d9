package org.stratonomy.engine.strata;

import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.plane.RingList;

/** Cuts a mesh and does nothing else: stands in the engine's package to measure that step alone. */
public final class SectionRate {
  private final MeshSectioner sectioner;
  private final int planes;

  public SectionRate(Mesh mesh, double[] xyz, double[] planes) {
    this.sectioner = new MeshSectioner(mesh, xyz, planes);
    this.planes = planes.length;
  }

  /** Cuts at all planes; returns the rings of the last one. */
  public RingList cut() {
    RingList rings = new RingList();
    for (int k = 0; k < planes; k++) {
      rings = new RingList();
      sectioner.section(k, rings);
    }
    return rings;
  }
}
