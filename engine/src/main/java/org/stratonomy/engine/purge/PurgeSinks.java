package org.stratonomy.engine.purge;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.Iterator;
import java.util.List;
import java.util.stream.Stream;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.melt.PurgeVolumes;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.order.LayerSequencer;
import org.stratonomy.engine.path.PieceLines;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.settings.Choice.PurgeInto;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.LayerStack.Part;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.stroke.LayerSettings;
import org.stratonomy.engine.stroke.Stroke;
import org.stratonomy.engine.stroke.StrokeSettings;

/**
 * The lines of a layer that absorb purged filament before the tower gets it: first those for which
 * a rule says so, then infill and support of the next filament.
 */
public final class PurgeSinks {
  /**
   * Which of the lines that may absorb purged filament are taken first: those that are seen last.
   */
  private static final List<Role> FROM_INSIDE =
      List.of(
          Role.INFILL,
          Role.SOLID_INFILL,
          Role.GAP,
          Role.INNER_WALL,
          Role.BRIDGE,
          Role.BOTTOM_SKIN,
          Role.TOP_SKIN,
          Role.OUTER_WALL);

  private final List<PieceLines> lines;
  private final LayerSettings settings;
  private final PurgeVolumes volumes;
  private final boolean takesAny;
  private final boolean hides;

  /**
   * A line that may absorb purged filament, with the one that it gets.
   *
   * @param part index of the part of the layer that it belongs to
   * @param isPurge whether it takes what is purged and so comes first
   */
  public record Loose(int part, Line line, int slot, boolean isPurge) {}

  /**
   * How a layer's purging is shared out.
   *
   * @param loose all lines that may absorb purged filament
   * @param leftMm3 what is left for a tower at the change to each filament of the layer, in order
   */
  public record Shares(List<Loose> loose, List<Double> leftMm3) {
    public void addTo(Key.Builder key) {
      loose.forEach(one -> key.add(one.slot).add(one.isPurge ? 1 : 0));
    }
  }

  /**
   * @param lines one for each piece, in the plan's order
   */
  public PurgeSinks(
      Plan plan,
      Machine machine,
      List<PieceLines> lines,
      LayerSettings settings,
      PurgeVolumes volumes) {
    this.lines = lines;
    this.settings = settings;
    this.volumes = volumes;
    boolean purges = machine.changesByItself();
    boolean anySays = plan.rules().stream().anyMatch(r -> r.set().containsKey(Setting.TAKES_PURGE));
    takesAny = purges && anySays;
    hides = purges && settings.plan().choice(PurgeInto.class) == PurgeInto.INFILL_SUPPORT_TOWER;
  }

  /** Whether infill and support take what is purged. */
  public boolean hides() {
    return hides;
  }

  /** Whether some lines of a layer may absorb purged filament. */
  public boolean hasLoose(PlanLayer layer) {
    return takesAny && settings.all(layer).stream().anyMatch(StrokeSettings::isLoose);
  }

  /** Whether a line may absorb purged filament. */
  public boolean isLoose(Part part, Line line) {
    return takesAny && settings.of(part, line).isLoose(line.role());
  }

  /**
   * Shares out what is purged in a layer.
   *
   * @param loaded slot that is loaded when the layer begins; 0 before the first
   * @param slots of the layer, in order
   */
  public Shares shares(PlanLayer layer, int loaded, List<Integer> slots) {
    List<Loose> loose = hasLoose(layer) ? loose(layer) : List.of();
    List<Loose> given = new ArrayList<>();
    List<Double> left = new ArrayList<>();
    int before = loaded;
    for (int slot : slots) {
      double need = before == 0 || before == slot ? 0 : volumes.mm3(before, slot);
      if (need > 0) {
        need -= take(layer, slot, need, loose, given);
      }
      left.add(Math.max(0, need > 0 && hides ? need - hiddenMm3(layer, slot) : need));
      before = slot;
    }
    for (Loose one : loose) {
      int any = slots.isEmpty() ? loaded : slots.getFirst();
      int slot = slots.contains(one.slot) ? one.slot : any;
      given.add(new Loose(one.part, one.line, slot, false));
    }
    return new Shares(given, left);
  }

  /**
   * Assigns loose lines to a slot until they absorb what it purges.
   *
   * @param needMm3 volume to purge
   * @param loose lines that are still free; assigned lines are removed
   * @param given receives the assigned lines
   * @return volume of the assigned lines, mm³
   */
  private double take(
      PlanLayer layer, int slot, double needMm3, List<Loose> loose, List<Loose> given) {
    LayerSettings.Suited suited = settings.suited(layer, slot);
    double taken = 0;
    for (Iterator<Loose> all = loose.iterator(); taken < needMm3 && all.hasNext(); ) {
      Loose one = all.next();
      Part part = layer.parts().get(one.part);
      if (comesFirst(part, one.line, slot, suited.nozzleC())) {
        all.remove();
        given.add(new Loose(one.part, one.line, slot, true));
        taken += volume(settings.ofLoose(part, one.line, slot, suited), one.line);
      }
    }
    return taken;
  }

  /** A line of the filament itself that is printed hotter than others waits for its heat. */
  private boolean comesFirst(Part part, Line line, int slot, double coolest) {
    StrokeSettings own = settings.of(part, line);
    return own.slot(line.role()) != slot || own.temperature(line.role()) <= coolest;
  }

  /** Those that are seen last come first; each with the slot that rules give it. */
  private List<Loose> loose(PlanLayer layer) {
    List<Loose> loose = new ArrayList<>();
    for (int p = 0; p < layer.parts().size(); p++) {
      Part part = layer.parts().get(p);
      for (List<Line> island : lines.get(part.piece()).islands(part.layer())) {
        for (Line line : island) {
          StrokeSettings own = settings.of(part, line);
          if (own.isLoose(line.role())) {
            loose.add(new Loose(p, line, own.slot(line.role()), false));
          }
        }
      }
    }
    loose.sort(Comparator.comparing(one -> FROM_INSIDE.indexOf(one.line.role())));
    return loose;
  }

  /**
   * What infill and support of a filament take in a layer, mm³: those that are printed as cool as
   * any of it, and so before all else.
   */
  private double hiddenMm3(PlanLayer layer, int slot) {
    double coolest = settings.suited(layer, slot).nozzleC();
    double volume = 0;
    for (Part part : layer.parts()) {
      PieceLines piece = lines.get(part.piece());
      List<Line> all =
          Stream.concat(
                  piece.support(part.layer()).stream(),
                  piece.islands(part.layer()).stream().flatMap(List::stream))
              .filter(line -> LayerSequencer.HIDDEN.contains(line.role()))
              .toList();
      for (Line line : all) {
        StrokeSettings own = settings.of(part, line);
        boolean first = own.slot(line.role()) == slot && own.temperature(line.role()) <= coolest;
        if (first && !own.isLoose(line.role())) {
          volume += volume(own, line);
        }
      }
    }
    return volume;
  }

  private static double volume(StrokeSettings settings, Line line) {
    List<Stroke> strokes = new ArrayList<>();
    settings.addStrokes(line, strokes);
    return strokes.stream().mapToDouble(Stroke::volumeMm3).sum();
  }
}
