package org.stratonomy.engine.line;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.stratonomy.engine.plane.Area;
import org.stratonomy.engine.plane.Clipper;
import org.stratonomy.engine.plane.Path;

/** Cuts lines at the rings of an area; widths and overhangs of their segments are kept. */
public final class LineClipper {
  /** Shorter parts are left out, mm. */
  private static final double LEAST_MM = 0.05;

  private final Clipper clipper;

  public LineClipper(Area area) {
    clipper = new Clipper(area);
  }

  /** The parts of a line inside, in their order along it; a line that is not cut as it is. */
  public List<Line> inside(Line line) {
    List<Clipper.Part> parts = clipper.parts(line.path());
    if (parts.size() == 1) {
      return parts.getFirst().inside() ? List.of(line) : List.of();
    }
    List<Line> lines = new ArrayList<>();
    if (line.isUniform()) {
      for (Clipper.Part part : parts) {
        if (part.inside() && part.path().lengthMm() >= LEAST_MM) {
          lines.add(line.along(part.path()));
        }
      }
    } else {
      new Pieces(line, lines).cut();
    }
    return lines;
  }

  /** Goes along a line segment by segment and collects what lies inside. */
  private final class Pieces {
    private final Line line;
    private final List<Line> out;
    private Path.Builder path = new Path.Builder();
    private double[] widths = new double[16];
    private byte[] overhangs = new byte[16];
    private int segments;

    Pieces(Line line, List<Line> out) {
      this.line = line;
      this.out = out;
    }

    void cut() {
      for (int i = 0; i < line.path().segmentCount(); i++) {
        for (Clipper.Part part : clipper.parts(line.path().part(i, i + 1))) {
          if (part.inside()) {
            add(part.path(), i);
          } else {
            close();
          }
        }
      }
      close();
    }

    private void add(Path part, int segment) {
      path.add(part.x(0), part.y(0));
      int before = path.size();
      path.add(part.x(1), part.y(1));
      if (path.size() == before) {
        return;
      }
      if (segments == widths.length) {
        widths = Arrays.copyOf(widths, 2 * segments);
        overhangs = Arrays.copyOf(overhangs, 2 * segments);
      }
      widths[segments] = line.width(segment);
      overhangs[segments++] = (byte) line.overhang(segment);
    }

    private void close() {
      Path made = path.open();
      if (segments > 0 && made.lengthMm() >= LEAST_MM) {
        boolean fitted = line.widths().length > 0;
        boolean hanging = line.overhangs().length > 0;
        out.add(
            line.along(
                made,
                fitted ? Arrays.copyOf(widths, segments) : line.widths(),
                hanging ? Arrays.copyOf(overhangs, segments) : line.overhangs()));
      }
      path = new Path.Builder();
      segments = 0;
    }
  }
}
