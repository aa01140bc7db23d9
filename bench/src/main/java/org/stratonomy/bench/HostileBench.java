package org.stratonomy.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.concurrent.CancellationException;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.problem.Problem;
import org.stratonomy.engine.program.Enclosures;

/**
 * Files that are made to take long or much memory, each in two or three sizes, so that growth
 * shows: {@code ./stratonomy bench hostile}. What takes longer than a minute is given up.
 */
public final class HostileBench {
  private static final long MOST_SECONDS = 60;

  private static final ScheduledExecutorService WATCH =
      Executors.newSingleThreadScheduledExecutor(Thread.ofPlatform().daemon().factory());

  private HostileBench() {}

  private interface Reading {
    Object read() throws Exception;
  }

  public static void main(String[] args) throws Exception {
    for (int n : new int[] {5_000, 20_000, 250_000}) {
      byte[] program = ("; enclosed: plan.strat" + ", ".repeat(n)).getBytes(StandardCharsets.UTF_8);
      row("program, commas in a line", program.length, () -> Enclosures.plan("x", program));
    }
    for (int n : new int[] {5_000, 20_000, 250_000}) {
      byte[] xml = ("<amf><x" + ".".repeat(n) + "y:z/></amf>").getBytes(StandardCharsets.UTF_8);
      mesh("AMF, dots in a name", xml);
    }
    for (int n : new int[] {5_000, 20_000, 1_000_000}) {
      mesh("STL, all triangles on one edge", oneEdge(n));
    }
    for (int n : new int[] {5_000, 20_000, 100_000}) {
      mesh("STL, shells inside out", insideOut(n));
    }
    for (int n : new int[] {200, 1_000, 3_000}) {
      mesh("OBJ, faces in many groups", manyGroups(n));
    }
    for (int n : new int[] {20_000, 1_000_000}) {
      mesh(
          "AMF, empty volumes", ("<amf>" + "<volume/>".repeat(n)).getBytes(StandardCharsets.UTF_8));
    }
    for (int n : new int[] {400, 20_000}) {
      mesh("3MF, copies of 5000 triangles", copies(n));
    }
    mesh("3MF, zeros that unpack to 600 MB", bomb());
    System.exit(0);
  }

  private static void mesh(String name, byte[] file) {
    row(name, file.length, () -> MeshFiles.read("x", ByteBuffer.wrap(file)));
  }

  private static void row(String name, long bytes, Reading reading) {
    Thread reader = Thread.currentThread();
    Future<?> alarm = WATCH.schedule(reader::interrupt, MOST_SECONDS, TimeUnit.SECONDS);
    long began = System.nanoTime();
    String end;
    try {
      reading.read();
      end = "read";
    } catch (Problem problem) {
      end = "refused: " + problem.reason();
    } catch (CancellationException e) {
      end = "given up";
    } catch (OutOfMemoryError e) {
      end = "OUT OF MEMORY";
    } catch (Exception e) {
      end = e.toString();
    } finally {
      alarm.cancel(false);
      Thread.interrupted();
    }
    System.out.printf(
        Locale.ROOT,
        "%-34s %10d B %9.3f s  %s%n",
        name,
        bytes,
        (System.nanoTime() - began) / 1e9,
        end.substring(0, Math.min(70, end.length())));
  }

  private static ByteBuffer stl(int triangles) {
    ByteBuffer stl = ByteBuffer.allocate(84 + 50 * triangles).order(ByteOrder.LITTLE_ENDIAN);
    return stl.putInt(80, triangles).position(84);
  }

  private static byte[] oneEdge(int triangles) {
    ByteBuffer stl = stl(triangles);
    for (int t = 0; t < triangles; t++) {
      put(stl, 0, 0, 0, 0, 0, 1, 1 + t % 1000, t / 1000, 0);
    }
    return stl.array();
  }

  private static byte[] insideOut(int triangles) {
    int shells = triangles / 4;
    ByteBuffer stl = stl(4 * shells);
    for (int s = 0; s < shells; s++) {
      float x = 2 * (s % 300);
      float y = 2 * (s / 300);
      put(stl, x, y, 0, x + 1, y, 0, x, y + 1, 0);
      put(stl, x, y, 0, x, y, 1, x + 1, y, 0);
      put(stl, x + 1, y, 0, x, y, 1, x, y + 1, 0);
      put(stl, x, y + 1, 0, x, y, 1, x, y, 0);
    }
    return stl.array();
  }

  private static void put(ByteBuffer stl, float... corners) {
    stl.position(stl.position() + 12);
    for (float c : corners) {
      stl.putFloat(c);
    }
    stl.position(stl.position() + 2);
  }

  private static byte[] manyGroups(int n) {
    StringBuilder text = new StringBuilder("v 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\ng");
    for (int i = 0; i < n; i++) {
      text.append(" g").append(i);
    }
    return text.append('\n')
        .append("f 1 2 3\n".repeat(n))
        .toString()
        .getBytes(StandardCharsets.UTF_8);
  }

  private static byte[] copies(int n) throws IOException {
    StringBuilder model = new StringBuilder("<model><resources><object id=\"1\"><mesh><vertices>");
    for (int v = 0; v < 2502; v++) {
      model.append("<vertex x=\"%d\" y=\"%d\" z=\"%d\"/>".formatted(v % 50, v / 50, v % 7));
    }
    model.append("</vertices><triangles>");
    for (int t = 0; t < 5000; t++) {
      int v = t % 2500;
      model.append("<triangle v1=\"%d\" v2=\"%d\" v3=\"%d\"/>".formatted(v, v + 1, v + 2));
    }
    model.append("</triangles></mesh></object></resources><build>");
    model.append("<item objectid=\"1\"/>".repeat(n)).append("</build></model>");
    return zip(model.toString().getBytes(StandardCharsets.UTF_8));
  }

  private static byte[] bomb() throws IOException {
    return zip(new byte[600 << 20]);
  }

  private static byte[] zip(byte[] model) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      zip.putNextEntry(new ZipEntry("3D/3dmodel.model"));
      zip.write(model);
      zip.closeEntry();
    }
    return bytes.toByteArray();
  }
}
