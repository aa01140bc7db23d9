package org.stratonomy.app.meshes;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.time.Duration;
import java.util.Set;
import java.util.UUID;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.app.tasks.Lane;
import org.stratonomy.app.tasks.TaskService;
import org.stratonomy.engine.mesh.Mesh;

/** The triangles of a plan's meshes, for drawing them. */
@RestController
class MeshController {
  private final MeshService meshes;
  private final TaskService tasks;

  MeshController(MeshService meshes, TaskService tasks) {
    this.meshes = meshes;
    this.tasks = tasks;
  }

  /**
   * Little-endian: number of vertices and of triangles (uint32), then x, y, z of each vertex in the
   * model's coordinates (float32), then three vertices of each triangle (uint32).
   */
  @GetMapping(
      path = "/api/plans/{plan}/meshes/{reference}/geometry",
      produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  ResponseEntity<byte[]> geometry(@PathVariable UUID plan, @PathVariable String reference) {
    meshes.checkUsed(plan, Set.of(reference));
    return tasks.run(Lane.LOOK, plan, progress -> answer(meshes.mesh(reference)));
  }

  private static ResponseEntity<byte[]> answer(Mesh mesh) {
    int vertices = mesh.vertexCount();
    int triangles = mesh.triangleCount();
    ByteBuffer bytes =
        ByteBuffer.allocate(8 + 12 * vertices + 12 * triangles).order(ByteOrder.LITTLE_ENDIAN);
    bytes.putInt(vertices).putInt(triangles);
    for (int v = 0; v < vertices; v++) {
      for (int axis = 0; axis < 3; axis++) {
        bytes.putFloat((float) mesh.coordinate(v, axis));
      }
    }
    for (int t = 0; t < triangles; t++) {
      for (int k = 0; k < 3; k++) {
        bytes.putInt(mesh.corner(t, k));
      }
    }
    return ResponseEntity.ok()
        .cacheControl(CacheControl.maxAge(Duration.ofDays(365)).cachePrivate().immutable())
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .body(bytes.array());
  }
}
