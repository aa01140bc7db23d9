package org.stratonomy.engine.mesh.io;

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
import org.stratonomy.engine.guard.Interruption;
import org.stratonomy.engine.problem.Problem;

/** Unpacks zip archives, but not without end. */
public final class Archive {
  /** What an archive and all archives in it may unpack to at the most, bytes. */
  private static final long MOST_BYTES = 512L << 20;

  private static final int MOST_ENTRIES = 20_000;
  private static final int MOST_KEPT = 2_000;

  /** How often it may unpack to its own size, if that is more than a little. */
  private static final long MOST_RATIO = 200;

  private static final long LITTLE = 64L << 20;

  private Archive() {}

  /** What archives may still unpack to; shared by an archive and those in it. */
  public static final class Budget {
    private long left = MOST_BYTES;
  }

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

    /** What may have been unpacked of so many bytes. */
    long most() {
      return Math.max(LITTLE, MOST_RATIO * bytes);
    }
  }

  /**
   * The files in an archive by their paths; directories are left out.
   *
   * @param name what to call the archive in an error
   * @param kind of the error
   * @param wanted which paths to keep
   * @param budget that is taken from
   * @throws Problem if it is damaged, has too many files, or unpacks to far more than it can hold
   */
  public static Map<String, byte[]> read(
      String name, Problem.Kind kind, InputStream in, Predicate<String> wanted, Budget budget)
      throws IOException {
    Map<String, byte[]> files = new HashMap<>();
    Counted counted = new Counted(Interruption.asking(in));
    byte[] buffer = new byte[1 << 16];
    long total = 0;
    int entries = 0;
    try (ZipInputStream zip = new ZipInputStream(counted)) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        Interruption.check();
        boolean kept = !entry.isDirectory() && wanted.test(entry.getName());
        if (++entries > MOST_ENTRIES || files.size() >= MOST_KEPT) {
          throw new Problem(
              kind, name, "It holds too many files.", "Export it again, with fewer meshes.");
        }
        ByteArrayOutputStream content = new ByteArrayOutputStream(kept ? 1 << 12 : 0);
        for (int n = zip.read(buffer); n >= 0; n = zip.read(buffer)) {
          total += n;
          budget.left -= n;
          if (budget.left < 0 || total > counted.most()) {
            throw new Problem(
                kind,
                name,
                "It unpacks to more than %d MB, far more than such a file holds."
                    .formatted((budget.left < 0 ? MOST_BYTES : counted.most()) >> 20),
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
      throw damaged(kind, name);
    } catch (IllegalArgumentException e) {
      // A name that is not in UTF-8.
      throw damaged(kind, name);
    }
    return files;
  }

  private static Problem damaged(Problem.Kind kind, String name) {
    return new Problem(kind, name, "The archive is damaged.", "Copy or export the file again.");
  }
}
