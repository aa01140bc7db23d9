package org.stratonomy.app.results;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.stratonomy.app.results.ResultView.AmountsView;
import org.stratonomy.app.results.ResultView.BandView;
import org.stratonomy.app.results.ResultView.ChangeView;
import org.stratonomy.app.results.ResultView.FindingView;
import org.stratonomy.app.results.ResultView.HaltView;
import org.stratonomy.app.results.ResultView.LedgerView;
import org.stratonomy.app.results.ResultView.MeshView;
import org.stratonomy.app.results.ResultView.MixView;
import org.stratonomy.app.results.ResultView.PassView;
import org.stratonomy.app.results.ResultView.PieceView;
import org.stratonomy.app.results.ResultView.PurgingView;
import org.stratonomy.app.results.ResultView.ResolvedView;
import org.stratonomy.app.results.ResultView.RoleView;
import org.stratonomy.app.results.ResultView.ShareView;
import org.stratonomy.app.results.ResultView.SlotView;
import org.stratonomy.app.results.ResultView.StratumView;
import org.stratonomy.app.results.ResultView.TowerView;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.check.Finding;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.ledger.Ledger;
import org.stratonomy.engine.melt.FilamentChange;
import org.stratonomy.engine.melt.PurgeVolumes;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.MeshReport;
import org.stratonomy.engine.mesh.Shells;
import org.stratonomy.engine.path.LayerFlaws;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Stratum;
import org.stratonomy.engine.purge.Tower;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.FilamentMix;
import org.stratonomy.engine.steps.Timeline;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.stroke.Stroke;

/** From what the engine computed to what the views show. */
final class ResultMapper {
  private final PlanResult result;

  private ResultMapper(PlanResult result) {
    this.result = result;
  }

  static ResultView view(PlanResult result) {
    return new ResultMapper(result).view();
  }

  private ResultView view() {
    List<PlanLayer> layers = result.stack().layers();
    List<PieceView> pieces = new ArrayList<>();
    for (int p = 0; p < result.placed().size(); p++) {
      pieces.add(piece(p));
    }
    Timeline timeline = result.timeline();
    List<PassView> passes = new ArrayList<>();
    double[] seconds = new double[layers.size()];
    List<Set<Integer>> slots =
        Stream.<Set<Integer>>generate(LinkedHashSet::new).limit(layers.size()).toList();
    for (int i = 0; i < result.schedule().layers().size(); i++) {
      LayerSchedule pass = result.schedule().layers().get(i);
      int layer = pass.layer().number();
      passes.add(new PassView(layer, pieceOf(pass), timeline.start(i), slots(pass)));
      seconds[layer - 1] += timeline.seconds(i);
      slots.get(layer - 1).addAll(slots(pass));
    }
    return new ResultView(
        layers.isEmpty() ? 0 : layers.getFirst().bottom(),
        layers.stream().map(PlanLayer::top).toList(),
        slots.stream().map(List::copyOf).toList(),
        passes,
        boxed(seconds),
        pieces,
        mixes(),
        purging(),
        ledger(result.plan(), result.ledger()),
        result.findings().stream().map(this::finding).toList());
  }

  /** Id of the piece that alone is printed in a pass; empty if all are together. */
  private String pieceOf(LayerSchedule pass) {
    return result.schedule().pieceByPiece() ? pieceId(result.plan(), pass.piece()) : "";
  }

  private static String pieceId(Plan plan, int index) {
    return index == PrintedFor.NO_PIECE ? "" : plan.pieces().get(index).id();
  }

  private PurgingView purging() {
    PurgeVolumes volumes = new PurgeVolumes(result.plan(), result.resolver());
    Map<FilamentChange, Integer> made = result.schedule().changes();
    List<ChangeView> changes = new ArrayList<>();
    for (int from = 1; from <= result.plan().slots().size(); from++) {
      for (int to = 1; to <= result.plan().slots().size(); to++) {
        if (from != to) {
          int count = made.getOrDefault(new FilamentChange(from, to), 0);
          changes.add(change(from, to, count, volumes.sum(from, to)));
        }
      }
    }
    double total =
        made.entrySet().stream()
            .mapToDouble(e -> e.getValue() * volumes.mm3(e.getKey().from(), e.getKey().to()))
            .sum();
    return new PurgingView(result.schedule().tower().map(this::tower).orElse(null), changes, total);
  }

  private static ChangeView change(int from, int to, int count, PurgeVolumes.Sum sum) {
    return new ChangeView(
        from,
        to,
        count,
        sum.mixes(),
        sum.meltMm3(),
        sum.plugMm3(),
        sum.shareLeft(),
        sum.byMaterial(),
        sum.computedMm3(),
        sum.given(),
        sum.mm3());
  }

