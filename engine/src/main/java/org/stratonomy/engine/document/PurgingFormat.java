package org.stratonomy.engine.document;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.plan.Purging;
import org.stratonomy.engine.shelf.BedPoint;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** What a plan says of purging, as JSON. */
final class PurgingFormat {
  private PurgingFormat() {}

  static Purging read(JsonNode node) {
    List<Purging.Volume> volumes = new ArrayList<>();
    for (JsonNode volume : node.path("volumes")) {
      volumes.add(
          new Purging.Volume(
              volume.get("from").asInt(),
              volume.get("to").asInt(),
              volume.get("volume").asDouble()));
    }
    return new Purging(place(node.path("tower")), volumes);
  }

  /** X and Y, if they are given. */
  static Optional<BedPoint> place(JsonNode node) {
    return node.isArray()
        ? Optional.of(new BedPoint(node.get(0).asDouble(), node.get(1).asDouble()))
        : Optional.empty();
  }

  static ObjectNode placeSchema(String description) {
    ObjectNode place = PlanSchema.list(PlanSchema.number("X, Y"), 2, 2, description);
    return place;
  }

  static void write(Purging purging, ObjectNode node) {
    purging.tower().ifPresent(place -> node.putArray("tower").add(place.x()).add(place.y()));
    if (!purging.volumes().isEmpty()) {
      ArrayNode volumes = node.putArray("volumes");
      for (Purging.Volume volume : purging.volumes()) {
        volumes
            .addObject()
            .put("from", volume.from())
            .put("to", volume.to())
            .put("volume", volume.mm3());
      }
    }
  }

  static ObjectNode schema() {
    ObjectNode purging = PlanSchema.object();
    purging.put("description", "Where and how much is purged when the filament changes");
    ObjectNode properties = (ObjectNode) purging.get("properties");
    properties.set(
        "tower", placeSchema("Middle of the purge tower, mm; beside the pieces if missing"));
    ObjectNode volume = PlanSchema.object("from", "to", "volume");
    ObjectNode volumeProperties = (ObjectNode) volume.get("properties");
    volumeProperties.set("from", slot("Slot of the filament that comes out"));
    volumeProperties.set("to", slot("Slot of the filament that goes in"));
    volumeProperties.set("volume", PlanSchema.number("What is purged, mm³").put("minimum", 0));
    properties.set(
        "volumes",
        PlanSchema.list(
            volume,
            0,
            PlanSchema.MOST_SLOTS * PlanSchema.MOST_SLOTS,
            "Instead of the volumes that follow from the filaments"));
    return purging;
  }

  private static ObjectNode slot(String description) {
    return PlanSchema.number(description)
        .put("type", "integer")
        .put("minimum", 1)
        .put("maximum", PlanSchema.MOST_SLOTS);
  }
}
