package org.stratonomy.engine.schedule;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.stratonomy.engine.adhesion.Raft;
import org.stratonomy.engine.adhesion.Skirt;
import org.stratonomy.engine.melt.PurgeVolumes;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.motion.LayerTime;
import org.stratonomy.engine.motion.TravelSettings;
import org.stratonomy.engine.order.FilamentOrder;
import org.stratonomy.engine.order.LayerSequencer;
import org.stratonomy.engine.order.LineOrder;
import org.stratonomy.engine.order.RunningOrder;
import org.stratonomy.engine.path.PieceLines;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.purge.PurgeSinks;
import org.stratonomy.engine.purge.TowerPlanner;
import org.stratonomy.engine.schedule.LayerBatches.Ground;
import org.stratonomy.engine.settings.Choice;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.LayerStack.Part;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.Sections;
import org.stratonomy.engine.stroke.LayerSettings;
import org.stratonomy.engine.stroke.Stroke;
import org.stratonomy.engine.stroke.StrokeSettings;
import org.stratonomy.engine.travel.LayerTravels;
import org.stratonomy.engine.travel.Travel;
import org.stratonomy.engine.travel.TravelPlanner;
import org.stratonomy.engine.travel.TravelRoom;

/**
 * Merges the lines of all pieces into one ordered print: strokes in their order, a halt wherever
 * the filament changes or a stop is set, and the time of each layer.
 */
public final class Scheduler {
  private final Plan plan;
  private final Resolver resolver;
  private final LayerStack stack;
  private final RunningOrder passes;
  private final List<Sections> sections;
  private final List<PieceLines> lines;
  private final Memo memo;
  private final TravelSettings travel;
  private final Settings planSettings;
  private final LayerTimer timer;
  private final LayerSettings settings;
  private final PurgeVolumes volumes;
  private final PurgeSinks sinks;
  private final LayerBatches batches;
  private final TowerPlanner towers;

  /**
   * @param placed one for each piece, in the plan's order
   * @param sections one for each piece, in the plan's order
   * @param lines one for each piece, in the plan's order
   */
  public Scheduler(
      Plan plan,
      Resolver resolver,
      List<PlacedPiece> placed,
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
    this.passes = new RunningOrder(plan, resolver, placed, stack);
    this.travel = TravelSettings.of(planSettings);
    this.timer = new LayerTimer(resolver.machine(), travel, planSettings);
    this.settings = new LayerSettings(resolver, stack, lines);
    this.volumes = new PurgeVolumes(plan, resolver);
    this.sinks = new PurgeSinks(plan, resolver.machine(), lines, settings, volumes);
    this.batches = new LayerBatches(stack, lines, settings, sinks);
    this.towers = new TowerPlanner(plan, resolver, placed, stack, sinks);
  }

  private record Ordered(Key key, LineOrder order, int slot) {}

  /**
   * @param skirt lines that are laid before the first layer, with its filament
   * @param raft one layer for each of the stack's raft
   * @param parallel runs a task for each layer, given their number and what to do for each index
   */
  public Schedule schedule(Skirt skirt, Raft raft, Parallel parallel) {
    PlanLayer first = passes.list().isEmpty() ? null : passes.list().getFirst();
    Ground bare = new Ground(first, () -> skirt, () -> raft, Optional.empty());
    List<SortedSet<Integer>> needed =
        passes.list().stream().map(layer -> slots(layer, bare)).toList();
    List<List<Integer>> filaments = filaments(needed);
    // A tower grows with all layers; beside pieces that stand already there is no way to it.
    Ground ground = passes.pieceByPiece() ? bare : bare.with(towers.tower(filaments));
    int firstSlot = filaments.stream().flatMap(List::stream).findFirst().orElse(1);
    Ordering ordering = new Ordering(ground, filaments, firstSlot);
    LayerSchedule[] layers = new LayerSchedule[passes.list().size()];
    parallel.forEach(
        layers.length, i -> layers[i] = layer(passes.list().get(i), ordering.ofLayer(i)));
    return new Schedule(
        List.of(layers),
        firstSlot,
        planSettings.values().get(Setting.BED_TEMPERATURE),
        travel,
        resolver.machine().mixes()
            ? 0
            : FilamentOrder.changes(FilamentOrder.plain(needed, FilamentOrder.ANY)),
        ground.tower(),
        passes.pieceByPiece());
  }

  /**
   * The order of lines, layer by layer, as far as it is asked for: each layer begins where the one
   * before it ends. Several threads may ask; while one finds an order the others use those found.
   */
  private final class Ordering {
    private final Ground ground;
    private final List<List<Integer>> filaments;
    private final List<Ordered> found = new ArrayList<>();
    private int slot;
    private double x;
    private double y;

    Ordering(Ground ground, List<List<Integer>> filaments, int firstSlot) {
      this.ground = ground;
      this.filaments = filaments;
      slot = firstSlot;
    }

