package org.stratonomy.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.StlWriter;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Rule;
import org.stratonomy.engine.plan.Setting;
import org.stratonomy.engine.plan.Value;
import org.stratonomy.engine.plan.Where;

/** The plans of the made-up workshop at Lantern Rock, with their models as STL files. */
public final class DemoPlan {
  private static final String TILE = "relief-tile.stl";
  private static final String HOUSE = "lamp-house.stl";
  private static final List<Double> SHORE = List.of(5.0, 7.0, 13.0);

  private static final int SLATE = 1;
  private static final int SAND = 2;
  private static final int KELP = 3;
  private static final int CHALK = 4;
  private static final int RED = 5;
  private static final int AMBER = 6;
  private static final List<String> SLOTS =
      List.of("slate", "sand", "kelp", "chalk", "buoy-red", "amber-clear");

  private DemoPlan() {}

  /** All of them; the first is the one to open first. */
  public static List<StratFile> all() {
    return List.of(coastAndLampHouse(), reliefTile(), lampHouse());
  }

  /** The tile and the house side by side, with the colours of the shore at the same heights. */
  public static StratFile coastAndLampHouse() {
    List<Rule> rules = new ArrayList<>(shore("tile"));
    rules.addAll(house());
    return file("Coast and lamp house", List.of(tile(75, 105), house(187, 105)), rules);
  }

  public static StratFile reliefTile() {
    return file("Relief tile", List.of(tile(125, 105)), shore("tile"));
  }

  public static StratFile lampHouse() {
    return file("Lamp house", List.of(house(125, 105)), house());
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
            new Where(List.of("house"), List.of(11)),
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
        new Where(List.of(piece), List.of(strata)), Map.of(Setting.FILAMENT, Value.of(slot)));
  }

  private static StratFile file(String name, List<Piece> pieces, List<Rule> rules) {
    List<Rule> all = new ArrayList<>(rules);
    all.add(
        new Rule(
            Where.EVERYWHERE,
            Map.of(
                Setting.LAYER_HEIGHT, Value.of(0.2),
                Setting.FIRST_LAYER_HEIGHT, Value.of(0.2),
                Setting.WALLS, Value.of(2),
                Setting.INFILL_DENSITY, Value.of(15))));
    Map<String, byte[]> meshes = new LinkedHashMap<>();
    for (Piece piece : pieces) {
      for (Body body : piece.bodies()) {
        meshes.put(body.mesh(), stl(body.mesh()));
      }
    }
    return new StratFile(new Plan(name, "workshop-one", SLOTS, pieces, all, List.of()), meshes);
  }

  private static byte[] stl(String name) {
    Mesh mesh = name.equals(TILE) ? ReliefTile.mesh(ReliefTile.POINTS) : LampHouse.mesh();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      StlWriter.writeBinary(mesh, bytes);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
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
