package org.stratonomy.app.plans;

import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.media.Schema.RequiredMode;
import java.time.Instant;
import java.util.List;
import java.util.UUID;

/**
 * A plan on the start page.
 *
 * @param pieces names of its pieces
 * @param colours of its loaded filaments, #rrggbb
 */
public record PlanSummary(
    @Schema(requiredMode = RequiredMode.REQUIRED) UUID id,
    @Schema(requiredMode = RequiredMode.REQUIRED) String name,
    @Schema(requiredMode = RequiredMode.REQUIRED) UUID revision,
    @Schema(requiredMode = RequiredMode.REQUIRED) Instant updated,
    @Schema(requiredMode = RequiredMode.REQUIRED) String machine,
    @Schema(requiredMode = RequiredMode.REQUIRED) List<String> pieces,
    @Schema(requiredMode = RequiredMode.REQUIRED) List<String> colours) {}
