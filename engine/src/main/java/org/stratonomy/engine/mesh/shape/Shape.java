package org.stratonomy.engine.mesh.shape;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.problem.Problem;

/** A model that numbers describe. It stands on Z 0; sizes are in mm. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "shape")
@JsonSubTypes({
  @JsonSubTypes.Type(value = Shape.Box.class, name = "BOX"),
  @JsonSubTypes.Type(value = Shape.HollowBox.class, name = "HOLLOW_BOX"),
  @JsonSubTypes.Type(value = Shape.Cylinder.class, name = "CYLINDER"),
  @JsonSubTypes.Type(value = Shape.Disc.class, name = "DISC"),
  @JsonSubTypes.Type(value = Shape.Cone.class, name = "CONE"),
  @JsonSubTypes.Type(value = Shape.Tag.class, name = "TAG")
})
public sealed interface Shape {
  /** The smallest size that a nozzle can print at all, mm. */
  double SMALLEST_MM = 0.1;

  double LARGEST_MM = 2000;

  /** The largest deviation of a chord from its arc, mm. */
  double ARC_MM = 0.005;

  /** What it is called. */
  String name();

  /**
   * The bodies of the shape, on a common origin.
   *
   * @throws Problem if a size is out of range, or sizes do not go together
   */
  List<MeshPart> parts();

  /** A cuboid. */
  record Box(double width, double depth, double height) implements Shape {
    @Override
    public String name() {
      return "Box";
    }

    @Override
    public List<MeshPart> parts() {
      check("width", width);
      check("depth", depth);
      check("height", height);
      Solid solid = new Solid().prism(rectangle(width, depth), middle(), 0, height);
      return one(name(), solid);
    }
  }

  /** A box that is open above. */
  record HollowBox(double width, double depth, double height, double wall, double floor)
      implements Shape {
    @Override
    public String name() {
      return "Hollow box";
    }

    @Override
    public List<MeshPart> parts() {
      check("width", width);
      check("depth", depth);
      check("height", height);
      check("wall thickness", wall);
      check("floor thickness", floor);
      below("wall thickness", wall, Math.min(width, depth) / 2, "half of the box's narrower side");
      below("floor thickness", floor, height, "the box's height");
      double[][] outer = rectangle(width, depth);
      double[][] inner = rectangle(width - 2 * wall, depth - 2 * wall);
      return one(name(), new Solid().cup(outer, inner, middle(), 0, floor, height));
    }
  }

  /** An upright cylinder. */
  record Cylinder(double diameter, double height) implements Shape {
    @Override
    public String name() {
      return "Cylinder";
    }

    @Override
    public List<MeshPart> parts() {
      check("diameter", diameter);
      check("height", height);
      return one(name(), new Solid().cone(diameter / 2, diameter / 2, height, sides(diameter / 2)));
    }
  }

  /** A round disc with a hole in its middle. */
  record Disc(double diameter, double hole, double height) implements Shape {
    @Override
    public String name() {
      return "Disc";
    }

    @Override
    public List<MeshPart> parts() {
      check("diameter", diameter);
      check("hole", hole);
      check("height", height);
      below("hole", hole, diameter, "the disc's diameter");
      return one(name(), new Solid().tube(hole / 2, diameter / 2, 0, height, sides(diameter / 2)));
    }
  }

  /** A cone, or a blunt one. */
  record Cone(double diameter, double topDiameter, double height) implements Shape {
    @Override
    public String name() {
      return "Cone";
    }

    @Override
    public List<MeshPart> parts() {
      check("bottom diameter", diameter);
      if (topDiameter != 0) {
        check("top diameter", topDiameter);
      }
      check("height", height);
      int sides = sides(Math.max(diameter, topDiameter) / 2);
      return one(name(), new Solid().cone(diameter / 2, topDiameter / 2, height, sides));
    }
  }

  /**
   * A plate with a hole to hang it up by, and text that stands on it as a body of its own.
   *
   * @param text in capital letters, digits and a few signs
   * @param letters height of the letters
   * @param thickness of the plate
   * @param raised how far the letters stand above the plate
   */
  record Tag(String text, double letters, double thickness, double raised) implements Shape {
    @Override
    public String name() {
      return text == null || text.isBlank() ? "Tag" : text.strip();
    }

    @Override
    public List<MeshPart> parts() {
      check("letter height", letters);
      check("thickness", thickness);
      check("raised", raised);
      Lettering lettering = Lettering.of(text, letters);
      double margin = letters / 2;
      double hole = letters / 2;
      double depth = letters + 2 * margin;
      double left = hole + 2 * margin;
      double width = left + lettering.width() + margin;
      double[] centre = {margin + hole / 2, depth / 2};
      double[][] outer = around(centre, width, depth, sides(hole / 2));
      double[][] inner = new double[outer.length][];
      for (int i = 0; i < outer.length; i++) {
        double x = outer[i][0] - centre[0];
        double y = outer[i][1] - centre[1];
        double scale = hole / 2 / Math.hypot(x, y);
        inner[i] = new double[] {centre[0] + x * scale, centre[1] + y * scale};
      }
      Solid plate = new Solid().frame(outer, inner, 0, thickness);
      Solid raisedText = new Solid();
      lettering.addTo(raisedText, left, margin, thickness, thickness + raised);
      return List.of(part("Plate", plate), part("Text", raisedText));
    }

    /** Corners of a rectangle from the origin and more of its points, seen from a place in it. */
    private static double[][] around(double[] from, double width, double depth, int points) {
      double[][] corners = {{width, depth}, {0, depth}, {0, 0}, {width, 0}};
      SortedMap<Double, double[]> byAngle = new TreeMap<>();
      for (double[] corner : corners) {
        byAngle.put(Math.atan2(corner[1] - from[1], corner[0] - from[0]), corner);
      }
      for (int i = 0; i < points; i++) {
        double angle = -Math.PI + 2 * Math.PI * (i + 0.5) / points;
        double c = Math.cos(angle);
        double s = Math.sin(angle);
        double x = ((c > 0 ? width : 0) - from[0]) / c;
        double y = ((s > 0 ? depth : 0) - from[1]) / s;
        double reach = Math.min(x, y);
        byAngle.putIfAbsent(angle, new double[] {from[0] + reach * c, from[1] + reach * s});
      }
      return byAngle.values().toArray(double[][]::new);
    }
  }

  /** The middle of shapes that stand around the origin. */
  private static double[] middle() {
    return new double[] {0, 0};
  }

  private static double[][] rectangle(double width, double depth) {
    double x = width / 2;
    double y = depth / 2;
    return new double[][] {{-x, -y}, {x, -y}, {x, y}, {-x, y}};
  }

  /** So many that no chord is further from its arc than {@link #ARC_MM}. */
  private static int sides(double radius) {
    double half = Math.acos(Math.max(0, 1 - ARC_MM / radius));
    return 4 * (int) Math.clamp(Math.ceil(Math.PI / half / 4), 6, 180);
  }

  private static MeshPart part(String name, Solid solid) {
    return new MeshPart(name, solid.build(name), Optional.empty());
  }

  private static List<MeshPart> one(String name, Solid solid) {
    return List.of(part(name, solid));
  }

  private static void check(String what, double mm) {
    if (!(mm >= SMALLEST_MM && mm <= LARGEST_MM)) {
      throw new Problem(
          Problem.Kind.PLAN,
          what,
          text(mm) + " mm cannot be made.",
          "Sizes are from %s to %s mm.".formatted(text(SMALLEST_MM), text(LARGEST_MM)));
    }
  }

  private static void below(String what, double mm, double limit, String ofWhat) {
    if (mm >= limit) {
      throw new Problem(
          Problem.Kind.PLAN,
          what,
          "%s mm is not less than %s.".formatted(text(mm), ofWhat),
          "Choose a smaller %s.".formatted(what));
    }
  }

  private static String text(double mm) {
    return Double.isFinite(mm)
        ? BigDecimal.valueOf(mm).stripTrailingZeros().toPlainString()
        : Double.toString(mm);
  }
}
