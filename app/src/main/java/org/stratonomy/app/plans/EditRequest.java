package org.stratonomy.app.plans;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.stratonomy.engine.plan.RegionEditor;

/**
 * One edit of a plan; which of the fields are read depends on the action.
 *
 * @param version that the edit starts from
 * @param piece id of the piece, for all actions on boundaries, regions and bodies
 * @param height of the boundary, or the lower end of the span for equal parts, mm
 * @param to new height, or the upper end of the span for equal parts, mm
 * @param parts number of equal parts
 * @param where place of a value
 * @param setting id of the setting
 * @param value the value as text, without its unit
 * @param kind of the region to add
 * @param region id of the region to remove
 * @param body id of the body to split
 * @param slots filaments that bodies take in turn
 * @param placement of the piece
 * @param other id of the piece to join
 */
record EditRequest(
    int version,
    @NotNull Action action,
    @Schema(nullable = true) String piece,
    @Schema(nullable = true) Double height,
    @Schema(nullable = true) Double to,
    @Schema(nullable = true) Integer parts,
    @Schema(nullable = true) PlaceRequest where,
    @Schema(nullable = true) String setting,
    @Schema(nullable = true) String value,
    @Schema(nullable = true) RegionEditor.Kind kind,
    @Schema(nullable = true) String region,
    @Schema(nullable = true) String body,
    @Schema(nullable = true) List<Integer> slots,
    @Schema(nullable = true) @Valid PlacementRequest placement,
    @Schema(nullable = true) String other) {

  enum Action {
    DIVIDE,
    JOIN,
    MOVE_BOUNDARY,
    EQUAL_PARTS,
    SET,
    CLEAR,
    ADD_REGION,
    REMOVE_REGION,
    SPLIT_BODY,
    ALTERNATE,
    PLACE,
    COPY_PIECE,
    JOIN_PIECE,
    REMOVE_PIECE
  }

  /**
   * How a piece stands.
   *
   * @param position where the bounds' centre in X and Y and the lowest point stand, mm
   * @param rotation degrees about X, then Y, then Z
   * @param scale factors along X, Y and Z
   */
  record PlacementRequest(
      @NotNull @Size(min = 3, max = 3) List<Double> position,
      @NotNull @Size(min = 3, max = 3) List<Double> rotation,
      @NotNull @Size(min = 3, max = 3) List<Double> scale) {}

  /**
   * Where a value holds; a list that is missing or empty sets no limit.
   *
   * @param pieces ids of pieces
   * @param bodies ids of bodies
   * @param strata numbers of strata
   * @param regions ids of regions
   * @param roles of lines
   */
  record PlaceRequest(
      @Schema(nullable = true) List<String> pieces,
      @Schema(nullable = true) List<String> bodies,
      @Schema(nullable = true) List<Integer> strata,
      @Schema(nullable = true) List<String> regions,
      @Schema(nullable = true) List<String> roles) {}
}
