package org.stratonomy.engine.edit;

import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Stop;
import org.stratonomy.engine.settings.Rule;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;
import org.stratonomy.engine.shelf.BedPoint;

/**
 * One edit of a plan, as data: it can be sent, kept, and carried out again. Heights are in mm above
 * the bed. Ids that name nothing are refused when the edit is carried out.
 */
public sealed interface Edit {
  /** Divides a piece at a height. */
  record Divide(String piece, double height) implements Edit {}

  /** Takes a boundary of a piece away. */
  record Join(String piece, double height) implements Edit {}

  /** Moves a boundary of a piece. */
  record MoveBoundary(String piece, double height, double to) implements Edit {}

  /**
   * Divides a span of a piece into equal parts.
   *
   * @param slots filaments that the parts take in turn
   */
  record EqualParts(
      String piece,
      double height,
      double to,
      @Within(min = 1, max = 5000) int parts,
      Optional<List<Integer>> slots)
      implements Edit {}

  /** Divides a piece as another one is divided. */
  record CopyStrata(String piece, String other) implements Edit {}

  /** Divides the plan at a height. */
  record DividePlan(double height) implements Edit {}

  /** Takes a boundary of the plan away. */
  record JoinPlan(double height) implements Edit {}

  /** Moves a boundary of the plan. */
  record MovePlanBoundary(double height, double to) implements Edit {}

  /** Lets a value hold at a place. */
  record Set(Scope where, Setting setting, Value value) implements Edit {}

  /** Takes a value out of the rules for exactly a place. */
  record Clear(Scope where, Setting setting) implements Edit {}

  /** Takes the values of a recipe into a rule. */
  record ApplyRecipe(String rule, String recipe) implements Edit {}

  /**
   * Sets the rules for a piece that is filled at a stop.
   *
   * @param filling how it is printed around the stop
   */
  record Fill(String piece, Filling filling) implements Edit {}

  /**
   * How a piece is printed around a stop at which it is filled.
   *
   * @param layer the first one after the stop, counted from the bottom of the piece
   * @param hollow whether there is neither infill nor a lid below
   * @param withoutFan how many layers after the stop are printed without fan
   */
  record Filling(
      @Within(min = 1, max = 1_000_000) int layer,
      boolean hollow,
      @Within(min = 0, max = 1000) int withoutFan) {}

  /** Adds a region in the middle of a piece. */
  record AddRegion(String piece, RegionEditor.Kind kind) implements Edit {}

  /** Takes a region away. */
  record RemoveRegion(String piece, String region) implements Edit {}

  /** Makes a body of each shell of a body. */
  record SplitBody(String piece, String body) implements Edit {}

  /** Gives the bodies of a piece filaments in turn. */
  record Alternate(String piece, List<Integer> slots) implements Edit {}

  /** Puts a piece somewhere. */
  record Place(String piece, Placement placement) implements Edit {}

  /** Puts a copy beside a piece. */
  record CopyPiece(String piece) implements Edit {}

  /** Takes a piece out of the plan. */
  record RemovePiece(String piece) implements Edit {}

  /** Takes the bodies of another piece into one. */
  record JoinPiece(String piece, String other) implements Edit {}

  /** Makes a piece of each body of one. */
  record SeparatePiece(String piece) implements Edit {}

  /**
   * Moves pieces apart and onto the bed.
   *
   * @param spacing room between them, mm
   */
  record Arrange(double spacing) implements Edit {}

  /**
   * Aligns a piece with another one.
   *
   * @param axis 0, 1, 2 for X, Y, Z
   */
  record Align(String piece, String other, @Within(min = 0, max = 2) int axis, Alignment how)
      implements Edit {}

  /**
   * Aligns a body with another one of its piece.
   *
   * @param axis 0, 1, 2 for X, Y, Z
   */
  record AlignBody(
      String piece, String body, String other, @Within(min = 0, max = 2) int axis, Alignment how)
      implements Edit {}

  /**
   * Aligns a region with its piece.
   *
   * @param axis 0, 1, 2 for X, Y, Z
   */
  record AlignRegion(String piece, String region, @Within(min = 0, max = 2) int axis, Alignment how)
      implements Edit {}

