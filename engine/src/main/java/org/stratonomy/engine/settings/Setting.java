package org.stratonomy.engine.settings;

import static org.stratonomy.engine.settings.SettingKind.chosen;
import static org.stratonomy.engine.settings.SettingKind.count;
import static org.stratonomy.engine.settings.SettingKind.number;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.stratonomy.engine.settings.SettingKind.Basis;
import org.stratonomy.engine.settings.SettingKind.Range;
import org.stratonomy.engine.shelf.Machine;

/**
 * The catalogue of settings: the one place that defines their units, ranges and defaults.
 * Validation, the plan file's schema, the API and the interface derive from it. What people call
 * them, and what is said of them, is in {@code settings.properties} beside it.
 */
public enum Setting {
  FILAMENT(Group.MATERIAL, Scope.LINE, count("", 1, 64, 1)),
  ADMIXTURE(Group.MATERIAL, Scope.LINE, number("%", 0, 100, 0)),
  LAYER_HEIGHT(Group.LAYERS, Scope.STRATUM, number("mm", 0.02, 2, 0.2)),
  FIRST_LAYER_HEIGHT(Group.LAYERS, Scope.PIECE, number("mm", 0.02, 2, 0.2)),
  LINE_WIDTH(
      Group.WALLS,
      Scope.CELL,
      number("mm", 0.1, 3, f -> Math.rint(1100 * f.nozzle().diameterMm()) / 1000)),
  OUTLINE_OUT(Group.WALLS, Scope.STRATUM, number("mm", -1, 1, 0)),
  HOLES_OUT(Group.WALLS, Scope.STRATUM, number("mm", -1, 1, 0)),
  FIRST_LAYER_IN(Group.BED, Scope.PIECE, number("mm", 0, 1, 0)),
  WALLS(Group.WALLS, Scope.CELL, count("lines", 0, 100, 2)),
  JOINT_WALLS(Group.WALLS, Scope.CELL, count("lines", 0, 20, f -> f.core() ? 0 : 1)),
  JOINT_OVERLAP(Group.WALLS, Scope.CELL, number("mm", 0, 1, 0.05)),
  THIN_PLACES(Group.WALLS, Scope.CELL, chosen(Choice.ThinPlaces.FITTED)),
  SEAM(Group.WALLS, Scope.CELL, chosen(Choice.SeamPlace.BEHIND)),
  WALL_ORDER(Group.WALLS, Scope.CELL, chosen(Choice.WallOrder.INNER_FIRST)),
  TOP_LAYERS(Group.SKINS, Scope.CELL, count("layers", 0, 1000, 4)),
  BOTTOM_LAYERS(Group.SKINS, Scope.CELL, count("layers", 0, 1000, 4)),
  SKIN_LEAST_AREA(Group.SKINS, Scope.CELL, number("mm²", 0, 10_000, 0)),
  INFILL_DENSITY(Group.INFILL, Scope.CELL, number("%", 0, 100, 15)),
  INFILL_PATTERN(Group.INFILL, Scope.CELL, chosen(Choice.InfillPattern.LINES)),
  INFILL_ANGLE(Group.INFILL, Scope.CELL, number("°", -360, 360, 45)),
  NOZZLE_TEMPERATURE(
      Group.MATERIAL, Scope.LINE, number("°C", 150, 500, f -> f.filament().nozzleC())),
  BED_TEMPERATURE(Group.MATERIAL, Scope.PLAN, number("°C", 0, 200, f -> f.filament().bedC())),
  FLOW(Group.MATERIAL, Scope.LINE, number("%", 10, 300, 100)),
  FAN(Group.COOLING, Scope.LINE, number("%", 0, 100, f -> f.filament().fanPercent())),
  FAN_OFF_LAYERS(Group.COOLING, Scope.PIECE, count("layers", 0, 1000, 1)),
  BRIDGE_FAN(Group.COOLING, Scope.LINE, number("%", 0, 100, 100)),
  MIN_LAYER_TIME(Group.COOLING, Scope.PLAN, number("s", 0, 600, 8)),
  MIN_SPEED(Group.COOLING, Scope.PLAN, number("mm/s", 1, 500, 12)),
  SHORT_LAYERS(Group.COOLING, Scope.PLAN, chosen(Choice.ShortLayers.SLOW_DOWN)),
  OUTER_WALL_SPEED(Group.SPEEDS, Scope.LINE, number("mm/s", 1, 1000, 40)),
  INNER_WALL_SPEED(Group.SPEEDS, Scope.LINE, number("mm/s", 1, 1000, 60)),
  SKIN_SPEED(Group.SPEEDS, Scope.LINE, number("mm/s", 1, 1000, 45)),
  SOLID_SPEED(Group.SPEEDS, Scope.LINE, number("mm/s", 1, 1000, 60)),
  INFILL_SPEED(Group.SPEEDS, Scope.LINE, number("mm/s", 1, 1000, 80)),
  BRIDGE_SPEED(Group.SPEEDS, Scope.LINE, number("mm/s", 1, 1000, 25)),
  OVERHANG_SPEED(Group.SPEEDS, Scope.LINE, number("%", 10, 100, 50)),
  SMALL_WALL_LENGTH(Group.SPEEDS, Scope.LINE, number("mm", 0, 500, 12)),
  SMALL_WALL_SPEED(Group.SPEEDS, Scope.LINE, number("%", 10, 100, 60)),
  SUPPORT_SPEED(Group.SPEEDS, Scope.PIECE, number("mm/s", 1, 1000, 60)),
  FIRST_LAYER_SPEED(Group.SPEEDS, Scope.PIECE, number("mm/s", 1, 1000, 20)),
  TRAVEL_SPEED(Group.SPEEDS, Scope.PLAN, number("mm/s", 1, 2000, f -> f.machine().travelSpeed())),
  ACCELERATION(
      Group.SPEEDS,
      Scope.PLAN,
      number("mm/s²", 50, 100_000, f -> f.machine().motion().accelerationMmS2())),
  RETRACTION(Group.TRAVEL, Scope.PLAN, number("mm", 0, 20, f -> f.filament().retractionMm())),
  RETRACTION_SPEED(Group.TRAVEL, Scope.PLAN, number("mm/s", 1, 200, 35)),
  RETRACTION_TRAVEL(Group.TRAVEL, Scope.PLAN, number("mm", 0, 1000, 2)),
  TRAVEL_LIFT(Group.TRAVEL, Scope.PLAN, number("mm", 0, 10, 0)),
  WIPE(Group.TRAVEL, Scope.PLAN, number("mm", 0, 20, 1)),
  ARC_TOLERANCE(Group.TRAVEL, Scope.PLAN, number("mm", 0, 0.1, 0)),
  EXTRUSION(Group.PROGRAM, Scope.PLAN, chosen(Choice.Extrusion.RELATIVE)),
  PROGRESS(Group.PROGRAM, Scope.PLAN, chosen(Choice.Progress.NO)),
  PROGRAM_PICTURE(Group.PROGRAM, Scope.PLAN, chosen(Choice.EnclosedPicture.SMALL)),
  PROGRAM_PLAN(Group.PROGRAM, Scope.PLAN, chosen(Choice.EnclosedPlan.WITH_ITS_MODELS)),
  SUPPORT(Group.SUPPORT, Scope.CELL, chosen(Choice.Support.NONE)),
  SUPPORT_KIND(Group.SUPPORT, Scope.STRATUM, chosen(Choice.SupportKind.LINES)),
  SUPPORT_ANGLE(Group.SUPPORT, Scope.STRATUM, number("°", 5, 89, 50)),
  SUPPORT_DENSITY(Group.SUPPORT, Scope.STRATUM, number("%", 1, 100, 16)),
  SUPPORT_GAP_LAYERS(Group.SUPPORT, Scope.STRATUM, count("layers", 0, 20, 1)),
  SUPPORT_GAP(Group.SUPPORT, Scope.STRATUM, number("mm", 0, 20, 0.6)),
  SUPPORT_LEAST_AREA(Group.SUPPORT, Scope.STRATUM, number("mm²", 0, 1000, 1)),
  SUPPORT_BRIDGE(Group.SUPPORT, Scope.STRATUM, number("mm", 0, 200, 10)),
  SUPPORT_FILAMENT(Group.SUPPORT, Scope.STRATUM, count("", 0, 64, 0)),
  INTERFACE_LAYERS(Group.SUPPORT, Scope.STRATUM, count("layers", 0, 50, 2)),
  INTERFACE_DENSITY(Group.SUPPORT, Scope.STRATUM, number("%", 1, 100, 60)),
  INTERFACE_FILAMENT(Group.SUPPORT, Scope.STRATUM, count("", 0, 64, 0)),
  BRIM_LINES(Group.BED, Scope.PIECE, count("lines", 0, 200, 0)),
  BRIM_SIDE(Group.BED, Scope.PIECE, chosen(Choice.BrimSide.OUTSIDE)),
  BRIM_UP_TO(Group.BED, Scope.PIECE, number("mm²", 0, 1000000, 0)),
  RAFT_LAYERS(Group.BED, Scope.PLAN, count("layers", 0, 20, 0)),
  RAFT_MARGIN(Group.BED, Scope.PLAN, number("mm", 0, 50, 3)),
  RAFT_GAP(Group.BED, Scope.PLAN, number("mm", 0, 1, 0.15)),
  SKIRT_LINES(
      Group.BED, Scope.PLAN, count("lines", 0, 50, f -> f.machine().belt().isPresent() ? 0 : 2)),
  SKIRT_DISTANCE(Group.BED, Scope.PLAN, number("mm", 0.5, 100, 4)),
  PURGE_INTO(Group.MATERIAL, Scope.PLAN, chosen(Choice.PurgeInto.TOWER)),
  TOWER_BRIM(Group.BED, Scope.PLAN, count("lines", 0, 50, 3)),
  TAKES_PURGE(Group.MATERIAL, Scope.LINE, chosen(Choice.TakesPurge.NOTHING)),
  PIECE_ORDER(Group.BED, Scope.PLAN, chosen(Choice.PieceOrder.TOGETHER)),
  FILAMENT_ORDER(Group.MATERIAL, Scope.PLAN, chosen(Choice.FilamentOrder.LEAST_COST)),
  FIRST_FILAMENT(Group.MATERIAL, Scope.PLAN, count("", 0, 199, 0)),
  PURGE_WEIGHT(Group.MATERIAL, Scope.PLAN, number("s/mm³", 0, 100, 0.5));

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

