package org.stratonomy.engine.plan;

import java.util.HashSet;
import java.util.Set;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Value;

/** Refuses regions that can be nowhere. */
final class RegionChecker {
  /** Larger than any machine, mm. */
  private static final double MOST_MM = 10_000;

  private static final double LEAST_MM = 0.001;
  private static final double MOST_CLEARANCE_MM = 10;
  private static final int MOST_LAYERS = 10_000;

  private final Piece piece;

  private RegionChecker(Piece piece) {
    this.piece = piece;
  }

  /**
   * @throws Problem for the first region of a piece that is impossible
   */
  static void check(Piece piece) {
    RegionChecker checker = new RegionChecker(piece);
    Set<String> ids = new HashSet<>();
    for (Region region : piece.regions()) {
      if (!ids.add(region.id())) {
        throw checker.bad(
            region, "Two regions have this id.", "Give each region an id of its own.");
      }
      checker.check(region);
    }
  }

  private void insert(Region region, double clearance) {
    if (!region.shape().isSolid()) {
      throw bad(
          region,
          "It is where the piece is, so it cannot be an insert.",
          "Make a box, a cylinder, a sphere or a mesh the insert.");
    }
    if (!(clearance >= 0 && clearance <= MOST_CLEARANCE_MM)) {
      throw bad(
          region,
          "Its clearance is %s mm.".formatted(clearance),
          "Give 0 to %.0f mm.".formatted(MOST_CLEARANCE_MM));
    }
  }

  private void check(Region region) {
    region.clearanceMm().ifPresent(mm -> insert(region, mm));
    switch (region.shape()) {
      case Region.Box box -> {
        place(region, box.middle());
        size(region, "size", box.size().x());
        size(region, "size", box.size().y());
        size(region, "size", box.size().z());
      }
      case Region.Cylinder cylinder -> {
        place(region, cylinder.middle());
        size(region, "diameter", cylinder.diameterMm());
        size(region, "height", cylinder.heightMm());
      }
      case Region.Sphere sphere -> {
        place(region, sphere.middle());
        size(region, "diameter", sphere.diameterMm());
      }
      case Region.Solid solid -> place(region, solid.shift());
      case Region.Core core -> {
        depth(region, core.sideways(), "walls");
        depth(region, core.upright(), "layers");
      }
      case Region.Slab slab -> slab(region, slab);
      case Region.Patch patch -> {
        if (piece.bodies().stream().noneMatch(body -> body.id().equals(patch.body()))) {
          throw bad(
              region,
              "It lies on the body '%s', which does not exist.".formatted(patch.body()),
              "Remove it, or name a body of the piece.");
        }
        depth(region, patch.sideways(), "walls");
        depth(region, patch.upright(), "layers");
        patch.triangles().set();
      }
    }
  }

  private void slab(Region region, Region.Slab slab) {
    boolean ofCore =
        piece.region(slab.core()).map(Region::shape).stream()
            .anyMatch(Region.Core.class::isInstance);
    if (!ofCore) {
      throw bad(
          region,
          "It is a slab of '%s', which is no core of this piece.".formatted(slab.core()),
          "Make a core first, or name one.");
    }
    if (slab.layers() < 1 || slab.layers() > MOST_LAYERS) {
      throw bad(
          region, "A slab cannot have %d layers.".formatted(slab.layers()), "Give 1 or more.");
    }
  }

  private void depth(Region region, Region.Depth depth, String unit) {
    double amount = depth.amount();
    boolean whole = depth.mm() || amount == Math.rint(amount);
    if (!(amount >= 0 && amount <= MOST_MM) || !whole) {
      throw bad(
          region,
          "A depth of %s %s is not possible.".formatted(Value.of(amount), depth.mm() ? "mm" : unit),
          "Give %s, 0 or more.".formatted(depth.mm() ? "millimetres" : "a whole number"));
    }
  }

  private void place(Region region, Vector at) {
    for (double c : new double[] {at.x(), at.y(), at.z()}) {
      if (!(Math.abs(c) <= MOST_MM)) {
        throw bad(
            region,
            "It lies %s mm away from its piece.".formatted(Value.of(c)),
            "Give a place in or near the piece.");
      }
    }
  }

  private void size(Region region, String what, double mm) {
    if (!(mm >= LEAST_MM && mm <= MOST_MM)) {
      throw bad(
          region,
          "A %s of %s mm is not possible.".formatted(what, Value.of(mm)),
          "Give a length above 0 mm.");
    }
  }

  private Problem bad(Region region, String reason, String remedy) {
    return new Problem(
        Problem.Kind.PLAN,
        "region '%s' of piece '%s'".formatted(region.id(), piece.id()),
        reason,
        remedy);
  }
}
