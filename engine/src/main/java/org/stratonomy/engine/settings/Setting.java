package org.stratonomy.engine.settings;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;

/**
 * The catalogue of settings: the one place that defines their names, units, ranges and defaults.
 * Validation, the plan file's schema, the API and the interface derive from it.
 */
public enum Setting {
  FILAMENT(
      "filament",
      "Filament slot",
      Group.MATERIAL,
      Scope.LINE,
      "",
      1,
      64,
      true,
      f -> 1,
      "Which of the loaded filaments is used; slots count from 1."),
  ADMIXTURE(
      "admixture",
      "Admixture",
      Group.MATERIAL,
      Scope.LINE,
      "%",
      0,
      100,
      false,
      f -> 0,
      "How much of the other filament is mixed in, on a machine that has two in one nozzle; a course"
          + " over layers makes a gradient."),
  LAYER_HEIGHT(
      "layerHeight",
      "Layer height",
      Group.LAYERS,
      Scope.STRATUM,
      "mm",
      0.02,
      2,
      false,
      f -> 0.2,
      "Wanted thickness of a layer. Layers are stretched or squeezed a little so that a whole number"
          + " of them fills a stratum."),
  FIRST_LAYER_HEIGHT(
      "firstLayerHeight",
      "First layer height",
      Group.LAYERS,
      Scope.PIECE,
      "mm",
      0.02,
      2,
      false,
      f -> 0.2,
      "Thickness of the layer on the bed."),
  LINE_WIDTH(
      "lineWidth",
      "Line width",
      Group.WALLS,
      Scope.CELL,
      "mm",
      0.1,
      3,
      false,
      f -> Math.rint(1100 * f.nozzle().diameterMm()) / 1000,
      "Width that a line takes up beside its neighbours."),
  OUTLINE_OUT(
      "outlineOut",
      "Outlines out by",
      Group.WALLS,
      Scope.STRATUM,
      "mm",
      -1,
      1,
      false,
      f -> 0,
      "How far outlines lie further out than the model's, or further in if negative; for what comes"
          + " off the machine too small or too large."),
  HOLES_OUT(
      "holesOut",
      "Holes wider by",
      Group.WALLS,
      Scope.STRATUM,
      "mm",
      -1,
      1,
      false,
      f -> 0,
      "How far the edges of holes lie further in the material than the model's, all around; for"
          + " holes that come out too narrow."),
  FIRST_LAYER_IN(
      "firstLayerIn",
      "First layer in by",
      Group.BED,
      Scope.PIECE,
      "mm",
      0,
      1,
      false,
      f -> 0,
      "How far all edges of the layer on the bed are moved in, because the bed presses it wide."
          + " Narrow places stay as they are."),
  WALLS(
      "walls",
      "Walls",
      Group.WALLS,
      Scope.CELL,
      "lines",
      0,
      100,
      true,
      f -> 2,
      "Lines along the outline."),
  JOINT_WALLS(
      "jointWalls",
      "Joint walls",
      Group.WALLS,
      Scope.CELL,
      "lines",
      0,
      20,
      true,
      f -> f.core() ? 0 : 1,
      "Lines along the joint with a part of the piece that has another filament; 0 in a core unless"
          + " a rule says otherwise."),
  JOINT_OVERLAP(
      "jointOverlap",
      "Joint overlap",
      Group.WALLS,
      Scope.CELL,
      "mm",
      0,
      1,
      false,
      f -> 0.05,
      "How far lines reach over a joint, so that both sides bond."),
  THIN_PLACES(
      "thinPlaces",
      "Thin places",
      Group.WALLS,
      Scope.CELL,
      Choice.ThinPlaces.FITTED,
      "Where whole lines do not fit: lines of fitted width; whole lines only; or nothing where less"
          + " than two lines fit."),
  SEAM(
      "seam",
      "Seam",
      Group.WALLS,
      Scope.CELL,
      Choice.SeamPlace.BEHIND,
      "Where an outer wall begins and ends: at its rearmost point, nearest to where the head comes"
          + " from, in its sharpest inner corner, or somewhere else on each layer."),
  WALL_ORDER(
      "wallOrder",
      "Wall order",
      Group.WALLS,
      Scope.CELL,
      Choice.WallOrder.INNER_FIRST,
      "Which walls are printed first; after infill: walls last, inner ones first."),
  TOP_LAYERS(
      "topLayers",
      "Top solid layers",
      Group.SKINS,
      Scope.CELL,
      "layers",
      0,
      1000,
      true,
      f -> 4,
      "Solid layers under every surface that faces up."),
  BOTTOM_LAYERS(
      "bottomLayers",
      "Bottom solid layers",
      Group.SKINS,
      Scope.CELL,
      "layers",
      0,
      1000,
      true,
      f -> 4,
      "Solid layers over every surface that faces down."),
  SKIN_LEAST_AREA(
      "skinLeastArea",
      "Skins from",
      Group.SKINS,
      Scope.CELL,
      "mm²",
      0,
      10_000,
      false,
      f -> 0,
      "Solid patches smaller than this are left out; they take much time for what they do."),
  INFILL_DENSITY(
      "infillDensity",
      "Infill density",
      Group.INFILL,
      Scope.CELL,
      "%",
      0,
      100,
      false,
      f -> 15,
      "Share of the inside that is filled with plastic."),
  INFILL_PATTERN(
      "infillPattern",
      "Infill pattern",
      Group.INFILL,
      Scope.CELL,
      Choice.InfillPattern.LINES,
      "Lines turn by a right angle with each layer; grid, triangles and honeycomb stand on each other"
          + " layer by layer; gyroid waves change from layer to layer; concentric rings follow the"
          + " walls."),
  INFILL_ANGLE(
      "infillAngle",
      "Infill angle",
      Group.INFILL,
      Scope.CELL,
      "°",
      -360,
      360,
      false,
      f -> 45,
      "Direction of solid and infill lines on odd layers, against X."),
  NOZZLE_TEMPERATURE(
      "nozzleTemperature",
      "Nozzle temperature",
      Group.MATERIAL,
      Scope.LINE,
      "°C",
      150,
      500,
      false,
      f -> f.filament().nozzleC(),
      "Temperature while this is printed."),
  BED_TEMPERATURE(
      "bedTemperature",
      "Bed temperature",
      Group.MATERIAL,
      Scope.PLAN,
      "°C",
      0,
      200,
      false,
      f -> f.filament().bedC(),
      "Temperature of the bed. Over the layers the print goes on while the bed follows."),
  FLOW(
      "flow",
      "Flow",
      Group.MATERIAL,
      Scope.LINE,
      "%",
      10,
      300,
      false,
      f -> 100,
      "Extruded volume against the computed one."),
  FAN(
      "fan",
      "Fan",
      Group.COOLING,
      Scope.LINE,
      "%",
      0,
      100,
      false,
      f -> f.filament().fanPercent(),
      "Part cooling."),
  FAN_OFF_LAYERS(
      "fanOffLayers",
      "Fan off for",
      Group.COOLING,
      Scope.PIECE,
      "layers",
      0,
      1000,
      true,
      f -> 1,
      "Layers from the bed that are printed without part cooling."),
  BRIDGE_FAN(
      "bridgeFan",
      "Bridge fan",
      Group.COOLING,
      Scope.LINE,
      "%",
      0,
      100,
      false,
      f -> 100,
      "Part cooling while lines are laid over air."),
  MIN_LAYER_TIME(
      "minLayerTime",
      "Least layer time",
      Group.COOLING,
      Scope.PLAN,
      "s",
      0,
      600,
      false,
      f -> 8,
      "A layer that would take less is printed slower."),
  MIN_SPEED(
      "minSpeed",
      "Least speed",
      Group.COOLING,
      Scope.PLAN,
      "mm/s",
      1,
      500,
      false,
      f -> 12,
      "Slowing down for the least layer time ends here."),
  SHORT_LAYERS(
      "shortLayers",
      "Short layers",
      Group.COOLING,
      Scope.PLAN,
      Choice.ShortLayers.SLOWED,
      "How a layer comes to take the least layer time: its lines are slowed, or the head waits"
          + " aside after it."),
  OUTER_WALL_SPEED(
      "outerWallSpeed",
      "Outer wall speed",
      Group.SPEEDS,
      Scope.LINE,
      "mm/s",
      1,
      1000,
      false,
      f -> 40,
      "Speed of the line that is seen."),
  INNER_WALL_SPEED(
      "innerWallSpeed",
      "Inner wall speed",
      Group.SPEEDS,
      Scope.LINE,
      "mm/s",
      1,
      1000,
      false,
      f -> 60,
      "Speed of the other walls."),
  SKIN_SPEED(
      "skinSpeed",
      "Skin speed",
      Group.SPEEDS,
      Scope.LINE,
      "mm/s",
      1,
      1000,
      false,
      f -> 45,
      "Speed of top and bottom skins."),
  SOLID_SPEED(
      "solidSpeed",
      "Solid infill speed",
      Group.SPEEDS,
      Scope.LINE,
      "mm/s",
      1,
      1000,
      false,
      f -> 60,
      "Speed of solid layers below the skin."),
  INFILL_SPEED(
      "infillSpeed",
      "Infill speed",
      Group.SPEEDS,
      Scope.LINE,
      "mm/s",
      1,
      1000,
      false,
      f -> 80,
      "Speed of infill lines."),
  BRIDGE_SPEED(
      "bridgeSpeed",
      "Bridge speed",
      Group.SPEEDS,
      Scope.LINE,
      "mm/s",
      1,
      1000,
      false,
      f -> 25,
      "Speed of lines over air."),
  OVERHANG_SPEED(
      "overhangSpeed",
      "Overhang speed",
      Group.SPEEDS,
      Scope.LINE,
      "%",
      10,
      100,
      false,
      f -> 50,
      "Speed of a wall that hangs over air by three quarters of its width or more, against its usual"
          + " one; walls that hang over less are slowed down by degree."),
  SMALL_WALL_LENGTH(
      "smallWallLength",
      "Small walls up to",
      Group.SPEEDS,
      Scope.LINE,
      "mm",
      0,
      500,
      false,
      f -> 12,
      "A closed wall this short or shorter is printed slower."),
  SMALL_WALL_SPEED(
      "smallWallSpeed",
      "Small wall speed",
      Group.SPEEDS,
      Scope.LINE,
      "%",
      10,
      100,
      false,
      f -> 60,
      "Speed of a small wall against its usual one."),
  SUPPORT_SPEED(
      "supportSpeed",
      "Support speed",
      Group.SPEEDS,
      Scope.PIECE,
      "mm/s",
      1,
      1000,
      false,
      f -> 60,
      "Speed of support and of its interface."),
  FIRST_LAYER_SPEED(
      "firstLayerSpeed",
      "First layer speed",
      Group.SPEEDS,
      Scope.PIECE,
      "mm/s",
      1,
      1000,
      false,
      f -> 20,
      "Speed of everything that lies on the bed."),
  TRAVEL_SPEED(
      "travelSpeed",
      "Travel speed",
      Group.SPEEDS,
      Scope.PLAN,
      "mm/s",
      1,
      2000,
      false,
      f -> f.machine().travelSpeed(),
      "Speed of moves that extrude nothing."),
  ACCELERATION(
      "acceleration",
      "Acceleration",
      Group.SPEEDS,
      Scope.PLAN,
      "mm/s²",
      50,
      100_000,
      false,
      f -> f.machine().accelerationMmS2(),
      "Along the path; the program tells it to the machine, and times are reckoned with it."),
  RETRACTION(
      "retraction",
      "Retraction",
      Group.TRAVEL,
      Scope.PLAN,
      "mm",
      0,
      20,
      false,
      f -> f.filament().retractionMm(),
      "How far the strand is drawn back before a travel."),
  RETRACTION_SPEED(
      "retractionSpeed",
      "Retraction speed",
      Group.TRAVEL,
      Scope.PLAN,
      "mm/s",
      1,
      200,
      false,
      f -> 35,
      "Speed of drawing back and of pushing forward again."),
  RETRACTION_TRAVEL(
      "retractionTravel",
      "Retract from",
      Group.TRAVEL,
      Scope.PLAN,
      "mm",
      0,
      1000,
      false,
      f -> 2,
      "Shorter travels are made without retraction."),
  TRAVEL_LIFT(
      "travelLift",
      "Travel lift",
      Group.TRAVEL,
      Scope.PLAN,
      "mm",
      0,
      10,
      false,
      f -> 0,
      "How far the nozzle is lifted on travels with retraction."),
  WIPE(
      "wipe",
      "Wipe",
      Group.TRAVEL,
      Scope.PLAN,
      "mm",
      0,
      20,
      false,
      f -> 1,
      "How far the nozzle wipes over the line just printed while the strand is drawn back."),
  ARC_TOLERANCE(
      "arcTolerance",
      "Arcs within",
      Group.TRAVEL,
      Scope.PLAN,
      "mm",
      0,
      0.1,
      false,
      f -> 0,
      "Curves are written as arcs that deviate no more than this; 0 writes straight moves only. The"
          + " machine must know G2 and G3."),
  EXTRUSION(
      "extrusion",
      "Extrusion is told",
      Group.PROGRAM,
      Scope.PLAN,
      Choice.Extrusion.RELATIVE,
      "Each move tells how much strand it takes, or how much all since the layer began have taken."),
  PROGRESS(
      "progress",
      "Progress is told",
      Group.PROGRAM,
      Scope.PLAN,
      Choice.Progress.NO,
      "At each layer the program tells the machine's display how much is done, and how many minutes"
          + " are left (M73)."),
  PROGRAM_PICTURE(
      "programPicture",
      "Enclosed picture",
      Group.PROGRAM,
      Scope.PLAN,
      Choice.EnclosedPicture.SMALL,
      "A picture of the plan as comments at the beginning of the program."),
  PROGRAM_PLAN(
      "programPlan",
      "Enclosed plan",
      Group.PROGRAM,
      Scope.PLAN,
      Choice.EnclosedPlan.WITH_MODELS,
      "The plan as comments at the end of the program, so that the program can be dropped on the"
          + " start page and opened as a plan again."),
  SUPPORT(
      "support",
      "Support",
      Group.SUPPORT,
      Scope.CELL,
      Choice.Support.NONE,
      "Whether overhangs are supported, and what support may stand on; forced: everything that faces"
          + " down, whatever its angle or size, on whatever is below."),
  SUPPORT_KIND(
      "supportKind",
      "Kind of support",
      Group.SUPPORT,
      Scope.STRATUM,
      Choice.SupportKind.LINES,
      "Upright lines, or branches that join on their way down."),
  SUPPORT_ANGLE(
      "supportAngle",
      "Supported from",
      Group.SUPPORT,
      Scope.STRATUM,
      "°",
      5,
      89,
      false,
      f -> 50,
      "Surfaces that lean out further than this against the vertical are supported."),
  SUPPORT_DENSITY(
      "supportDensity",
      "Support density",
      Group.SUPPORT,
      Scope.STRATUM,
      "%",
      1,
      100,
      false,
      f -> 16,
      "Share of the supported area that support lines take up."),
  SUPPORT_GAP_LAYERS(
      "supportGapLayers",
      "Gap in height",
      Group.SUPPORT,
      Scope.STRATUM,
      "layers",
      0,
      20,
      true,
      f -> 1,
      "Free layers between support and piece."),
  SUPPORT_GAP(
      "supportGap",
      "Gap in the plane",
      Group.SUPPORT,
      Scope.STRATUM,
      "mm",
      0,
      20,
      false,
      f -> 0.6,
      "Distance of support from the piece sideways."),
  SUPPORT_LEAST_AREA(
      "supportLeastArea",
      "Spared up to",
      Group.SUPPORT,
      Scope.STRATUM,
      "mm²",
      0,
      1000,
      false,
      f -> 1,
      "Smaller overhangs are not supported."),
  SUPPORT_BRIDGE(
      "supportBridge",
      "Bridged up to",
      Group.SUPPORT,
      Scope.STRATUM,
      "mm",
      0,
      200,
      false,
      f -> 10,
      "Overhangs that lines can bridge over this length or less are not supported."),
  SUPPORT_FILAMENT(
      "supportFilament",
      "Support slot",
      Group.SUPPORT,
      Scope.STRATUM,
      "",
      0,
      64,
      true,
      f -> 0,
      "Filament of support; 0 is the filament of the stratum."),
  INTERFACE_LAYERS(
      "interfaceLayers",
      "Interface layers",
      Group.SUPPORT,
      Scope.STRATUM,
      "layers",
      0,
      50,
      true,
      f -> 2,
      "Topmost layers of support that are laid denser."),
  INTERFACE_DENSITY(
      "interfaceDensity",
      "Interface density",
      Group.SUPPORT,
      Scope.STRATUM,
      "%",
      1,
      100,
      false,
      f -> 60,
      "Share of the area that interface lines take up."),
  INTERFACE_FILAMENT(
      "interfaceFilament",
      "Interface slot",
      Group.SUPPORT,
      Scope.STRATUM,
      "",
      0,
      64,
      true,
      f -> 0,
      "Filament of the interface; 0 is the filament of the stratum."),
  BRIM_LINES(
      "brimLines",
      "Brim lines",
      Group.BED,
      Scope.PIECE,
      "lines",
      0,
      200,
      true,
      f -> 0,
      "Lines around the piece on the bed that hold it there."),
  BRIM_SIDE(
      "brimSide",
      "Brim side",
      Group.BED,
      Scope.PIECE,
      Choice.BrimSide.OUTSIDE,
      "Whether the brim runs around the piece, in its holes, or both."),
  BRIM_UP_TO(
      "brimUpTo",
      "Brim up to",
      Group.BED,
      Scope.PIECE,
      "mm²",
      0,
      1000000,
      false,
      f -> 0,
      "Only parts that cover this much of the bed or less get a brim; 0 is all."),
  RAFT_LAYERS(
      "raftLayers",
      "Raft layers",
      Group.BED,
      Scope.PLAN,
      "layers",
      0,
      20,
      true,
      f -> 0,
      "Layers under everything that stands on the bed: an open one on the bed, closed ones above."
          + " Heights still count from where the pieces begin."),
  RAFT_MARGIN(
      "raftMargin",
      "Raft margin",
      Group.BED,
      Scope.PLAN,
      "mm",
      0,
      50,
      false,
      f -> 3,
      "How far the raft reaches out under the pieces."),
  RAFT_GAP(
      "raftGap",
      "Raft gap",
      Group.BED,
      Scope.PLAN,
      "mm",
      0,
      1,
      false,
      f -> 0.15,
      "Air between the raft and the pieces, so that they come off."),
  SKIRT_LINES(
      "skirtLines",
      "Skirt lines",
      Group.BED,
      Scope.PLAN,
      "lines",
      0,
      50,
      true,
      f -> f.machine().belt().isPresent() ? 0 : 2,
      "Lines around everything on the first layer, to prime the nozzle."),
  SKIRT_DISTANCE(
      "skirtDistance",
      "Skirt distance",
      Group.BED,
      Scope.PLAN,
      "mm",
      0.5,
      100,
      false,
      f -> 4,
      "Distance of the skirt from the pieces."),
  PURGE_INTO(
      "purgeInto",
      "Purge into",
      Group.MATERIAL,
      Scope.PLAN,
      Choice.PurgeInto.TOWER,
      "Where a machine purges that changes filament by itself: into a tower beside the pieces; into"
          + " infill and support of the filament that comes, and only what they do not hold into a"
          + " tower; or into nothing, so that colours bleed. By hand it is done at the stop."),
  TOWER_BRIM(
      "towerBrim",
      "Tower brim",
      Group.BED,
      Scope.PLAN,
      "lines",
      0,
      50,
      true,
      f -> 3,
      "Lines around the purge tower on the bed that hold it there."),
  TAKES_PURGE(
      "takesPurge",
      "Takes purged filament",
      Group.MATERIAL,
      Scope.LINE,
      Choice.TakesPurge.NOTHING,
      "Lines for which any filament will do, so that they are printed with what a machine that"
          + " changes filament by itself purges, before the tower gets it: none; all but outer"
          + " walls and skins; or all."),
  PIECE_ORDER(
      "pieceOrder",
      "Pieces are printed",
      Group.BED,
      Scope.PLAN,
      Choice.PieceOrder.TOGETHER,
      "Layer by layer together, or one at a time from bottom to top; then in such an order that the"
          + " head meets none that stands already."),
  FILAMENT_ORDER(
      "filamentOrder",
      "Order of filaments",
      Group.MATERIAL,
      Scope.PLAN,
      Choice.FilamentOrder.LEAST_COST,
      "In which order the filaments of a layer are printed: so that all changes of the print cost the"
          + " least; or in every layer from the lowest slot to the highest, even if that takes more"
          + " changes."),
  FIRST_FILAMENT(
      "firstFilament",
      "Begins with slot",
      Group.MATERIAL,
      Scope.PLAN,
      "",
      0,
      199,
      true,
      f -> 0,
      "The slot whose filament is printed first of all, if the first layer needs it; 0 is the one with"
          + " which changes cost the least."),
  PURGE_WEIGHT(
      "purgeWeight",
      "Worth of filament",
      Group.MATERIAL,
      Scope.PLAN,
      "s/mm³",
      0,
      100,
      false,
      f -> 0.5,
      "How many seconds may be spent to save a cubic millimetre of purging, when the order of"
          + " filaments is chosen.");

