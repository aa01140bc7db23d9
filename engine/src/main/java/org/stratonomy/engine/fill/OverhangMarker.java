package org.stratonomy.engine.fill;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.line.Line;
import org.stratonomy.engine.line.Overhang;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.Path;
import org.stratonomy.engine.plane.Plane;

/**
 * Marks the segments of wall lines by how much of their width hangs over air. A line whose middle
 * lies e outside the layer below hangs over by the share 1/2 + e / width; so each class begins at
 * an outline of the layer below moved by a share of the width.
 */
final class OverhangMarker {
  private static final Overhang[] CLASSES = Overhang.values();

  /** Clippers of the areas in which a line belongs to class 0, to 1 or less, to 2 or less. */
  private final Clipper[] within = new Clipper[CLASSES.length - 1];

  private final Area[] areas = new Area[CLASSES.length - 1];

  OverhangMarker(Area below, double width) {
    for (int i = 0; i < areas.length; i++) {
      double reach = (CLASSES[i + 1].share() - 0.5) * width;
      areas[i] = reach < 0 ? Plane.inset(below, -reach) : Plane.outset(below, reach);
      within[i] = new Clipper(areas[i]);
    }
  }

  Line mark(Line line) {
    return line.widths().length > 0 ? markSegments(line) : markParts(line);
  }

  /** The segments of a fitted line are short: each belongs to the class of its middle. */
  private Line markSegments(Line line) {
    Path path = line.path();
    byte[] marks = new byte[path.segmentCount()];
    boolean any = false;
    for (int i = 0; i < marks.length; i++) {
      Interruption.check(i);
      int j = path.segmentEnd(i);
      double x = (path.x(i) + path.x(j)) / 2;
      double y = (path.y(i) + path.y(j)) / 2;
      while (marks[i] < areas.length && !areas[marks[i]].contains(x, y)) {
        marks[i]++;
      }
      any |= marks[i] > 0;
    }
    return any ? line.withOverhangs(path, marks) : line;
  }

  private record Part(Path path, byte mark) {}

  private Line markParts(Line line) {
    List<Part> parts = new ArrayList<>();
    split(line.path(), 0, parts);
    if (parts.size() == 1 && parts.getFirst().mark == 0) {
      return line;
    }
    Path.Builder path = new Path.Builder();
    byte[] marks = new byte[16];
    int segments = 0;
    Path first = parts.getFirst().path;
    path.add(first.x(0), first.y(0));
    for (Part part : parts) {
      int count = part.path.segmentCount();
      for (int i = 0; i < count; i++) {
        int j = part.path.segmentEnd(i);
        boolean closes = line.path().isClosed() && part == parts.getLast() && i == count - 1;
        if (!closes) {
          path.add(part.path.x(j), part.path.y(j));
        }
        if (segments == marks.length) {
          marks = Arrays.copyOf(marks, 2 * segments);
        }
        marks[segments++] = part.mark;
      }
    }
    Path whole = line.path().isClosed() ? path.closed() : path.open();
    return line.withOverhangs(whole, Arrays.copyOf(marks, segments));
  }

  private void split(Path path, int level, List<Part> parts) {
    if (level == within.length) {
      parts.add(new Part(path, (byte) level));
      return;
    }
    for (Clipper.Part part : within[level].parts(path)) {
      if (part.inside()) {
        parts.add(new Part(part.path(), (byte) level));
      } else {
        split(part.path(), level + 1, parts);
      }
    }
  }
}
