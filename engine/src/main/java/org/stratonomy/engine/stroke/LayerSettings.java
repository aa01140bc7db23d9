package org.stratonomy.engine.stroke;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.stratonomy.engine.divide.Cell;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.order.LineOrder;
import org.stratonomy.engine.path.PieceLines;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.SpotSettings;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.LayerStack.Part;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.strata.PieceLayer;

/** Finds what holds for each line of a layer: of its cell, beside its piece, or of the raft. */
public final class LayerSettings {
  private final Resolver resolver;
  private final LayerStack stack;
  private final List<PieceLines> lines;

  /** A raft belongs to no piece: what holds for the whole plan holds for it. */
  private final SpotSettings raft;

  /**
   * @param lines one for each piece, in the plan's order
   */
  public LayerSettings(Resolver resolver, LayerStack stack, List<PieceLines> lines) {
    this.resolver = resolver;
    this.stack = stack;
    this.lines = lines;
    raft = new SpotSettings(resolver.plan(), Map.of());
  }

  public StrokeSettings of(PlanLayer layer, LineOrder.Item item) {
    if (item.line().role() == Role.PURGE) {
      return ofTower(layer, item.slot());
    }
    return layer.isRaft()
        ? ofRaft(layer)
        : of(layer, layer.parts().get(item.part()), item.line(), item.slot());
  }

  /** Of a line that may be printed with another filament than rules say. */
  public StrokeSettings of(PlanLayer layer, Part part, Line line, int slot) {
    StrokeSettings own = of(part, line);
    return own.slot(line.role()) == slot ? own : ofLoose(part, line, slot, suited(layer, slot));
  }

  /**
   * Of a line that may absorb purged filament.
   *
   * @param slot of the one that it gets
   * @param suited how that is printed
   */
  public StrokeSettings ofLoose(Part part, Line line, int slot, Suited suited) {
    Cell cell = cells(part).get(line.cell());
    Settings own = suited.with(cell.settings().of(line.role()).withSlot(slot));
    return of(part, new SpotSettings(own, Map.of()), cell.regions(), true);
  }

  /** What holds for the plan as a whole. */
  public Settings plan() {
    return raft.all();
  }

  public StrokeSettings of(Part part, Line line) {
    return switch (line.role()) {
      case SUPPORT, INTERFACE, BRIM, SKIRT -> beside(part);
      default -> of(part, cells(part).get(line.cell()));
    };
  }

  public StrokeSettings ofRaft(PlanLayer layer) {
    return new StrokeSettings(
        raft,
        resolver::filament,
        new PieceLayer(layer.number(), layer.bottom(), layer.top(), 1),
        PrintedFor.BESIDE,
        true,
        false);
  }

  /**
   * Settings of the purge tower. It uses the temperature and fan of the filament's other lines in
   * the layer, so that it causes no changes of temperature.
   *
   * @param slot of the filament
   */
  public StrokeSettings ofTower(PlanLayer layer, int slot) {
    Settings own = suited(layer, slot).with(resolver.plan().withSlot(slot));
    return new StrokeSettings(
        new SpotSettings(own, Map.of()),
        resolver::filament,
        new PieceLayer(layer.number(), layer.bottom(), layer.top(), 1),
        PrintedFor.BESIDE,
        true,
        true);
  }

  /**
   * Temperature and fan of lines that absorb purged filament, and of the tower.
   *
   * @param nozzleC lowest temperature of the layer's other lines of that filament, °C
   * @param fanPercent lowest fan speed of these lines
   */
  public record Suited(double nozzleC, double fanPercent) {
    private Settings with(Settings settings) {
      return settings
          .with(Setting.NOZZLE_TEMPERATURE, Value.of(nozzleC))
          .with(Setting.FAN, Value.of(fanPercent));
    }
  }

  /** Temperature and fan in a layer for lines of a filament that no rule assigns to them. */
  public Suited suited(PlanLayer layer, int slot) {
    double nozzleC = Double.POSITIVE_INFINITY;
    double fan = Double.POSITIVE_INFINITY;
    for (StrokeSettings one : all(layer)) {
      nozzleC =
          Math.min(nozzleC, one.roles(slot).mapToDouble(one::temperature).min().orElse(nozzleC));
      fan = Math.min(fan, one.roles(slot).mapToDouble(one::fan).min().orElse(fan));
    }
    Filament filament = resolver.filament(slot);
    return Double.isInfinite(nozzleC)
        ? new Suited(filament.nozzleC(), filament.fanPercent())
        : new Suited(nozzleC, fan);
  }

  /** All of a layer: of its cells, and of what is beside them. */
  public List<StrokeSettings> all(PlanLayer layer) {
    List<StrokeSettings> all = new ArrayList<>();
    for (Part part : layer.parts()) {
      cells(part).forEach(cell -> all.add(of(part, cell)));
      all.add(beside(part));
    }
    if (layer.isRaft()) {
      all.add(ofRaft(layer));
    }
    return all;
  }

  /** Of support, brim and skirt. */
  private StrokeSettings beside(Part part) {
    return of(part, lines.get(part.piece()).beside(part.layer()), List.of(), false);
  }

  private StrokeSettings of(Part part, Cell cell) {
    return of(part, cell.settings(), cell.regions(), false);
  }

  private StrokeSettings of(
      Part part, SpotSettings settings, List<String> regions, boolean takesPurge) {
    return new StrokeSettings(
        settings,
        resolver::filament,
        part.layer(),
        new PrintedFor(part.piece(), part.layer().stratum(), regions),
        stack.pieces().get(part.piece()).onBed(),
        takesPurge);
  }

  private List<Cell> cells(Part part) {
    return lines.get(part.piece()).cells(part.layer());
  }
}
