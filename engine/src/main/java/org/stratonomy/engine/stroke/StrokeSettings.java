package org.stratonomy.engine.stroke;

import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.SortedSet;
import java.util.function.IntFunction;
import java.util.stream.Stream;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.line.Overhang;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.order.Seam;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.settings.Choice.SeamPlace;
import org.stratonomy.engine.settings.Choice.WallOrder;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.SpotSettings;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.strata.PieceLayer;

/** Turns the lines of one cell of a layer into strokes: filament, speed, fan, temperature. */
public final class StrokeSettings {
  private final SpotSettings settings;
  private final IntFunction<Filament> filaments;
  private final PieceLayer layer;
  private final PrintedFor origin;
  private final boolean firstOnBed;
  private final boolean fanOff;
  private final boolean takesPurge;

  /**
   * @param filaments by slot, from 1
   * @param origin what the lines are printed for
   * @param takesPurge whether the lines absorb purged filament instead of using the one of their
   *     rules
   */
  StrokeSettings(
      SpotSettings settings,
      IntFunction<Filament> filaments,
      PieceLayer layer,
      PrintedFor origin,
      boolean pieceOnBed,
      boolean takesPurge) {
    this.takesPurge = takesPurge;
    this.settings = settings;
    this.filaments = filaments;
    this.layer = layer;
    this.origin = origin;
    firstOnBed = pieceOnBed && layer.index() == 1;
    fanOff = pieceOnBed && layer.index() <= settings.all().count(Setting.FAN_OFF_LAYERS);
  }

  /** Slot of the filament that a role is printed with. */
  public int slot(Role role) {
    return settings.of(role).slot();
  }

  /** Whether lines of some role may absorb purged filament. */
  public boolean isLoose() {
    return Arrays.stream(Role.values()).anyMatch(this::isLoose);
  }

  /** Whether lines of a role may absorb purged filament. */
  public boolean isLoose(Role role) {
    return settings.of(role).isLoose(role);
  }

  public Seam seam() {
    return Seam.of(settings.all().choice(SeamPlace.class), layer.index());
  }

  public WallOrder wallOrder() {
    return settings.all().choice(WallOrder.class);
  }

  /** Adds the strokes of a line: one for each run of segments of the same width and overhang. */
  public void addStrokes(Line line, List<Stroke> out) {
    Path path = line.path();
    if (line.isUniform()) {
      out.add(stroke(line, path, line.widthMm(), 0));
      return;
    }
    int from = 0;
    int segments = path.segmentCount();
    for (int i = 1; i <= segments; i++) {
      boolean goesOn =
          i < segments
              && line.width(i) == line.width(from)
              && line.overhang(i) == line.overhang(from);
      if (!goesOn) {
        boolean whole = from == 0 && i == segments;
        Path part = whole ? path : path.part(from, i);
        out.add(stroke(line, part, line.width(from), line.overhang(from)));
        from = i;
      }
    }
  }

  private Stroke stroke(Line line, Path path, double width, int overhang) {
    Role role = line.role();
    double flow = settings.of(role).number(Setting.FLOW) / 100;
    int slot = slot(role);
    double mostByFlow = filaments.apply(slot).maxFlow() / (width * layer.height() * flow);
    Speed wanted = speed(line, overhang);
    boolean isLimited = mostByFlow < wanted.mmS;
    double fan = fan(role, overhang);
    return new Stroke(
        role,
        path,
        width,
        layer.height(),
        role == Role.SKIRT ? PrintedFor.BESIDE : origin,
        slot,
        isLimited ? mostByFlow : wanted.mmS,
        fan,
        temperature(role),
        flow,
        Causes.of(
            isLimited ? Cause.FLOW_LIMIT : wanted.cause,
            fanCause(role, overhang, fan),
            takesPurge));
  }

  /** How hot a role is printed, °C. */
  public double temperature(Role role) {
    return settings.of(role).number(Setting.NOZZLE_TEMPERATURE);
  }

  /** How much the fan blows while a role is printed inside of a piece, %. */
  double fan(Role role) {
    return settings.of(role).number(Setting.FAN);
  }

