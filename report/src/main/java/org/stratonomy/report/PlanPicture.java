package org.stratonomy.report;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Vector;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Piece;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Region;
import org.stratonomy.engine.plan.Resolver;
import org.stratonomy.engine.plan.Triangles;
import org.stratonomy.engine.settings.Role;
import org.stratonomy.engine.settings.ScopeSpot;
import org.stratonomy.engine.shelf.Belt;
import org.stratonomy.engine.strata.PlacedPiece;

/**
 * A picture of a plan's pieces in the colours of their strata, seen from the front left and from
 * above in parallel projection, drawn triangle by triangle with a depth buffer.
 */
public final class PlanPicture {
  /** Rules for single layers are left out of the picture, but for the first. */
  private static final int SMALL_WIDTH = 168;

  private static final int SMALL_HEIGHT = 108;
  private static final int SEEN_LAYER = 1;

  private static final double TURN = Math.toRadians(-32);
  private static final double TILT = Math.toRadians(28);
  private static final double MARGIN = 0.08;

  /** What is drawn later covers what is no further in front of it than this, mm. */
  private static final double OVER_MM = 1e-6;

  /** Pixels are drawn this many times finer in each direction and averaged. */
  private static final int FINER = 2;

  private static final double[] LIGHT = {-0.45, -0.6, 0.66};

  private final int width;
  private final int height;
  private final int[] colours;
  private final Optional<Belt> belt;
  private final double[] depths;
  private double scale;
  private double middleU;
  private double middleV;

  private PlanPicture(int width, int height, Optional<Belt> belt) {
    this.belt = belt;
    this.width = width;
    this.height = height;
    colours = new int[width * height];
    depths = new double[width * height];
    Arrays.fill(depths, Double.POSITIVE_INFINITY);
  }

  /** Draws on a transparent ground; sizes in pixels. */
  public static BufferedImage draw(Job job, MeshSource meshes, int width, int height) {
    Plan plan = job.plan();
    Resolver resolver = new Resolver(job);
    List<PlacedPiece> placed =
        plan.pieces().stream().map(piece -> PlacedPiece.of(piece, meshes)).toList();
    PlanPicture picture = new PlanPicture(FINER * width, FINER * height, resolver.machine().belt());
    picture.frame(placed);
    for (PlacedPiece piece : placed) {
      picture.piece(plan, piece, resolver);
    }
    return picture.averaged(width, height);
  }

  /** A small one, as programs carry it. */
  public static byte[] small(Job job, MeshSource meshes) {
    return png(job, meshes, SMALL_WIDTH, SMALL_HEIGHT);
  }

  /** The same as the bytes of a PNG file. */
  public static byte[] png(Job job, MeshSource meshes, int width, int height) {
    try {
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      ImageIO.write(draw(job, meshes, width, height), "png", bytes);
      return bytes.toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException("memory takes every byte", e);
    }
  }

  private static double u(double x, double y) {
    return x * Math.cos(TURN) - y * Math.sin(TURN);
  }

  private static double away(double x, double y) {
    return x * Math.sin(TURN) + y * Math.cos(TURN);
  }

  private static double v(double x, double y, double z) {
    return away(x, y) * Math.sin(TILT) + z * Math.cos(TILT);
  }

  private void frame(List<PlacedPiece> placed) {
    double lowU = Double.POSITIVE_INFINITY;
    double highU = Double.NEGATIVE_INFINITY;
    double lowV = Double.POSITIVE_INFINITY;
    double highV = Double.NEGATIVE_INFINITY;
    for (PlacedPiece piece : placed) {
      Bounds b = piece.bounds();
      for (int corner = 0; corner < 8; corner++) {
        double x = (corner & 1) == 0 ? b.minX() : b.maxX();
        double y = (corner & 2) == 0 ? b.minY() : b.maxY();
        double z = (corner & 4) == 0 ? b.minZ() : b.maxZ();
        lowU = Math.min(lowU, u(x, y));
        highU = Math.max(highU, u(x, y));
        lowV = Math.min(lowV, v(x, y, z));
        highV = Math.max(highV, v(x, y, z));
      }
    }
    scale = (1 - 2 * MARGIN) * Math.min(width / (highU - lowU), height / (highV - lowV));
    middleU = (lowU + highU) / 2;
    middleV = (lowV + highV) / 2;
  }

