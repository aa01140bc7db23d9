package org.stratonomy.engine.calibrate;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import org.stratonomy.engine.document.StratFile;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.io.StlWriter;
import org.stratonomy.engine.plan.Body;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.settings.Choice.FilamentOrder;
import org.stratonomy.engine.settings.Choice.PurgeInto;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.Filament;
import org.stratonomy.engine.shelf.Machine;

/**
 * A plan of two strips that show how far a change of filament is seen, in either direction. Both
 * lie on the bed side by side, each of one filament. The topmost layer of each is laid straight
 * after a change, without purging, in lines across the strip from one end to the other; so a length
 * of strip is a volume of filament. Teeth along a strip tell the length: one each 5 mm, a longer
 * one each 10 mm, the longest each 50 mm.
 */
public final class TestStrip {
  static final double WIDTH_MM = 10;
  static final double LAYER_MM = 0.2;

  /** Filament in a length of strip. */
  public static final double MM3_PER_MM = WIDTH_MM * LAYER_MM;

  /** Layers of the strip in the second filament; the other one has a layer more. */
  private static final int LAYERS = 3;

  private static final double MOST_MM = 200;
  private static final double STEP_MM = 50;
  private static final double ROOM_MM = 15;
  private static final double TOOTH_MM = 0.9;
  private static final double TOOTH_EACH_MM = 5;
  private static final double APART_MM = 20;

  private TestStrip() {}

  /**
   * @param machine one that changes filament by itself, in one nozzle
   * @throws Problem if the machine cannot print the strips
   */
  public static StratFile of(Machine machine, Filament first, Filament second) {
    if (!machine.hasFeeder()) {
      throw new Problem(
          Problem.Kind.PLAN,
          machine.name(),
          "It does not change filament by itself in one nozzle, so there is nothing to measure.",
          "Choose a machine with a feeder.");
    }
    double length =
        Math.min(MOST_MM, Math.floor((machine.bedX() - 2 * ROOM_MM) / STEP_MM) * STEP_MM);
    if (length < STEP_MM) {
      throw new Problem(
          Problem.Kind.PLAN,
          machine.name(),
          "Its bed is too narrow for a strip of %s mm.".formatted(Value.of(STEP_MM)),
          "Give what a change purges in the table of changes.");
    }
    double y = machine.bedY() / 2;
    Piece there = piece("there", "Strip in " + second.name(), machine.bedX() / 2, y + APART_MM / 2);
    Piece back = piece("back", "Strip in " + first.name(), machine.bedX() / 2, y - APART_MM / 2);
    List<Rule> rules =
        List.of(
            new Rule(
                new Scope(List.of(there.id()), List.of()),
                Map.of(Setting.FILAMENT, Value.of(2), Setting.INFILL_ANGLE, Value.of(90))),
            // Its topmost layer has an even number, in which lines turn by a right angle.
            new Rule(
                new Scope(List.of(back.id()), List.of()),
                Map.of(Setting.INFILL_ANGLE, Value.of(0))),
            new Rule(
                Scope.EVERYWHERE,
                Map.of(
                    Setting.LAYER_HEIGHT, Value.of(LAYER_MM),
                    Setting.FIRST_LAYER_HEIGHT, Value.of(LAYER_MM),
                    Setting.WALLS, Value.of(0),
                    Setting.BOTTOM_LAYERS, Value.of(LAYERS + 1),
                    Setting.FILAMENT_ORDER, Value.of(FilamentOrder.SLOTS_UPWARD),
                    Setting.PURGE_INTO, Value.of(PurgeInto.NOTHING))));
    Plan plan =
        new Plan(
            "Test strip %s and %s".formatted(first.name(), second.name()),
            machine.id(),
            List.of(first.id(), second.id()),
            List.of(there, back),
            rules,
            List.of());
    return new StratFile(
        plan.withAccepted(List.of(new Plan.Accepted("bleed", "It is what the strips show."))),
        Map.of(
            mesh(there), strip(length, LAYERS * LAYER_MM),
            mesh(back), strip(length, (LAYERS + 1) * LAYER_MM)));
  }

  private static Piece piece(String id, String name, double x, double y) {
    return new Piece(
        id, name, List.of(new Body("strip", "Strip", id + ".stl")), Placement.at(x, y), List.of());
  }

  private static String mesh(Piece piece) {
    return piece.meshes().getFirst();
  }

  private static byte[] strip(double length, double height) {
    TriangleSoup soup = new TriangleSoup(12 * (2 + (int) (length / TOOTH_EACH_MM)));
    soup.box(new double[3], new double[] {length, WIDTH_MM, height});
    for (int i = 1; i * TOOTH_EACH_MM < length; i++) {
      double at = i * TOOTH_EACH_MM;
      double reach = at % STEP_MM == 0 ? 6 : at % (2 * TOOTH_EACH_MM) == 0 ? 4 : 2;
      soup.box(
          new double[] {at - TOOTH_MM / 2, -reach, 0},
          new double[] {at + TOOTH_MM / 2, 1, height - LAYER_MM});
    }
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      StlWriter.writeBinary(MeshBuilder.build("strip", soup), bytes);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }
}
