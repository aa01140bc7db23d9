package org.stratonomy.engine.merge;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.motion.LayerTime;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.path.Line;
import org.stratonomy.engine.path.PieceLines;
import org.stratonomy.engine.path.Role;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Settings;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.LayerStack.Part;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.strata.Sections;

/**
 * Merges the lines of all pieces into one ordered print: strokes in their order, a halt wherever
 * the filament changes or a stop is set, and the time of each layer.
 */
public final class Scheduler {
  private final Plan plan;
  private final Resolver resolver;
  private final LayerStack stack;
  private final List<Sections> sections;
  private final List<PieceLines> lines;
  private final Memo memo;
  private final TravelSettings travel;
  private final Settings planSettings;
  private final LayerTimer timer;

  /**
   * @param sections one for each piece, in the plan's order
   * @param lines one for each piece, in the plan's order
   */
  public Scheduler(
      Plan plan,
      Resolver resolver,
      LayerStack stack,
      List<Sections> sections,
      List<PieceLines> lines,
      Memo memo) {
    this.plan = plan;
    this.resolver = resolver;
    this.stack = stack;
    this.sections = sections;
    this.lines = lines;
    this.memo = memo;
    this.planSettings = resolver.plan();
    this.travel = TravelSettings.of(planSettings);
    this.timer = new LayerTimer(resolver.machine(), travel, planSettings);
  }

  private record Ordered(Key key, LineOrder order, int slot) {}

  /**
   * @param skirt lines that are laid before the first layer, with its filament
   * @param parallel runs a task for each layer, given their number and what to do for each index
   */
  public Schedule schedule(Skirt skirt, Parallel parallel) {
    List<Ordered> ordered = new ArrayList<>();
    int firstSlot = firstSlot();
    int slot = firstSlot;
    double x = 0;
    double y = 0;
    for (PlanLayer layer : stack.layers()) {
      Ordered next = order(layer, skirt, x, y, slot);
      ordered.add(next);
      if (!next.order.items().isEmpty()) {
        LineOrder.Item last = next.order.items().getLast();
        slot = strokeSettings(layer.parts().get(last.part())).slot(last.line().role());
        x = last.endX();
        y = last.endY();
      }
    }
    LayerSchedule[] layers = new LayerSchedule[ordered.size()];
    parallel.forEach(layers.length, i -> layers[i] = layer(stack.layers().get(i), ordered.get(i)));
    return new Schedule(
        List.of(layers), firstSlot, planSettings.number(Setting.BED_TEMPERATURE), travel);
  }

  /** Runs a task for each index below a number, in any order, perhaps several at once. */
  @FunctionalInterface
  public interface Parallel {
    void forEach(int count, java.util.function.IntConsumer task);
  }

  private int firstSlot() {
    if (stack.layers().isEmpty()) {
      return 1;
    }
    return stack.layers().getFirst().parts().stream()
        .mapToInt(part -> settings(part).slot())
        .min()
        .orElse(1);
  }

  private Settings settings(Part part) {
    return resolver.stratum(plan.pieces().get(part.piece()).id(), part.layer().stratum());
  }

  private StrokeSettings strokeSettings(Part part) {
    Settings settings = settings(part);
    return new StrokeSettings(
        settings,
        resolver::filament,
        part.layer(),
        part.piece(),
        stack.pieces().get(part.piece()).onBed());
  }

  private Ordered order(PlanLayer layer, Skirt skirt, double x, double y, int slot) {
    Key.Builder key = Key.of("order").add(x).add(y).add(slot);
    for (Part part : layer.parts()) {
      Settings settings = settings(part);
      key.add(lines.get(part.piece()).key(part.layer()));
      key.add(part.piece()).add(settings.slot());
      strokeSettings(part).slots().forEach(key::add);
      key.add(settings.choice(Setting.SEAM)).add(settings.choice(Setting.WALL_ORDER));
      key.add(part.layer().index());
    }
    if (layer.number() == 1) {
      key.add(skirt.key());
    }
    Key built = key.build();
    LineOrder order =
        memo.get(
            built, LineOrder.class, () -> LayerSequencer.order(batches(layer, skirt), x, y, slot));
    return new Ordered(built, order, slot);
  }

