package org.stratonomy.engine.plan;

import java.util.Optional;
import java.util.function.UnaryOperator;
import org.stratonomy.engine.mesh.Vector;

/**
 * A volume in a piece where other rules may hold. It belongs to the piece: lengths and places are
 * those of the unturned, unscaled model, measured from the middle of its bounding box's bottom, and
 * are turned, scaled and moved with it.
 *
 * @param id unique within the piece
 * @param name what the user calls it
 * @param clearanceMm if it is an insert: how much room its cavity leaves around it
 */
public record Region(String id, String name, Shape shape, Optional<Double> clearanceMm) {
  public Region(String id, String name, Shape shape) {
    this(id, name, shape, Optional.empty());
  }

  /** The same region of another shape. */
  public Region withShape(Shape changed) {
    return new Region(id, name, changed, clearanceMm);
  }

  /** The same region with its mesh, if it has one, under another reference. */
  Region withMesh(UnaryOperator<String> renamed) {
    return shape instanceof Solid solid
        ? withShape(new Solid(renamed.apply(solid.mesh()), solid.shift()))
        : this;
  }

  /** The same region moved against the middle of the model's bottom, mm. */
  public Region movedBy(Vector by) {
    return withShape(shape.movedBy(by));
  }

  /** What kind of volume a region is. */
  public sealed interface Shape {
    /** Whether it is where it is, whatever the piece is like: such may be an insert. */
    default boolean isSolid() {
      return false;
    }

    /** Whether it lies inside by its making, so that it needs no walls of its own. */
    default boolean isOfCore() {
      return false;
    }

    /** The same volume moved against the middle of the model's bottom, mm. */
    default Shape movedBy(Vector by) {
      return this;
    }
  }

  /**
   * A box along the model's axes.
   *
   * @param middle of the box, mm
   * @param size along X, Y and Z, mm
   */
  public record Box(Vector middle, Vector size) implements Shape {
    @Override
    public boolean isSolid() {
      return true;
    }

    @Override
    public Shape movedBy(Vector by) {
      return new Box(middle.plus(by), size);
    }
  }

  /**
   * An upright cylinder.
   *
   * @param middle of its axis, mm
   */
  public record Cylinder(Vector middle, double diameterMm, double heightMm) implements Shape {
    @Override
    public boolean isSolid() {
      return true;
    }

    @Override
    public Shape movedBy(Vector by) {
      return new Cylinder(middle.plus(by), diameterMm, heightMm);
    }
  }

  /**
   * A sphere.
   *
   * @param middle mm
   */
  public record Sphere(Vector middle, double diameterMm) implements Shape {
    @Override
    public boolean isSolid() {
      return true;
    }

    @Override
    public Shape movedBy(Vector by) {
      return new Sphere(middle.plus(by), diameterMm);
    }
  }

  /**
   * The inside of a mesh that shares the model's own coordinates.
   *
   * @param mesh what a {@code MeshSource} finds the mesh under
   * @param shift moves it against them, mm
   */
  public record Solid(String mesh, Vector shift) implements Shape {
    @Override
    public boolean isSolid() {
      return true;
    }
  }

  /**
   * All of the piece that lies deeper below its surface than some walls sideways, and deeper than
   * some layers below what faces up or down.
   */
  public record Core(Depth sideways, Depth upright) implements Shape {
    @Override
    public boolean isOfCore() {
      return true;
    }
  }

  /**
   * The part of a core next below its top, or next above its bottom.
   *
   * @param core id of the core
   * @param layers how many
   */
  public record Slab(String core, Side side, int layers) implements Shape {
    @Override
    public boolean isOfCore() {
      return true;
    }
  }

  /**
   * A marked part of the surface, down to a depth: what lies within some walls of it sideways, and
   * within some layers of what of it faces up or down.
   *
   * @param body whose surface is marked
   * @param triangles of the body's mesh that are marked
   */
  public record Patch(String body, Triangles triangles, Depth sideways, Depth upright)
      implements Shape {}

  /** Which end of a core a slab lies at. */
  public enum Side {
    TOP,
    BOTTOM,
    BOTH
  }

  /**
   * A depth below a surface.
   *
   * @param amount in lines of a wall sideways, in layers upright, or in mm
   * @param mm whether the amount is in mm
   */
  public record Depth(double amount, boolean mm) {
    public static Depth of(int count) {
      return new Depth(count, false);
    }

    public static Depth ofMm(double mm) {
      return new Depth(mm, true);
    }
  }
}
