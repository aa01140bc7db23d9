package org.stratonomy.engine.travel;

import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.Router;
import org.stratonomy.engine.strata.Sections;

/** Where the head may go within a layer of a piece; it follows from the section alone. */
public record TravelRoom(Router.Room room) implements Memo.Sized {
  /** Lines along the edge of a piece may lie this share of a width inside it. */
  private static final double EDGE = 0.24;

  /**
   * @param layer its index in the piece, from 1
   * @param width of the lines, mm
   */
  public static Router.Room of(Sections sections, int layer, double width, Memo memo) {
    Key key = Key.of("travel room").add(sections.key(layer)).add(width).build();
    return memo.get(
            key,
            TravelRoom.class,
            () ->
                new TravelRoom(
                    Router.Room.of(
                        Plane.inset(sections.get(layer).area(), EDGE * width), (1 - EDGE) * width)))
        .room();
  }

  @Override
  public int weight() {
    return 8 * room.pointCount();
  }
}
