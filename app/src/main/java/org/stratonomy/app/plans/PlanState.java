package org.stratonomy.app.plans;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.UUID;
import tools.jackson.databind.JsonNode;

/**
 * A plan as it stands.
 *
 * @param version to be sent along with the next edit
 * @param revision under which results are to be had
 */
public record PlanState(
    UUID id,
    int version,
    UUID revision,
    boolean canUndo,
    boolean canRedo,
    @Schema(ref = "#/components/schemas/PlanDocument") JsonNode document) {}
