package org.stratonomy.app.plans;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.stratonomy.engine.edit.RegionEditor;
import org.stratonomy.engine.place.Placer;
import org.stratonomy.engine.settings.Scope.Layers;

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
 * @param region id of the region to remove or to align
 * @param body id of the body to split
 * @param placement of the piece
 * @param other id of the piece to join, to align with or to copy the strata of; of the body to
 *     align with; of the piece that a body goes to, a new one if empty
 * @param course over the layers, in place of a value
 * @param rule id of a rule
 * @param recipe id of a recipe on the shelf
 * @param spacing room between pieces, mm
 * @param axis 0, 1, 2 for X, Y, Z
 * @param how things are aligned
 * @param shift of a body within its piece, mm
 * @param normal of the face that comes to lie on the bed, in the machine's axes
 * @param filling how the piece is printed around the stop at which it is filled
 * @param slots filaments that bodies, or equal parts, take in turn
 */
record EditRequest(
    int version,
    @NotNull Action action,
    @Schema(nullable = true) String piece,
    @Schema(nullable = true) Double height,
    @Schema(nullable = true) Double to,
    @Schema(nullable = true) @Min(1) @Max(5000) Integer parts,
    @Schema(nullable = true) @Valid PlaceRequest where,
    @Schema(nullable = true) String setting,
    @Schema(nullable = true) String value,
    @Schema(nullable = true) RegionEditor.Kind kind,
    @Schema(nullable = true) String region,
    @Schema(nullable = true) String body,
    @Schema(nullable = true) @Size(max = 5000) List<@NotNull Integer> slots,
    @Schema(nullable = true) @Valid PlacementRequest placement,
    @Schema(nullable = true) String other,
    @Schema(nullable = true) @Valid CourseRequest course,
    @Schema(nullable = true) String rule,
    @Schema(nullable = true) String recipe,
    @Schema(nullable = true) Double spacing,
    @Schema(nullable = true) @Min(0) @Max(2) Integer axis,
    @Schema(nullable = true) Placer.How how,
    @Schema(nullable = true) @Size(min = 3, max = 3) List<@NotNull Double> shift,
    @Schema(nullable = true) @Size(min = 3, max = 3) List<@NotNull Double> normal,
    @Schema(nullable = true) @Valid FillingRequest filling) {

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
    SEPARATE_PIECE,
    REMOVE_PIECE,
    DIVIDE_PLAN,
    JOIN_PLAN,
    MOVE_PLAN_BOUNDARY,
    COPY_STRATA,
    ARRANGE,
    ALIGN,
    ALIGN_BODY,
    ALIGN_REGION,
    SHIFT_BODY,
    LAY_DOWN,
    MOVE_BODY,
    APPLY_RECIPE,
    FILL
  }

  /**
   * A value that goes by the layer.
   *
   * @param ramp whether it changes evenly between the steps
   */
  record CourseRequest(
      @NotNull Layers.From from,
      boolean ramp,
      @NotEmpty @Size(max = 5000) @Valid List<@NotNull StepRequest> steps) {}

  /**
   * Rules for a piece that is filled at a stop.
   *
   * @param layer the first one after the stop, counted from the bottom of the piece
   * @param hollow whether there is neither infill nor a lid below
   * @param withoutFan how many layers after the stop are printed without fan
   */
  record FillingRequest(
      @Min(1) @Max(1_000_000) int layer, boolean hollow, @Min(0) @Max(1000) int withoutFan) {}

  /** From a layer on, a value. */
  record StepRequest(@Min(1) @Max(1_000_000) int layer, double value) {}

  /**
   * How a piece stands.
   *
   * @param position where the bounds' centre in X and Y and the lowest point stand, mm
   * @param rotation degrees about X, then Y, then Z
   * @param scale factors along X, Y and Z
   */
  record PlacementRequest(
      @NotNull @Size(min = 3, max = 3) List<@NotNull Double> position,
      @NotNull @Size(min = 3, max = 3) List<@NotNull Double> rotation,
      @NotNull @Size(min = 3, max = 3) List<@NotNull Double> scale) {}

  /**
   * Where a value holds; a list that is missing or empty sets no limit.
   *
   * @param pieces ids of pieces
   * @param bodies ids of bodies
   * @param strata ids of strata of pieces
   * @param regions ids of regions
   * @param roles of lines
   * @param layers counted from the bottom of the piece or of the stratum
   * @param planStrata ids of strata of the plan
   */
  record PlaceRequest(
      @Schema(nullable = true) @Size(max = 1000) List<@NotNull String> pieces,
      @Schema(nullable = true) @Size(max = 1000) List<@NotNull String> bodies,
      @Schema(nullable = true) @Size(max = 5001) List<@NotNull String> strata,
      @Schema(nullable = true) @Size(max = 1000) List<@NotNull String> regions,
      @Schema(nullable = true) @Size(max = 1000) List<@NotNull String> roles,
      @Schema(nullable = true) @Valid LayersRequest layers,
      @Schema(nullable = true) @Size(max = 5001) List<@NotNull String> planStrata) {}

  /**
   * @param last highest layer; all from the first one on if missing
   */
  record LayersRequest(
      @NotNull String from,
      @Schema(nullable = true) @Min(1) @Max(1_000_000) Integer first,
      @Schema(nullable = true) @Min(1) @Max(1_000_000) Integer last) {}
}