  /** Skirt and brim, and then support and each island of each piece. */
  private List<LayerSequencer.Batch> batches(PlanLayer layer, Skirt skirt) {
    List<LayerSequencer.Batch> batches = new ArrayList<>();
    for (int p = 0; p < layer.parts().size(); p++) {
      Part part = layer.parts().get(p);
      PieceLines piece = lines.get(part.piece());
      StrokeSettings strokes = strokeSettings(part);
      if (layer.number() == 1 && p == 0) {
        batches.add(batch(p, strokes, skirt.lines(), true));
      }
      if (part.layer().index() == 1 && stack.pieces().get(part.piece()).onBed()) {
        batches.add(batch(p, strokes, piece.brim(part.layer()), true));
      }
      Map<Role, List<Line>> support =
          piece.support(part.layer()).stream().collect(Collectors.groupingBy(Line::role));
      for (Role role : List.of(Role.SUPPORT, Role.INTERFACE)) {
        batches.add(batch(p, strokes, support.getOrDefault(role, List.of()), false));
      }
      for (List<Line> island : piece.islands(part.layer())) {
        batches.add(batch(p, strokes, island, false));
      }
    }
    return batches;
  }

  private static LayerSequencer.Batch batch(
      int part, StrokeSettings strokes, List<Line> lines, boolean first) {
    int slot = lines.isEmpty() ? strokes.slot() : strokes.slot(lines.getFirst().role());
    return new LayerSequencer.Batch(part, slot, lines, strokes.seam(), strokes.wallOrder(), first);
  }

  private LayerSchedule layer(PlanLayer layer, Ordered ordered) {
    Key.Builder key = Key.of("strokes").add(ordered.key);
    layer.parts().forEach(part -> strokeSettings(part).addTo(key));
    timer.addTo(key);
    Key built = key.build();
    LayerOrder order = memo.get(built, LayerOrder.class, () -> strokes(layer, ordered.order));
    LayerTime time =
        memo.get(Key.of("time").add(built).build(), LayerTime.class, () -> timer.time(order));
    return new LayerSchedule(layer, order, ordered.slot, halts(layer, ordered.slot, order), time);
  }

  private LayerOrder strokes(PlanLayer layer, LineOrder order) {
    List<StrokeSettings> settings = layer.parts().stream().map(this::strokeSettings).toList();
    TravelPlanner planner =
        new TravelPlanner(
            travel,
            piece -> sections.get(piece).get(part(layer, piece).layer().index()).area(),
            piece -> settings(part(layer, piece)).number(Setting.LINE_WIDTH));
    List<Stroke> strokes = new ArrayList<>();
    List<Travel> travels = new ArrayList<>();
    for (LineOrder.Item item : order.items()) {
      int first = strokes.size();
      settings.get(item.part()).addStrokes(item.line(), strokes);
      travels.add(first == 0 ? Travel.RETRACTED : planner.travel(strokes, first));
      while (travels.size() < strokes.size()) {
        travels.add(Travel.STRAIGHT);
      }
    }
    return new LayerOrder(strokes, travels);
  }

  private static Part part(PlanLayer layer, int piece) {
    return layer.parts().stream().filter(p -> p.piece() == piece).findFirst().orElseThrow();
  }

  /** One halt for every change of filament and for every stop at the layer's bottom. */
  private List<Halt> halts(PlanLayer layer, int entrySlot, LayerOrder order) {
    List<Halt> halts = new ArrayList<>();
    List<String> notes =
        plan.stops().stream()
            .filter(stop -> layer.number() > 1 && isAt(stop, layer))
            .map(Stop::note)
            .toList();
    int slot = entrySlot;
    List<Stroke> strokes = order.strokes();
    for (int i = 0; i < strokes.size(); i++) {
      int next = strokes.get(i).slot();
      if (next != slot || (i == 0 && !notes.isEmpty())) {
        String note =
            i == 0 ? String.join("; ", notes.stream().filter(n -> !n.isBlank()).toList()) : "";
        halts.add(new Halt(i, slot, next, note));
        slot = next;
      }
    }
    return List.copyOf(halts);
  }

  /** A stop belongs to the layer whose bottom is the plane nearest to its height. */
  private boolean isAt(Stop stop, PlanLayer layer) {
    double height = stop.heightMm();
    if (height >= stack.layers().getLast().top()) {
      return false;
    }
    double distance = Math.abs(height - layer.bottom());
    return stack.layers().stream()
        .filter(other -> other.number() > 1 && other != layer)
        .noneMatch(other -> Math.abs(height - other.bottom()) < distance);
  }
}