  /**
   * Moves a body within its piece.
   *
   * @param shift mm
   */
  record ShiftBody(String piece, String body, Vector shift) implements Edit {}

  /**
   * Moves a body into another piece.
   *
   * @param other a new one if not given
   */
  record MoveBody(String piece, String body, Optional<String> other) implements Edit {}

  /**
   * Turns a piece so that a face lies on the bed.
   *
   * @param normal of the face, in the machine's axes
   */
  record LayDown(String piece, Vector normal) implements Edit {}

  /** Gives the plan another name. */
  record RenamePlan(String name) implements Edit {}

  /** Prints the plan on another machine of the shelf. */
  record ChooseMachine(String machine) implements Edit {}

  /** Loads a filament of the shelf into a slot. */
  record LoadFilament(@Within(min = 1, max = 64) int slot, String filament) implements Edit {}

  /** Adds a slot with a filament of the shelf. */
  record AddSlot(String filament) implements Edit {}

  /** Gives a piece another name. */
  record RenamePiece(String piece, String name) implements Edit {}

  /** Gives a body another name. */
  record RenameBody(String piece, String body, String name) implements Edit {}

  /**
   * Gives a stratum of a piece another name.
   *
   * @param name empty for none
   */
  record RenameStratum(String piece, String stratum, String name) implements Edit {}

  /**
   * Keeps a piece where it is when pieces are arranged, or lets it be moved.
   *
   * @param fixed whether it stays
   */
  record FixPiece(String piece, boolean fixed) implements Edit {}

  /**
   * Puts a body somewhere else in the order of its piece: of bodies that overlap, the first owns
   * the place.
   *
   * @param number its new place, from 1
   */
  record OrderBody(String piece, String body, @Within(min = 1, max = 1000) int number)
      implements Edit {}

  /**
   * Changes a region.
   *
   * @param region in the place of the one with its id
   */
  record ChangeRegion(String piece, Region region) implements Edit {}

  /**
   * Adds a rule.
   *
   * @param number its place in the sheet, from 1 at the top
   * @param rule with an id that no rule has, or an empty one for any
   */
  record AddRule(@Within(min = 1, max = 2001) int number, Rule rule) implements Edit {}

  /**
   * Moves a rule in the sheet.
   *
   * @param number its new place, from 1 at the top
   */
  record MoveRule(String rule, @Within(min = 1, max = 2000) int number) implements Edit {}

  /** Takes a rule out of the sheet. */
  record RemoveRule(String rule) implements Edit {}

  /**
   * Switches a rule on or off.
   *
   * @param on whether it counts
   */
  record SwitchRule(String rule, boolean on) implements Edit {}

  /** Limits a rule to another place. */
  record LimitRule(String rule, Scope where) implements Edit {}

  /** Gives a rule a value for a setting. */
  record SetInRule(String rule, Setting setting, Value value) implements Edit {}

  /** Takes a value out of a rule, and the rule with its last one. */
  record ClearInRule(String rule, Setting setting) implements Edit {}

  /**
   * Adds a stop.
   *
   * @param stop with an id that no stop has, or an empty one for any
   */
  record AddStop(Stop stop) implements Edit {}

  /**
   * Changes a stop.
   *
   * @param stop in the place of the one with its id
   */
  record ChangeStop(Stop stop) implements Edit {}

  /** Takes a stop away. */
  record RemoveStop(String stop) implements Edit {}

  /**
   * Puts the purge tower somewhere.
   *
   * @param at its middle, mm; beside the pieces if not given
   */
  record PlaceTower(Optional<BedPoint> at) implements Edit {}

  /**
   * Sets what a change of filament purges.
   *
   * @param from slot of the filament that comes out
   * @param to slot of the filament that goes in
   * @param volume mm³; what follows from the filaments if not given
   */
  record SetPurging(
      @Within(min = 1, max = 64) int from,
      @Within(min = 1, max = 64) int to,
      Optional<Double> volume)
      implements Edit {}

  /**
   * Accepts a finding.
   *
   * @param note why
   */
  record Accept(String finding, String note) implements Edit {}

  /** Accepts a finding no longer. */
  record TakeBack(String finding) implements Edit {}
}
