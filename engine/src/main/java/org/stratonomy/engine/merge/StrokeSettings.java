package org.stratonomy.engine.merge;

import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.path.Line;
import org.stratonomy.engine.path.Role;
import org.stratonomy.engine.plan.Filament;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;
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

  Stroke stroke(Line line) {
    double flow = settings.number(Setting.FLOW) / 100;
    double mostByFlow = filament.maxFlow() / (line.widthMm() * layer.height() * flow);
    return new Stroke(
        line.role(),
        line.path(),
        line.widthMm(),
        layer.height(),
        piece,
        layer.stratum(),
        slot(),
        Math.min(speed(line.role()), mostByFlow),
        fan(line.role()),
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
          case SOLID_INFILL -> Setting.SOLID_SPEED;
          case INFILL -> Setting.INFILL_SPEED;
          case BRIDGE -> Setting.BRIDGE_SPEED;
          case SKIRT -> Setting.FIRST_LAYER_SPEED;
        });
  }

  private double fan(Role role) {
    if (fanOff) {
      return 0;
    }
    return settings.number(role == Role.BRIDGE ? Setting.BRIDGE_FAN : Setting.FAN);
  }

  /** Takes in all that strokes depend on besides their lines. */
  void addTo(Key.Builder key) {
    for (Role role : Role.values()) {
      key.add(speed(role)).add(fan(role));
    }
    key.add(settings.number(Setting.NOZZLE_TEMPERATURE)).add(settings.number(Setting.FLOW));
    key.add(filament.maxFlow()).add(slot()).add(piece).add(layer.stratum()).add(layer.height());
  }
}
