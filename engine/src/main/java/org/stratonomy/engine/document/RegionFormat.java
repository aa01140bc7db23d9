package org.stratonomy.engine.document;

import java.util.Locale;
import java.util.Optional;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Region.Depth;
import org.stratonomy.engine.plan.Region.Side;
import org.stratonomy.engine.plan.Triangles;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Regions in the plan document: each has one key that names its kind and holds its measures. */
final class RegionFormat {
  private static final String MIDDLE = "middle";
  private static final String DIAMETER = "diameter";
  private static final String CLEARANCE = "clearance";

  private RegionFormat() {}

  static ObjectNode schema() {
    ObjectNode region = PlanSchema.object("id");
    ObjectNode kinds = (ObjectNode) region.get("properties");
    ObjectNode box = kind(kinds, "box", MIDDLE, "size");
    box.set(MIDDLE, PlanSchema.vector("Middle of the box, mm"));
    box.set("size", PlanSchema.vector("Along X, Y and Z, mm"));
    ObjectNode cylinder = kind(kinds, "cylinder", MIDDLE, DIAMETER, "height");
    cylinder.set(MIDDLE, PlanSchema.vector("Middle of the upright axis, mm"));
    cylinder.set(DIAMETER, PlanSchema.number("mm"));
    cylinder.set("height", PlanSchema.number("mm"));
    ObjectNode sphere = kind(kinds, "sphere", MIDDLE, DIAMETER);
    sphere.set(MIDDLE, PlanSchema.vector("mm"));
    sphere.set(DIAMETER, PlanSchema.number("mm"));
    ObjectNode solid = kind(kinds, "solid", "mesh");
    solid.set("mesh", PlanSchema.text("File of a mesh in the model's coordinates", 1, 500));
    solid.set("shift", PlanSchema.vector("Moves the mesh, mm"));
    ObjectNode core = kind(kinds, "core");
    core.set("walls", PlanSchema.number("Depth sideways, in lines of a wall"));
    core.set("sideways", PlanSchema.number("Depth sideways, mm; in place of walls"));
    core.set("layers", PlanSchema.number("Depth below what faces up or down, in layers"));
    core.set("upright", PlanSchema.number("Depth below what faces up or down, mm"));
    ObjectNode slab = kind(kinds, "slab", "core", "layers");
    slab.set("core", PlanSchema.text("Id of the core", 1, 100));
    slab.set(
        "layers",
        PlanSchema.number("How many")
            .put("type", "integer")
            .put("minimum", 1)
            .put("maximum", PlanSchema.MOST_LAYERS));
    ArrayNode sides = slab.putObject("side").putArray("enum");
    for (Side side : Side.values()) {
      sides.add(name(side));
    }
    ObjectNode patch = kind(kinds, "patch", "body", "triangles");
    patch.set("body", PlanSchema.text("Id of the body", 1, 100));
    patch.set(
        "triangles", PlanSchema.text("Ranges of its mesh's triangles, from 0", 0, 20_000_000));
    patch.set("walls", PlanSchema.number("Depth sideways, in lines of a wall"));
    patch.set("sideways", PlanSchema.number("Depth sideways, mm; in place of walls"));
    patch.set("layers", PlanSchema.number("Depth of what faces up or down, in layers"));
    patch.set("upright", PlanSchema.number("Depth of what faces up or down, mm"));
    ArrayNode one = region.putArray("oneOf");
    kinds.propertyNames().forEach(name -> one.addObject().putArray("required").add(name));
    kinds.set("id", PlanSchema.text("Unique within the piece", 1, 100));
    kinds.set("name", PlanSchema.text("What the region is called; its id if missing", 1, 200));
    kinds.set(
        CLEARANCE,
        PlanSchema.number("Makes it an insert, with a cavity so much wider on all sides, mm"));
    return region;
  }

  private static ObjectNode kind(ObjectNode kinds, String name, String... required) {
    ObjectNode kind = PlanSchema.object(required);
    kinds.set(name, kind);
    return (ObjectNode) kind.get("properties");
  }

  static Region read(JsonNode node) {
    String id = node.get("id").asString();
    Optional<Double> clearance =
        node.has(CLEARANCE) ? Optional.of(node.get(CLEARANCE).asDouble()) : Optional.empty();
    return new Region(id, node.path("name").asString(id), shape(node), clearance);
  }