  private void piece(Plan plan, PlacedPiece placed, Resolver resolver) {
    Piece piece = placed.piece();
    List<Double> boundaries =
        Stream.concat(piece.boundaries().stream(), plan.boundaries().stream())
            .sorted()
            .distinct()
            .toList();
    for (int m = 0; m < placed.meshes().size(); m++) {
      String body = piece.bodies().get(m).id();
      int[] plain = colours(plan, piece, body, Set.of(), boundaries, resolver);
      Mesh mesh = placed.meshes().get(m);
      Map<BitSet, int[]> patches = new LinkedHashMap<>();
      for (Region region : piece.regions()) {
        if (region.shape() instanceof Region.Patch patch && patch.body().equals(body)) {
          int[] own = colours(plan, piece, body, Set.of(region.id()), boundaries, resolver);
          patches.put(patch.triangles().set(), own);
        }
      }
      double[] xyz = placed.vertices(m);
      for (int t = 0; t < mesh.triangleCount(); t++) {
        triangle(
            xyz,
            3 * mesh.corner(t, 0),
            3 * mesh.corner(t, 1),
            3 * mesh.corner(t, 2),
            boundaries,
            colours(t, patches, plain));
      }
      for (Region region : piece.regions()) {
        if (region.shape() instanceof Region.Patch patch && patch.body().equals(body)) {
          int[] own = colours(plan, piece, body, Set.of(region.id()), boundaries, resolver);
          parts(patch.triangles().parts(), mesh, xyz, boundaries, own);
        }
      }
    }
  }

  /** Parts of triangles, drawn over the whole ones. */
  private void parts(
      List<Triangles.Part> parts, Mesh mesh, double[] xyz, List<Double> boundaries, int[] own) {
    for (Triangles.Part part : parts) {
      if (part.triangle() < mesh.triangleCount()) {
        double[] whole = new double[9];
        for (int k = 0; k < 3; k++) {
          System.arraycopy(xyz, 3 * mesh.corner(part.triangle(), k), whole, 3 * k, 3);
        }
        triangle(part.corners(whole), 0, 3, 6, boundaries, own);
      }
    }
  }

  /** Of the first patch that a triangle is marked in, or of its body. */
  private static int[] colours(int triangle, Map<BitSet, int[]> patches, int[] plain) {
    for (Map.Entry<BitSet, int[]> patch : patches.entrySet()) {
      if (patch.getKey().get(triangle)) {
        return patch.getValue();
      }
    }
    return plain;
  }

  /** What is seen between each two boundaries: the filament of the outer wall, as rgb. */
  private static int[] colours(
      Plan plan,
      Piece piece,
      String body,
      Set<String> regions,
      List<Double> boundaries,
      Resolver resolver) {
    int[] colours = new int[boundaries.size() + 1];
    for (int s = 0; s < colours.length; s++) {
      double below = s < boundaries.size() ? boundaries.get(s) : Double.MAX_VALUE;
      ScopeSpot spot =
          new ScopeSpot(
              piece.id(),
              body,
              piece.strata().get(piece.strata().at(below)).id(),
              regions,
              SEEN_LAYER,
              SEEN_LAYER,
              plan.strata().get(plan.strata().at(below)).id());
      int slot = resolver.at(spot).of(Role.OUTER_WALL).slot();
      colours[s] = Integer.parseInt(resolver.filament(slot).colour().substring(1), 16);
    }
    return colours;
  }

