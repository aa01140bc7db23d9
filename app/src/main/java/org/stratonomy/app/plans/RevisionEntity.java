package org.stratonomy.app.plans;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Transient;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.springframework.data.domain.Persistable;

/** One state of a plan's document; never changed. */
@Entity
@Table(name = "revision")
class RevisionEntity implements Persistable<UUID> {
  @Id private UUID id;
  private UUID plan;
  private UUID parent;

  @JdbcTypeCode(SqlTypes.JSON)
  private String document;

  /** Hash of the machine and filaments that it is computed with; null for the shelf as it is. */
  private String snapshot;

  private Instant created;

  /** What the edit did that led here, in words. */
  private String what;

  /** Whether it is to be inserted; it is never looked for before that, and never changed. */
  @Transient private boolean isNew;

  protected RevisionEntity() {}

  /**
   * @param parent null for a plan's first revision
   * @param what the edit did that led here, in words
   */
  RevisionEntity(
      UUID id,
      UUID plan,
      UUID parent,
      String document,
      String snapshot,
      Instant created,
      String what) {
    this.id = id;
    this.plan = plan;
    this.parent = parent;
    this.document = document;
    this.snapshot = snapshot;
    this.created = created;
    this.what = what;
    isNew = true;
  }

  @Override
  public UUID getId() {
    return id;
  }

  @Override
  public boolean isNew() {
    return isNew;
  }

  UUID id() {
    return id;
  }

  UUID plan() {
    return plan;
  }

  /** Null for a plan's first revision. */
  UUID parent() {
    return parent;
  }

  /** Null for a revision from before snapshots were kept. */
  String snapshot() {
    return snapshot;
  }

  String what() {
    return what;
  }

  String document() {
    return document;
  }
}
