package org.stratonomy.app.results;

import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.media.Schema.RequiredMode;
import java.util.List;
import java.util.Map;

/**
 * What the views show of a computed plan, besides the toolpaths of single layers.
 *
 * @param bottom height of the lowest layer's bottom, mm
 * @param tops height of each layer's top, mm, from layer 1
 * @param slots filaments that each layer uses, by layer
 * @param starts when each layer begins, s, from layer 1
 * @param layerSeconds how long each layer takes without halts, s
 */
public record ResultView(
    @Schema(requiredMode = RequiredMode.REQUIRED) double bottom,
    @Schema(requiredMode = RequiredMode.REQUIRED) List<Double> tops,
    @Schema(requiredMode = RequiredMode.REQUIRED) List<List<Integer>> slots,
    @Schema(requiredMode = RequiredMode.REQUIRED) List<Double> starts,
    @Schema(requiredMode = RequiredMode.REQUIRED) List<Double> layerSeconds,
    @Schema(requiredMode = RequiredMode.REQUIRED) List<PieceView> pieces,
    @Schema(requiredMode = RequiredMode.REQUIRED) LedgerView ledger,
    @Schema(requiredMode = RequiredMode.REQUIRED) List<FindingView> findings) {

  /**
   * @param min lowest corner of its bounds, mm
   * @param max highest corner of its bounds, mm
   * @param layerTops height of each of its layers' tops, mm
   * @param areas area of each of its layers' outlines, mm²
   * @param marks heights where the outline changes abruptly, mm
   */
  public record PieceView(
      @Schema(requiredMode = RequiredMode.REQUIRED) String id,
      @Schema(requiredMode = RequiredMode.REQUIRED) String name,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<Double> min,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<Double> max,
      @Schema(requiredMode = RequiredMode.REQUIRED) double bottom,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<Double> layerTops,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<Double> areas,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<Double> marks,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<StratumView> strata,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<MeshView> meshes) {}

  /**
   * @param from its bottom, mm
   * @param to its top, mm
   * @param firstLayer number in the plan of its lowest layer
   * @param lastLayer number in the plan of its highest layer
   * @param layerCount its own layers
   * @param layerHeight thickness of its layers except the first on the bed and the topmost, mm
   * @param settings what holds in it, by the ids of the settings
   */
  public record StratumView(
      @Schema(requiredMode = RequiredMode.REQUIRED) int number,
      @Schema(requiredMode = RequiredMode.REQUIRED) double from,
      @Schema(requiredMode = RequiredMode.REQUIRED) double to,
      @Schema(requiredMode = RequiredMode.REQUIRED) int firstLayer,
      @Schema(requiredMode = RequiredMode.REQUIRED) int lastLayer,
      @Schema(requiredMode = RequiredMode.REQUIRED) int layerCount,
      @Schema(requiredMode = RequiredMode.REQUIRED) double layerHeight,
      @Schema(requiredMode = RequiredMode.REQUIRED) Map<String, ResolvedView> settings) {}

  /**
   * @param value as text, without its unit
   * @param rule index of the rule that decides, from 0; -1 for the default
   */
  public record ResolvedView(
      @Schema(requiredMode = RequiredMode.REQUIRED) String value,
      @Schema(requiredMode = RequiredMode.REQUIRED) int rule) {}

  /** What reading a mesh found. */
  public record MeshView(
      @Schema(requiredMode = RequiredMode.REQUIRED) String body,
      @Schema(requiredMode = RequiredMode.REQUIRED) int triangles,
      @Schema(requiredMode = RequiredMode.REQUIRED) int openEdges,
      @Schema(requiredMode = RequiredMode.REQUIRED) int flipped,
      @Schema(requiredMode = RequiredMode.REQUIRED) int degenerate,
      @Schema(requiredMode = RequiredMode.REQUIRED) int shells,
      @Schema(requiredMode = RequiredMode.REQUIRED) double volumeMm3) {}

  public record LedgerView(
      @Schema(requiredMode = RequiredMode.REQUIRED) double seconds,
      @Schema(requiredMode = RequiredMode.REQUIRED) double travelSeconds,
      @Schema(requiredMode = RequiredMode.REQUIRED) double liftSeconds,
      @Schema(requiredMode = RequiredMode.REQUIRED) double changeSeconds,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<RoleView> roles,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<SlotView> slots,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<HaltView> halts) {}

  public record RoleView(
      @Schema(requiredMode = RequiredMode.REQUIRED) String role,
      @Schema(requiredMode = RequiredMode.REQUIRED) double seconds,
      @Schema(requiredMode = RequiredMode.REQUIRED) double volumeMm3) {}

  public record SlotView(
      @Schema(requiredMode = RequiredMode.REQUIRED) int slot,
      @Schema(requiredMode = RequiredMode.REQUIRED) String filament,
      @Schema(requiredMode = RequiredMode.REQUIRED) double lengthMm,
      @Schema(requiredMode = RequiredMode.REQUIRED) double volumeMm3,
      @Schema(requiredMode = RequiredMode.REQUIRED) double massG,
      @Schema(requiredMode = RequiredMode.REQUIRED) double cost) {}

  public record HaltView(
      @Schema(requiredMode = RequiredMode.REQUIRED) int layer,
      @Schema(requiredMode = RequiredMode.REQUIRED) boolean withinLayer,
      @Schema(requiredMode = RequiredMode.REQUIRED) double heightMm,
      @Schema(requiredMode = RequiredMode.REQUIRED) double atSeconds,
      @Schema(requiredMode = RequiredMode.REQUIRED) boolean colourChange,
      @Schema(requiredMode = RequiredMode.REQUIRED) int fromSlot,
      @Schema(requiredMode = RequiredMode.REQUIRED) int toSlot,
      @Schema(requiredMode = RequiredMode.REQUIRED) String note) {}

  /**
   * @param severity note, warning or error
   * @param piece id of the piece concerned, or empty
   * @param heightMm where to look
   * @param remedies labels of changes that would mend it
   */
  public record FindingView(
      @Schema(requiredMode = RequiredMode.REQUIRED) String id,
      @Schema(requiredMode = RequiredMode.REQUIRED) String severity,
      @Schema(requiredMode = RequiredMode.REQUIRED) String title,
      @Schema(requiredMode = RequiredMode.REQUIRED) String reason,
      @Schema(requiredMode = RequiredMode.REQUIRED) String piece,
      Double heightMm,
      @Schema(requiredMode = RequiredMode.REQUIRED) List<String> remedies) {}
}
