package org.stratonomy.app.meshes;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshFiles;
import org.stratonomy.engine.mesh.MeshPart;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.Shells;
import org.stratonomy.engine.mesh.StlWriter;
import org.stratonomy.engine.problem.Problem;

/** Keeps mesh files under the hash of their bytes, and read meshes in memory while in use. */
@Service
public class MeshService implements MeshSource {
  private static final long CACHED_TRIANGLES = 20_000_000;

  private final MeshRepository meshes;
  private final Clock clock;
  private final Cache<String, Mesh> read =
      Caffeine.newBuilder()
          .maximumWeight(CACHED_TRIANGLES)
          .weigher((String hash, Mesh mesh) -> mesh.triangleCount())
          .build();

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
   * @return a reference for plans for each mesh
   * @throws Problem if one of them is not usable
   */
  @Transactional
  public List<Kept> store(String name, byte[] content) {
    List<MeshPart> parts = MeshFiles.read(name, ByteBuffer.wrap(content));
    boolean whole = parts.size() == 1 && MeshFiles.file(name).equals(name);
    List<Kept> kept = new ArrayList<>();
    for (MeshPart part : parts) {
      String reference = whole ? keep(name, content) : keep(part.name(), stl(part.mesh()));
      Map<String, BitSet> faces =
          part.faces().isEmpty() ? Map.of() : part.faces().on(mesh(reference));
      kept.add(new Kept(whole ? name : part.name(), reference, part.colour(), faces));
    }
    return kept;
  }

  /**
   * Keeps a file as it is; if it holds several meshes, they count as one.
   *
   * @return a reference for plans
   * @throws Problem if it is not usable
   */
  @Transactional
  public String storeWhole(String name, byte[] content) {
    MeshFiles.mesh(name, ByteBuffer.wrap(content));
    return keep(name, content);
  }

  /**
   * Keeps the shells of a mesh as meshes of their own.
   *
   * @return a reference for plans for each shell
   */
  @Transactional
  public List<String> split(String reference, String name) {
    List<String> kept = new ArrayList<>();
    for (Mesh shell : Shells.split(mesh(reference))) {
      kept.add(keep("%s %d.stl".formatted(name, kept.size() + 1), stl(shell)));
    }
    return kept;
  }

  private static byte[] stl(Mesh mesh) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try {
      StlWriter.writeBinary(mesh, bytes);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private String keep(String name, byte[] content) {
    String hash = hash(content);
    if (!meshes.existsById(hash)) {
      meshes.save(new MeshEntity(hash, name, content, clock.instant()));
    }
    return hash;
  }

  @Override
  @Transactional(readOnly = true)
  public Mesh mesh(String reference) {
    return read.get(reference, hash -> MeshFiles.mesh(hash, ByteBuffer.wrap(content(hash))));
  }

  /** The file as it was dropped. */
  @Transactional(readOnly = true)
  public byte[] content(String reference) {
    return meshes
        .findById(reference)
        .map(MeshEntity::content)
        .orElseThrow(
            () ->
                new Problem(
                    Problem.Kind.MESH,
                    "mesh '%s'".formatted(reference),
                    "It is not kept here.",
                    "Drop the mesh file again."));
  }

  private static String hash(byte[] content) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }
}
