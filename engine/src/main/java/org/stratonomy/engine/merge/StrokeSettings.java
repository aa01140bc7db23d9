package org.stratonomy.engine.merge;

import java.util.List;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.path.Line;
import org.stratonomy.engine.path.Overhang;
import org.stratonomy.engine.path.Role;
import org.stratonomy.engine.plan.Filament;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.strata.PieceLayer;

/** Turns the lines of one layer of one piece into strokes: filament, speed, fan, temperature. */
final class StrokeSettings {
  private final Settings settings;
  private final Filament filament;
  private final PieceLayer layer;
  private final int piece;
  private final boolean firstOnBed;
  private final boolean fanOff;

  StrokeSettings(
      Settings settings, Filament filament, PieceLayer layer, int piece, boolean pieceOnBed) {
    this.settings = settings;
    this.filament = filament;
    this.layer = layer;
    this.piece = piece;
    firstOnBed = pieceOnBed && layer.index() == 1;
    fanOff = pieceOnBed && layer.index() <= settings.count(Setting.FAN_OFF_LAYERS);
  }

  int slot() {
    return settings.slot();
  }

  Seam seam() {
    return Seam.of(settings.choice(Setting.SEAM), layer.index());
  }

  WallOrder wallOrder() {
    return WallOrder.of(settings.choice(Setting.WALL_ORDER));
  }

  /** Adds the strokes of a line: one for each run of segments of the same width and overhang. */
  void addStrokes(Line line, List<Stroke> out) {
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
    double flow = settings.number(Setting.FLOW) / 100;
    double mostByFlow = filament.maxFlow() / (width * layer.height() * flow);
    double wanted = speed(role) * wallFactor(line, overhang);
    return new Stroke(
        role,
        path,
        width,
        layer.height(),
        role == Role.SKIRT ? Stroke.NO_PIECE : piece,
        layer.stratum(),
        slot(),
        Math.min(wanted, mostByFlow),
        fan(role, overhang),
        settings.number(Setting.NOZZLE_TEMPERATURE),
        flow);
  }

  private double speed(Role role) {
    if (firstOnBed) {
      return settings.number(Setting.FIRST_LAYER_SPEED);
    }
    return settings.number(
        switch (role) {
          case OUTER_WALL -> Setting.OUTER_WALL_SPEED;
          case INNER_WALL -> Setting.INNER_WALL_SPEED;
          case TOP_SKIN, BOTTOM_SKIN -> Setting.SKIN_SPEED;
          case SOLID_INFILL, GAP -> Setting.SOLID_SPEED;
          case INFILL -> Setting.INFILL_SPEED;
          case BRIDGE -> Setting.BRIDGE_SPEED;
          case SUPPORT, INTERFACE -> Setting.SUPPORT_SPEED;
          case SKIRT, BRIM -> Setting.FIRST_LAYER_SPEED;
        });
  }

  /** Walls that hang over and short closed ones are slower; the first layer has its own speed. */
  private double wallFactor(Line line, int overhang) {
    if (firstOnBed || !line.role().isWall()) {
      return 1;
    }
    double most = Overhang.MOST.ordinal();
    double hanging = 1 - overhang / most * (1 - settings.number(Setting.OVERHANG_SPEED) / 100);
    boolean small =
        line.path().isClosed()
            && line.path().lengthMm() <= settings.number(Setting.SMALL_WALL_LENGTH);
    return Math.min(hanging, small ? settings.number(Setting.SMALL_WALL_SPEED) / 100 : 1);
  }

  private double fan(Role role, int overhang) {
    if (fanOff) {
      return 0;
    }
    double fan = settings.number(Setting.FAN);
    double bridge = settings.number(Setting.BRIDGE_FAN);
    if (role == Role.BRIDGE) {
      return bridge;
    }
    return overhang == Overhang.MOST.ordinal() ? Math.max(fan, bridge) : fan;
  }

  /** Takes in all that strokes depend on besides their lines. */
  void addTo(Key.Builder key) {
    for (Role role : Role.values()) {
      key.add(speed(role));
    }
    for (int overhang = 0; overhang < Overhang.values().length; overhang++) {
      key.add(fan(Role.OUTER_WALL, overhang));
    }
    key.add(fan(Role.BRIDGE, 0));
    key.add(settings.number(Setting.OVERHANG_SPEED));
    key.add(settings.number(Setting.SMALL_WALL_LENGTH));
    key.add(settings.number(Setting.SMALL_WALL_SPEED));
    key.add(settings.number(Setting.NOZZLE_TEMPERATURE)).add(settings.number(Setting.FLOW));
    key.add(filament.maxFlow()).add(slot()).add(piece).add(layer.stratum()).add(layer.height());
    key.add(firstOnBed ? 1 : 0);
  }
}
