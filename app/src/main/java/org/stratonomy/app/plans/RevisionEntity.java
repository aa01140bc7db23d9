package org.stratonomy.app.plans;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One state of a plan's document; never changed. */
@Entity
@Table(name = "revision")
class RevisionEntity {
  @Id private UUID id;
  private UUID plan;
  private UUID parent;

  @JdbcTypeCode(SqlTypes.JSON)
  private String document;

  private Instant created;

  protected RevisionEntity() {}

  /**
   * @param parent null for a plan's first revision
   */
  RevisionEntity(UUID id, UUID plan, UUID parent, String document, Instant created) {
    this.id = id;
    this.plan = plan;
    this.parent = parent;
    this.document = document;
    this.created = created;
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

  String document() {
    return document;
  }
}
