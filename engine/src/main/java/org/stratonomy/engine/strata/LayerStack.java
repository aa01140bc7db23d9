package org.stratonomy.engine.strata;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Settings;

/**
 * All layers of a plan in the order of their heights: layers of several pieces whose tops fall
 * together are one layer of the plan.
 *
 * <p>Every height at which a layer ends is a whole number of micrometres, and where boundaries and
 * stops come to lie is decided here ({@link Planes}).
 *
 * <p>Under a raft the heights of the pieces stay as they are: the raft lies below height 0, and the
 * bed that much lower.
 *
 * @param pieces one stack for each piece, in the plan's order
 * @param layers numbered from 1
 * @param apart whether pieces are printed one at a time
 */
public record LayerStack(List<PieceStack> pieces, List<PlanLayer> layers, boolean apart) {
  private static final int MOST_LAYERS = 50_000;

  /**
   * One layer of the plan; it fills the height from bottom to top.
   *
   * @param number from 1
   * @param bottom top of the layer below, mm
   * @param top height of the nozzle while it prints, mm
   * @param parts the pieces' layers that end at this height; none in a raft, and where the lowest
   *     layer of what is above hangs in the air
   */
  public record PlanLayer(int number, double bottom, double top, List<Part> parts) {
    public boolean isRaft() {
      return top <= 0;
    }

    private PlanLayer only(Part part) {
      return new PlanLayer(number, part.layer.bottom(), part.layer.top(), List.of(part));
    }
  }

  /**
   * @param piece index of the piece in the plan, from 0
   */
  public record Part(int piece, PieceLayer layer) {}

  /**
   * @throws org.stratonomy.engine.problem.Problem if a boundary is impossible
   */
  public static LayerStack of(Plan plan, List<PlacedPiece> placed, Resolver resolver) {
    List<PieceStack> stacks = new ArrayList<>();
    TreeMap<Double, List<Part>> byTop = new TreeMap<>();
    for (int p = 0; p < placed.size(); p++) {
      String id = placed.get(p).id();
      PieceStack stack =
          new PieceStacker(
                  placed.get(p),
                  resolver.machine(),
                  stratum -> resolver.stratum(id, stratum),
                  maySupport(plan, id))
              .stack(plan);
      stacks.add(stack);
      for (PieceLayer layer : stack.layers()) {
        byTop.computeIfAbsent(layer.top(), top -> new ArrayList<>()).add(new Part(p, layer));
      }
    }
    checkCount(byTop.size());
    boolean onBed = stacks.stream().anyMatch(stack -> stack.onBed() && !stack.layers().isEmpty());
    List<PlanLayer> layers = onBed ? raft(resolver.plan()) : new ArrayList<>();
    double bottom =
        layers.isEmpty()
            ? stacks.stream().mapToDouble(LayerStack::bottom).min().orElse(0)
            : layers.getLast().top();
    double wanted = resolver.plan().number(Setting.LAYER_HEIGHT);
    for (Map.Entry<Double, List<Part>> entry : byTop.entrySet()) {
      double low =
          entry.getValue().stream().mapToDouble(part -> part.layer().bottom()).min().orElseThrow();
      if (bottom >= 0 && low > bottom) {
        addAir(layers, bottom, low, wanted);
        bottom = low;
      }
      double top = entry.getKey();
      layers.add(new PlanLayer(layers.size() + 1, bottom, top, List.copyOf(entry.getValue())));
      bottom = top;
    }
    boolean apart = placed.size() > 1 && resolver.printsApart();
    return new LayerStack(List.copyOf(stacks), List.copyOf(layers), apart).divided(plan);
  }

  private LayerStack divided(Plan plan) {
    List<PieceStack> divided = new ArrayList<>();
    for (int p = 0; p < pieces.size(); p++) {
      PieceStack stack = pieces.get(p);
      boolean hasLayers = !stack.layers().isEmpty();
      divided.add(hasLayers ? stack.divided(plan, new Planes(apart ? of(p) : layers)) : stack);
    }
    return new LayerStack(List.copyOf(divided), layers, apart);
  }