  /** The finest thing that a value can differ for. */
  public enum Scope {
    PLAN,
    PIECE,
    STRATUM,
    CELL,
    LINE
  }

  /** What belongs together in a list of settings. */
  public enum Group {
    MATERIAL("Material"),
    LAYERS("Layers"),
    WALLS("Walls"),
    SKINS("Solid layers"),
    INFILL("Infill"),
    SPEEDS("Speeds"),
    COOLING("Cooling"),
    TRAVEL("Travel and moves"),
    SUPPORT("Support"),
    BED("On the bed"),
    PROGRAM("Program");

    private final String label;

    Group(String label) {
      this.label = label;
    }

    public String label() {
      return label;
    }
  }

  /**
   * What a default may depend on.
   *
   * @param core whether the place lies in a core
   */
  public record From(Machine machine, Machine.Nozzle nozzle, Filament filament, boolean core) {}

  @FunctionalInterface
  interface Default {
    double value(From from);
  }

  private static final Map<Class<?>, Setting> OF_CHOICE = ofChoice();

  private final String id;
  private final String label;
  private final Group group;
  private final Scope scope;
  private final String unit;
  private final double min;
  private final double max;
  private final boolean whole;
  private final Default standard;
  private final Optional<Choice> standardChoice;
  private final String description;

