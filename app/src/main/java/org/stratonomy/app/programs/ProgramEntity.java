package org.stratonomy.app.programs;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;

/** A program that was written, with the revision that it came from. */
@Entity
@Table(name = "program")
class ProgramEntity {
  @Id private UUID id;
  private UUID plan;
  private UUID revision;
  private String fileName;

  /** Compressed with gzip. */
  private byte[] content;

  private long size;

  /** Titles of the errors in spite of which it was written, a line each. */
  private String despite;

  private Instant created;

  protected ProgramEntity() {}

  ProgramEntity(
      UUID id,
      UUID plan,
      UUID revision,
      String fileName,
      byte[] content,
      long size,
      String despite,
      Instant created) {
    this.id = id;
    this.plan = plan;
    this.revision = revision;
    this.fileName = fileName;
    this.content = content;
    this.size = size;
    this.despite = despite;
    this.created = created;
  }

  UUID id() {
    return id;
  }

  Instant created() {
    return created;
  }

  String despite() {
    return despite;
  }

  String fileName() {
    return fileName;
  }

  byte[] content() {
    return content;
  }
}
