package org.stratonomy.bench.fuzz;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/**
 * Damages files at random: bits, blocks, numbers, words of the formats, ends that are cut off. In
 * an archive it damages the entries, so that what comes out can still be unpacked.
 */
final class Mutator {
  private static final int LONGEST = 1 << 18;
  private static final String[] WORDS = {
    "0",
    "-1",
    "1e308",
    "-1e308",
    "1e-320",
    "NaN",
    "Infinity",
    "2147483647",
    "-2147483648",
    "4294967295",
    "99999999999999999999",
    "\n",
    "\r\n",
    "\0",
    "\"",
    "'",
    "<",
    ">",
    "/>",
    "&amp;",
    "<!DOCTYPE a [<!ENTITY b \"c\">]>",
    "{",
    "}",
    "[",
    "]",
    ",",
    ":",
    "null",
    "true",
    "{{",
    "}}",
    "{{#plan}}",
    "{{/plan}}",
    "{{>x}}",
    "{{nozzles.0.tool}}",
    "solid",
    "endsolid",
    "vertex",
    "facet",
    "f 1 2 3\n",
    "g a b c\n",
    "v 1 2 3\n",
    "<volume/>",
    "<triangle>",
    "<component ",
    "transform=\"1 0 0 0 1 0 0 0 1 0 0 0\"",
    "; enclosed: plan.strat, 9 bytes\n",
    "; end of plan.strat\n",
    "\u202e",
    "\u0007",
    "../../etc/passwd",
    "meshes/box.stl#2",
    "#999999"
  };

  private final SplittableRandom random;

  Mutator(long seed) {
    random = new SplittableRandom(seed);
  }

  byte[] mutate(List<byte[]> seeds) {
    byte[] seed = seeds.get(random.nextInt(seeds.size()));
    boolean isArchive = seed.length > 4 && seed[0] == 'P' && seed[1] == 'K';
    return isArchive && random.nextInt(4) > 0 ? archive(seed) : damaged(seed);
  }

  private byte[] archive(byte[] seed) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(seed));
        ZipOutputStream zip = new ZipOutputStream(out)) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        byte[] content = in.readAllBytes();
        boolean isWhole = random.nextInt(3) == 0;
        zip.putNextEntry(new ZipEntry(entry.getName()));
        zip.write(isWhole ? content : damaged(content));
        zip.closeEntry();
      }
    } catch (ZipException e) {
      return damaged(seed);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  private byte[] damaged(byte[] seed) {
    byte[] bytes = seed.clone();
    for (int i = random.nextInt(4); i >= 0 && bytes.length > 0; i--) {
      bytes = once(bytes);
    }
    return bytes;
  }

  private byte[] once(byte[] bytes) {
    int at = random.nextInt(bytes.length);
    int end = Math.min(bytes.length, at + 1 + random.nextInt(random.nextBoolean() ? 8 : 400));
    return switch (random.nextInt(8)) {
      case 0 -> {
        bytes[at] ^= (byte) (1 << random.nextInt(8));
        yield bytes;
      }
      case 1 -> {
        bytes[at] = (byte) random.nextInt();
        yield bytes;
      }
      case 2 -> Arrays.copyOf(bytes, at);
      case 3 -> replaced(bytes, at, end, new byte[0]);
      case 4 -> replaced(bytes, at, at, repeated(Arrays.copyOfRange(bytes, at, end)));
      case 5 -> replaced(bytes, at, end, word());
      case 6 -> number(bytes, at);
      default -> replaced(bytes, at, at, word());
    };
  }

  private byte[] word() {
    return WORDS[random.nextInt(WORDS.length)].getBytes(StandardCharsets.UTF_8);
  }

  /** Some times, now and then very often. */
  private byte[] repeated(byte[] part) {
    int times = 1 + random.nextInt(random.nextInt(20) == 0 ? 2_000 : 4);
    times = Math.max(1, Math.min(times, LONGEST / part.length));
    byte[] all = new byte[times * part.length];
    for (int i = 0; i < times; i++) {
      System.arraycopy(part, 0, all, i * part.length, part.length);
    }
    return all;
  }

  /** Puts another number in the place of the next one. */
  private byte[] number(byte[] bytes, int from) {
    int at = from;
    while (at < bytes.length && (bytes[at] < '0' || bytes[at] > '9')) {
      at++;
    }
    int end = at;
    while (end < bytes.length && bytes[end] >= '0' && bytes[end] <= '9') {
      end++;
    }
    String number = WORDS[random.nextInt(11)];
    return replaced(bytes, at, end, number.getBytes(StandardCharsets.US_ASCII));
  }

  private static byte[] replaced(byte[] bytes, int from, int to, byte[] with) {
    if (bytes.length - (to - from) + with.length > LONGEST) {
      return bytes;
    }
    byte[] changed = new byte[bytes.length - (to - from) + with.length];
    System.arraycopy(bytes, 0, changed, 0, from);
    System.arraycopy(with, 0, changed, from, with.length);
    System.arraycopy(bytes, to, changed, from + with.length, bytes.length - to);
    return changed;
  }
}