  Setting(
      String id,
      String label,
      Group group,
      Scope scope,
      String unit,
      double min,
      double max,
      boolean whole,
      Default standard,
      String description) {
    this.id = id;
    this.label = label;
    this.group = group;
    this.scope = scope;
    this.unit = unit;
    this.min = min;
    this.max = max;
    this.whole = whole;
    this.standard = standard;
    this.standardChoice = Optional.empty();
    this.description = description;
  }

  Setting(String id, String label, Group group, Scope scope, Choice standard, String description) {
    this.id = id;
    this.label = label;
    this.group = group;
    this.scope = scope;
    this.unit = "";
    this.min = 0;
    this.max = 0;
    this.whole = false;
    this.standard = from -> 0;
    this.standardChoice = Optional.of(standard);
    this.description = description;
  }

  private static Map<Class<?>, Setting> ofChoice() {
    Map<Class<?>, Setting> all = new HashMap<>();
    for (Setting setting : values()) {
      setting.standardChoice.ifPresent(choice -> all.put(choice.getClass(), setting));
    }
    return Map.copyOf(all);
  }

  /** The name in plan files and in the API. */
  public String id() {
    return id;
  }

  public String label() {
    return label;
  }

  public Group group() {
    return group;
  }

  public Scope scope() {
    return scope;
  }

