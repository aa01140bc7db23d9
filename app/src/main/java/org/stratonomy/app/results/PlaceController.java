package org.stratonomy.app.results;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Supplier;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.app.problems.MissingException;
import org.stratonomy.app.results.ResultView.ResolvedView;
import org.stratonomy.app.results.ResultView.SampleView;
import org.stratonomy.app.tasks.Lane;
import org.stratonomy.app.tasks.TaskService;
import org.stratonomy.engine.Coverage;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Sample;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.schedule.Printed;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.SpotSettings;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.stroke.Cause;

/** What holds at a place of a revision, why, and where regions lie. */
@RestController
@RequestMapping("/api/revisions/{revision}")
class PlaceController {
  /** Heights nearer than this are one, mm. */
  private static final double SAME = 1e-6;

  /** More contours than this would hide each other. */
  private static final int CONTOURS = 14;

  private final Computations computations;
  private final PlanService plans;
  private final TaskService tasks;

  PlaceController(Computations computations, PlanService plans, TaskService tasks) {
    this.computations = computations;
    this.plans = plans;
    this.tasks = tasks;
  }

  /**
   * What holds in a part of a piece at a height.
   *
   * @param body id of a body, or empty
   * @param region id of a region, or empty
   * @param role of lines, or empty for what holds for all that rules do not single out
   * @param height mm
   */
  @GetMapping("/settings")
  Map<String, ResolvedView> settings(
      @PathVariable UUID revision,
      @RequestParam String piece,
      @RequestParam(defaultValue = "") String body,
      @RequestParam(defaultValue = "") String region,
      @RequestParam(defaultValue = "") String role,
      @RequestParam double height) {
    PlanResult result = computations.result(revision);
    int index = index(result, piece);
    List<PieceLayer> layers = result.stack().pieces().get(index).layers();
    PieceLayer at =
        layers.stream()
            .filter(layer -> layer.top() > height + 1e-6)
            .findFirst()
            .orElse(layers.getLast());
    Set<String> regions = region.isEmpty() ? Set.of() : Set.of(region);
    ScopeSpot spot = result.cells().get(index).spot(at, body, regions);
    SpotSettings settings = result.resolver().at(spot);
    return ResultMapper.resolved(
        result.plan(), Role.byLabel(role).map(settings::of).orElse(settings.all()));
  }

  /**
   * What is printed at a spot from the bed to the top; layers in which the same is printed for the
   * same reason are put together.
   *
   * @param setting to explain
   */
  @GetMapping("/sample")
  List<SampleView> sample(
      @PathVariable UUID revision,
      @RequestParam double x,
      @RequestParam double y,
      @RequestParam(defaultValue = "filament") String setting) {
    PlanResult result = computations.result(revision);
    Setting asked =
        Setting.byId(setting).orElseThrow(() -> new MissingException("setting", setting));
    return look(revision, () -> sample(result, x, y, asked));
  }

  private <T> T look(UUID revision, Supplier<T> work) {
    return tasks.run(Lane.LOOK, plans.planOf(revision), progress -> work.get());
  }

  private static List<SampleView> sample(PlanResult result, double x, double y, Setting asked) {
    List<SampleView> views = new ArrayList<>();
    for (Sample.Entry entry : Sample.at(result, x, y, asked).layers()) {
      SampleView view = view(result, entry);
      if (!views.isEmpty() && views.getLast().goesOnWith(view)) {
        views.add(views.removeLast().upTo(view));
      } else {
        views.add(view);
      }
    }
    return views;
  }

  private static SampleView view(PlanResult result, Sample.Entry entry) {
    Optional<Printed> other = entry.printed().filter(printed -> printed.cause() != Cause.NONE);
    int number = entry.layer().number();
    String id = entry.spot().map(ScopeSpot::piece).orElse("");
    Plan plan = result.plan();
    Piece piece = plan.piece(id).orElse(null);
    return new SampleView(
        number,
        number,
        entry.bottom(),
        entry.top(),
        1,
        entry.hollow() ? "nothing" : entry.role().label(),
        entry.slot(),
        piece == null ? "" : piece.name(),
        entry.spot().map(ScopeSpot::body).orElse(""),
        entry.spot().flatMap(spot -> piece.strata().number(spot.stratum())).orElse(0),
        entry.spot().stream()
            .flatMap(spot -> spot.regions().stream().sorted())
            .map(region -> piece.region(region).orElseThrow().name())
            .toList(),
        entry.reason().map(reason -> reason.value().toString()).orElse(""),
        other
            .map(printed -> Value.of(Math.rint(printed.value() * 100) / 100).toString())
            .orElse(""),
        other.map(printed -> printed.cause().text()).orElse(""),
        entry.reason().map(reason -> ResultMapper.ruleId(plan, reason.rule())).orElse(""),
        entry.reason().stream()
            .flatMap(reason -> reason.hidden().stream())
            .map(index -> ResultMapper.ruleId(plan, index))
            .toList());
  }

  /**
   * What a rule covers.
   *
   * @param lost for each of its settings the share of its volume in which a rule above decides
   */
  record CoverageView(double volumeMm3, double from, double to, Map<String, Double> lost) {}

