package org.stratonomy.app.programs;

import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.media.Schema.RequiredMode;
import java.time.Instant;
import java.util.UUID;

/**
 * A program that was written.
 *
 * @param size of the text, bytes
 */
public record ProgramView(
    @Schema(requiredMode = RequiredMode.REQUIRED) UUID id,
    @Schema(requiredMode = RequiredMode.REQUIRED) UUID revision,
    @Schema(requiredMode = RequiredMode.REQUIRED) String fileName,
    @Schema(requiredMode = RequiredMode.REQUIRED) long size,
    @Schema(requiredMode = RequiredMode.REQUIRED) Instant created) {}
