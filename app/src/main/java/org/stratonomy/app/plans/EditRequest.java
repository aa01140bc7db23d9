package org.stratonomy.app.plans;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.util.List;

/**
 * One edit of a plan; which of the fields are read depends on the action.
 *
 * @param version that the edit starts from
 * @param piece id of the piece, for all actions on boundaries
 * @param height of the boundary, or the lower end of the span for equal parts, mm
 * @param to new height, or the upper end of the span for equal parts, mm
 * @param parts number of equal parts
 * @param pieces place of a value: ids of pieces, empty for all
 * @param strata place of a value: numbers of strata, empty for all
 * @param setting id of the setting
 * @param value the value as text, without its unit
 */
record EditRequest(
    int version,
    @NotNull Action action,
    @Schema(nullable = true) String piece,
    @Schema(nullable = true) Double height,
    @Schema(nullable = true) Double to,
    @Schema(nullable = true) Integer parts,
    @Schema(nullable = true) List<String> pieces,
    @Schema(nullable = true) List<Integer> strata,
    @Schema(nullable = true) String setting,
    @Schema(nullable = true) String value) {

  enum Action {
    DIVIDE,
    JOIN,
    MOVE_BOUNDARY,
    EQUAL_PARTS,
    SET,
    CLEAR
  }
}