    synchronized Ordered ofLayer(int index) {
      while (found.size() <= index) {
        found.add(next(passes.list().get(found.size()), filaments.get(found.size())));
      }
      return found.get(index);
    }

    private Ordered next(PlanLayer layer, List<Integer> own) {
      boolean any = own.isEmpty() && (ground.hasTower(layer) || sinks.hasLoose(layer));
      Ordered next = order(layer, ground, x, y, slot, any ? List.of(slot) : own);
      if (!next.order.items().isEmpty()) {
        LineOrder.Item last = next.order.items().getLast();
        slot = last.slot();
        x = last.endX();
        y = last.endY();
      }
      return next;
    }
  }

  /**
   * One layer by itself, as if it were the first that is printed.
   *
   * @param skirt asked for if the layer needs it
   * @param raft asked for if the layer needs it
   */
  public LayerSchedule single(PlanLayer layer, Supplier<Skirt> skirt, Supplier<Raft> raft) {
    Ground ground = new Ground(layer, skirt, raft, Optional.empty());
    List<Integer> filaments = List.copyOf(slots(layer, ground));
    int first = filaments.isEmpty() ? 1 : filaments.getFirst();
    List<Integer> any = filaments.isEmpty() ? List.of(first) : filaments;
    return layer(layer, order(layer, ground, 0, 0, first, any));
  }

  /** Runs a task for each index below a number, in any order, perhaps several at once. */
  @FunctionalInterface
  public interface Parallel {
    void forEach(int count, java.util.function.IntConsumer task);
  }

  /** The order of filaments in each layer. */
  private List<List<Integer>> filaments(List<SortedSet<Integer>> needed) {
    double seconds = resolver.machine().changeSeconds();
    boolean purges = resolver.machine().changesByItself();
    double weight = purges ? planSettings.number(Setting.PURGE_WEIGHT) : 0;
    int begin = (int) planSettings.number(Setting.FIRST_FILAMENT);
    if (planSettings.choice(Choice.FilamentOrder.class) == Choice.FilamentOrder.SLOTS_UPWARD) {
      return FilamentOrder.upward(needed, begin);
    }
    return FilamentOrder.cheapest(
        needed, (from, to) -> seconds + (weight == 0 ? 0 : weight * volumes.mm3(from, to)), begin);
  }

  /** The slots of all lines of a layer; the lines are looked at only if rules name several. */
  private SortedSet<Integer> slots(PlanLayer layer, Ground ground) {
    SortedSet<Integer> slots = new TreeSet<>();
    for (StrokeSettings one : settings.all(layer)) {
      for (Role role : Role.values()) {
        slots.add(one.slot(role));
      }
    }
    return slots.size() == 1 && !sinks.hasLoose(layer) && hasLines(layer)
        ? slots
        : batches.of(layer, ground).stream()
            .filter(batch -> !batch.lines().isEmpty())
            .map(LayerSequencer.Batch::slot)
            .collect(Collectors.toCollection(TreeSet::new));
  }

  /** Whether some piece has lines in a layer; rules may leave one without any. */
  private boolean hasLines(PlanLayer layer) {
    return layer.parts().stream()
        .anyMatch(
            part -> {
              PieceLines piece = lines.get(part.piece());
              return piece.islands(part.layer()).stream().anyMatch(one -> !one.isEmpty())
                  || !piece.support(part.layer()).isEmpty();
            });
  }

  private Settings settings(Part part) {
    return resolver.stratum(plan.pieces().get(part.piece()).id(), part.layer().stratum());
  }

  private Ordered order(
      PlanLayer layer, Ground ground, double x, double y, int slot, List<Integer> filaments) {
    Key.Builder key = Key.of("order").add(x).add(y);
    for (Part part : layer.parts()) {
      key.add(lines.get(part.piece()).key(part.layer()));
      key.add(part.piece()).add(part.layer().index());
    }
    List<StrokeSettings> all = settings.all(layer);
    SortedSet<Double> heats = new TreeSet<>();
    all.forEach(one -> one.addHeatsTo(heats));
    all.forEach(one -> one.addOrderTo(key, heats));
    filaments.forEach(key::add);
    Set<Integer> coming = coming(slot, filaments);
    key.add(coming.size());
    PurgeSinks.Shares shares = sinks.shares(layer, slot, filaments);
    shares.addTo(key);
    if (layer.isRaft()) {
      key.add(ground.raft().get().key()).add(layer.number());
    }
    if (ground.hasSkirt(layer)) {
      key.add("skirt").add(ground.skirt().get().key());
    }
    if (ground.hasTower(layer)) {
      ground.tower().get().addTo(key.add("tower"), layer.number());
    }
    Key built = key.build();
    LineOrder order =
        memo.get(
            built,
            LineOrder.class,
            () ->
                LayerSequencer.order(batches.all(layer, ground, coming, shares), x, y, filaments));
    return new Ordered(built, order, slot);
  }

