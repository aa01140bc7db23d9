package org.stratonomy.app.meshes;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.util.HexFormat;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.stratonomy.engine.mesh.Mesh;
import org.stratonomy.engine.mesh.MeshSource;
import org.stratonomy.engine.mesh.StlReader;
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
   * Keeps a file if it is a usable mesh.
   *
   * @return the reference for plans
   * @throws Problem if it is not
   */
  @Transactional
  public String store(String name, byte[] content) {
    String hash = hash(content);
    if (read.getIfPresent(hash) == null) {
      read.put(hash, StlReader.read(name, ByteBuffer.wrap(content)));
    }
    if (!meshes.existsById(hash)) {
      meshes.save(new MeshEntity(hash, name, content, clock.instant()));
    }
    return hash;
  }

  @Override
  @Transactional(readOnly = true)
  public Mesh mesh(String reference) {
    return read.get(reference, hash -> StlReader.read(hash, ByteBuffer.wrap(content(hash))));
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
