package org.stratonomy.engine.settings;

import java.util.Arrays;
import java.util.List;

/** The values of the settings that are one of several, each with its word in files. */
public sealed interface Choice {
  /** Its word in plan files, in the API and in the interface. */
  String word();

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

  /** What becomes of places that whole lines do not fit. */
  enum ThinPlaces implements Choice {
    FITTED("fitted"),
    WHOLE("whole"),
    LEFT_OUT("left out");

    private final String word;

    ThinPlaces(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** Where an outer wall begins and ends. */
  enum SeamPlace implements Choice {
    BEHIND("behind"),
    NEAREST("nearest"),
    INNER_CORNER("inner corner"),
    SCATTERED("scattered");

    private final String word;

    SeamPlace(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** Which of an island's walls are printed first. */
  enum WallOrder implements Choice {
    INNER_FIRST("inner first"),
    OUTER_FIRST("outer first"),
    AFTER_INFILL("after infill");

    private final String word;

    WallOrder(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** How infill is laid. */
  enum InfillPattern implements Choice {
    LINES("lines"),
    GRID("grid"),
    TRIANGLES("triangles"),
    HONEYCOMB("honeycomb"),
    GYROID("gyroid"),
    CONCENTRIC("concentric");

    private final String word;

    InfillPattern(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** How a layer comes to take the least layer time. */
  enum ShortLayers implements Choice {
    SLOWED("slow down"),
    SLOWED_THEN_WAITED_FOR("slow down, then wait"),
    WAITED_FOR("wait");

    private final String word;

    ShortLayers(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** How a program tells what moves extrude. */
  enum Extrusion implements Choice {
    RELATIVE("relative"),
    ABSOLUTE("absolute");

    private final String word;

    Extrusion(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** When a program tells how far it is. */
  enum Progress implements Choice {
    NO("no"),
    BY_LAYER("by layer");

    private final String word;

    Progress(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** Which picture a program encloses. */
  enum EnclosedPicture implements Choice {
    NO("no"),
    SMALL("small");

    private final String word;

    EnclosedPicture(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** Whether a program encloses its plan. */
  enum EnclosedPlan implements Choice {
    NO("no"),
    WITH_MODELS("with its models");

    private final String word;

    EnclosedPlan(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** What support may stand on, if there is any. */
  enum Support implements Choice {
    NONE("none"),
    FROM_BED("from the bed"),
    EVERYWHERE("everywhere"),
    FORCED("forced");

    private final String word;

    Support(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** The shape of support. */
  enum SupportKind implements Choice {
    LINES("lines"),
    TREE("tree");

    private final String word;

    SupportKind(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** Which side of outlines a brim runs on. */
  enum BrimSide implements Choice {
    OUTSIDE("outside"),
    INSIDE("inside"),
    BOTH("both");

    private final String word;

    BrimSide(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** Where a machine purges that changes filament by itself. */
  enum PurgeInto implements Choice {
    TOWER("tower"),
    INSIDE_THEN_TOWER("infill, support, tower"),
    NOTHING("nothing");

    private final String word;

    PurgeInto(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** Lines for which any filament will do. */
  enum TakesPurge implements Choice {
    NOTHING("nothing"),
    INSIDE("what is inside"),
    ALL_LINES("all lines");

    private final String word;

    TakesPurge(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** Whether pieces are printed layer by layer together. */
  enum PieceOrder implements Choice {
    TOGETHER("together"),
    ONE_AT_A_TIME("one at a time");

    private final String word;

    PieceOrder(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }

  /** In which order the filaments of a layer are printed. */
  enum FilamentOrder implements Choice {
    LEAST_COST("least cost"),
    SLOTS_UPWARD("slots upward");

    private final String word;

    FilamentOrder(String word) {
      this.word = word;
    }

    @Override
    public String word() {
      return word;
    }
  }
}
