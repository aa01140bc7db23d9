package org.stratonomy.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.io.StlReader;
import org.stratonomy.engine.mesh.io.StlWriter;
import org.stratonomy.engine.mesh.io.ThreeMfWriter;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plan.Region.Side;
import org.stratonomy.engine.plan.Strata;
import org.stratonomy.engine.plan.Triangles;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Scope.Layers;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

/** The plans of the made-up workshop at Lantern Rock, with their models as mesh files. */
public final class DemoPlan {
  private static final String TILE = "relief-tile.stl";
  private static final String HOUSE = "lamp-house.stl";
  private static final String BRACKET = "boathouse-bracket.stl";
  private static final String BADGE = "path-badge.3mf";
  private static final String CHAIN = "mooring-chain.stl";
  private static final String FRINGE = "kelp-fringe.stl";
  private static final String GULL = "gull.stl";
  private static final String GAUGE = "tide-gauge.stl";
  private static final String PEBBLE = "pebble.stl";
  private static final List<Double> SHORE = List.of(5.0, 7.0, 13.0);

  private static final int SLATE = 1;
  private static final int SAND = 2;
  private static final int KELP = 3;
  private static final int CHALK = 4;
  private static final int RED = 5;
  private static final int AMBER = 6;
  private static final List<String> SLOTS =
      List.of("slate", "sand", "kelp", "chalk", "buoy-red", "amber-clear");
  private static final String BY_HAND = "workshop-one";
  private static final String FEEDER = "workshop-four";
  private static final String NOZZLES = "pair";
  private static final String MIXING = "blend";
  private static final String BELT = "longbelt";

  private DemoPlan() {}

  /** All of them; the first is the one to open first. */
  public static List<StratFile> all() {
    return List.of(
        coastAndLampHouse(),
        boathouseBracket(),
        pathBadge(),
        mooringChain(),
        gull(),
        gradientGull(),
        kelpFringe(),
        tideGauge(),
        reliefTile(),
        lampHouse());
  }

  /** The tile and the house side by side, with the colours of the shore at the same heights. */
  public static StratFile coastAndLampHouse() {
    List<Rule> rules = new ArrayList<>(shore("tile"));
    rules.addAll(house());
    return file(
        "Coast and lamp house", BY_HAND, SLOTS, List.of(tile(75, 105), house(187, 105)), rules);
  }

  public static StratFile reliefTile() {
    return file("Relief tile", BY_HAND, SLOTS, List.of(tile(125, 105)), shore("tile"));
  }

  public static StratFile lampHouse() {
    return file("Lamp house", BY_HAND, SLOTS, List.of(house(125, 105)), house());
  }

  /** A core and slabs of fibre-filled filament under a plain skin. */
  public static StratFile boathouseBracket() {
    Piece bracket =
        piece("bracket", "Boathouse bracket", BRACKET, Placement.at(150, 100))
            .withRegions(
                List.of(
                    new Region("core", "Core", new Region.Core(Depth.of(2), Depth.of(4))),
                    new Region("slabs", "Slabs", new Region.Slab("core", Side.BOTH, 6))));
    List<Rule> rules =
        List.of(
            new Rule(
                region("bracket", "slabs"),
                Map.of(Setting.FILAMENT, Value.of(2), Setting.INFILL_DENSITY, Value.of(100))),
            new Rule(
                region("bracket", "core"),
                Map.of(
                    Setting.FILAMENT, Value.of(2),
                    Setting.INFILL_DENSITY, Value.of(35),
                    Setting.INFILL_PATTERN, Value.of("honeycomb"))));
    return file(
        "Boathouse bracket", NOZZLES, List.of("harbour-blue", "rope"), List.of(bracket), rules);
  }

  /** Three bodies on a common origin from one file, each in its filament. */
  public static StratFile pathBadge() {
    Piece badge =
        piece("badge", "Path badge", BADGE, Placement.at(128, 128))
            .withBodies(
                List.of(
                    new Body("lettering", "Lettering", BADGE + "#3"),
                    new Body("arrow", "Arrow", BADGE + "#2"),
                    new Body("disc", "Disc", BADGE + "#1")))
            .withStrata(Strata.of(List.of(PathBadge.DISC_MM, PathBadge.LETTERS_MM)));
    List<Rule> rules =
        List.of(
            new Rule(body("badge", "lettering"), Map.of(Setting.FILAMENT, Value.of(3))),
            new Rule(body("badge", "arrow"), Map.of(Setting.FILAMENT, Value.of(2))));
    return file("Path badge", FEEDER, List.of("slate", "buoy-red", "chalk"), List.of(badge), rules);
  }

  /** Nine links in one mesh, still to be split into shells. */
  public static StratFile mooringChain() {
    Piece chain = piece("chain", "Mooring chain", CHAIN, Placement.at(128, 128));
    List<Rule> rules =
        List.of(
            new Rule(
                new Scope(List.of("chain"), List.of()),
                Map.of(
                    Setting.SUPPORT, Value.of("from the bed"),
                    Setting.SUPPORT_KIND, Value.of("tree"),
                    Setting.BRIM_LINES, Value.of(4))));
    return file("Mooring chain", FEEDER, List.of("chalk", "buoy-red"), List.of(chain), rules);
  }

