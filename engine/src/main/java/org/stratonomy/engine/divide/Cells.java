package org.stratonomy.engine.divide;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntToDoubleFunction;
import org.stratonomy.engine.divide.Fragments.Fragment;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.MeshReport;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;
import org.stratonomy.engine.settings.SpotSettings;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.PlacedPiece;
import org.stratonomy.engine.strata.Section;
import org.stratonomy.engine.strata.Sections;

/**
 * Divides the layers of a piece into cells: first into fragments that rules can tell apart, by the
 * body that owns a place and by the regions that it lies in; then fragments in which the same
 * values hold are put together, so that a region without effect leaves no trace. The cells of a
 * layer share no place and make up its section. Safe to use from several threads.
 */
public final class Cells {
  private final Plan plan;
  private final Piece piece;
  private final PieceStack stack;
  private final Sections sections;
  private final Resolver resolver;
  private final MeshSource meshes;
  private final Memo memo;
  private final boolean bodiesMatter;
  private final RegionAreas regions;

  /** The regions that rules name. */
  private final List<Region> named;

  private final int[] stratumStarts;
  private final Layer[] layers;

  /** What is known of a layer. */
  private record Layer(List<Cell> cells, Key key) {}

  public Cells(
      Plan plan,
      PlacedPiece placed,
      PieceStack stack,
      Sections sections,
      Resolver resolver,
      MeshSource meshes,
      Memo memo) {
    this.plan = plan;
    this.piece = placed.piece();
    this.stack = stack;
    this.sections = sections;
    this.resolver = resolver;
    this.meshes = meshes;
    this.memo = memo;
    List<Scope> wheres =
        plan.rules().stream()
            .filter(Rule::on)
            .map(Rule::where)
            .filter(where -> where.matchesPiece(piece.id()))
            .toList();
    bodiesMatter =
        piece.bodies().size() > 1 && wheres.stream().anyMatch(where -> !where.bodies().isEmpty());
    named =
        piece.regions().stream()
            .filter(r -> wheres.stream().anyMatch(where -> where.regions().contains(r.id())))
            .toList();
    IntToDoubleFunction widths =
        layer -> stratum(stack.layers().get(layer - 1)).number(Setting.LINE_WIDTH);
    regions = new RegionAreas(placed, stack, sections, meshes, widths, memo);
    stratumStarts = new int[piece.strata().count() + 1];
    for (PieceLayer layer : stack.layers()) {
      if (stratumStarts[layer.stratum()] == 0) {
        stratumStarts[layer.stratum()] = layer.index();
      }
    }
    layers = new Layer[stack.layers().size()];
  }

  /** Whether a rule may say something of a setting somewhere in the piece. */
  public boolean mayHaveRules(Setting setting) {
    return plan.rules().stream()
        .anyMatch(
            rule ->
                rule.on()
                    && rule.set().containsKey(setting)
                    && rule.where().matchesPiece(piece.id()));
  }

  /** What holds in a layer, but for rules for some part of it. */
  public Settings stratum(PieceLayer layer) {
    return resolver.stratum(piece.id(), layer.stratum());
  }

  /** What holds for lines that are in a layer without being part of the piece. */
  public SpotSettings beside(PieceLayer layer) {
    return resolver.at(spot(layer, "", Set.of()));
  }

  /** The cells of a layer, in an order that depends on nothing but the plan. */
  public List<Cell> of(PieceLayer layer) {
    return layer(layer).cells;
  }

  /** Key of the areas of the cells of a layer. */
  public Key key(PieceLayer layer) {
    return layer(layer).key;
  }

  /** Where a region lies in a layer, its own cavity included. */
  public Area region(String id, PieceLayer layer) {
    return Plane.intersection(
        regions.get(piece.region(id).orElseThrow()).get(layer.index()),
        sections.whole(layer.index()));
  }

  /** What reading the mesh of a region found, if it is one. */
  public Optional<MeshReport> report(Region region) {
    return region.shape() instanceof Region.Solid solid
        ? Optional.of(meshes.mesh(solid.mesh()).report())
        : Optional.empty();
  }

  /** What rules can tell of a place in a layer, or nothing if the piece is not there. */
  public Optional<ScopeSpot> spot(PieceLayer layer, double x, double y) {
    return fragments(layer).list().stream()
        .filter(fragment -> new Clipper(fragment.area()).contains(x, y))
        .findFirst()
        .map(fragment -> spot(layer, fragment));
  }

  /**
   * A part of a layer that rules can tell apart.
   *
   * @param spot stands for all of its places
   */
  public record Place(ScopeSpot spot, Area area) {}

  /** All that rules can tell apart in a layer; together they make up its section. */
  public List<Place> places(PieceLayer layer) {
    return fragments(layer).list().stream()
        .map(fragment -> new Place(spot(layer, fragment), fragment.area()))
        .toList();
  }

  private Layer layer(PieceLayer layer) {
    int i = layer.index() - 1;
    if (layers[i] == null) {
      layers[i] = divide(layer);
    }
    return layers[i];
  }