  /** Filaments whose hidden lines come first in a layer, because they are only just loaded. */
  private Set<Integer> coming(int loaded, List<Integer> filaments) {
    if (!sinks.hides()) {
      return Set.of();
    }
    Set<Integer> coming = new HashSet<>(filaments);
    if (!filaments.isEmpty() && filaments.getFirst() == loaded) {
      coming.remove(loaded);
    }
    return coming;
  }

  private LayerSchedule layer(PlanLayer layer, Ordered ordered) {
    Key.Builder key = Key.of("strokes").add(ordered.key).add(travel.retractFromMm());
    settings.all(layer).forEach(one -> one.addTo(key));
    purged(ordered).forEach(slot -> settings.ofTower(layer, slot).addTo(key));
    timer.addTo(key);
    Key built = key.build();
    LayerOrder order = memo.get(built, LayerOrder.class, () -> strokes(layer, ordered));
    LayerTime time =
        memo.get(Key.of("time").add(built).build(), LayerTime.class, () -> timer.time(order));
    LayerVolumes volumes =
        memo.get(
            Key.of("volumes").add(built).build(),
            LayerVolumes.class,
            () -> LayerVolumes.of(order.strokes()));
    LayerFit fit =
        memo.get(
            Key.of("fit").add(built).build(), LayerFit.class, () -> LayerFit.of(order.strokes()));
    List<Halt> halts = halts(layer, ordered.slot, order);
    return new LayerSchedule(layer, order, ordered.slot, halts, time, volumes, fit);
  }

  /** Slots of the filaments that the tower is printed with in a layer. */
  private static List<Integer> purged(Ordered ordered) {
    return ordered.order.items().stream()
        .filter(item -> item.line().role() == Role.PURGE)
        .map(LineOrder.Item::slot)
        .distinct()
        .toList();
  }

  private LayerOrder strokes(PlanLayer layer, Ordered ordered) {
    List<Travel> ways = ways(layer, ordered).travels();
    List<Stroke> strokes = new ArrayList<>();
    List<Travel> travels = new ArrayList<>();
    List<LineOrder.Item> items = ordered.order.items();
    for (int i = 0; i < items.size(); i++) {
      settings.of(layer, items.get(i)).addStrokes(items.get(i).line(), strokes);
      travels.add(ways.get(i));
      while (travels.size() < strokes.size()) {
        travels.add(Travel.STRAIGHT);
      }
    }
    return new LayerOrder(strokes, travels);
  }

  /** How the head comes to each line; it does not depend on how the lines are printed. */
  private LayerTravels ways(PlanLayer layer, Ordered ordered) {
    Key.Builder key = Key.of("ways").add(ordered.key).add(travel.retractFromMm());
    layer.parts().forEach(part -> key.add(settings(part).number(Setting.LINE_WIDTH)));
    return memo.get(key.build(), LayerTravels.class, () -> findWays(layer, ordered.order));
  }

  private LayerTravels findWays(PlanLayer layer, LineOrder order) {
    TravelPlanner planner =
        new TravelPlanner(
            travel,
            piece ->
                TravelRoom.of(
                    sections.get(piece),
                    part(layer, piece).layer().index(),
                    settings(part(layer, piece)).number(Setting.LINE_WIDTH),
                    memo));
    List<Travel> travels = new ArrayList<>();
    LineOrder.Item before = null;
    for (LineOrder.Item item : order.items()) {
      Path to = item.line().path();
      travels.add(
          before == null
              ? Travel.RETRACTED
              : planner.travel(
                  piece(layer, before),
                  before.endX(),
                  before.endY(),
                  piece(layer, item),
                  to.x(0),
                  to.y(0)));
      before = item;
    }
    return new LayerTravels(travels);
  }

  private static int piece(PlanLayer layer, LineOrder.Item item) {
    Role role = item.line().role();
    return layer.isRaft() || role == Role.SKIRT || role == Role.PURGE
        ? PrintedFor.NO_PIECE
        : layer.parts().get(item.part()).piece();
  }

  private static Part part(PlanLayer layer, int piece) {
    return layer.parts().stream().filter(p -> p.piece() == piece).findFirst().orElseThrow();
  }

  /**
   * One halt for every change of filament and for every stop at the layer's bottom. A mixing nozzle
   * goes from mix to mix without one.
   */
  private List<Halt> halts(PlanLayer layer, int entrySlot, LayerOrder order) {
    boolean mixes = resolver.machine().mixes();
    List<Halt> halts = new ArrayList<>();
    List<Stop> stops = plan.stops().stream().filter(stop -> passes.isAt(stop, layer)).toList();
    int slot = entrySlot;
    List<Stroke> strokes = order.strokes();
    for (int i = 0; i < strokes.size(); i++) {
      int next = strokes.get(i).slot();
      List<Stop> here = i == 0 ? stops : List.of();
      if (next != slot && !mixes || !here.isEmpty()) {
        halts.add(new Halt(i, mixes ? next : slot, next, here));
        slot = next;
      }
    }
    return List.copyOf(halts);
  }
}
