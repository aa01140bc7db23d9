package org.stratonomy.engine.support;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.stratonomy.engine.divide.Cell;
import org.stratonomy.engine.divide.Cells;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.line.Bridge;
import org.stratonomy.engine.line.LayerLines;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.memo.Key;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;
import org.stratonomy.engine.plane.hatch.Hatch;
import org.stratonomy.engine.settings.Choice.Support;
import org.stratonomy.engine.settings.Choice.SupportKind;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.strata.PieceLayer;
import org.stratonomy.engine.strata.PieceStack;
import org.stratonomy.engine.strata.Sections;

/**
 * The support of one piece. From the top down each layer takes over what stands above it, adds what
 * the overhangs above need, and keeps away from the piece; where support may stand on the bed only,
 * what does not reach it is left out from the bottom up.
 */
public final class Supports {
  /** How far beyond an overhang it is supported, in widths. */
  private static final double REACH = 1;

  /** Support narrower than this many widths would fall over. */
  private static final double SLENDER = 1.5;

  private final PieceStack stack;
  private final Sections sections;
  private final Cells cells;
  private final Memo memo;
  private final List<SupportSettings> settings = new ArrayList<>();

  /** What support may stand on, in any cell of any layer; found when it is asked for. */
  private Set<Support> wheres;

  private List<SupportLayer> layers;
  private Key key;

  public Supports(PieceStack stack, Sections sections, Cells cells, Memo memo) {
    this.stack = stack;
    this.sections = sections;
    this.cells = cells;
    this.memo = memo;
    for (PieceLayer layer : stack.layers()) {
      Interruption.check();
      settings.add(SupportSettings.of(cells.stratum(layer), cells.beside(layer)));
    }
  }

  private synchronized Set<Support> wheres() {
    if (wheres == null) {
      wheres = EnumSet.noneOf(Support.class);
      if (cells.mayHaveRules(Setting.SUPPORT)) {
        stack.layers().stream()
            .flatMap(layer -> cells.of(layer).stream())
            .forEach(cell -> wheres.add(where(cell)));
      }
    }
    return wheres;
  }

  /** Whether there may be support anywhere. */
  private boolean any() {
    return wheres().stream().anyMatch(where -> where != Support.NONE);
  }

  private static Support where(Cell cell) {
    return cell.settings().all().choice(Support.class);
  }

  private SupportSettings settings(int index) {
    return settings.get(index - 1);
  }

  /** An insert carries what lies over it. */
  private Area section(int index) {
    return sections.whole(index);
  }

  /** Key of all support of the piece. */
  private synchronized Key key() {
    if (key == null) {
      Key.Builder builder = Key.of("support").add(any() ? 1 : 0);
      for (int i = 1; any() && i <= settings.size(); i++) {
        PieceLayer layer = stack.layers().get(i - 1);
        builder.add(sections.key(i)).add(layer.height()).add(cells.key(layer));
        cells.of(layer).forEach(cell -> builder.add(where(cell)));
        builder.add(settings(i));
      }
      key = builder.build();
    }
    return key;
  }

  /** Takes in how support is laid in a layer. */
  public void addSettings(Key.Builder key, int index) {
    if (any()) {
      key.add(settings(index));
    }
  }

  /** What support covers in a layer, without its interface. */
  public Area body(int index) {
    return any() ? layers().get(index - 1).body() : Area.EMPTY;
  }

  /** What the interface covers in a layer. */
  public Area touching(int index) {
    return any() ? layers().get(index - 1).touching() : Area.EMPTY;
  }

  public Area area(int index) {
    return Plane.union(body(index), touching(index));
  }

  /** The lines of support in a layer. */
  public List<Line> lines(PieceLayer layer) {
    if (!any()) {
      return List.of();
    }
    SupportLayer support = layers().get(layer.index() - 1);
    return support.isEmpty()
        ? List.of()
        : memo.get(
                Key.of("support lines").add(key()).add(layer.index()).build(),
                LayerLines.class,
                () -> new LayerLines(List.of(lines(support, settings(layer.index()), layer))))
            .lines();
  }

  private static List<Line> lines(SupportLayer support, SupportSettings s, PieceLayer layer) {
    List<Line> lines = new ArrayList<>();
    double width = s.lineWidth();
    if (s.kind() == SupportKind.TREE) {
      Path.ofRings(Plane.inset(support.body(), width / 2))
          .forEach(path -> lines.add(new Line(Role.SUPPORT, path, width)));
    } else {
      hatch(support.body(), 0, s.density(), Role.SUPPORT, width, lines);
    }
    double across = layer.index() % 2 == 0 ? Math.PI / 2 : 0;
    hatch(
        support.touching(),
        across,
        s.interfaceDensity(),
        Role.INTERFACE,
        s.interfaceWidth(),
        lines);
    return lines;
  }

  private static void hatch(
      Area area, double angle, double density, Role role, double width, List<Line> lines) {
    if (density <= 0) {
      return;
    }
    double spacing = width / density;
    Area centres = Plane.inset(area, width / 2);
    for (Path path : Hatch.joined(centres, angle, spacing, 0, 2 * spacing)) {
      lines.add(new Line(role, path, width));
    }
  }

  /** All layers, from the bottom. */
  private synchronized List<SupportLayer> layers() {
    if (layers == null) {
      layers = memo.get(key(), Result.class, () -> new Result(compute())).layers;
    }
    return layers;
  }

  private record Result(List<SupportLayer> layers) implements Memo.Sized {
    @Override
    public int weight() {
      return layers.stream().mapToInt(SupportLayer::weight).sum();
    }
  }

