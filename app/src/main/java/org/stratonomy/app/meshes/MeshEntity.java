package org.stratonomy.app.meshes;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A mesh file as it was dropped, under the hash of its bytes; never changed. */
@Entity
@Table(name = "mesh")
class MeshEntity {
  @Id private String hash;
  private String name;
  private byte[] content;
  private Instant created;

  protected MeshEntity() {}

  MeshEntity(String hash, String name, byte[] content, Instant created) {
    this.hash = hash;
    this.name = name;
    this.content = content;
    this.created = created;
  }

  byte[] content() {
    return content;
  }
}