  /** The roles that are printed with a filament. */
  Stream<Role> roles(int slot) {
    return Arrays.stream(Role.values()).filter(role -> role != Role.PURGE && slot(role) == slot);
  }

  private double speed(Role role) {
    if (firstOnBed) {
      return settings.all().number(Setting.FIRST_LAYER_SPEED);
    }
    return settings.of(role).number(role.speed());
  }

  private record Speed(double mmS, Cause cause) {}

  /** Walls that hang over and short closed ones are slower; the first layer has its own speed. */
  private Speed speed(Line line, int overhang) {
    double usual = speed(line.role());
    if (firstOnBed) {
      boolean isUsual = line.role().speed() == Setting.FIRST_LAYER_SPEED;
      return new Speed(usual, isUsual ? Cause.NONE : Cause.FIRST_LAYER);
    }
    if (!line.role().isWall()) {
      return new Speed(usual, Cause.NONE);
    }
    Settings own = settings.of(line.role());
    double most = Overhang.MOST.ordinal();
    double hanging = 1 - overhang / most * (1 - own.number(Setting.OVERHANG_SPEED) / 100);
    boolean small =
        line.path().isClosed() && line.path().lengthMm() <= own.number(Setting.SMALL_WALL_LENGTH);
    double brief = small ? own.number(Setting.SMALL_WALL_SPEED) / 100 : 1;
    Cause cause = hanging <= brief ? Cause.OVERHANG : Cause.SMALL_WALL;
    double factor = Math.min(hanging, brief);
    return new Speed(usual * factor, factor == 1 ? Cause.NONE : cause);
  }

  private Cause fanCause(Role role, int overhang, double fan) {
    boolean isUsual = !fanOff && role != Role.BRIDGE && overhang != Overhang.MOST.ordinal();
    if (isUsual || fan == fan(role)) {
      return Cause.NONE;
    }
    return fanOff ? Cause.NO_COOLING : Cause.BRIDGE;
  }

  private double fan(Role role, int overhang) {
    if (fanOff) {
      return 0;
    }
    double fan = settings.of(role).number(Setting.FAN);
    double bridge = settings.of(role).number(Setting.BRIDGE_FAN);
    if (role == Role.BRIDGE) {
      return bridge;
    }
    return overhang == Overhang.MOST.ordinal() ? Math.max(fan, bridge) : fan;
  }

  /** Takes in all that strokes depend on besides their lines. */
  public void addTo(Key.Builder key) {
    for (Role role : Role.values()) {
      int slot = slot(role);
      Settings own = settings.of(role);
      key.add(speed(role)).add(fan(role, 0)).add(fan(role, Overhang.MOST.ordinal()));
      key.add(slot).add(temperature(role)).add(filaments.apply(slot).maxFlow());
      key.add(own.number(Setting.FLOW));
    }
    for (Role wall : List.of(Role.OUTER_WALL, Role.INNER_WALL)) {
      Settings own = settings.of(wall);
      key.add(own.number(Setting.OVERHANG_SPEED)).add(own.number(Setting.SMALL_WALL_LENGTH));
      key.add(own.number(Setting.SMALL_WALL_SPEED));
    }
    key.add(origin.piece()).add(origin.stratum()).add(layer.height());
    key.add(origin.regions().size());
    origin.regions().forEach(key::add);
    key.add(firstOnBed ? 1 : 0).add(fanOff ? 1 : 0).add(takesPurge ? 1 : 0);
  }

  /** Collects the temperatures of all roles, °C. */
  public void addHeatsTo(Collection<Double> heats) {
    for (Role role : Role.values()) {
      heats.add(temperature(role));
    }
  }

  /**
   * Takes in what the order of lines depends on besides them: of the temperatures only which is
   * higher.
   *
   * @param heats all that there are in the layer, °C
   */
  public void addOrderTo(Key.Builder key, SortedSet<Double> heats) {
    for (Role role : Role.values()) {
      key.add(slot(role)).add(heats.headSet(temperature(role)).size());
    }
    key.add(settings.all().choice(SeamPlace.class)).add(settings.all().choice(WallOrder.class));
  }
}
