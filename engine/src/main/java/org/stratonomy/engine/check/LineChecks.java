package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.path.PieceLines;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.PrintedFor;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.schedule.Halt;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Choice.ShortLayers;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.strata.LayerStack.PlanLayer;
import org.stratonomy.engine.stroke.Stroke;

/**
 * Lines that will not come out as they are meant: long bridges, layers that are too short to cool,
 * filament that does not melt as fast as it is wanted, and changes in the middle of a bridge.
 */
final class LineChecks {
  /** Longer bridges sag, unless the plan says that its machine bridges farther, mm. */
  private static final double LONG_BRIDGE_MM = 25;

  /**
   * Lines of a bridge belong together up to so many widths apart, walls at a joint between them.
   */
  private static final double BESIDE = 6;

  /** A layer may stay below the least time by this share. */
  private static final double SHORT = 0.9;

  /** Slower than this no line comes out well, mm/s. */
  private static final double SLOWEST = 5;

  /** Lines that have at least this share of their wanted speed are as fast as wanted. */
  private static final double SLOWED = 0.95;

  private final Plan plan;
  private final Resolver resolver;
  private final Schedule schedule;
  private final List<PieceLines> lines;
  private final List<Finding> findings = new ArrayList<>();

  private LineChecks(Plan plan, Resolver resolver, Schedule schedule, List<PieceLines> lines) {
    this.plan = plan;
    this.resolver = resolver;
    this.schedule = schedule;
    this.lines = lines;
  }

  /**
   * @param lines one for each piece, in the plan's order
   */
  static List<Finding> run(
      Plan plan, Resolver resolver, Schedule schedule, List<PieceLines> lines) {
    LineChecks checks = new LineChecks(plan, resolver, schedule, lines);
    checks.bridges();
    checks.shortLayers();
    checks.changesInBridges();
    checks.flow();
    return checks.findings;
  }

  private Piece piece(int index) {
    return plan.pieces().get(index);
  }

  private Settings settings(int piece, int stratum) {
    return resolver.stratum(piece(piece).id(), stratum);
  }

  /** The longest way over air of a piece. */
  private record Span(double mm, double height) {}

  private void bridges() {
    Map<Integer, Span> longest = new TreeMap<>();
    for (LayerSchedule layer : schedule.layers()) {
      List<Stroke> strokes = layer.volumes().has(Role.BRIDGE) ? layer.strokes() : List.of();
      for (Stroke stroke : strokes) {
        Interruption.check();
        if (stroke.role() == Role.BRIDGE) {
          double mm = longest(stroke, layer);
          longest.merge(
              stroke.piece(), new Span(mm, layer.layer().bottom()), (a, b) -> b.mm > a.mm ? b : a);
        }
      }
    }
    longest.forEach(
        (index, span) -> {
          if (span.mm > 0) {
            Piece piece = piece(index);
            findings.add(
                new Finding(
                    "long-bridge:" + piece.id(),
                    Severity.NOTE,
                    "%s has a long bridge".formatted(piece.name()),
                    Checks.text(
                        "At %.2f mm lines run over air for %.0f mm and may sag. Support them, or,"
                            + " if the machine bridges as far, say so in 'Bridged up to'.",
                        span.height, span.mm),
                    Optional.of(piece.id()),
                    Optional.of(span.height),
                    List.of(StandingChecks.support(plan, piece))));
          }
        });
  }

  /** The longest straight piece of a bridge, if it is longer than wanted and not supported. */
  private double longest(Stroke stroke, LayerSchedule layer) {
    double most =
        Math.max(
            LONG_BRIDGE_MM,
            settings(stroke.piece(), stroke.stratum()).number(Setting.SUPPORT_BRIDGE));
    double longest = 0;
    Path path = stroke.path();
    for (int i = 0; i < path.segmentCount(); i++) {
      double length = path.segmentLengthMm(i);
      if (length > most && length > longest) {
        int j = path.segmentEnd(i);
        double x = (path.x(i) + path.x(j)) / 2;
        double y = (path.y(i) + path.y(j)) / 2;
        longest = isSupported(stroke.piece(), layer, x, y) ? longest : length;
      }
    }
    return longest;
  }

  private boolean isSupported(int piece, LayerSchedule layer, double x, double y) {
    return layer.layer().parts().stream()
        .filter(part -> part.piece() == piece)
        .flatMap(part -> lines.get(piece).supportBelow(part.layer()).stream())
        .anyMatch(support -> support.contains(x, y));
  }

  private void shortLayers() {
    double least = resolver.plan().number(Setting.MIN_LAYER_TIME);
    double slowest = resolver.plan().number(Setting.MIN_SPEED);
    List<LayerSchedule> tooShort =
        schedule.layers().stream()
            .filter(layer -> !layer.strokes().isEmpty())
            .filter(layer -> layer.time().seconds() < SHORT * least)
            .toList();
    if (tooShort.isEmpty()) {
      return;
    }
    double shortest =
        tooShort.stream().mapToDouble(layer -> layer.time().seconds()).min().orElseThrow();
    double slower = Math.floor(slowest * shortest / least);
    LayerSchedule first = tooShort.getFirst();
    findings.add(
        new Finding(
            "short-layers",
            Severity.NOTE,
            tooShort.size() == 1
                ? "A layer is too short to cool"
                : "%d layers are too short to cool".formatted(tooShort.size()),
            Checks.text(
                "They begin at %.2f mm, and the shortest takes %.1f s; %.0f s are wanted, but lines"
                    + " are not slowed below %.0f mm/s. Print two copies at once, or let them be"
                    + " slower.",
                first.layer().bottom(), shortest, least, slowest),
            Optional.empty(),
            Optional.of(first.layer().bottom()),
            slower < SLOWEST
                ? List.of(waiting())
                : List.of(
                    waiting(),
                    Remedy.rule(
                        Checks.text("Slow down to %.0f mm/s", slower),
                        plan,
                        Scope.EVERYWHERE,
                        Setting.MIN_SPEED,
                        Value.of(slower)))));
  }

