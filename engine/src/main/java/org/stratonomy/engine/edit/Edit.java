package org.stratonomy.engine.edit;

import java.util.List;
import java.util.Optional;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Placement;
import org.stratonomy.engine.settings.Scope;
import org.stratonomy.engine.settings.Setting;
import org.stratonomy.engine.settings.Value;

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
}
