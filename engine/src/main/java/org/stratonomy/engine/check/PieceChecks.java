package org.stratonomy.engine.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.check.Finding.Remedy;
import org.stratonomy.engine.check.Finding.Severity;
import org.stratonomy.engine.edit.PieceEditor;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshReport;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.place.AdhesionReach;
import org.stratonomy.engine.place.BeltStrata;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.schedule.Schedule;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Machine;
import org.stratonomy.engine.strata.LayerStack;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;

/**
 * Looks at what pieces measure and where they are: on the bed, within the machine, of which size.
 */
final class PieceChecks {
  /** A model smaller than this in every direction is likely not in millimetres. */
  private static final double SMALL_MM = 10;

  private static final double INCH_MM = 25.4;
  private static final double METRE_MM = 1000;

  private final Plan plan;
  private final Machine machine;
  private final Resolver resolver;
  private final List<PlacedPiece> placed;
  private final LayerStack stack;
  private final Schedule schedule;
  private final List<Finding> findings = new ArrayList<>();

  PieceChecks(Checks.Subject of) {
    this.plan = of.plan();
    this.resolver = of.resolver();
    this.machine = resolver.machine();
    this.placed = of.placed();
    this.stack = of.stack();
    this.schedule = of.schedule();
  }

  List<Finding> pieces() {
    for (int i = 0; i < placed.size(); i++) {
      piece(placed.get(i), stack.pieces().get(i));
    }
    return findings;
  }

  private void piece(PlacedPiece p, PieceStack layers) {
    Piece piece = p.piece();
    Bounds b = p.bounds();
    mesh(p);
    double out = AdhesionReach.ofOutlines(piece, resolver);
    if (!BedChecks.holds(machine, p, out)) {
      add(
          "off-bed:" + piece.id(),
          Severity.ERROR,
          "%s reaches off the bed".formatted(piece.name()),
          Checks.offBed(b.widenedBy(out), machine),
          piece,
          Optional.empty(),
          toMiddle(piece, b.widenedBy(out)));
    }
    double most = machine.heightMm() - schedule.liftMm();
    if (b.maxZ() > most) {
      add(
          "too-high:" + piece.id(),
          Severity.ERROR,
          "%s is too high".formatted(piece.name()),
          Checks.text("Its top is at %.1f mm; the machine prints %.1f mm.", b.maxZ(), most),
          piece,
          Optional.of(most),
          List.of(scaled(piece, 0.999 * most / b.maxZ(), "Scale it to fit the height")));
    }
    if (b.minZ() > Rounding.MM && !isSupported(piece, b.minZ())) {
      add(
          "floating:" + piece.id(),
          Severity.WARNING,
          "%s does not stand on the bed".formatted(piece.name()),
          Checks.text("Its lowest point is %.3f mm above the bed; it begins in mid-air.", b.minZ()),
          piece,
          Optional.of(b.minZ()),
          List.of(new Remedy("Put it on the bed", lowered(piece))));
    }
    if (b.minZ() < -Rounding.MM) {
      add(
          "sunk:" + piece.id(),
          p.belt().isPresent() ? Severity.ERROR : Severity.NOTE,
          "%s reaches below the bed".formatted(piece.name()),
          Checks.text(
              p.belt().isPresent()
                  ? "Its lowest %.3f mm lie below the belt, where tilted layers cannot leave them out."
                  : "Its lowest %.3f mm lie below the bed and are not printed.",
              -b.minZ()),
          piece,
          Optional.of(0.0),
          List.of(new Remedy("Put it on the bed", lowered(piece))));
    }
    if (p.top() - p.bottom() < machine.minLayerHeight()) {
      add(
          "too-thin:" + piece.id(),
          Severity.ERROR,
          "%s is thinner than a layer".formatted(piece.name()),
          Checks.text(
              "It is %.4f mm high above the bed; the thinnest layer is %.2f mm.",
              p.top() - p.bottom(), machine.minLayerHeight()),
          piece,
          Optional.empty(),
          List.of());
    }
    for (PieceStack.MovedPlane moved : layers.moved()) {
      boolean stop = moved.what() == PieceStack.MovedPlane.What.STOP;
      add(
          (stop ? "stop-moved:" : "boundary-moved:") + piece.id() + ":" + moved.wanted(),
          Severity.NOTE,
          Checks.text(
              "%s moved by %.3f mm",
              stop ? "A stop" : "A boundary of the plan",
              Math.abs(moved.actual() - moved.wanted())),
          Checks.text(
              "No layer of %s ends at %.3f mm; the nearest layer plane is at %.3f mm.",
              piece.name(), moved.wanted(), moved.actual()),
          piece,
          Optional.of(moved.actual()),
          List.of());
    }
  }