  private static Region.Shape shape(JsonNode node) {
    if (node.has("box")) {
      JsonNode box = node.get("box");
      return new Region.Box(vector(box.get(MIDDLE)), vector(box.get("size")));
    }
    if (node.has("cylinder")) {
      JsonNode cylinder = node.get("cylinder");
      return new Region.Cylinder(
          vector(cylinder.get(MIDDLE)),
          cylinder.get(DIAMETER).asDouble(),
          cylinder.get("height").asDouble());
    }
    if (node.has("sphere")) {
      JsonNode sphere = node.get("sphere");
      return new Region.Sphere(vector(sphere.get(MIDDLE)), sphere.get(DIAMETER).asDouble());
    }
    if (node.has("solid")) {
      JsonNode solid = node.get("solid");
      return new Region.Solid(solid.get("mesh").asString(), vector(solid.path("shift")));
    }
    if (node.has("core")) {
      JsonNode core = node.get("core");
      return new Region.Core(depth(core, "walls", "sideways"), depth(core, "layers", "upright"));
    }
    if (node.has("patch")) {
      JsonNode patch = node.get("patch");
      return new Region.Patch(
          patch.get("body").asString(),
          new Triangles(patch.get("triangles").asString()),
          depth(patch, "walls", "sideways"),
          depth(patch, "layers", "upright"));
    }
    JsonNode slab = node.get("slab");
    return new Region.Slab(
        slab.get("core").asString(),
        Side.valueOf(slab.path("side").asString(name(Side.BOTH)).toUpperCase(Locale.ROOT)),
        slab.get("layers").asInt());
  }

  private static Vector vector(JsonNode node) {
    return node.isArray()
        ? new Vector(node.get(0).asDouble(), node.get(1).asDouble(), node.get(2).asDouble())
        : new Vector(0, 0, 0);
  }

  private static Depth depth(JsonNode core, String count, String mm) {
    return core.has(mm)
        ? Depth.ofMm(core.get(mm).asDouble())
        : new Depth(core.path(count).asDouble(0), false);
  }

  private static String name(Side side) {
    return side.name().toLowerCase(Locale.ROOT);
  }

  static void write(Region region, ObjectNode node) {
    node.put("id", region.id()).put("name", region.name());
    region.clearanceMm().ifPresent(mm -> node.put(CLEARANCE, mm));
    switch (region.shape()) {
      case Region.Box box -> {
        ObjectNode kind = node.putObject("box");
        PlanFormat.write(box.middle(), kind.putArray(MIDDLE));
        PlanFormat.write(box.size(), kind.putArray("size"));
      }
      case Region.Cylinder cylinder -> {
        ObjectNode kind = node.putObject("cylinder");
        PlanFormat.write(cylinder.middle(), kind.putArray(MIDDLE));
        kind.put(DIAMETER, cylinder.diameterMm()).put("height", cylinder.heightMm());
      }
      case Region.Sphere sphere -> {
        ObjectNode kind = node.putObject("sphere");
        PlanFormat.write(sphere.middle(), kind.putArray(MIDDLE));
        kind.put(DIAMETER, sphere.diameterMm());
      }
      case Region.Solid solid -> {
        ObjectNode kind = node.putObject("solid").put("mesh", solid.mesh());
        PlanFormat.write(solid.shift(), kind.putArray("shift"));
      }
      case Region.Core core -> {
        ObjectNode kind = node.putObject("core");
        write(core.sideways(), kind, "walls", "sideways");
        write(core.upright(), kind, "layers", "upright");
      }
      case Region.Patch patch -> {
        ObjectNode kind = node.putObject("patch");
        kind.put("body", patch.body()).put("triangles", patch.triangles().text());
        write(patch.sideways(), kind, "walls", "sideways");
        write(patch.upright(), kind, "layers", "upright");
      }
      case Region.Slab slab ->
          node.putObject("slab")
              .put("core", slab.core())
              .put("side", name(slab.side()))
              .put("layers", slab.layers());
    }
  }

  private static void write(Depth depth, ObjectNode node, String count, String mm) {
    if (depth.mm()) {
      node.put(mm, depth.amount());
    } else {
      node.put(count, (int) depth.amount());
    }
  }
}