  /** Beak, wing tips and feet marked on the surface. */
  public static StratFile gull() {
    Mesh read = StlReader.read(GULL, ByteBuffer.wrap(content(GULL)));
    Piece gull =
        piece("gull", "Gull", GULL, Placement.at(128, 128))
            .withRegions(
                List.of(
                    patch("beak", "Beak", Gull.beak(read)),
                    patch("wing-tips", "Wing tips", Gull.wingTips(read)),
                    patch("feet", "Feet", Gull.feet(read))));
    List<Rule> rules =
        List.of(
            new Rule(region("gull", "beak"), Map.of(Setting.FILAMENT, Value.of(3))),
            new Rule(region("gull", "wing-tips"), Map.of(Setting.FILAMENT, Value.of(2))),
            new Rule(region("gull", "feet"), Map.of(Setting.FILAMENT, Value.of(4))),
            new Rule(
                new Scope(List.of("gull"), List.of()),
                Map.of(
                    Setting.SUPPORT, Value.of("from the bed"),
                    Setting.SUPPORT_KIND, Value.of("tree"))));
    List<String> slots = List.of("chalk", "slate", "amber-clear", "buoy-red");
    return file("Gull", FEEDER, slots, List.of(gull), rules);
  }

  /**
   * From slate to chalk over the height, the beak darker than what is around it; a pebble takes
   * what is purged.
   */
  public static StratFile gradientGull() {
    Mesh read = StlReader.read(GULL, ByteBuffer.wrap(content(GULL)));
    Piece gull =
        piece("gull", "Gull", GULL, Placement.at(75, 110))
            .withRegions(List.of(patch("wing-tips", "Wing tips", Gull.wingTips(read))));
    Piece pebble = piece("pebble", "Pebble", PEBBLE, Placement.at(150, 110));
    Value gradient =
        new Value.Course(
            Layers.From.PIECE,
            true,
            List.of(new Value.Course.Step(1, 0), new Value.Course.Step(150, 100)));
    List<Rule> rules =
        List.of(
            new Rule(region("gull", "wing-tips"), Map.of(Setting.ADMIXTURE, Value.of(30))),
            new Rule(
                new Scope(List.of("gull"), List.of()),
                Map.of(
                    Setting.ADMIXTURE, gradient,
                    Setting.SUPPORT, Value.of("from the bed"),
                    Setting.SUPPORT_KIND, Value.of("tree"))),
            new Rule(
                new Scope(List.of("pebble"), List.of()),
                Map.of(
                    Setting.TAKES_PURGE, Value.of("all lines"),
                    Setting.INFILL_DENSITY, Value.of(60))));
    return file("Gradient gull", MIXING, List.of("slate", "chalk"), List.of(gull, pebble), rules);
  }

  private static Region patch(String id, String name, Triangles triangles) {
    return new Region(id, name, new Region.Patch("body", triangles, Depth.of(2), Depth.of(4)));
  }

  /** Thin ribs that droop in free air: slow, hot, without fan, walls only. */
  public static StratFile kelpFringe() {
    Piece fringe =
        piece("fringe", "Kelp fringe", FRINGE, Placement.at(125, 105))
            .withStrata(Strata.of(List.of(KelpFringe.RIBS_FROM_MM)));
    List<Rule> rules =
        List.of(
            new Rule(
                new Scope(List.of("fringe"), List.of("s2")),
                Map.of(
                    Setting.NOZZLE_TEMPERATURE, Value.of(226),
                    Setting.OUTER_WALL_SPEED, Value.of(9),
                    Setting.INNER_WALL_SPEED, Value.of(9),
                    Setting.OVERHANG_SPEED, Value.of(100),
                    Setting.BRIDGE_SPEED, Value.of(9),
                    Setting.FAN, Value.of(0),
                    Setting.BRIDGE_FAN, Value.of(0),
                    Setting.INFILL_DENSITY, Value.of(0),
                    Setting.TOP_LAYERS, Value.of(0),
                    Setting.BOTTOM_LAYERS, Value.of(0))));
    return file("Kelp fringe", BY_HAND, List.of("kelp"), List.of(fringe), rules);
  }

  /** A scale on the belt, in bands of two colours: across tilted layers each band is a stratum. */
  public static StratFile tideGauge() {
    double front = 40;
    List<Double> bands = new ArrayList<>();
    List<Rule> rules = new ArrayList<>();
    for (double mm = TideGauge.BAND_MM; mm < TideGauge.LENGTH_MM; mm += TideGauge.BAND_MM) {
      bands.add(Math.rint((front + mm) * Math.sqrt(0.5) * 100) / 100);
      if (bands.size() % 2 == 1) {
        rules.add(
            new Rule(
                new Scope(List.of("gauge"), List.of(Strata.id(bands.size() + 1))),
                Map.of(Setting.FILAMENT, Value.of(2))));
      }
    }
    Piece gauge =
        piece("gauge", "Tide gauge", GAUGE, Placement.at(125, front + TideGauge.LENGTH_MM / 2))
            .withStrata(Strata.of(bands));
    return file("Tide gauge", BELT, List.of("chalk", "buoy-red"), List.of(gauge), rules);
  }

