package org.stratonomy.engine.edit;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleUnaryOperator;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.shelf.FreeId;

/** Places, copies and removes pieces; what belongs to a piece goes with it. */
public final class PieceEditor {
  private final Plan plan;
  private final Piece piece;

  /**
   * @throws Problem if there is no such piece
   */
  public PieceEditor(Plan plan, String piece) {
    this.plan = plan;
    this.piece = plan.piece(piece, "the piece");
  }

  private static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "the piece", reason, remedy);
  }

  public Plan rename(String name) {
    return plan.withPiece(piece.withName(name));
  }

  /**
   * @throws Problem if there is no such stratum
   */
  public Plan renameStratum(String stratum, String name) {
    return plan.withPiece(piece.withStrata(piece.strata().renamed(stratum, name)));
  }

  /** With the piece kept where it is when pieces are arranged, or not. */
  public Plan fix(boolean fixed) {
    return plan.withPiece(piece.withFixed(fixed));
  }

  /**
   * Moves, turns or scales a piece. Boundaries keep their place in it: they are moved with it, and
   * scaled with it as long as it is not turned over. So do stops and boundaries of the plan if it
   * is the only piece.
   */
  public Plan place(Placement to) {
    Placement from = piece.placement();
    boolean upright = isUpright(from) && isUpright(to);
    double factor = upright ? Math.abs(to.scale().z() / from.scale().z()) : 1;
    DoubleUnaryOperator moved =
        z -> Strata.rounded(to.position().z() + (z - from.position().z()) * factor);
    Plan placed = plan.withPiece(piece.withPlacement(to).withStrata(moved(piece.strata(), moved)));
    return plan.pieces().size() > 1
        ? placed
        : placed
            .withStrata(moved(plan.strata(), moved))
            .withStops(
                plan.stops().stream()
                    .map(stop -> stop.withHeightMm(moved.applyAsDouble(stop.heightMm())))
                    .toList());
  }

  private static Strata moved(Strata strata, DoubleUnaryOperator moved) {
    return strata.withBoundaries(strata.boundaries().stream().map(moved::applyAsDouble).toList());
  }

  private static boolean isUpright(Placement placement) {
    return placement.rotation().x() == 0 && placement.rotation().y() == 0;
  }

  /**
   * Puts a copy beside a piece; rules that name the piece hold for the copy, too.
   *
   * @param dx how far to the right of it, mm
   */
  public Plan copy(double dx) {
    int number = 2;
    while (plan.piece(piece.id() + "-" + number).isPresent()) {
      number++;
    }
    String id = piece.id() + "-" + number;
    Vector at = piece.placement().position();
    Vector beside = at.plus(new Vector(dx, 0, 0));
    Piece copy =
        new Piece(
            id,
            piece.name() + " " + number,
            piece.bodies(),
            piece.placement().withPosition(beside),
            piece.strata(),
            piece.regions(),
            false);
    List<Piece> pieces = new ArrayList<>(plan.pieces());
    pieces.add(copy);
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      List<String> named = new ArrayList<>(rule.where().pieces());
      if (named.contains(piece.id())) {
        named.add(id);
      }
      rules.add(rule.withWhere(rule.where().withPieces(named)));
    }
    return plan.withPieces(pieces).withRules(rules);
  }

  /**
   * Takes over the bodies of another piece on their common origin; rules for that piece go on
   * holding for its bodies.
   *
   * @param id of the other piece; it must not be divided
   */
  public Plan join(String id) {
    Piece other = plan.piece(id, "joining");
    if (other == piece) {
      throw bad("It cannot be joined with itself.", "Choose another piece.");
    }
    if (other.strata().isDivided() || !other.regions().isEmpty()) {
      throw bad(
          "%s is divided already.".formatted(other.name()),
          "Join them in the other order, or remove its boundaries and regions first.");
    }
    Map<String, String> renamed = new LinkedHashMap<>();
    List<Body> bodies = new ArrayList<>(piece.bodies());
    for (Body body : other.bodies()) {
      String name = other.bodies().size() == 1 ? other.name() : body.name();
      renamed.put(
          body.id(),
          FreeId.of(body.id(), taken -> bodies.stream().anyMatch(b -> b.id().equals(taken))));
      bodies.add(new Body(renamed.get(body.id()), name, body.mesh(), body.shift()));
    }
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      rules.addAll(joined(rule, id, renamed));
    }
    List<Piece> pieces =
        plan.pieces().stream()
            .filter(p -> p != other)
            .map(p -> p == piece ? piece.withBodies(bodies) : p)
            .toList();
    return plan.withPieces(pieces).withRules(rules);
  }

  /** A rule for both pieces becomes two, because only for one of them bodies are named. */
  private List<Rule> joined(Rule rule, String other, Map<String, String> renamed) {
    Scope where = rule.where();
    if (!where.pieces().contains(other)) {
      return List.of(rule);
    }
    List<String> named =
        where.bodies().isEmpty()
            ? List.copyOf(renamed.values())
            : where.bodies().stream().filter(renamed::containsKey).map(renamed::get).toList();
    List<Rule> rules = new ArrayList<>();
    List<String> left = where.pieces().stream().filter(id -> !id.equals(other)).toList();
    if (!left.isEmpty()) {
      rules.add(rule.withWhere(where.withPieces(left)));
    }
    if (!named.isEmpty()) {
      Scope here = where.withPieces(List.of(piece.id())).withStrata(List.of()).withBodies(named);
      rules.add(rule.withWhere(here));
    }
    return rules;
  }

  /** Without the piece, and without the rules that hold for nothing else. */
  public Plan remove() {
    if (plan.pieces().size() == 1) {
      throw bad("It is the only one.", "Drop another model first, or remove the plan.");
    }
    List<Piece> left = plan.pieces().stream().filter(p -> p != piece).toList();
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      List<String> named =
          rule.where().pieces().stream().filter(id -> !id.equals(piece.id())).toList();
      boolean onlyHere = named.isEmpty() && !rule.where().pieces().isEmpty();
      if (!onlyHere && isKnown(rule.where(), left)) {
        rules.add(rule.withWhere(rule.where().withPieces(named)));
      }
    }
    return plan.withPieces(left).withRules(rules);
  }

  /** Whether the bodies and regions that a place names are still there. */
  private static boolean isKnown(Scope where, List<Piece> pieces) {
    boolean bodies =
        where.bodies().stream()
            .allMatch(
                id ->
                    pieces.stream()
                        .anyMatch(p -> p.bodies().stream().anyMatch(b -> b.id().equals(id))));
    boolean regions =
        where.regions().stream()
            .allMatch(id -> pieces.stream().anyMatch(p -> p.region(id).isPresent()));
    return bodies && regions;
  }
}
