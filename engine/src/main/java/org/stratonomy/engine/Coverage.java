package org.stratonomy.engine;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.strata.PieceLayer;

/**
 * What a rule covers, and how much of it is lost for each of its settings to rules above it.
 *
 * @param volumeMm3 of the pieces, whatever the role of the lines
 * @param from height of its lowest place, mm; 0 if it covers nothing
 * @param to height of its highest place, mm; 0 if it covers nothing
 * @param lostMm3 for each of its settings, the volume in which a rule above it decides
 */
public record Coverage(double volumeMm3, double from, double to, Map<Setting, Double> lostMm3) {

  /**
   * @param index of the rule in the sheet, from 0
   */
  public static Coverage of(PlanResult result, int index) {
    return new Adder(result, index).add();
  }

  /**
   * Where a rule holds in a layer of a piece.
   *
   * @param index of the rule in the sheet, from 0
   * @param piece index of the piece in the plan, from 0
   */
  public static Area area(PlanResult result, int index, int piece, PieceLayer layer) {
    Rule rule = result.plan().rules().get(index);
    List<Area> areas =
        result.cells().get(piece).places(layer).stream()
            .filter(place -> rule.where().matches(place.spot()))
            .map(Cells.Place::area)
            .toList();
    return areas.size() == 1 ? areas.getFirst() : Plane.union(areas);
  }

  private static final class Adder {
    private final PlanResult result;
    private final Rule rule;
    private final List<Rule> above = new ArrayList<>();
    private final Map<Setting, Double> lost = new EnumMap<>(Setting.class);
    private double volume;
    private double from = Double.POSITIVE_INFINITY;
    private double to;

    Adder(PlanResult result, int index) {
      this.result = result;
      rule = result.plan().rules().get(index);
      result.plan().rules().subList(0, index).stream().filter(Rule::on).forEach(above::add);
      rule.set().keySet().forEach(setting -> lost.put(setting, 0.0));
    }

    Coverage add() {
      for (int p = 0; p < result.cells().size(); p++) {
        for (PieceLayer layer : result.stack().pieces().get(p).layers()) {
          add(result.cells().get(p), layer);
        }
      }
      return new Coverage(volume, volume == 0 ? 0 : from, to, lost);
    }

    private void add(Cells cells, PieceLayer layer) {
      for (Cells.Place place : cells.places(layer)) {
        if (!rule.where().matches(place.spot())) {
          continue;
        }
        double mm3 = place.area().areaMm2() * layer.height();
        volume += mm3;
        from = Math.min(from, layer.bottom());
        to = Math.max(to, layer.top());
        for (Setting setting : lost.keySet()) {
          if (above.stream().anyMatch(other -> hides(other, setting, place))) {
            lost.merge(setting, mm3, Double::sum);
          }
        }
      }
    }

    /** A rule for some roles hides one for all only in part, which is not counted. */
    private boolean hides(Rule other, Setting setting, Cells.Place place) {
      boolean roles =
          other.where().roles().isEmpty()
              || other.where().roles().containsAll(rule.where().roles())
                  && !rule.where().roles().isEmpty();
      return roles
          && other.set().containsKey(setting)
          && other.where().canSet(setting)
          && other.where().matches(place.spot());
    }
  }
}
