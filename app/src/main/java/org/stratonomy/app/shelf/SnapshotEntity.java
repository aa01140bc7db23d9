package org.stratonomy.app.shelf;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** The machine and filaments that revisions are computed with, under a hash; never changed. */
@Entity
@Table(name = "snapshot")
class SnapshotEntity {
  @Id private String hash;

  @JdbcTypeCode(SqlTypes.JSON)
  private String content;

  protected SnapshotEntity() {}

  String content() {
    return content;
  }
}
