package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.springframework.test.web.servlet.RequestBuilder;
import tools.jackson.databind.JsonNode;

/** What is drawn of a plan and what its program prints, read apart from each other. */
class ShownLinesTest extends ApiTest {
  /** Coordinates of a program have three decimals, those that are drawn are floats, mm. */
  private static final double SAME_MM = 2e-3;

  private record Move(double ax, double ay, double bx, double by) {
    double length() {
      return Math.hypot(bx - ax, by - ay);
    }

    double distanceTo(double x, double y) {
      double square = length() * length();
      double share = ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / Math.max(square, 1e-12);
      double along = Math.clamp(share, 0, 1);
      return Math.hypot(ax + along * (bx - ax) - x, ay + along * (by - ay) - y);
    }
  }

  private record Line(List<Move> moves) {
    double length() {
      return moves.stream().mapToDouble(Move::length).sum();
    }

    boolean has(Move move) {
      return isOn(move.ax, move.ay) && isOn(move.bx, move.by);
    }

    private boolean isOn(double x, double y) {
      return moves.stream().anyMatch(own -> own.distanceTo(x, y) < SAME_MM);
    }
  }

  @Test
  void theLinesOfEachLayerAreThoseOfTheProgramInItsOrder() throws Exception {
    JsonNode plan =
        edit(
            edit(dropped(4), "\"action\": \"DIVIDE\", \"piece\": \"wedge\", \"height\": 2"),
            """
            "action": "SET", "where": {"pieces": ["wedge"], "strata": ["s2"]},
            "setting": "filament", "value": "2"
            """);
    result(plan);
    String revision = "/api/revisions/" + plan.get("revision").asString();
    JsonNode written =
        json(mvc.perform(post(revision + "/programs")).andExpect(status().isCreated()).andReturn());
    SortedMap<Double, List<Move>> printed =
        read(
            new String(
                bytes(
                    get(
                        "/api/plans/{plan}/programs/{id}",
                        plan.get("id").asString(),
                        written.get("id").asString()))));
    assertThat(printed).hasSizeGreaterThan(15);
    int layer = 0;
    for (List<Move> moves : printed.values()) {
      layer++;
      compare(lines(bytes(get(revision + "/layers/" + layer))), moves);
    }
    mvc.perform(get(revision + "/layers/" + (layer + 1))).andExpect(status().isNotFound());
  }

  private static void compare(List<Line> shown, List<Move> printed) {
    int at = 0;
    double laid = 0;
    for (Move move : printed) {
      boolean isNext = laid > shown.get(at).length() - 5 * SAME_MM || !shown.get(at).has(move);
      if (isNext && at + 1 < shown.size()) {
        assertThat(laid).isCloseTo(shown.get(at).length(), within(10 * SAME_MM));
        at++;
        laid = 0;
      }
      assertThat(shown.get(at).has(move)).as("%s on line %d", move, at).isTrue();
      laid += move.length();
    }
    assertThat(at).isEqualTo(shown.size() - 1);
    assertThat(laid).isCloseTo(shown.getLast().length(), within(10 * SAME_MM));
  }

  private byte[] bytes(RequestBuilder request) throws Exception {
    return mvc.perform(request)
        .andExpect(status().isOk())
        .andReturn()
        .getResponse()
        .getContentAsByteArray();
  }

  /** The strokes of a layer, as docs/formats/layer.md describes them. */
  private static List<Line> lines(byte[] bytes) {
    ByteBuffer layer = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    int strokes = layer.getInt(0);
    int starts = 12;
    int places = starts + 4 * (strokes + 1);
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i < strokes; i++) {
      List<Move> moves = new ArrayList<>();
      for (int p = layer.getInt(starts + 4 * i); p + 1 < layer.getInt(starts + 4 * i + 4); p++) {
        int from = places + 8 * p;
        moves.add(
            new Move(
                layer.getFloat(from),
                layer.getFloat(from + 4),
                layer.getFloat(from + 8),
                layer.getFloat(from + 12)));
      }
      lines.add(new Line(moves));
    }
    return lines;
  }

  /** Moves of a program that lay something, by their heights; its strand is told in steps. */
  private static SortedMap<Double, List<Move>> read(String program) {
    SortedMap<Double, List<Move>> found = new TreeMap<>();
    double[] at = new double[3];
    for (String line : program.split("\n")) {
      String[] words = line.split(";")[0].trim().split(" ");
      if (!words[0].equals("G0") && !words[0].equals("G1")) {
        continue;
      }
      double[] to = at.clone();
      double strand = 0;
      for (String word : words) {
        int axis = "XYZ".indexOf(word.charAt(0));
        if (axis >= 0) {
          to[axis] = Double.parseDouble(word.substring(1));
        } else if (word.startsWith("E")) {
          strand = Double.parseDouble(word.substring(1));
        }
      }
      Move move = new Move(at[0], at[1], to[0], to[1]);
      if (strand > 0 && move.length() > 0) {
        found.computeIfAbsent(to[2], _ -> new ArrayList<>()).add(move);
      }
      at = to;
    }
    return found;
  }
}
