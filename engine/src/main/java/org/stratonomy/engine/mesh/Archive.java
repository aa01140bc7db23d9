package org.stratonomy.engine.mesh;

import java.io.ByteArrayOutputStream;
import java.io.EOFException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Predicate;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import org.stratonomy.engine.problem.Problem;

/** Unpacks zip archives, but not without end. */
public final class Archive {
  /** What an archive may unpack to at the most, bytes. */
  private static final long MOST_BYTES = 2L << 30;

  /** How often it may unpack to its own size, if that is more than a little. */
  private static final long MOST_RATIO = 200;

  private static final long LITTLE = 64L << 20;

  private Archive() {}

  /** Counts what is read. */
  private static final class Counted extends FilterInputStream {
    long bytes;

    Counted(InputStream in) {
      super(in);
    }

    @Override
    public int read() throws IOException {
      int value = super.read();
      bytes += value < 0 ? 0 : 1;
      return value;
    }

    @Override
    public int read(byte[] buffer, int offset, int length) throws IOException {
      int count = super.read(buffer, offset, length);
      bytes += Math.max(0, count);
      return count;
    }

    long most() {
      return Math.min(MOST_BYTES, Math.max(LITTLE, MOST_RATIO * bytes));
    }
  }

  /**
   * The files in an archive by their paths; directories are left out.
   *
   * @param name what to call the archive in an error
   * @param kind of the error
   * @param wanted which paths to keep
   * @throws Problem if it is damaged, or unpacks to far more than it can hold
   */
  public static Map<String, byte[]> read(
      String name, Problem.Kind kind, InputStream in, Predicate<String> wanted) throws IOException {
    Map<String, byte[]> files = new HashMap<>();
    Counted counted = new Counted(in);
    long total = 0;
    try (ZipInputStream zip = new ZipInputStream(counted)) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        boolean kept = !entry.isDirectory() && wanted.test(entry.getName());
        ByteArrayOutputStream content = new ByteArrayOutputStream();
        byte[] buffer = new byte[1 << 16];
        for (int n = zip.read(buffer); n >= 0; n = zip.read(buffer)) {
          total += n;
          if (total > counted.most()) {
            throw new Problem(
                kind,
                name,
                "It unpacks to more than %d MB, far more than such a file holds."
                    .formatted(counted.most() >> 20),
                "Export it again, with smaller meshes if it is that large.");
          }
          if (kept) {
            content.write(buffer, 0, n);
          }
        }
        if (kept) {
          files.put(entry.getName(), content.toByteArray());
        }
      }
    } catch (ZipException | EOFException e) {
      throw new Problem(kind, name, "The archive is damaged.", "Copy or export the file again.");
    }
    return files;
  }
}
