package org.stratonomy.engine.edit;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.stratonomy.engine.mesh.Rounding;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Triangles;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.CieLab;

/** Divides bodies of a piece and gives them filaments. */
public final class BodyEditor {
  private final Plan plan;
  private final Piece piece;

  /**
   * @throws Problem if there is no such piece
   */
  public BodyEditor(Plan plan, String piece) {
    this.plan = plan;
    this.piece = plan.piece(piece, "the bodies");
  }

  private static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "the bodies", reason, remedy);
  }

  private Body existing(String body) {
    return piece
        .body(body)
        .orElseThrow(() -> bad("There is no body '%s'.".formatted(body), "Choose another."));
  }

  /**
   * @throws Problem if there is no such body
   */
  public Plan rename(String body, String name) {
    Body renamed = existing(body).withName(name);
    return plan.withPiece(
        piece.withBodies(
            piece.bodies().stream().map(b -> b.id().equals(body) ? renamed : b).toList()));
  }

  /**
   * With a body somewhere else in the order.
   *
   * @param number its place, from 1; at the end if there are fewer
   * @throws Problem if there is no such body
   */
  public Plan order(String body, int number) {
    Body moved = existing(body);
    List<Body> bodies = new ArrayList<>(piece.bodies());
    bodies.remove(moved);
    bodies.add(Math.min(number - 1, bodies.size()), moved);
    return plan.withPiece(piece.withBodies(bodies));
  }

  /** Divides meshes into their shells. */
  @FunctionalInterface
  public interface Splitter {
    /**
     * @param mesh its reference
     * @param name of the body, after which the shells are named
     * @return a reference for each shell
     */
    List<String> split(String mesh, String name);
  }

  /**
   * Puts several bodies in the place of one; rules for it go on holding for all of them, patches on
   * it are removed.
   *
   * @throws Problem if there is no such body, or nothing to divide
   */
  public Plan split(String body, Splitter splitter) {
    Body old = existing(body);
    List<String> meshes = splitter.split(old.mesh(), old.name());
    if (meshes.size() < 2) {
      throw bad(
          "%s is one shell and cannot be split.".formatted(old.name()),
          "Divide it by height or by a region.");
    }
    List<Body> bodies = new ArrayList<>();
    List<String> ids = new ArrayList<>();
    for (Body b : piece.bodies()) {
      if (b != old) {
        bodies.add(b);
      } else {
        for (int i = 1; i <= meshes.size(); i++) {
          ids.add(old.id() + "-" + i);
          bodies.add(new Body(ids.getLast(), old.name() + " " + i, meshes.get(i - 1), old.shift()));
        }
      }
    }
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      List<String> named =
          rule.where().bodies().stream()
              .flatMap(id -> id.equals(body) ? ids.stream() : List.of(id).stream())
              .toList();
      rules.add(rule.withWhere(rule.where().withBodies(named)));
    }
    Plan split = plan.withRules(rules);
    for (Region region : piece.regions()) {
      if (region.shape() instanceof Region.Patch patch && patch.body().equals(body)) {
        split = new RegionEditor(split, piece.id()).remove(region.id());
      }
    }
    Piece changed = split.piece(piece.id()).orElseThrow();
    return split.withPiece(changed.withBodies(bodies));
  }

  /**
   * Gives the bodies filaments in turn along a chain: from the one at an end always to the nearest
   * that is left.
   *
   * @param middles where the bodies lie, mm, in the piece's order
   * @param slots filaments to take in turn
   */
  public Plan alternate(List<Vector> middles, List<Integer> slots) {
    if (slots.isEmpty() || piece.bodies().size() < 2) {
      throw bad(
          "There is nothing to alternate.",
          "Split the body into its shells, and name the slots to take in turn.");
    }
    List<Integer> chain = chain(middles);
    Plan changed = plan;
    for (int slot : slots.stream().distinct().toList()) {
      List<String> ids = new ArrayList<>();
      for (int i = 0; i < chain.size(); i++) {
        if (slots.get(i % slots.size()) == slot) {
          ids.add(piece.bodies().get(chain.get(i)).id());
        }
      }
      Scope where =
          new Scope(List.of(piece.id()), ids, List.of(), List.of(), List.of(), Optional.empty());
      List<Rule> rules = new ArrayList<>(changed.rules());
      rules.addFirst(new Rule(where, Map.of(Setting.FILAMENT, Value.of(slot))));
      changed = changed.withRules(rules);
    }
    return changed;
  }

  /**
   * Gives bodies whose file says a colour the filament that looks most like it.
   *
   * @param colours of the bodies, as #rrggbb
   * @param slots colours of the filaments by slot, as #rrggbb
   */
  public Plan coloured(List<Optional<String>> colours, List<String> slots) {
    Map<Integer, List<String>> bySlot = new TreeMap<>();
    for (int i = 0; i < colours.size(); i++) {
      String body = piece.bodies().get(i).id();
      colours
          .get(i)
          .ifPresent(
              colour ->
                  bySlot
                      .computeIfAbsent(nearest(colour, slots), slot -> new ArrayList<>())
                      .add(body));
    }
    List<Rule> rules = new ArrayList<>(plan.rules());
    bySlot.forEach((slot, bodies) -> rules.addFirst(filament(bodies, slot)));
    return plan.withRules(rules);
  }

  /**
   * Marks the triangles of a body whose file says a colour with patches, each of the filament that
   * looks most like it; what looks like the body's own filament stays as it is.
   *
   * @param own colour of the body, as #rrggbb
   * @param faces triangles of its mesh by their colours
   * @param slots colours of the filaments by slot, as #rrggbb
   * @param names of the filaments by slot
   */
  public Plan painted(
      String body,
      Optional<String> own,
      Map<String, BitSet> faces,
      List<String> slots,
      List<String> names) {
    int base = own.map(colour -> nearest(colour, slots)).orElse(1);
    Map<Integer, BitSet> bySlot = new TreeMap<>();
    faces.forEach(
        (colour, triangles) ->
            bySlot.computeIfAbsent(nearest(colour, slots), slot -> new BitSet()).or(triangles));
    bySlot.remove(base);
    Plan marked = plan;
    for (Map.Entry<Integer, BitSet> entry : bySlot.entrySet()) {
      marked =
          new RegionEditor(marked, piece.id())
              .addPatch(
                  names.get(entry.getKey() - 1),
                  body,
                  Triangles.of(entry.getValue()),
                  entry.getKey());
    }
    return marked;
  }

  private Rule filament(List<String> bodies, int slot) {
    Scope where =
        new Scope(List.of(piece.id()), bodies, List.of(), List.of(), List.of(), Optional.empty());
    return new Rule(where, Map.of(Setting.FILAMENT, Value.of(slot)));
  }

  private static int nearest(String colour, List<String> slots) {
    CieLab wanted = CieLab.of(colour);
    int best = 0;
    for (int i = 1; i < slots.size(); i++) {
      if (CieLab.of(slots.get(i)).distance(wanted) < CieLab.of(slots.get(best)).distance(wanted)) {
        best = i;
      }
    }
    return best + 1;
  }

  private static List<Integer> chain(List<Vector> middles) {
    List<Integer> left = new ArrayList<>();
    for (int i = 0; i < middles.size(); i++) {
      left.add(i);
    }
    int at = end(middles);
    List<Integer> chain = new ArrayList<>();
    while (true) {
      chain.add(at);
      left.remove(Integer.valueOf(at));
      if (left.isEmpty()) {
        return chain;
      }
      int from = at;
      at =
          left.stream()
              .min(
                  java.util.Comparator.comparingDouble(
                      i -> distance(middles.get(from), middles.get(i))))
              .orElseThrow();
    }
  }

  /** The one whose distances to the others are the largest in sum lies at an end. */
  private static int end(List<Vector> middles) {
    int best = 0;
    double most = -1;
    for (int i = 0; i < middles.size(); i++) {
      double sum = 0;
      for (Vector other : middles) {
        sum += distance(middles.get(i), other);
      }
      if (sum > most + Rounding.MM) {
        most = sum;
        best = i;
      }
    }
    return best;
  }

  private static double distance(Vector a, Vector b) {
    return Math.hypot(Math.hypot(a.x() - b.x(), a.y() - b.y()), a.z() - b.z());
  }
}
