package org.stratonomy.app.plans;

import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.media.Schema.RequiredMode;
import java.util.UUID;
import tools.jackson.databind.JsonNode;

/**
 * A plan as it stands.
 *
 * @param version to be sent along with the next edit
 * @param revision under which results are to be had
 */
public record PlanState(
    @Schema(requiredMode = RequiredMode.REQUIRED) UUID id,
    @Schema(requiredMode = RequiredMode.REQUIRED) int version,
    @Schema(requiredMode = RequiredMode.REQUIRED) UUID revision,
    @Schema(requiredMode = RequiredMode.REQUIRED) boolean canUndo,
    @Schema(requiredMode = RequiredMode.REQUIRED) boolean canRedo,
    @Schema(requiredMode = RequiredMode.REQUIRED, ref = "#/components/schemas/PlanDocument")
        JsonNode document) {}
