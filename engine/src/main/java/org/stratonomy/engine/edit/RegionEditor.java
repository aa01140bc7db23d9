package org.stratonomy.engine.edit;

import java.util.ArrayList;
import java.util.List;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plan.Triangles;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** Puts regions into pieces, with measures that can be seen and changed, and takes them out. */
public final class RegionEditor {
  private static final int CORE_WALLS = 2;
  private static final int CORE_LAYERS = 3;
  private static final int SLAB_LAYERS = 3;
  private static final int PATCH_WALLS = 2;
  private static final int PATCH_LAYERS = 3;

  /** Share of the piece that a new region takes up along each axis. */
  private static final double SHARE = 0.5;

  /** Kinds of regions that can be made from nothing. */
  public enum Kind {
    CORE("Core"),
    SLAB("Slab"),
    BOX("Box"),
    CYLINDER("Cylinder"),
    SPHERE("Sphere"),
    PATCH("Patch");

    private final String label;

    Kind(String label) {
      this.label = label;
    }
  }

  private final Plan plan;
  private final Piece piece;

  /**
   * @throws Problem if there is no such piece
   */
  public RegionEditor(Plan plan, String piece) {
    this.plan = plan;
    this.piece = plan.piece(piece, "the region");
  }

  private static Problem bad(String reason, String remedy) {
    return new Problem(Problem.Kind.PLAN, "the region", reason, remedy);
  }

  /**
   * A new region in the middle of the piece.
   *
   * @param size of the unturned, unscaled model along X, Y and Z, mm
   * @throws Problem if a slab is wanted and there is no core
   */
  public Plan add(Kind kind, Vector size) {
    return add(kind.label, shape(kind, size));
  }

  /** A new region that is the inside of a mesh in the model's coordinates. */
  public Plan addSolid(String name, String mesh) {
    return add(name, new Region.Solid(mesh, new Vector(0, 0, 0)));
  }

  /**
   * A new patch of some triangles of a body that is printed with a filament.
   *
   * @param name what it is called
   * @param slot of the filament
   */
  public Plan addPatch(String name, String body, Triangles triangles, int slot) {
    Region.Shape shape =
        new Region.Patch(body, triangles, Depth.of(PATCH_WALLS), Depth.of(PATCH_LAYERS));
    Plan added = add(name, shape);
    String id = added.piece(piece.id()).orElseThrow().regions().getLast().id();
    Scope where = new Scope(List.of(piece.id()), List.of()).withRegions(List.of(id));
    return RuleEditor.set(added, where, Setting.FILAMENT, Value.of(slot));
  }

  private Plan add(String label, Region.Shape shape) {
    int number = 1;
    String base = label.toLowerCase(java.util.Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
    while (piece.region(id(base, number)).isPresent()) {
      number++;
    }
    String name = number == 1 ? label : label + " " + number;
    List<Region> regions = new ArrayList<>(piece.regions());
    regions.add(new Region(id(base, number), name, shape));
    return plan.withPiece(piece.withRegions(regions));
  }

  private static String id(String base, int number) {
    return number == 1 ? base : base + "-" + number;
  }

  private Region.Shape shape(Kind kind, Vector size) {
    Vector middle = new Vector(0, 0, rounded(size.z() / 2));
    double across = rounded(SHARE * Math.min(size.x(), size.y()));
    return switch (kind) {
      case CORE -> new Region.Core(Depth.of(CORE_WALLS), Depth.of(CORE_LAYERS));
      case SLAB -> {
        String core =
            piece.regions().stream()
                .filter(region -> region.shape() instanceof Region.Core)
                .map(Region::id)
                .findFirst()
                .orElseThrow(() -> bad("There is no core yet.", "Make a core first."));
        yield new Region.Slab(core, Region.Side.BOTH, SLAB_LAYERS);
      }
      case BOX ->
          new Region.Box(
              middle,
              new Vector(
                  rounded(SHARE * size.x()), rounded(SHARE * size.y()), rounded(SHARE * size.z())));
      case CYLINDER -> new Region.Cylinder(middle, across, rounded(size.z()));
      case PATCH ->
          new Region.Patch(
              piece.bodies().getFirst().id(),
              Triangles.NONE,
              Depth.of(PATCH_WALLS),
              Depth.of(PATCH_LAYERS));
      case SPHERE -> new Region.Sphere(middle, Math.min(across, rounded(size.z())));
    };
  }

  private static double rounded(double mm) {
    return Math.max(0.1, Math.rint(mm * 10) / 10);
  }

  /**
   * Without a region, and without the slabs and rules that need it.
   *
   * @throws Problem if there is no such region
   */
  public Plan remove(String region) {
    existing(region);
    List<String> gone =
        piece.regions().stream()
            .filter(
                r ->
                    r.id().equals(region)
                        || r.shape() instanceof Region.Slab slab && slab.core().equals(region))
            .map(Region::id)
            .toList();
    List<Region> kept = piece.regions().stream().filter(r -> !gone.contains(r.id())).toList();
    Plan without = plan.withPiece(piece.withRegions(kept));
    List<Rule> rules = new ArrayList<>();
    for (Rule rule : plan.rules()) {
      List<String> named = rule.where().regions();
      List<String> left = named.stream().filter(id -> isKnown(without, id)).toList();
      if (named.isEmpty() || !left.isEmpty()) {
        rules.add(rule.withWhere(rule.where().withRegions(left)));
      }
    }
    return without.withRules(rules);
  }

  /**
   * With a region in the place of the one with its id.
   *
   * @throws Problem if there is none
   */
  public Plan change(Region changed) {
    existing(changed.id());
    return plan.withPiece(
        piece.withRegions(
            piece.regions().stream()
                .map(region -> region.id().equals(changed.id()) ? changed : region)
                .toList()));
  }

  private void existing(String region) {
    if (piece.region(region).isEmpty()) {
      throw bad(
          "There is no region '%s' in %s.".formatted(region, piece.name()), "Choose another.");
    }
  }

  private static boolean isKnown(Plan plan, String region) {
    return plan.pieces().stream().anyMatch(piece -> piece.region(region).isPresent());
  }
}
