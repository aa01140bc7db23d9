package org.stratonomy.engine.line;

import java.util.Arrays;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.settings.Role;

/**
 * A line to print, before its settings and its place in the order are known. Its width, and how far
 * it hangs over air, may differ from segment to segment; segment {@code i} leads from point {@code
 * i} to the next one.
 *
 * @param widthMm what it takes up beside its neighbours, the mean if it varies; its cross-section
 *     is width × layer height
 * @param widths of each segment, mm; empty if all have the same
 * @param overhangs of each segment, a class of {@link Overhang}; empty if it rests on the layer
 *     below everywhere
 * @param inOrder whether it is to be printed as it is, after the line before it in its list
 * @param cell that it runs in, by its index in the layer
 */
public record Line(
    Role role,
    Path path,
    double widthMm,
    double[] widths,
    byte[] overhangs,
    boolean inOrder,
    int cell) {
  private static final double[] NO_WIDTHS = {};
  private static final byte[] NO_OVERHANGS = {};

  /** A line of one width that rests on the layer below. */
  public Line(Role role, Path path, double widthMm) {
    this(role, path, widthMm, NO_WIDTHS, NO_OVERHANGS, false, 0);
  }

  /** A line of one width that is printed as it is, after the one before it. */
  public static Line inOrder(Role role, Path path, double widthMm) {
    return new Line(role, path, widthMm, NO_WIDTHS, NO_OVERHANGS, true, 0);
  }

  /** The same line with marks of how far each segment hangs over. */
  public Line withOverhangs(Path divided, byte[] marks) {
    return new Line(role, divided, widthMm, widths, marks, inOrder, cell);
  }

  /** A line whose segments have widths of their own. */
  public static Line fitted(Role role, Path path, double[] widths) {
    double length = 0;
    double area = 0;
    for (int i = 0; i < widths.length; i++) {
      length += path.segmentLengthMm(i);
      area += path.segmentLengthMm(i) * widths[i];
    }
    return new Line(role, path, area / length, widths, NO_OVERHANGS, false, 0);
  }

  /** The same line as one of another role. */
  public Line as(Role other) {
    return new Line(other, path, widthMm, widths, overhangs, inOrder, cell);
  }

  /** The same line in another cell. */
  Line inCell(int other) {
    return new Line(role, path, widthMm, widths, overhangs, inOrder, other);
  }

  /** A part of this line, which is the same all along. */
  Line along(Path part) {
    return along(part, NO_WIDTHS, NO_OVERHANGS);
  }

  /** A part of this line. */
  Line along(Path part, double[] partWidths, byte[] partOverhangs) {
    return new Line(role, part, widthMm, partWidths, partOverhangs, inOrder, cell);
  }

  public double width(int segment) {
    return widths.length == 0 ? widthMm : widths[segment];
  }

  public int overhang(int segment) {
    return overhangs.length == 0 ? 0 : overhangs[segment];
  }

  /** Whether width and overhang are the same for all segments. */
  public boolean isUniform() {
    return widths.length == 0 && overhangs.length == 0;
  }

  /** The same line, run from its end to its start. */
  public Line reversed() {
    double[] backWidths = new double[widths.length];
    byte[] backOverhangs = new byte[overhangs.length];
    // Backwards, the points of a closed path begin with its last, so its closing segment stays
    // last.
    int segments = path.isClosed() ? path.size() - 1 : path.segmentCount();
    for (int i = 0; i < path.segmentCount(); i++) {
      int from = i < segments ? segments - 1 - i : i;
      if (widths.length > 0) {
        backWidths[i] = widths[from];
      }
      if (overhangs.length > 0) {
        backOverhangs[i] = overhangs[from];
      }
    }
    return new Line(role, path.reversed(), widthMm, backWidths, backOverhangs, inOrder, cell);
  }

  /** The same closed line, begun at another of its points. */
  public Line startingAt(int point) {
    if (point == 0) {
      return this;
    }
    double[] turnedWidths = new double[widths.length];
    byte[] turnedOverhangs = new byte[overhangs.length];
    for (int i = 0; i < path.segmentCount(); i++) {
      int from = (i + point) % path.segmentCount();
      if (widths.length > 0) {
        turnedWidths[i] = widths[from];
      }
      if (overhangs.length > 0) {
        turnedOverhangs[i] = overhangs[from];
      }
    }
    return along(path.startingAt(point), turnedWidths, turnedOverhangs);
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof Line l
        && role == l.role
        && path.equals(l.path)
        && widthMm == l.widthMm
        && inOrder == l.inOrder
        && cell == l.cell
        && Arrays.equals(widths, l.widths)
        && Arrays.equals(overhangs, l.overhangs);
  }

  @Override
  public int hashCode() {
    return 31 * path.hashCode() + role.ordinal();
  }
}
