package org.stratonomy.bench.fuzz;

import com.sun.management.ThreadMXBean;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.stratonomy.engine.problem.Problem;

/**
 * Reads damaged files of every format, for a time: {@code ./stratonomy bench fuzz --minutes N}. A
 * reader may refuse a file with a {@link Problem}, in less than ten seconds, and must do nothing
 * else. Whatever fails is kept in the corpus, which is read first each time.
 */
public final class Fuzz {
  private static final long HANG_SECONDS = 10;

  private final Path corpus;
  private final Map<Format, Tally> tallies = new EnumMap<>(Format.class);
  private final ScheduledExecutorService watch =
      Executors.newSingleThreadScheduledExecutor(Thread.ofPlatform().daemon().factory());
  private final ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();

  /** What happened with the files of a format. */
  private static final class Tally {
    long read;
    long refused;
    double worstMillis;
    double worstMegabytes;
    final List<String> failures = new ArrayList<>();
  }

  Fuzz(Path corpus) {
    this.corpus = corpus;
    for (Format format : Format.values()) {
      tallies.put(format, new Tally());
    }
  }

  public static void main(String[] args) throws IOException {
    double minutes = 1;
    Path corpus = Path.of("bench/corpus");
    for (int i = 0; i + 1 < args.length; i += 2) {
      switch (args[i]) {
        case "--minutes" -> minutes = Double.parseDouble(args[i + 1]);
        case "--corpus" -> corpus = Path.of(args[i + 1]);
        default -> throw new IllegalArgumentException(args[i]);
      }
    }
    Fuzz fuzz = new Fuzz(corpus);
    fuzz.readCorpus();
    long end = System.nanoTime() + (long) (minutes * 60e9);
    long seed = System.nanoTime();
    System.out.printf("seed %d%n", seed);
    while (System.nanoTime() < end) {
      fuzz.round(200, seed++);
    }
    System.exit(fuzz.report() ? 0 : 1);
  }

  /** Reads every file that ever failed. */
  void readCorpus() throws IOException {
    if (!Files.isDirectory(corpus)) {
      return;
    }
    try (Stream<Path> files = Files.list(corpus)) {
      for (Path file : files.sorted().toList()) {
        String name = file.getFileName().toString();
        Format format =
            Format.valueOf(name.substring(0, name.lastIndexOf('-')).toUpperCase(Locale.ROOT));
        read(format, Files.readAllBytes(file));
      }
    }
  }

  /** Reads some damaged files of each format. */
  void round(int each, long seed) throws IOException {
    for (Format format : Format.values()) {
      Mutator mutator = new Mutator(seed * 31 + format.ordinal());
      List<byte[]> seeds = format.seeds();
      for (int i = 0; i < each; i++) {
        read(format, mutator.mutate(seeds));
      }
    }
  }

  private void read(Format format, byte[] input) throws IOException {
    Tally tally = tallies.get(format);
    Thread reader = Thread.currentThread();
    Future<?> alarm = watch.schedule(reader::interrupt, HANG_SECONDS, TimeUnit.SECONDS);
    long allocated = threads.getCurrentThreadAllocatedBytes();
    long began = System.nanoTime();
    try {
      tally.read++;
      format.read(input);
    } catch (Problem problem) {
      tally.refused++;
    } catch (CancellationException e) {
      fail(format, input, "It took more than %d s.".formatted(HANG_SECONDS));
    } catch (Throwable e) {
      fail(format, input, e + " at " + (e.getStackTrace().length > 0 ? e.getStackTrace()[0] : ""));
    } finally {
      alarm.cancel(false);
      Thread.interrupted();
    }
    tally.worstMillis = Math.max(tally.worstMillis, (System.nanoTime() - began) / 1e6);
    tally.worstMegabytes =
        Math.max(
            tally.worstMegabytes, (threads.getCurrentThreadAllocatedBytes() - allocated) / 1e6);
  }

  private void fail(Format format, byte[] input, String why) throws IOException {
    tallies.get(format).failures.add(why);
    Files.createDirectories(corpus);
    String name = "%s-%s".formatted(format.name().toLowerCase(Locale.ROOT), hash(input));
    Files.write(corpus.resolve(name), input);
  }

  private static String hash(byte[] input) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(input), 0, 6);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  /** What failed, over all formats. */
  List<String> failures() {
    return tallies.entrySet().stream()
        .flatMap(e -> e.getValue().failures.stream().map(why -> e.getKey() + ": " + why))
        .toList();
  }

  /** Prints what was read, and says whether nothing failed. */
  private boolean report() {
    System.out.printf(
        "%-12s %10s %10s %10s %12s %9s%n",
        "format", "read", "refused", "worst ms", "allocated MB", "failures");
    long all = 0;
    for (Map.Entry<Format, Tally> entry : tallies.entrySet()) {
      Tally t = entry.getValue();
      all += t.read;
      System.out.printf(
          Locale.ROOT,
          "%-12s %10d %10d %10.1f %12.1f %9d%n",
          entry.getKey(),
          t.read,
          t.refused,
          t.worstMillis,
          t.worstMegabytes,
          t.failures.size());
    }
    System.out.printf("%d files in all%n", all);
    failures().stream().distinct().limit(40).forEach(System.out::println);
    return failures().isEmpty();
  }
}