  private List<SupportLayer> compute() {
    int n = settings.size();
    List<Area> contacts = new ArrayList<>();
    for (int i = 1; i <= n; i++) {
      contacts.add(contact(i));
    }
    SupportLayer[] made = new SupportLayer[n];
    SupportLayer above = SupportLayer.NONE;
    for (int i = n; i >= 1; i--) {
      above = made[i - 1] = below(above, contacts, i);
    }
    return reachingDown(made);
  }

  /** What of a layer needs support under it. */
  private Area contact(int index) {
    SupportSettings s = settings(index);
    PieceLayer layer = stack.layers().get(index - 1);
    if (index == 1 && stack.onBed()) {
      return Area.EMPTY;
    }
    double step = layer.height() * Math.tan(s.overhangRad());
    List<Area> kept = new ArrayList<>();
    for (Cell cell : cells.of(layer)) {
      switch (where(cell)) {
        case NONE -> {
          // Nothing is supported here.
        }
        case FORCED -> kept.add(Plane.difference(cell.area(), sections.carryingWhole(index - 1)));
        case FROM_THE_BED, EVERYWHERE -> {
          kept.add(overhang(cell.area(), index, step));
          kept.add(islands(cell.area(), index));
        }
      }
    }
    kept.removeIf(Area::isEmpty);
    return kept.isEmpty()
        ? Area.EMPTY
        : Plane.outset(Plane.union(kept), REACH * s.lineWidth() + step);
  }

  /** What of an area leans out too far, but for what is small or can be bridged. */
  private Area overhang(Area area, int index, double step) {
    SupportSettings s = settings(index);
    Area below = sections.carryingWhole(index - 1);
    Area over = Plane.beyond(area, below, step);
    Area kept = Area.EMPTY;
    for (Area part : over.withoutSmall(s.leastMm2()).parts()) {
      boolean bridged = new Bridge(below, s.lineWidth()).span(part, section(index)) <= s.bridgeMm();
      kept = bridged ? kept : Plane.union(kept, part);
    }
    return kept;
  }

  /** What of an area begins in mid-air; unlike other overhangs it needs support however small. */
  private Area islands(Area area, int index) {
    Area islands = sections.islands(index);
    return islands.isEmpty() ? islands : Plane.intersection(area, islands);
  }

  private SupportLayer below(SupportLayer above, List<Area> contacts, int index) {
    SupportSettings s = settings(index);
    Area fresh = contact(contacts, index + s.gapLayers() + 1);
    List<Area> near = new ArrayList<>();
    for (int k = 0; k < s.interfaceLayers(); k++) {
      near.add(contact(contacts, index + s.gapLayers() + 1 + k));
    }
    Area piece = section(index);
    for (int k = 1; k <= s.gapLayers(); k++) {
      piece = Plane.union(piece, section(index - k));
    }
    Area away = Plane.union(Plane.outset(piece, s.gapMm()), sections.belt(index));
    if (s.kind() == SupportKind.TREE) {
      TreeSupport tree = new TreeSupport(stack.layers().get(index - 1).height());
      List<SupportLayer.Branch> branches = tree.below(above.branches(), fresh, away);
      Area touching = Plane.difference(Plane.union(nonEmpty(near)), away);
      Area body = Plane.difference(TreeSupport.area(branches), Plane.union(away, touching));
      return new SupportLayer(body, touching, Area.EMPTY, branches);
    }
    Area columns = Plane.difference(Plane.union(above.columns(), fresh), away);
    Area all = withoutSlender(columns, s.lineWidth());
    Area touching = Plane.intersection(all, Plane.union(nonEmpty(near)));
    return new SupportLayer(Plane.difference(all, touching), touching, columns, List.of());
  }

  private static Area withoutSlender(Area area, double width) {
    return area.isEmpty() ? area : Plane.open(area, SLENDER / 2 * width);
  }

  private static List<Area> nonEmpty(List<Area> areas) {
    List<Area> kept = areas.stream().filter(area -> !area.isEmpty()).toList();
    return kept.isEmpty() ? List.of(Area.EMPTY) : kept;
  }

  private static Area contact(List<Area> contacts, int index) {
    return index > contacts.size() ? Area.EMPTY : contacts.get(index - 1);
  }

  /** Where nothing is said, support goes on down as it may elsewhere in the piece. */
  private boolean bedOnly(Support where) {
    return switch (where) {
      case FROM_THE_BED -> true;
      case EVERYWHERE, FORCED -> false;
      case NONE -> !wheres().contains(Support.EVERYWHERE) && !wheres().contains(Support.FORCED);
    };
  }

  /** Leaves out what stands on the piece where support may stand on the bed only. */
  private List<SupportLayer> reachingDown(SupportLayer[] made) {
    Area standing = Area.EMPTY;
    List<SupportLayer> kept = new ArrayList<>();
    for (int i = 1; i <= made.length; i++) {
      SupportLayer layer = made[i - 1];
      SupportSettings s = settings(i);
      boolean bedOnly = bedOnly(s.where());
      if (i > 1 && bedOnly && !layer.isEmpty()) {
        Area ground = Plane.union(standing, sections.belt(i - 1));
        Area carried = Plane.outset(ground, s.lineWidth());
        layer =
            new SupportLayer(
                Plane.intersection(layer.body(), carried),
                Plane.intersection(layer.touching(), carried),
                layer.columns(),
                layer.branches());
      }
      standing = Plane.union(layer.body(), layer.touching());
      kept.add(layer);
    }
    return List.copyOf(kept);
  }
}