  private Remedy waiting() {
    return Remedy.rule(
        "Wait after them",
        plan,
        Scope.EVERYWHERE,
        Setting.SHORT_LAYERS,
        Value.of(ShortLayers.SLOW_DOWN_THEN_WAIT));
  }

  private void changesInBridges() {
    Set<Integer> told = new HashSet<>();
    for (LayerSchedule layer : schedule.layers()) {
      for (Halt halt : layer.halts()) {
        hung(layer.strokes(), halt.beforeStroke())
            .filter(bridge -> told.add(bridge.piece()))
            .ifPresent(bridge -> changeInBridge(layer.layer(), bridge));
      }
    }
  }

  private void changeInBridge(PlanLayer layer, Stroke bridge) {
    Piece piece = piece(bridge.piece());
    findings.add(
        new Finding(
            "stop-in-bridge:%s:%d".formatted(piece.id(), layer.number()),
            Severity.WARNING,
            "%s is stopped in the middle of a bridge".formatted(piece.name()),
            Checks.text(
                "In layer %d, at %.2f mm, the filament is changed between two lines of a bridge:"
                    + " they hang loose meanwhile and do not bond.",
                layer.number(), layer.bottom()),
            Optional.of(piece.id()),
            Optional.of(layer.bottom()),
            List.of(
                Remedy.rule(
                    "Bridges in %s alone".formatted(resolver.filament(bridge.slot()).name()),
                    plan,
                    Scope.ofPiece(piece.id()).withRole(Role.BRIDGE),
                    Setting.FILAMENT,
                    Value.of(bridge.slot())))));
  }

  private record SlotRole(int slot, Role role) {}

  /** The slowest line of some, and where the first of them is. */
  private record Slowed(double speed, double height) {
    Slowed with(Slowed later) {
      return new Slowed(Math.min(speed, later.speed), height);
    }
  }

  private void flow() {
    Map<SlotRole, Slowed> slowest = new LinkedHashMap<>();
    for (LayerSchedule layer : schedule.layers()) {
      boolean isFast =
          layer.volumes().shares().stream().anyMatch(of -> isAtMost(of.slot(), of.mostFlow()));
      for (Stroke stroke : isFast ? layer.strokes() : List.<Stroke>of()) {
        if (isAtMost(stroke.slot(), stroke.flowMm3PerS())
            && stroke.speed() < SLOWED * wanted(stroke)) {
          slowest.merge(
              new SlotRole(stroke.slot(), stroke.role()),
              new Slowed(stroke.speed(), layer.layer().bottom()),
              Slowed::with);
        }
      }
    }
    slowest.forEach(this::slowed);
  }

  /** Whether a filament melts no faster, mm³/s. */
  private boolean isAtMost(int slot, double flow) {
    return flow > resolver.filament(slot).maxFlow() - Rounding.MM;
  }

  private double wanted(Stroke stroke) {
    Settings own =
        stroke.piece() == PrintedFor.NO_PIECE
            ? resolver.plan()
            : settings(stroke.piece(), stroke.stratum());
    return own.number(stroke.role().speed());
  }

  private void slowed(SlotRole of, Slowed found) {
    Filament filament = resolver.filament(of.slot);
    String role = of.role.label();
    double speed = Math.floor(found.speed);
    findings.add(
        new Finding(
            "flow:%d:%s".formatted(of.slot, of.role.name()),
            Severity.NOTE,
            "%s does not melt fast enough for %s".formatted(filament.name(), role),
            Checks.text(
                "From %.2f mm on lines of %s are slowed to %.0f mm/s in places: %s melts %.0f mm³/s."
                    + " Say the speed that they have, or print thinner lines or layers.",
                found.height, role, speed, filament.name(), filament.maxFlow()),
            Optional.empty(),
            Optional.of(found.height),
            List.of(
                Remedy.rule(
                    Checks.text("%.0f mm/s for %s", speed, role),
                    plan,
                    Scope.EVERYWHERE.withRole(of.role),
                    of.role.speed(),
                    Value.of(speed)))));
  }

  /** A line of a bridge before a stop, if one beside it comes after it. */
  private static Optional<Stroke> hung(List<Stroke> strokes, int next) {
    List<Stroke> after = bridges(strokes.subList(next, strokes.size()));
    return after.isEmpty()
        ? Optional.empty()
        : bridges(strokes.subList(0, next)).stream()
            .filter(before -> after.stream().anyMatch(other -> isBeside(before, other)))
            .findFirst();
  }

  private static List<Stroke> bridges(List<Stroke> strokes) {
    return strokes.stream().filter(stroke -> stroke.role() == Role.BRIDGE).toList();
  }

  private static boolean isBeside(Stroke a, Stroke b) {
    double near = BESIDE * (a.widthMm() + b.widthMm()) / 2;
    for (int i = 0; a.piece() == b.piece() && i < a.path().size(); i++) {
      for (int j = 0; j < b.path().size(); j++) {
        double dx = a.path().x(i) - b.path().x(j);
        double dy = a.path().y(i) - b.path().y(j);
        if (dx * dx + dy * dy < near * near) {
          return true;
        }
      }
    }
    return false;
  }
}