  public String unit() {
    return unit;
  }

  /** A value with its unit: {@code 45 %}, {@code 2 lines}, {@code 1 line}. */
  public String said(Value value) {
    if (unit.isEmpty()) {
      return value.toString();
    }
    boolean one = whole && value.equals(Value.of(1));
    return value + " " + (one ? unit.replaceFirst("s$", "") : unit);
  }

  public double min() {
    return min;
  }

  public double max() {
    return max;
  }

  /** Whether the value counts something. */
  public boolean isWhole() {
    return whole;
  }

  /** The words of its choices; empty for a number. */
  public List<String> choices() {
    return standardChoice.stream()
        .flatMap(choice -> Choice.all(choice.getClass()).stream())
        .map(Choice::word)
        .toList();
  }

  /** Whether it is a choice, and not a number. */
  public boolean isChoice() {
    return standardChoice.isPresent();
  }

  /** The setting that choices of a kind are for. */
  static Setting of(Class<? extends Choice> kind) {
    return OF_CHOICE.get(kind);
  }

  /** Whether its value may go by the layer. */
  public boolean canCourse() {
    boolean varies = scope == Scope.CELL || scope == Scope.LINE || this == BED_TEMPERATURE;
    return !isChoice() && varies && this != FILAMENT;
  }

  public String description() {
    return description;
  }

  /** Whether its value depends on the filament, so that another filament needs another value. */
  public boolean suitsFilament() {
    return this == NOZZLE_TEMPERATURE || this == FAN || this == FILAMENT;
  }

  /** What holds where no rule says anything. */
  public Value standard(From from) {
    return standardChoice.map(Value::of).orElseGet(() -> Value.of(standard.value(from)));
  }

  public static Optional<Setting> byId(String id) {
    return Arrays.stream(values()).filter(s -> s.id.equals(id)).findFirst();
  }
}