  private void mesh(PlacedPiece p) {
    Piece piece = p.piece();
    for (Mesh mesh : p.meshes()) {
      MeshReport report = mesh.report();
      if (report.openEdges() > 0) {
        add(
            "open-mesh:" + piece.id() + ":" + mesh.hash().substring(0, 8),
            Severity.WARNING,
            "%s is not closed".formatted(piece.name()),
            Checks.text(
                "%,d edges have a face on one side only. Outlines are closed across the gaps by"
                    + " straight lines; look at the layers there, or mend the model and drop it"
                    + " again.",
                report.openEdges()),
            piece,
            Optional.empty(),
            List.of());
      }
    }
    double size = p.bounds().largestSize();
    if (size < SMALL_MM) {
      List<Remedy> remedies = new ArrayList<>();
      if (size * INCH_MM <= machine.bedX()) {
        remedies.add(scaled(piece, INCH_MM, Checks.text("From inches: %.1f mm", size * INCH_MM)));
      }
      if (size * METRE_MM <= machine.bedX()) {
        remedies.add(scaled(piece, METRE_MM, Checks.text("From metres: %.1f mm", size * METRE_MM)));
      }
      add(
          "unit:" + piece.id(),
          Severity.WARNING,
          "%s is very small".formatted(piece.name()),
          Checks.text(
              "Its largest side is %.3f mm. Mesh files carry no unit; was it drawn in inches or"
                  + " metres?",
              size),
          piece,
          Optional.empty(),
          remedies);
    }
  }

  private List<Remedy> toMiddle(Piece piece, Bounds b) {
    if (machine.hasRoundBed()) {
      return ontoRound(piece, b);
    }
    if (b.sizeX() > machine.bedX() || b.sizeY() > machine.bedY()) {
      double factor = 0.98 * Math.min(machine.bedX() / b.sizeX(), machine.bedY() / b.sizeY());
      return List.of(scaled(piece, factor, "Scale it to fit the bed"));
    }
    Placement at = piece.placement();
    double x = onto(at.position().x(), b.sizeX(), machine.bedX());
    double y = onto(at.position().y(), b.sizeY(), machine.bedY());
    return List.of(
        new Remedy(
            "Move it onto the bed",
            placed(piece, at.withPosition(new Vector(x, y, at.position().z())))));
  }

  private List<Remedy> ontoRound(Piece piece, Bounds b) {
    double needed = Math.hypot(b.sizeX() / machine.bedX(), b.sizeY() / machine.bedY());
    if (needed > 1) {
      return List.of(scaled(piece, 0.98 / needed, "Scale it to fit the bed"));
    }
    Placement at = piece.placement();
    Vector middle = new Vector(machine.bedX() / 2, machine.bedY() / 2, at.position().z());
    return List.of(
        new Remedy("Move it into the middle of the bed", placed(piece, at.withPosition(middle))));
  }

  /** The nearest middle so that a size lies on the bed, with room for the skirt if there is any. */
  private double onto(double middle, double size, double bed) {
    double reach = AdhesionReach.ofAll(plan, resolver);
    double room = size + 2 * reach <= bed ? reach : 0;
    return Math.clamp(middle, size / 2 + room, bed - size / 2 - room);
  }

  /** The plan with the piece on the bed. */
  private Plan lowered(Piece piece) {
    Vector at = piece.placement().position();
    return placed(piece, piece.placement().withPosition(new Vector(at.x(), at.y(), 0)));
  }

  private Remedy scaled(Piece piece, double factor, String label) {
    Placement at = piece.placement();
    return new Remedy(label, placed(piece, at.withScale(at.scale().times(factor))));
  }

  private Plan placed(Piece piece, Placement to) {
    Plan moved = new PieceEditor(plan, piece.id()).place(to);
    return BeltStrata.kept(plan, moved, machine.belt(), PlacedPiece.meshes(placed));
  }

  /** The skirt goes around everything; near the bed's edge there is no room for it. */
  List<Finding> skirt() {
    Optional<Bounds> all =
        placed.stream()
            .filter(p -> p.bounds().minZ() <= 0)
            .map(PlacedPiece::bounds)
            .reduce(Bounds::with);
    double reach = AdhesionReach.ofAll(plan, resolver) - Rounding.MM;
    double out = AdhesionReach.ofOutlines(plan, resolver);
    if (reach <= out || all.isEmpty()) {
      return findings;
    }
    Bounds b = all.get();
    if (machine.hasOnBed(b, out) && !machine.hasOnBed(b, reach)) {
      boolean skirt = resolver.plan().count(Setting.SKIRT_LINES) > 0;
      boolean raft = resolver.plan().count(Setting.RAFT_LAYERS) > 0;
      Setting under = raft ? Setting.RAFT_LAYERS : Setting.BRIM_LINES;
      Setting lines = skirt ? Setting.SKIRT_LINES : under;
      String name = skirt ? "skirt" : raft ? "raft" : "brim";
      add(
          "skirt-off-bed",
          Severity.ERROR,
          "The %s may reach off the bed".formatted(name),
          Checks.text(
              "It goes up to %.1f mm outwards of the pieces, and there is less room.", reach),
          null,
          Optional.of(0.0),
          List.of(
              Remedy.rule(
                  "Print without a %s".formatted(name),
                  plan,
                  Scope.EVERYWHERE,
                  lines,
                  Value.of(0))));
    }
    return findings;
  }

  /** Whether support of a piece is printed below a height. */
  private boolean isSupported(Piece piece, double height) {
    int index = plan.pieces().indexOf(piece);
    return schedule.layers().stream()
        .filter(layer -> layer.layer().top() <= height)
        .flatMap(layer -> layer.strokes().stream())
        .anyMatch(
            stroke ->
                stroke.piece() == index
                    && (stroke.role() == Role.SUPPORT || stroke.role() == Role.INTERFACE));
  }

  private void add(
      String id,
      Severity severity,
      String title,
      String reason,
      Piece piece,
      Optional<Double> height,
      List<Remedy> remedies) {
    findings.add(
        new Finding(
            id,
            severity,
            title,
            reason,
            Optional.ofNullable(piece).map(Piece::id),
            height,
            remedies));
  }
}