  private static Scope region(String piece, String region) {
    return new Scope(
        List.of(piece), List.of(), List.of(), List.of(region), List.of(), Optional.empty());
  }

  private static Scope body(String piece, String body) {
    return new Scope(
        List.of(piece), List.of(body), List.of(), List.of(), List.of(), Optional.empty());
  }

  private static Piece piece(String id, String name, String mesh, Placement placement) {
    return new Piece(id, name, List.of(new Body("body", name, mesh)), placement, List.of());
  }

  private static Piece tile(double x, double y) {
    return new Piece(
        "tile",
        "Relief tile",
        List.of(new Body("coast", "Coast", TILE)),
        Placement.at(x, y),
        SHORE);
  }

  private static Piece house(double x, double y) {
    List<Double> boundaries = new ArrayList<>(SHORE);
    int bands = 5;
    for (int band = 0; band < bands; band++) {
      boundaries.add(
          LampHouse.SHAFT_FROM_MM
              + band * (LampHouse.SHAFT_TO_MM - LampHouse.SHAFT_FROM_MM) / bands);
    }
    boundaries.add(LampHouse.SHAFT_TO_MM);
    boundaries.add(LampHouse.GALLERY_MM);
    boundaries.add(LampHouse.LANTERN_MM);
    return new Piece(
        "house",
        "Lamp house",
        List.of(new Body("tower", "Tower", HOUSE)),
        Placement.at(x, y),
        boundaries);
  }

  private static List<Rule> shore(String piece) {
    return List.of(
        filament(piece, SLATE, 1),
        filament(piece, SAND, 2),
        filament(piece, KELP, 3),
        filament(piece, CHALK, 4));
  }

  private static List<Rule> house() {
    List<Rule> rules = new ArrayList<>();
    rules.add(
        new Rule(
            new Scope(List.of("house"), List.of("s11")),
            Map.of(
                Setting.FILAMENT, Value.of(AMBER),
                Setting.WALLS, Value.of(3),
                Setting.INFILL_DENSITY, Value.of(0))));
    rules.add(filament("house", SLATE, 1, 10));
    rules.add(filament("house", SAND, 2));
    rules.add(filament("house", KELP, 3));
    rules.add(filament("house", CHALK, 4, 6, 8));
    rules.add(filament("house", RED, 5, 7, 9, 12));
    return rules;
  }

  private static Rule filament(String piece, int slot, Integer... strata) {
    return new Rule(
        new Scope(List.of(piece), Stream.of(strata).map(Strata::id).toList()),
        Map.of(Setting.FILAMENT, Value.of(slot)));
  }

  private static StratFile file(
      String name, String machine, List<String> slots, List<Piece> pieces, List<Rule> rules) {
    List<Rule> all = new ArrayList<>(rules);
    all.add(
        new Rule(
            Scope.EVERYWHERE,
            Map.of(
                Setting.LAYER_HEIGHT, Value.of(0.2),
                Setting.FIRST_LAYER_HEIGHT, Value.of(0.2),
                Setting.WALLS, Value.of(2),
                Setting.INFILL_DENSITY, Value.of(15))));
    Map<String, byte[]> meshes = new LinkedHashMap<>();
    for (Piece piece : pieces) {
      piece.meshes().forEach(mesh -> meshes.put(mesh, content(mesh)));
    }
    return new StratFile(new Plan(name, machine, slots, pieces, all, List.of()), meshes);
  }

  private static byte[] content(String mesh) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      if (mesh.startsWith(BADGE)) {
        ThreeMfWriter.write(PathBadge.parts(), bytes);
      } else {
        StlWriter.writeBinary(model(mesh), bytes);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private static Mesh model(String name) {
    return switch (name) {
      case TILE -> ReliefTile.mesh(ReliefTile.POINTS);
      case HOUSE -> LampHouse.mesh();
      case BRACKET -> BoathouseBracket.mesh();
      case CHAIN -> MooringChain.mesh();
      case GULL -> Gull.mesh();
      case PEBBLE -> Pebble.mesh();
      case GAUGE -> TideGauge.mesh();
      default -> KelpFringe.mesh();
    };
  }

  /** Writes all demo plans as .strat files into a directory. */
  public static void main(String[] args) throws IOException {
    java.nio.file.Path directory = java.nio.file.Path.of(args[0]);
    java.nio.file.Files.createDirectories(directory);
    for (StratFile file : all()) {
      String name = file.plan().name().toLowerCase(java.util.Locale.ROOT).replace(' ', '-');
      try (var out = java.nio.file.Files.newOutputStream(directory.resolve(name + ".strat"))) {
        file.write(out);
      }
    }
  }
}
