package org.stratonomy.engine.divide;

import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.plane.Area;

/** Where a region lies in each layer of its piece. */
interface RegionArea {
  /**
   * @param layer index, from 1
   */
  Area get(int layer);

  /** Key of what {@link #get} gives. */
  Key key(int layer);
}