  /** All mixes of the loaded filaments, if the machine mixes. */
  private List<MixView> mixes() {
    Resolver resolver = result.resolver();
    boolean mixes = resolver.machine().mixes() && result.plan().slots().size() > 1;
    return mixes
        ? FilamentMix.all().mapToObj(slot -> mix(slot, resolver.filament(slot))).toList()
        : List.of();
  }

  private static MixView mix(int slot, Filament mix) {
    return new MixView(slot, mix.name(), mix.colour());
  }

  private TowerView tower(Tower tower) {
    Bounds b = tower.bounds();
    return new TowerView(
        (b.minX() + b.maxX()) / 2,
        (b.minY() + b.maxY()) / 2,
        b.sizeX(),
        b.maxZ(),
        result.plan().purging().tower().isPresent());
  }

  private static List<Integer> slots(LayerSchedule layer) {
    return layer.strokes().stream().map(Stroke::slot).distinct().toList();
  }

  private PieceView piece(int p) {
    PlacedPiece placed = result.placed().get(p);
    PieceStack stack = result.stack().pieces().get(p);
    Bounds b = placed.bounds();
    List<StratumView> strata = new ArrayList<>();
    for (int number = 1; number <= placed.piece().strata().count(); number++) {
      stratum(placed, stack, number).ifPresent(strata::add);
    }
    List<MeshView> meshes = new ArrayList<>();
    for (int m = 0; m < placed.meshes().size(); m++) {
      MeshReport r = placed.meshes().get(m).report();
      meshes.add(
          new MeshView(
              placed.piece().bodies().get(m).id(),
              placed.piece().bodies().get(m).name(),
              bands(p, placed.piece().bodies().get(m).id()),
              r.triangles(),
              r.openEdges(),
              r.flipped(),
              r.degenerate(),
              r.shells() == 1 ? 1 : Shells.count(placed.meshes().get(m)),
              r.volumeMm3()));
    }
    return new PieceView(
        placed.id(),
        placed.piece().name(),
        List.of(b.minX(), b.minY(), b.minZ()),
        List.of(b.maxX(), b.maxY(), b.maxZ()),
        stack.layers().isEmpty() ? placed.bottom() : stack.layers().getFirst().bottom(),
        stack.layers().stream().map(PieceLayer::top).toList(),
        boxed(result.profiles().get(p).areasMm2()),
        result.flaws().get(p).stream().map(LayerFlaws::hangingMm2).toList(),
        result.flaws().get(p).stream().map(LayerFlaws::startingMm2).toList(),
        result.profiles().get(p).marks(),
        strata,
        meshes,
        regionSlots(placed.piece()));
  }

  private Map<String, Integer> regionSlots(Piece piece) {
    Map<String, Integer> slots = new TreeMap<>();
    String body = piece.bodies().getFirst().id();
    for (Region region : piece.regions()) {
      ScopeSpot spot =
          new ScopeSpot(
              piece.id(),
              body,
              piece.strata().get(1).id(),
              Set.of(region.id()),
              1,
              1,
              result.plan().strata().get(1).id());
      slots.put(region.id(), result.resolver().at(spot).all().slot());
    }
    return slots;
  }

  /**
   * Filament of the outer wall of a body over its height: as rules say, or as it is printed if any
   * will do.
   */
  private List<BandView> bands(int p, String body) {
    List<BandView> bands = new ArrayList<>();
    Map<Integer, Integer> printed = outerWalls(p);
    Cells cells = result.cells().get(p);
    for (PieceLayer layer : result.stack().pieces().get(p).layers()) {
      ScopeSpot spot = cells.spot(layer, body, Set.of());
      Settings wall = result.resolver().at(spot).of(Role.OUTER_WALL);
      int slot =
          wall.isLoose(Role.OUTER_WALL)
              ? printed.getOrDefault(layer.index(), wall.slot())
              : wall.slot();
      if (!bands.isEmpty() && bands.getLast().slot() == slot) {
        bands.removeLast();
      }
      bands.add(new BandView(layer.top(), slot));
    }
    return bands;
  }

  /** Filament of the first outer wall that is printed of a piece, by the index of its layer. */
  private Map<Integer, Integer> outerWalls(int p) {
    Map<Integer, Integer> slots = new HashMap<>();
    for (LayerSchedule layer : result.schedule().layers()) {
      layer.layer().parts().stream()
          .filter(part -> part.piece() == p)
          .findFirst()
          .ifPresent(
              part ->
                  layer.strokes().stream()
                      .filter(s -> s.piece() == p && s.role() == Role.OUTER_WALL)
                      .findFirst()
                      .ifPresent(s -> slots.put(part.layer().index(), s.slot())));
    }
    return slots;
  }