  private static final Map<Class<?>, Setting> OF_CHOICE = ofChoice();

  private final String id;
  private final Group group;
  private final Scope scope;
  private final SettingKind kind;

  Setting(Group group, Scope scope, SettingKind kind) {
    this.id = camelCase(name());
    this.group = group;
    this.scope = scope;
    this.kind = kind;
  }

  private static String camelCase(String name) {
    StringBuilder id = new StringBuilder();
    for (String word : name.toLowerCase(Locale.ROOT).split("_")) {
      id.append(
          id.isEmpty() ? word : word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1));
    }
    return id.toString();
  }

  private static Map<Class<?>, Setting> ofChoice() {
    Map<Class<?>, Setting> all = new HashMap<>();
    for (Setting setting : values()) {
      if (setting.kind instanceof SettingKind.Chosen chosen) {
        all.put(chosen.standard().getClass(), setting);
      }
    }
    return Map.copyOf(all);
  }

  /** The name in plan files and in the API. */
  public String id() {
    return id;
  }

  /** What people call it. */
  public String label() {
    return SettingWords.label(this);
  }

  public Group group() {
    return group;
  }

  public Scope scope() {
    return scope;
  }

  public String unit() {
    return kind.unit();
  }

  /** A value with its unit: {@code 45 %}, {@code 2 lines}, {@code 1 line}. */
  public String said(Value value) {
    if (kind.unit().isEmpty()) {
      return value.toString();
    }
    boolean one = isWhole() && value.equals(Value.of(1));
    return value + " " + (one ? kind.unit().replaceFirst("s$", "") : kind.unit());
  }

  public double min() {
    return kind.range().min();
  }

  public double max() {
    return kind.range().max();
  }

  /**
   * What a machine can do of it.
   *
   * @param slots of the plan
   */
  public Range range(Machine machine, int slots) {
    Range range = kind.range();
    String nozzle = " with a nozzle of %s".formatted(machine.nozzlesText());
    String on = " on %s".formatted(machine.name());
    return switch (this) {
      case LAYER_HEIGHT, FIRST_LAYER_HEIGHT ->
          new Range(machine.minLayerHeight(), machine.maxLayerHeight(), nozzle);
      case LINE_WIDTH -> new Range(machine.minLineWidth(), machine.maxLineWidth(), nozzle);
      case ACCELERATION -> new Range(range.min(), machine.motion().accelerationMmS2(), on);
      case NOZZLE_TEMPERATURE -> new Range(range.min(), machine.nozzleMaxC(), on);
      case BED_TEMPERATURE -> new Range(range.min(), machine.bedMaxC(), on);
      case FILAMENT, SUPPORT_FILAMENT, INTERFACE_FILAMENT ->
          new Range(
              range.min(),
              slots,
              slots == 1
                  ? " because 1 filament is loaded"
                  : " because %d filaments are loaded".formatted(slots));
      default -> range;
    };
  }

  /** Whether the value counts something. */
  public boolean isWhole() {
    return kind.isWhole();
  }

  /** The words of its choices; empty for a number. */
  public List<String> choices() {
    return kind instanceof SettingKind.Chosen chosen
        ? Choice.all(chosen.standard().getClass()).stream().map(Choice::word).toList()
        : List.of();
  }

  /** Whether it is a choice, and not a number. */
  public boolean isChoice() {
    return kind instanceof SettingKind.Chosen;
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
    return SettingWords.description(this);
  }

  /** Whether its value depends on the filament, so that another filament needs another value. */
  public boolean suitsFilament() {
    return this == NOZZLE_TEMPERATURE || this == FAN || this == FILAMENT;
  }

  /** What holds where no rule says anything. */
  public Value standard(Basis from) {
    return switch (kind) {
      case SettingKind.Chosen chosen -> Value.of(chosen.standard());
      case SettingKind.Number number -> Value.of(number.standard().value(from));
    };
  }

  public static Optional<Setting> byId(String id) {
    return Arrays.stream(values()).filter(s -> s.id.equals(id)).findFirst();
  }
}
