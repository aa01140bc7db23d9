package org.stratonomy.app.meshes;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CancellationException;
import java.util.concurrent.locks.Lock;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.stratonomy.engine.guard.PlainText;
import org.stratonomy.engine.mesh.Bounds;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Shells;
import org.stratonomy.engine.mesh.io.Archive;
import org.stratonomy.engine.mesh.io.MeshFiles;
import org.stratonomy.engine.mesh.io.StlWriter;
import org.stratonomy.engine.problem.Problem;

/**
 * Keeps mesh files under the hash of their bytes, and read meshes in memory while in use. Files are
 * read outside of transactions: a large one would hold a connection that others need.
 */
@Service
public class MeshService implements MeshSource {
  private static final long CACHED_TRIANGLES = 20_000_000;

  /** A mesh that a plan does not use yet is kept at least so long. */
  private static final Duration UNUSED_FOR = Duration.ofDays(1);

  private static final int LOCKS = 64;

  private final MeshRepository meshes;
  private final Clock clock;
  private final Cache<String, Mesh> read =
      Caffeine.newBuilder()
          .maximumWeight(CACHED_TRIANGLES)
          .weigher((String hash, Mesh mesh) -> mesh.triangleCount())
          .build();
  private final Lock[] reading =
      Stream.generate(ReentrantLock::new).limit(LOCKS).toArray(Lock[]::new);

  MeshService(MeshRepository meshes, Clock clock) {
    this.meshes = meshes;
    this.clock = clock;
  }

  /**
   * A mesh that is kept.
   *
   * @param colour that the file gives it, as #rrggbb
   * @param faces triangles of the mesh to which the file gives other colours
   */
  public record Kept(
      String name, String reference, Optional<String> colour, Map<String, BitSet> faces) {}

  /**
   * Keeps the meshes of a file: a file of one mesh as it is, the meshes of any other, or one that
   * is named out of several, as binary STL.
   *
   * @param budget of the archive that the file lies in
   * @return a reference for plans for each mesh
   * @throws Problem if one of them is not usable
   */
  public List<Kept> store(String name, byte[] content, Archive.Budget budget) {
    List<MeshPart> parts = MeshFiles.read(name, ByteBuffer.wrap(content), budget);
    boolean whole = parts.size() == 1 && MeshFiles.file(name).equals(name);
    List<Kept> kept = new ArrayList<>();
    for (MeshPart part : parts) {
      String reference =
          whole ? keep(name, content) : keep(part.name(), StlWriter.binary(part.mesh()));
      if (whole) {
        read.put(reference, part.mesh());
      }
      Map<String, BitSet> faces =
          part.faces().isEmpty() ? Map.of() : part.faces().on(mesh(reference));
      kept.add(new Kept(whole ? name : part.name(), reference, part.colour(), faces));
    }
    return kept;
  }

  /** Bounds of the meshes of a file, of which nothing is kept. */
  public static List<Bounds> bounds(String name, byte[] content) {
    return MeshFiles.read(name, ByteBuffer.wrap(content)).stream()
        .map(part -> part.mesh().report().bounds())
        .toList();
  }

  /**
   * Keeps a file as it is; if it holds several meshes, they count as one.
   *
   * @return a reference for plans
   * @throws Problem if it is not usable
   */
  public String storeWhole(String name, byte[] content) {
    Mesh mesh = MeshFiles.mesh(name, ByteBuffer.wrap(content));
    String reference = keep(name, content);
    read.put(reference, mesh);
    return reference;
  }

  /**
   * Keeps the shells of a mesh as meshes of their own.
   *
   * @return a reference for plans for each shell
   */
  public List<String> split(String reference, String name) {
    List<String> kept = new ArrayList<>();
    for (Mesh shell : Shells.split(mesh(reference))) {
      kept.add(keep("%s %d.stl".formatted(name, kept.size() + 1), StlWriter.binary(shell)));
    }
    return kept;
  }

  private String keep(String name, byte[] content) {
    String hash = hash(content);
    meshes.keep(hash, PlainText.cleaned(name), content, clock.instant());
    return hash;
  }

  /** Lets a plan name meshes from now on. */
  public void use(UUID plan, Collection<String> references) {
    if (!references.isEmpty()) {
      meshes.use(plan, references);
    }
  }

  /**
   * @throws Problem for a mesh that neither the plan nor one of its variants has; whether it is
   *     kept for others is not said
   */
  public void checkUsed(UUID plan, Set<String> references) {
    if (references.isEmpty()) {
      return;
    }
    Set<String> used = meshes.usedOf(plan, references);
    references.stream()
        .filter(reference -> !used.contains(reference))
        .findFirst()
        .ifPresent(
            reference -> {
              throw missing(reference);
            });
  }

  /** Erases meshes that no plan uses any more, and says how many. */
  public int eraseUnused() {
    return meshes.eraseUnused(clock.instant().minus(UNUSED_FOR));
  }

  @Override
  public Mesh mesh(String reference) {
    Mesh known = read.getIfPresent(reference);
    return known != null
        ? known
        : once(
            reference,
            () ->
                read.get(reference, hash -> MeshFiles.mesh(hash, ByteBuffer.wrap(content(hash)))));
  }

  /** Has a mesh read by one thread, for which others that want it wait. */
  private Mesh once(String reference, Supplier<Mesh> reader) {
    Lock lock = reading[Math.floorMod(reference.hashCode(), LOCKS)];
    try {
      lock.lockInterruptibly();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException("the thread was interrupted");
    }
    try {
      return reader.get();
    } finally {
      lock.unlock();
    }
  }

  /** The file as it was dropped. */
  public byte[] content(String reference) {
    return meshes
        .findById(reference)
        .map(MeshEntity::content)
        .orElseThrow(() -> missing(reference));
  }

  private static Problem missing(String reference) {
    return new Problem(
        Problem.Kind.MESH,
        "mesh '%s'".formatted(PlainText.shown(reference)),
        "It is not kept here.",
        "Drop the mesh file again.");
  }

  private static String hash(byte[] content) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }
}