  @GetMapping("/rules/{rule}")
  CoverageView coverage(@PathVariable UUID revision, @PathVariable String rule) {
    PlanResult result = computations.result(revision);
    int index = rule(result, rule);
    return look(revision, () -> coverage(result, index));
  }

  private static CoverageView coverage(PlanResult result, int rule) {
    Coverage coverage = Coverage.of(result, rule);
    Map<String, Double> lost = new TreeMap<>();
    coverage
        .lostMm3()
        .forEach(
            (setting, mm3) ->
                lost.put(setting.id(), coverage.volumeMm3() == 0 ? 0 : mm3 / coverage.volumeMm3()));
    return new CoverageView(coverage.volumeMm3(), coverage.from(), coverage.to(), lost);
  }

  /** Index of a rule in the sheet. */
  private static int rule(PlanResult result, String id) {
    List<String> ids = result.plan().rules().stream().map(Rule::id).toList();
    if (!ids.contains(id)) {
      throw new MissingException("rule", id);
    }
    return ids.indexOf(id);
  }

  private static int index(PlanResult result, String piece) {
    for (int p = 0; p < result.placed().size(); p++) {
      if (result.placed().get(p).id().equals(piece)) {
        return p;
      }
    }
    throw new MissingException("piece", piece);
  }

  /**
   * Contours of a region at the tops of the layers that it lies in, for drawing: little-endian
   * float32, x y z of both ends of each line, mm.
   *
   * @param height only in the layer at this height; many of all layers if missing
   */
  @GetMapping(
      path = "/pieces/{piece}/regions/{region}",
      produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  ResponseEntity<byte[]> contours(
      @PathVariable UUID revision,
      @PathVariable String piece,
      @PathVariable String region,
      @RequestParam(required = false) Double height) {
    PlanResult result = computations.result(revision);
    int index = index(result, piece);
    if (result.placed().get(index).piece().region(region).isEmpty()) {
      throw new MissingException("region", region);
    }
    Cells cells = result.cells().get(index);
    return look(
        revision,
        () ->
            contours(
                sections(result, index, height, layer -> cells.region(region, layer)), CONTOURS));
  }

  /**
   * Contours of all that a rule holds for, drawn as regions are.
   *
   * @param height only in the layers at this height; many of all layers if missing
   */
  @GetMapping(path = "/rules/{rule}/contours", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  ResponseEntity<byte[]> ruleContours(
      @PathVariable UUID revision,
      @PathVariable String rule,
      @RequestParam(required = false) Double height) {
    PlanResult result = computations.result(revision);
    int index = rule(result, rule);
    return look(revision, () -> contoursOfRule(result, index, height));
  }

  private static ResponseEntity<byte[]> contoursOfRule(PlanResult result, int rule, Double height) {
    List<Contour> found = new ArrayList<>();
    for (int p = 0; p < result.placed().size(); p++) {
      int piece = p;
      found.addAll(sections(result, p, height, layer -> Coverage.area(result, rule, piece, layer)));
    }
    return contours(found, CONTOURS * result.placed().size());
  }

  /** An area at a height, mm. */
  private record Contour(Area area, double z) {}

  /** The layers of a piece in which an area is not empty. */
  private static List<Contour> sections(
      PlanResult result, int piece, Double height, Function<PieceLayer, Area> areaOf) {
    return result.stack().pieces().get(piece).layers().stream()
        .filter(layer -> height == null || isAt(layer, height))
        .map(layer -> new Contour(areaOf.apply(layer), layer.top()))
        .filter(contour -> !contour.area.isEmpty())
        .toList();
  }

  private static ResponseEntity<byte[]> contours(List<Contour> all, int most) {
    int step = Math.max(1, all.size() / most);
    List<Contour> drawn = new ArrayList<>();
    for (int i = 0; i < all.size(); i++) {
      boolean last = i + 1 == all.size() || all.get(i + 1).z < all.get(i).z;
      if (i % step == 0 || last) {
        drawn.add(all.get(i));
      }
    }
    int points = drawn.stream().mapToInt(contour -> contour.area.pointCount()).sum();
    ByteBuffer bytes = ByteBuffer.allocate(24 * points).order(ByteOrder.LITTLE_ENDIAN);
    drawn.forEach(contour -> put(contour.area, (float) contour.z, bytes));
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noStore())
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .body(bytes.array());
  }

  private static boolean isAt(PieceLayer layer, double height) {
    return layer.bottom() <= height + SAME && layer.top() > height + SAME;
  }

  private static void put(Area area, float z, ByteBuffer bytes) {
    for (int ring = 0; ring < area.ringCount(); ring++) {
      int start = area.ringStart(ring);
      int end = area.ringStart(ring + 1);
      for (int i = start; i < end; i++) {
        int j = i + 1 == end ? start : i + 1;
        bytes.putFloat((float) (area.x(i) * Area.UNIT_MM));
        bytes.putFloat((float) (area.y(i) * Area.UNIT_MM)).putFloat(z);
        bytes.putFloat((float) (area.x(j) * Area.UNIT_MM));
        bytes.putFloat((float) (area.y(j) * Area.UNIT_MM)).putFloat(z);
      }
    }
  }
}
