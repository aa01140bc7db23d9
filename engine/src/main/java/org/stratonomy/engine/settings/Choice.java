package org.stratonomy.engine.settings;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** The values of the settings that are one of several. */
public sealed interface Choice {
  /** Name of the constant. */
  String name();

  /** Its word in plan files, in the API and in the interface: {@code from the bed}. */
  default String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  /** The choices of a kind, in the order in which they are offered. */
  static List<Choice> all(Class<? extends Choice> kind) {
    return List.of(kind.getEnumConstants());
  }

  /**
   * The choice with a word.
   *
   * @throws IllegalArgumentException if there is none; plans are checked before
   */
  static <C extends Choice> C of(Class<C> kind, String word) {
    return Arrays.stream(kind.getEnumConstants())
        .filter(choice -> choice.word().equals(word))
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException(word));
  }

  /** What to print where whole lines do not fit. */
  enum ThinPlaces implements Choice {
    FITTED,
    WHOLE,
    LEFT_OUT
  }

  /** Where an outer wall begins and ends. */
  enum SeamPlace implements Choice {
    BEHIND,
    NEAREST,
    INNER_CORNER,
    SCATTERED
  }

  /** Which of an island's walls are printed first. */
  enum WallOrder implements Choice {
    INNER_FIRST,
    OUTER_FIRST,
    AFTER_INFILL
  }

  /** The pattern of infill. */
  enum InfillPattern implements Choice {
    LINES,
    GRID,
    TRIANGLES,
    HONEYCOMB,
    GYROID,
    CONCENTRIC
  }

  /** What to do when a layer prints too fast. */
  enum ShortLayers implements Choice {
    SLOW_DOWN,
    SLOW_DOWN_THEN_WAIT,
    WAIT;

    @Override
    public String word() {
      return this == SLOW_DOWN_THEN_WAIT ? "slow down, then wait" : Choice.super.word();
    }
  }

  /** Whether moves state the filament of the move or the total. */
  enum Extrusion implements Choice {
    RELATIVE,
    ABSOLUTE
  }

  /** When the machine's display shows the progress. */
  enum Progress implements Choice {
    NO,
    BY_LAYER
  }

  /** Which picture a program encloses. */
  enum EnclosedPicture implements Choice {
    NO,
    SMALL
  }

  /** Whether a program encloses its plan. */
  enum EnclosedPlan implements Choice {
    NO,
    WITH_ITS_MODELS
  }

  /** Whether overhangs are supported, and where support may stand. */
  enum Support implements Choice {
    NONE,
    FROM_THE_BED,
    EVERYWHERE,
    FORCED
  }

  /** The shape of support. */
  enum SupportKind implements Choice {
    LINES,
    TREE
  }

  /** Which side of outlines a brim runs on. */
  enum BrimSide implements Choice {
    OUTSIDE,
    INSIDE,
    BOTH
  }

  /** Where purged filament goes on a machine that changes filament by itself. */
  enum PurgeInto implements Choice {
    TOWER,
    INFILL_SUPPORT_TOWER,
    NOTHING;

    @Override
    public String word() {
      return this == INFILL_SUPPORT_TOWER ? "infill, support, tower" : Choice.super.word();
    }
  }

  /** Which lines may absorb purged filament. */
  enum TakesPurge implements Choice {
    NOTHING,
    WHAT_IS_INSIDE,
    ALL_LINES
  }

  /** Whether pieces are printed layer by layer together. */
  enum PieceOrder implements Choice {
    TOGETHER,
    ONE_AT_A_TIME
  }

  /** The order of the filaments within a layer. */
  enum FilamentOrder implements Choice {
    LEAST_COST,
    SLOTS_UPWARD
  }
}