  /** A stratum of the piece itself, without the layers of support below it. */
  private Optional<StratumView> stratum(PlacedPiece placed, PieceStack stack, int number) {
    Piece piece = placed.piece();
    List<PieceLayer> layers =
        stack.stratum(number).stream().filter(layer -> layer.middle() > placed.bottom()).toList();
    if (layers.isEmpty()) {
      return Optional.empty();
    }
    Stratum stratum = piece.strata().get(number);
    Settings settings = result.resolver().stratum(piece.id(), number);
    PieceLayer usual = layers.get(Math.min(1, layers.size() - 1));
    return Optional.of(
        new StratumView(
            stratum.id(),
            number,
            stratum.name(),
            layers.getFirst().bottom(),
            layers.getLast().top(),
            planLayer(layers.getFirst().top()),
            planLayer(layers.getLast().top()),
            layers.size(),
            usual.height(),
            resolved(result.plan(), settings)));
  }

  /** All values of a place, by the ids of the settings. */
  static Map<String, ResolvedView> resolved(Plan plan, Settings settings) {
    Map<String, ResolvedView> values = new TreeMap<>();
    for (Setting setting : Setting.values()) {
      values.put(
          setting.id(),
          new ResolvedView(
              settings.values().get(setting).toString(),
              ruleId(plan, settings.rules().get(setting)),
              settings.below().get(setting).toString()));
    }
    return values;
  }

  /** Id of a rule, or an empty text for the default. */
  static String ruleId(Plan plan, int index) {
    return index == Settings.BY_DEFAULT ? "" : plan.rules().get(index).id();
  }

  /** Number of the plan's layer that ends at a height. */
  private int planLayer(double top) {
    List<PlanLayer> layers = result.stack().layers();
    int low = 0;
    int high = layers.size() - 1;
    while (low < high) {
      int mid = (low + high) / 2;
      if (layers.get(mid).top() < top - 5e-4) {
        low = mid + 1;
      } else {
        high = mid;
      }
    }
    return low + 1;
  }

  private static List<Double> boxed(double[] values) {
    return Arrays.stream(values).boxed().toList();
  }

  private static ShareView share(Plan plan, Ledger.Share share) {
    PrintedFor origin = share.origin();
    return new ShareView(
        pieceId(plan, origin.piece()), origin.stratum(), origin.regions(), amounts(share));
  }

  private static AmountsView amounts(Ledger.Entry entry) {
    return new AmountsView(
        entry.seconds(), entry.lengthMm(), entry.volumeMm3(), entry.massG(), entry.cost());
  }

  private static LedgerView ledger(Plan plan, Ledger ledger) {
    return new LedgerView(
        ledger.seconds(),
        ledger.travelSeconds(),
        ledger.liftSeconds(),
        ledger.changeSeconds(),
        ledger.heatingSeconds(),
        ledger.coolingSeconds(),
        ledger.savedChanges(),
        ledger.roles().stream().map(r -> new RoleView(r.role().label(), amounts(r))).toList(),
        ledger.shares().stream().map(share -> share(plan, share)).toList(),
        ledger.slots().stream().map(s -> new SlotView(s.slot(), s.filament(), amounts(s))).toList(),
        ledger.halts().stream()
            .map(
                h ->
                    new HaltView(
                        h.layer(),
                        pieceId(plan, h.piece()),
                        h.withinLayer(),
                        h.heightMm(),
                        h.atSeconds(),
                        h.seconds(),
                        h.colourChange(),
                        h.needsOperator(),
                        h.freeSeconds(),
                        h.fromSlot(),
                        h.toSlot(),
                        h.stops(),
                        h.kinds(),
                        h.note(),
                        h.beforeStroke(),
                        h.park().map(at -> List.of(at.x(), at.y())).orElse(List.of()),
                        h.strandMm()))
            .toList(),
        ledger.startMm(),
        ledger.currency());
  }

  private FindingView finding(Finding finding) {
    return new FindingView(
        finding.id(),
        finding.severity().name().toLowerCase(Locale.ROOT),
        finding.title(),
        finding.reason(),
        finding.piece().orElse(""),
        finding.heightMm().orElse(null),
        finding.remedies().stream().map(Finding.Remedy::label).toList(),
        result.accepted(finding).orElse(null));
  }
}
