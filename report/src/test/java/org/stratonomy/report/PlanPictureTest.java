package org.stratonomy.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.stratonomy.engine.Shapes;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plan.Triangles;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

class PlanPictureTest {
  @Test
  void strataAreDrawnInTheColoursOfTheirFilaments() {
    var plan = Shapes.plan(List.of(10.0), Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))));
    BufferedImage image =
        PlanPicture.draw(Shapes.job(plan), Shapes.source(Shapes.bar(20, 20, 20)), 120, 120);
    int light = 0;
    int dark = 0;
    int highestLight = Integer.MAX_VALUE;
    int lowestDark = 0;
    for (int y = 0; y < 120; y++) {
      int argb = image.getRGB(60, y);
      if (argb >>> 24 < 255) {
        continue;
      }
      if ((argb >> 16 & 255) > (argb & 255)) {
        light++;
        highestLight = Math.min(highestLight, y);
      } else {
        dark++;
        lowestDark = y;
      }
    }
    // Chalk is warm and below, slate is cold and above.
    assertThat(light).isGreaterThan(10);
    assertThat(dark).isGreaterThan(10);
    assertThat(lowestDark).isLessThanOrEqualTo(highestLight + 1);
    assertThat(image.getRGB(1, 1) >>> 24).isZero();
  }

  @Test
  void aPatchIsDrawnInTheColourOfItsFilament() {
    Region all =
        new Region(
            "all",
            "All",
            new Region.Patch("body", new Triangles("0-11"), Depth.of(1), Depth.of(1)));
    Plan plan =
        Shapes.divided(List.of(all), Shapes.region("all", Map.of(Setting.FILAMENT, Value.of(2))));
    BufferedImage image =
        PlanPicture.draw(Shapes.job(plan), Shapes.source(Shapes.bar(20, 20, 20)), 60, 60);
    int argb = image.getRGB(30, 30);
    assertThat(argb >>> 24).isEqualTo(255);
    // Slate is cold.
    assertThat(argb >> 16 & 255).isLessThan(argb & 255);
  }

  @Test
  void strataOverABeltAreTilted() {
    // A bar from 75 to 135 mm along the belt, whose upper half along it has the second filament.
    double middle = 105 * Math.sqrt(0.5);
    Plan plan =
        Shapes.plan(
                List.of(Math.rint(middle * 100) / 100),
                Shapes.stratum(2, Map.of(Setting.FILAMENT, Value.of(2))))
            .withMachine("longbelt");
    BufferedImage image =
        PlanPicture.draw(Shapes.job(plan), Shapes.source(Shapes.bar(20, 60, 5)), 90, 60);
    int warm = 0;
    int cold = 0;
    for (int pixel = 0; pixel < 90 * 60; pixel++) {
      int argb = image.getRGB(pixel % 90, pixel / 90);
      if (argb >>> 24 == 255) {
        boolean isChalk = (argb >> 16 & 255) > (argb & 255);
        warm += isChalk ? 1 : 0;
        cold += isChalk ? 0 : 1;
      }
    }
    assertThat(warm).isGreaterThan(100);
    assertThat(cold).isBetween(warm / 2, 2 * warm);
  }
}
