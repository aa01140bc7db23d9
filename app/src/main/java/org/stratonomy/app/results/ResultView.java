package org.stratonomy.app.results;

import io.swagger.v3.oas.annotations.media.Schema;
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
    double bottom,
    List<Double> tops,
    List<List<Integer>> slots,
    List<Double> starts,
    List<Double> layerSeconds,
    List<PieceView> pieces,
    LedgerView ledger,
    List<FindingView> findings) {

  /**
   * @param min lowest corner of its bounds, mm
   * @param max highest corner of its bounds, mm
   * @param layerTops height of each of its layers' tops, mm
   * @param areas area of each of its layers' outlines, mm²
   * @param marks heights where the outline changes abruptly, mm
   */
  public record PieceView(
      String id,
      String name,
      List<Double> min,
      List<Double> max,
      double bottom,
      List<Double> layerTops,
      List<Double> areas,
      List<Double> marks,
      List<StratumView> strata,
      List<MeshView> meshes) {}

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
      int number,
      double from,
      double to,
      int firstLayer,
      int lastLayer,
      int layerCount,
      double layerHeight,
      Map<String, ResolvedView> settings) {}

  /**
   * @param value as text, without its unit
   * @param rule index of the rule that decides, from 0; -1 for the default
   */
  public record ResolvedView(String value, int rule) {}

  /** What reading a mesh found. */
  public record MeshView(
      String body,
      int triangles,
      int openEdges,
      int flipped,
      int degenerate,
      int shells,
      double volumeMm3) {}

  public record LedgerView(
      double seconds,
      double travelSeconds,
      double liftSeconds,
      double changeSeconds,
      List<RoleView> roles,
      List<SlotView> slots,
      List<HaltView> halts) {}

  public record RoleView(String role, double seconds, double volumeMm3) {}

  public record SlotView(
      int slot, String filament, double lengthMm, double volumeMm3, double massG, double cost) {}

  public record HaltView(
      int layer,
      boolean withinLayer,
      double heightMm,
      double atSeconds,
      boolean colourChange,
      int fromSlot,
      int toSlot,
      String note) {}

  /**
   * @param severity note, warning or error
   * @param piece id of the piece concerned, or empty
   * @param heightMm where to look
   * @param remedies labels of changes that would mend it
   */
  public record FindingView(
      String id,
      String severity,
      String title,
      String reason,
      String piece,
      @Schema(nullable = true) Double heightMm,
      List<String> remedies) {}
}