  private void triangle(double[] p, int a, int b, int c, List<Double> boundaries, int[] strata) {
    double shade = shade(p, a, b, c);
    double[] x = new double[3];
    double[] y = new double[3];
    double[] depth = new double[3];
    double[] z = {height(p, a), height(p, b), height(p, c)};
    int[] corners = {a, b, c};
    for (int k = 0; k < 3; k++) {
      int i = corners[k];
      x[k] = width / 2.0 + (u(p[i], p[i + 1]) - middleU) * scale;
      y[k] = height / 2.0 - (v(p[i], p[i + 1], p[i + 2]) - middleV) * scale;
      depth[k] = away(p[i], p[i + 1]) * Math.cos(TILT) - p[i + 2] * Math.sin(TILT);
    }
    double area = (x[1] - x[0]) * (y[2] - y[0]) - (x[2] - x[0]) * (y[1] - y[0]);
    if (area == 0) {
      return;
    }
    int fromX = (int) Math.max(0, Math.floor(Math.min(x[0], Math.min(x[1], x[2]))));
    int toX = (int) Math.min(width - 1.0, Math.ceil(Math.max(x[0], Math.max(x[1], x[2]))));
    int fromY = (int) Math.max(0, Math.floor(Math.min(y[0], Math.min(y[1], y[2]))));
    int toY = (int) Math.min(height - 1.0, Math.ceil(Math.max(y[0], Math.max(y[1], y[2]))));
    for (int py = fromY; py <= toY; py++) {
      for (int px = fromX; px <= toX; px++) {
        double wb = ((px + 0.5 - x[0]) * (y[2] - y[0]) - (x[2] - x[0]) * (py + 0.5 - y[0])) / area;
        double wc = ((x[1] - x[0]) * (py + 0.5 - y[0]) - (px + 0.5 - x[0]) * (y[1] - y[0])) / area;
        double wa = 1 - wb - wc;
        if (wa < 0 || wb < 0 || wc < 0) {
          continue;
        }
        double d = wa * depth[0] + wb * depth[1] + wc * depth[2];
        if (d <= depths[py * width + px] + OVER_MM) {
          depths[py * width + px] = d;
          double height = wa * z[0] + wb * z[1] + wc * z[2];
          colours[py * width + px] = shaded(strata[stratum(height, boundaries)], shade);
        }
      }
    }
  }

  /** Across the layers. */
  private double height(double[] p, int i) {
    return belt.isEmpty() ? p[i + 2] : belt.get().level(new Vector(p[i], p[i + 1], p[i + 2])).z();
  }

  /** Index of the stratum; a face that lies in a boundary belongs to the one below. */
  private static int stratum(double z, List<Double> boundaries) {
    int stratum = 0;
    while (stratum < boundaries.size() && boundaries.get(stratum) < z - 1e-4) {
      stratum++;
    }
    return stratum;
  }

  private static double shade(double[] p, int a, int b, int c) {
    double ux = p[b] - p[a];
    double uy = p[b + 1] - p[a + 1];
    double uz = p[b + 2] - p[a + 2];
    double vx = p[c] - p[a];
    double vy = p[c + 1] - p[a + 1];
    double vz = p[c + 2] - p[a + 2];
    double nx = uy * vz - uz * vy;
    double ny = uz * vx - ux * vz;
    double nz = ux * vy - uy * vx;
    double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
    double lit = length == 0 ? 0 : (nx * LIGHT[0] + ny * LIGHT[1] + nz * LIGHT[2]) / length;
    return 0.58 + 0.42 * Math.max(0, lit);
  }

  private static int shaded(int colour, double shade) {
    int red = (int) (((colour >> 16) & 255) * shade);
    int green = (int) (((colour >> 8) & 255) * shade);
    int blue = (int) ((colour & 255) * shade);
    return 0xff00_0000 | red << 16 | green << 8 | blue;
  }

  private BufferedImage averaged(int outWidth, int outHeight) {
    BufferedImage image = new BufferedImage(outWidth, outHeight, BufferedImage.TYPE_INT_ARGB);
    for (int y = 0; y < outHeight; y++) {
      for (int x = 0; x < outWidth; x++) {
        int covered = 0;
        int[] sum = new int[3];
        for (int k = 0; k < FINER * FINER; k++) {
          int colour = colours[(FINER * y + k / FINER) * width + FINER * x + k % FINER];
          if (colour != 0) {
            covered++;
            for (int channel = 0; channel < 3; channel++) {
              sum[channel] += (colour >> (16 - 8 * channel)) & 255;
            }
          }
        }
        if (covered > 0) {
          int alpha = 255 * covered / (FINER * FINER);
          image.setRGB(
              x,
              y,
              alpha << 24 | sum[0] / covered << 16 | sum[1] / covered << 8 | sum[2] / covered);
        }
      }
    }
    return image;
  }
}