  /** A piece's share of each layer. */
  private List<PlanLayer> of(int piece) {
    return layers.stream()
        .flatMap(layer -> layer.parts().stream().filter(p -> p.piece() == piece).map(layer::only))
        .toList();
  }

  /**
   * @throws Problem if these are too many layers
   */
  static void checkCount(long layers) {
    if (layers > MOST_LAYERS) {
      throw new Problem(
          Problem.Kind.PLAN,
          "plan",
          "It would have %,d layers; %,d are possible.".formatted(layers, MOST_LAYERS),
          "Choose thicker layers, or check the scale and the height of the pieces.");
    }
  }

  /** Layers without anything from one height to another, so that all heights have a layer. */
  private static void addAir(List<PlanLayer> layers, double low, double high, double wanted) {
    long count = Math.round((high - low) / wanted);
    checkCount(layers.size() + count);
    double bottom = low;
    for (int i = 1; i <= count; i++) {
      double top = i == count ? high : Planes.rounded(low + i * (high - low) / count);
      layers.add(new PlanLayer(layers.size() + 1, bottom, top, List.of()));
      bottom = top;
    }
  }

  /** Whether some rule speaks of support in the piece. */
  private static boolean maySupport(Plan plan, String piece) {
    return plan.rules().stream()
        .filter(rule -> rule.on() && rule.set().containsKey(Setting.SUPPORT))
        .filter(rule -> !rule.set().get(Setting.SUPPORT).toString().equals("none"))
        .map(rule -> rule.where().pieces())
        .anyMatch(pieces -> pieces.isEmpty() || pieces.contains(piece));
  }

  private static List<PlanLayer> raft(Settings plan) {
    int count = plan.count(Setting.RAFT_LAYERS);
    double height = plan.number(Setting.LAYER_HEIGHT);
    double first = plan.number(Setting.FIRST_LAYER_HEIGHT);
    double bottom = -plan.number(Setting.RAFT_GAP) - first - (count - 1) * height;
    List<PlanLayer> layers = new ArrayList<>();
    for (int i = 1; i <= count; i++) {
      double top = bottom + (i == 1 ? first : height);
      layers.add(new PlanLayer(i, Planes.rounded(bottom), Planes.rounded(top), List.of()));
      bottom = top;
    }
    return layers;
  }

  /**
   * Numbers of the strata that begin at a plane, by the index of their piece, without the lowest
   * stratum of each piece.
   */
  public Map<Integer, Integer> beginning(double plane) {
    Map<Integer, Integer> beginning = new TreeMap<>();
    for (int p = 0; p < pieces.size(); p++) {
      List<PieceLayer> all = pieces.get(p).layers();
      for (int i = 1; i < all.size(); i++) {
        PieceLayer layer = all.get(i);
        if (layer.bottom() == plane && layer.stratum() != all.get(i - 1).stratum()) {
          beginning.put(p, layer.stratum());
        }
      }
    }
    return beginning;
  }

  /** How many layers of raft there are below the pieces. */
  public int raftLayers() {
    return (int) layers.stream().filter(PlanLayer::isRaft).count();
  }

  /** How far the bed lies below height 0, mm. */
  public double liftMm() {
    return raftLayers() == 0 ? 0 : -layers.getFirst().bottom();
  }

  private static double bottom(PieceStack stack) {
    return stack.layers().isEmpty() ? 0 : stack.layers().getFirst().bottom();
  }

  public int size() {
    return layers.size();
  }

  /**
   * The layers in the order in which they are printed one piece at a time: first the raft, then for
   * each piece its share of each layer.
   *
   * @param order indices of the pieces in the plan, from 0
   */
  public List<PlanLayer> pieceByPiece(List<Integer> order) {
    List<PlanLayer> passes = new ArrayList<>(layers.subList(0, raftLayers()));
    for (int piece : order) {
      passes.addAll(of(piece));
    }
    return List.copyOf(passes);
  }
}