  private Layer divide(PieceLayer layer) {
    List<Fragment> fragments = fragments(layer).list();
    List<SpotSettings> settings = new ArrayList<>();
    List<List<Area>> areas = new ArrayList<>();
    List<List<Set<String>>> insides = new ArrayList<>();
    Key.Builder key = Key.of("cells").add(fragmentsKey(layer));
    for (Fragment fragment : fragments) {
      SpotSettings own = resolver.at(spot(layer, fragment));
      int cell = 0;
      while (cell < settings.size() && !settings.get(cell).sameValues(own)) {
        cell++;
      }
      if (cell == settings.size()) {
        settings.add(own);
        areas.add(new ArrayList<>());
        insides.add(new ArrayList<>());
      }
      areas.get(cell).add(fragment.area());
      insides.get(cell).add(fragment.regions());
      key.add(cell);
    }
    List<Cell> cells = new ArrayList<>();
    Key built = fragments.size() == 1 ? fragmentsKey(layer) : key.build();
    for (int cell = 0; cell < settings.size(); cell++) {
      Area area = area(layer, built, cell, areas);
      cells.add(new Cell(area, settings.get(cell), regions(insides.get(cell))));
    }
    return new Layer(List.copyOf(cells), built);
  }

  /** The regions that a cell is made of, if no part of it is outside of regions. */
  private static List<String> regions(List<Set<String>> insides) {
    return insides.stream().anyMatch(Set::isEmpty)
        ? List.of()
        : insides.stream().flatMap(Set::stream).distinct().sorted().toList();
  }

  private Area area(PieceLayer layer, Key key, int cell, List<List<Area>> areas) {
    if (areas.size() == 1) {
      return sections.get(layer.index()).area();
    }
    List<Area> parts = areas.get(cell);
    return parts.size() == 1
        ? parts.getFirst()
        : memo.get(
                Key.of("cell").add(key).add(cell).build(),
                Section.class,
                () -> Section.of(Plane.union(parts)))
            .area();
  }

  private ScopeSpot spot(PieceLayer layer, Fragment fragment) {
    return spot(layer, piece.bodies().get(fragment.body()).id(), fragment.regions());
  }

  /**
   * A spot in a layer, wherever it may be.
   *
   * @param body id of a body; empty beside the piece
   */
  public ScopeSpot spot(PieceLayer layer, String body, Set<String> inRegions) {
    return new ScopeSpot(
        piece.id(),
        body,
        piece.strata().get(layer.stratum()).id(),
        inRegions,
        layer.index(),
        layer.index() - stratumStarts[layer.stratum()] + 1,
        plan.strata().get(stack.planStratum(layer)).id());
  }

  private Key fragmentsKey(PieceLayer layer) {
    Key section = sections.key(layer.index());
    if (!bodiesMatter && named.isEmpty()) {
      return section;
    }
    Key.Builder key = Key.of("fragments").add(section).add(bodiesMatter ? 1 : 0);
    for (Region region : named) {
      key.add(region.id()).add(regions.get(region).key(layer.index()));
    }
    return key.build();
  }

  private Fragments fragments(PieceLayer layer) {
    if (!bodiesMatter && named.isEmpty()) {
      Area section = sections.get(layer.index()).area();
      return new Fragments(List.of(new Fragment(0, Set.of(), section)));
    }
    return memo.get(fragmentsKey(layer), Fragments.class, () -> split(layer));
  }

  private Fragments split(PieceLayer layer) {
    List<Fragment> fragments = new ArrayList<>();
    Area left = sections.get(layer.index()).area();
    for (int b = 0; bodiesMatter && b + 1 < piece.bodies().size(); b++) {
      Area body = sections.body(b, layer.index());
      add(fragments, b, Set.of(), Plane.intersection(left, body));
      left = Plane.difference(left, body);
    }
    add(fragments, bodiesMatter ? piece.bodies().size() - 1 : 0, Set.of(), left);
    for (Region region : named) {
      Area area = regions.get(region).get(layer.index());
      fragments = area.isEmpty() ? fragments : split(fragments, region.id(), area);
    }
    if (fragments.isEmpty()) {
      fragments.add(new Fragment(0, Set.of(), Area.EMPTY));
    }
    return new Fragments(fragments);
  }

  private static List<Fragment> split(List<Fragment> fragments, String id, Area region) {
    List<Fragment> split = new ArrayList<>();
    for (Fragment f : fragments) {
      Set<String> inside = new HashSet<>(f.regions());
      inside.add(id);
      add(split, f.body(), f.regions(), Plane.difference(f.area(), region));
      add(split, f.body(), Set.copyOf(inside), Plane.intersection(f.area(), region));
    }
    return split;
  }

  private static void add(List<Fragment> list, int body, Set<String> regions, Area area) {
    if (!area.isEmpty()) {
      list.add(new Fragment(body, regions, area));
    }
  }
}
