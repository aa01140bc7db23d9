package org.stratonomy.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.stratonomy.engine.settings.Scope.Layers;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.settings.Value.Course;

/**
 * A recipe of the workshop's shelf.
 *
 * @param basedOn id of an earlier one in the list
 * @param values all of them, or those that differ
 */
public record DemoRecipe(String name, Optional<String> basedOn, Map<Setting, Value> values) {
  public static List<DemoRecipe> all() {
    return List.of(
        new DemoRecipe(
            "Plain",
            Optional.empty(),
            Map.of(
                Setting.LAYER_HEIGHT, Value.of(0.2),
                Setting.WALLS, Value.of(2),
                Setting.TOP_LAYERS, Value.of(4),
                Setting.BOTTOM_LAYERS, Value.of(4),
                Setting.INFILL_DENSITY, Value.of(15),
                Setting.INFILL_PATTERN, Value.of("grid"),
                Setting.FAN, course(0, 50, 100))),
        new DemoRecipe(
            "Fine",
            Optional.of("plain"),
            Map.of(
                Setting.LAYER_HEIGHT, Value.of(0.12),
                Setting.TOP_LAYERS, Value.of(6),
                Setting.OUTER_WALL_SPEED, Value.of(30))),
        new DemoRecipe(
            "Sturdy",
            Optional.of("plain"),
            Map.of(
                Setting.WALLS, Value.of(4),
                Setting.INFILL_DENSITY, Value.of(40),
                Setting.INFILL_PATTERN, Value.of("gyroid"))),
        new DemoRecipe(
            "Free ribs",
            Optional.of("fine"),
            Map.of(
                Setting.THIN_PLACES, Value.of("fitted"),
                Setting.INFILL_DENSITY, Value.of(0),
                Setting.OUTER_WALL_SPEED, Value.of(12),
                Setting.FAN, Value.of(0))));
  }

  /** The first three layers, then on as the third. */
  private static Course course(double... values) {
    List<Course.Step> steps = new ArrayList<>();
    for (double value : values) {
      steps.add(new Course.Step(steps.size() + 1, value));
    }
    return new Course(Layers.From.PIECE, false, steps);
  }
}
