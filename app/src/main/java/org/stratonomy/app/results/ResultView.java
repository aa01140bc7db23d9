package org.stratonomy.app.results;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import java.util.Map;

/**
 * What the views show of a computed plan, besides the toolpaths of single layers.
 *
 * @param bottom height of the lowest layer's bottom, mm
 * @param tops height of each layer's top, mm, from layer 1
 * @param slots filaments that each layer uses, by layer
 * @param passes in the order of the print
 * @param layerSeconds how long each layer takes without halts, s
 * @param mixes what comes out of a mixing nozzle; none of another one
 */
public record ResultView(
    double bottom,
    List<Double> tops,
    List<List<Integer>> slots,
    List<PassView> passes,
    List<Double> layerSeconds,
    List<PieceView> pieces,
    List<MixView> mixes,
    PurgingView purging,
    LedgerView ledger,
    List<FindingView> findings) {

  /**
   * What is printed in one go: a layer, or one piece's share of it if pieces are printed one at a
   * time.
   *
   * @param layer number in the plan, from 1
   * @param piece id of the piece; empty if all are printed together
   * @param start since the start of the print, with the halts before it, s
   * @param slots of the filaments, in the order of the print
   */
  public record PassView(int layer, String piece, double start, List<Integer> slots) {}

  /**
   * @param min lowest corner of its bounds, mm
   * @param max highest corner of its bounds, mm
   * @param layerTops height of each of its layers' tops, mm
   * @param areas area of each of its layers' outlines, mm²
   * @param hanging of each layer, what hangs over the layer below by more than the angle from which
   *     the plan supports, mm²
   * @param starting of each layer, what begins in mid-air, mm²
   * @param marks heights where the outline changes abruptly, mm
   * @param regionSlots filament of each region, by its id, in the lowest stratum
   */
  public record PieceView(
      String id,
      String name,
      List<Double> min,
      List<Double> max,
      double bottom,
      List<Double> layerTops,
      List<Double> areas,
      List<Double> hanging,
      List<Double> starting,
      List<Double> marks,
      List<StratumView> strata,
      List<MeshView> meshes,
      Map<String, Integer> regionSlots) {}

  /**
   * A stratum of which some layers are printed.
   *
   * @param id what rules name it by
   * @param number from 1 at the bottom
   * @param name what the user calls it; empty if it goes by its number
   * @param from its bottom, mm
   * @param to its top, mm
   * @param firstLayer number in the plan of its lowest layer
   * @param lastLayer number in the plan of its highest layer
   * @param layerCount its own layers
   * @param layerHeight thickness of its layers except the first on the bed and the topmost, mm
   * @param settings what holds in it, by the ids of the settings
   */
  public record StratumView(
      String id,
      int number,
      String name,
      double from,
      double to,
      int firstLayer,
      int lastLayer,
      int layerCount,
      double layerHeight,
      Map<String, ResolvedView> settings) {}

  /**
   * One or more layers at a spot in which the same is printed, from the bed upwards.
   *
   * @param firstLayer number in the plan
   * @param lastLayer number in the plan
   * @param bottom of the first, mm
   * @param top of the last, mm
   * @param count of the layers
   * @param role of the lines, or "nothing" in a hollow
   * @param piece name of the piece, or empty for what belongs to none
   * @param regions names of the regions that the spot lies in
   * @param value of the setting asked for, as text
   * @param printed another value that the line is printed with, as text; empty for none
   * @param cause why it is another value
   * @param rule id of the rule that decides; empty for the default
   * @param hidden ids of the rules that match too but lie below it
   */
  public record SampleView(
      int firstLayer,
      int lastLayer,
      double bottom,
      double top,
      int count,
      String role,
      int slot,
      String piece,
      String body,
      int stratum,
      List<String> regions,
      String value,
      String printed,
      String cause,
      String rule,
      List<String> hidden) {
    /** Heights nearer than this are one, mm. */
    private static final double SAME_MM = 1e-3;

    /** Whether the same is printed for the same reason in the next layer above. */
    boolean goesOnWith(SampleView next) {
      return Math.abs(next.bottom - top) < SAME_MM
          && role.equals(next.role)
          && slot == next.slot
          && piece.equals(next.piece)
          && body.equals(next.body)
          && stratum == next.stratum
          && regions.equals(next.regions)
          && value.equals(next.value)
          && printed.equals(next.printed)
          && cause.equals(next.cause)
          && rule.equals(next.rule)
          && hidden.equals(next.hidden);
    }

    /** The same with the layers of one above. */
    SampleView upTo(SampleView next) {
      return new SampleView(
          firstLayer,
          next.lastLayer,
          bottom,
          next.top,
          count + next.count,
          role,
          slot,
          piece,
          body,
          stratum,
          regions,
          value,
          printed,
          cause,
          rule,
          hidden);
    }
  }

  /**
   * @param value as text, without its unit
   * @param rule id of the rule that decides; empty for the default
   * @param below what would hold without that rule
   */
  public record ResolvedView(String value, String rule, String below) {}

  /**
   * Where and how much is purged when filament changes.
   *
   * @param tower what it is purged into, if there is one
   * @param changes from each loaded filament to each other one
   * @param total what all changes take, those from mix to mix, too, mm³
   */
  public record PurgingView(
      @Schema(nullable = true) TowerView tower, List<ChangeView> changes, double total) {}

  /** What comes out of a mixing nozzle for a slot number that stands for a mix. */
  public record MixView(int slot, String name, String colour) {}

  /**
   * @param x of its middle, mm
   * @param y of its middle, mm
   * @param side of its square footprint, mm
   * @param height above the bed, mm
   * @param given whether the plan says where it stands
   */
  public record TowerView(double x, double y, double side, double height, boolean given) {}

  /**
   * A change of filament and what it takes: unmixed + melt zone × ln(1 / share left), if the plan
   * gives no other volume.
   *
   * @param from slot of the filament that comes out
   * @param to slot of the filament that goes in
   * @param count how often it is made
   * @param mixes whether both go through one nozzle; if not, a nozzle pushes out what it lost
   * @param melt what the melt zone holds, mm³
   * @param plug what comes out unmixed before, mm³
   * @param shareLeft how much of the filament before may be left, 0 to 1
   * @param byMaterial whether that follows from the materials and not from the colours
   * @param computed what follows, mm³
   * @param given whether the plan gives another volume
   * @param volume what is purged, mm³
   */
  public record ChangeView(
      int from,
      int to,
      int count,
      boolean mixes,
      double melt,
      double plug,
      double shareLeft,
      boolean byMaterial,
      double computed,
      boolean given,
      double volume) {}

  /** Up to a height, mm, and on from the one before, one filament. */
  public record BandView(double to, int slot) {}

  /**
   * A body, and what reading its mesh found.
   *
   * @param bands filament of its outer wall over the height, from the bottom
   * @param shells bodies that it can be split into
   */
  public record MeshView(
      String id,
      String body,
      List<BandView> bands,
      int triangles,
      int openEdges,
      int flipped,
      int degenerate,
      int shells,
      double volumeMm3) {}

  /**
   * @param savedChanges how many changes of filament the found order spares against the plain one
   */
  public record LedgerView(
      double seconds,
      double travelSeconds,
      double liftSeconds,
      double changeSeconds,
      double heatingSeconds,
      double coolingSeconds,
      int savedChanges,
      List<RoleView> roles,
      List<ShareView> shares,
      List<SlotView> slots,
      List<HaltView> halts,
      double startMm,
      String currency) {}

  /** What something takes; the strand's length in mm. */
  public record AmountsView(
      double seconds, double lengthMm, double volumeMm3, double massG, double cost) {}

  public record RoleView(String role, @JsonUnwrapped AmountsView amounts) {}

  /**
   * Lines in one stratum of a piece, or of regions in it, or beside all pieces.
   *
   * @param piece id of the piece; empty beside all of them
   * @param stratum from 1; 0 beside all pieces
   * @param regions ids of the regions; several if the same holds in them
   */
  public record ShareView(
      String piece, int stratum, List<String> regions, @JsonUnwrapped AmountsView amounts) {}

  public record SlotView(int slot, String filament, @JsonUnwrapped AmountsView amounts) {}

  /**
   * @param piece id of the piece that is printed then, if pieces are printed one at a time
   * @param stops ids of the planner's stops that happen here
   * @param kinds of these, in the order in which they happen
   * @param beforeStroke index of the stroke of the layer that follows, from 0
   * @param park X and Y of where the head goes to wait, mm; empty if it does not
   * @param strandMm of the filament that goes in, until it is changed again
   */
  public record HaltView(
      int layer,
      String piece,
      boolean withinLayer,
      double heightMm,
      double atSeconds,
      double seconds,
      boolean colourChange,
      boolean needsOperator,
      double freeSeconds,
      int fromSlot,
      int toSlot,
      List<String> stops,
      List<String> kinds,
      String note,
      int beforeStroke,
      List<Double> park,
      double strandMm) {}

  /**
   * @param severity note, warning or error
   * @param piece id of the piece concerned, or empty
   * @param heightMm where to look
   * @param remedies labels of changes that would mend it
   * @param accepted the planner's note, if it is accepted
   */
  public record FindingView(
      String id,
      String severity,
      String title,
      String reason,
      String piece,
      @Schema(nullable = true) Double heightMm,
      List<String> remedies,
      @Schema(nullable = true) String accepted) {}
}
