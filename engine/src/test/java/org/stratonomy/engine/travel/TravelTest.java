package org.stratonomy.engine.travel;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Any;
import org.stratonomy.engine.PlanResult;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.memo.Memo;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.schedule.LayerSchedule;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.strata.Sections;
import org.stratonomy.engine.stroke.Stroke;

class TravelTest {
  private static PlanResult compute(Mesh mesh, Map<Setting, Value> set) {
    Map<Setting, Value> all = new HashMap<>(set);
    all.putIfAbsent(Setting.SKIRT_LINES, Value.of(0));
    return Shapes.compute(Shapes.plan(List.of(), Shapes.everywhere(all)), mesh);
  }

  private static List<String> program(PlanResult result) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      Planner.writeProgram(result, bytes);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return bytes.toString(StandardCharsets.UTF_8).lines().toList();
  }

  @Property(tries = 12)
  void whatIsNotDrawnBackDoesNotLeaveThePiece(@ForAll(supplier = Any.Boxes.class) Mesh mesh) {
    PlanResult result = compute(mesh, Map.of());
    Sections sections =
        new Sections(
            result.placed().getFirst(), result.stack().pieces().getFirst(), new Memo(1 << 24));
    for (LayerSchedule layer : result.schedule().layers()) {
      Area section = sections.get(layer.layer().number()).area();
      List<Stroke> strokes = layer.strokes();
      for (int i = 1; i < strokes.size(); i++) {
        Travel travel = layer.order().travels().get(i);
        double x = strokes.get(i - 1).endX();
        double y = strokes.get(i - 1).endY();
        for (int k = 0; k <= travel.via().length && !travel.retracted(); k += 2) {
          boolean last = k == travel.via().length;
          double toX = last ? strokes.get(i).path().x(0) : travel.via()[k];
          double toY = last ? strokes.get(i).path().y(0) : travel.via()[k + 1];
          // Very short ways are made without drawing back wherever they lead.
          boolean matters = Math.hypot(toX - x, toY - y) > 2;
          for (double t = 0.02; t < 1 && matters; t += 0.02) {
            assertThat(section.contains(x + t * (toX - x), y + t * (toY - y))).isTrue();
          }
          x = toX;
          y = toY;
        }
      }
    }
  }

  @Test
  void insideAPieceTheStrandIsRarelyDrawnBack() {
    PlanResult result = compute(Shapes.bar(40, 40, 6), Map.of());
    long retracted =
        result.schedule().layers().stream()
            .flatMap(layer -> layer.order().travels().stream())
            .filter(Travel::retracted)
            .count();
    // Once for each layer, on the way up to it.
    assertThat(retracted).isEqualTo(result.stack().size());
  }

  private static Mesh pillars() {
    TriangleSoup soup = new TriangleSoup(24);
    Shapes.addBar(soup, 0, 0, 0, 6, 6, 2);
    Shapes.addBar(soup, 20, 0, 0, 26, 6, 2);
    return MeshBuilder.build("pillars", soup);
  }

  @Test
  void betweenPillarsItIsDrawnBackAndTheNozzleLiftedAndWiped() {
    List<String> lines =
        program(
            compute(
                pillars(), Map.of(Setting.TRAVEL_LIFT, Value.of(0.6), Setting.WIPE, Value.of(2))));
    assertThat(lines).anyMatch(line -> line.matches("G0 Z[0-9.]+ F720"));
    List<String> wipes =
        lines.stream().filter(l -> l.startsWith("G1 X") && l.contains(" E-")).toList();
    assertThat(wipes).isNotEmpty();
    List<String> plain =
        program(
            compute(
                pillars(), Map.of(Setting.TRAVEL_LIFT, Value.of(0), Setting.WIPE, Value.of(0))));
    assertThat(plain).noneMatch(l -> l.startsWith("G1 X") && l.contains(" E-"));
  }

  @Test
  void aWipeDrawsBackAsMuchAsIsPushedForwardAgain() {
    List<String> lines = program(compute(pillars(), Map.of(Setting.WIPE, Value.of(1.5))));
    double strand = 0;
    double least = 0;
    for (String line : lines) {
      int e = line.indexOf(" E");
      if (line.startsWith("G1") && e > 0) {
        double value = Double.parseDouble(line.substring(e + 2).split(" ")[0]);
        boolean prints = value > 0 && line.contains("X") || value > 0 && line.contains("Y");
        strand += prints ? 0 : value;
        least = Math.min(least, strand);
      }
    }
    assertThat(least).isBetween(-0.80001, -0.79999);
    // The program ends drawn back.
    assertThat(strand).isBetween(-0.80001, -0.79999);
  }

  @Test
  void theTimeOfALayerIsAtLeastItsWayAtItsSpeeds() {
    PlanResult result = compute(Shapes.cylinder(15, 3), Map.of());
    for (LayerSchedule layer : result.schedule().layers()) {
      double least = 0;
      for (Stroke stroke : layer.strokes()) {
        least += stroke.path().lengthMm() / layer.speed(stroke);
      }
      assertThat(layer.time().seconds()).isBetween(least, 1.8 * least + 1);
    }
  }
}
