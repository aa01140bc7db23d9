package org.stratonomy.app.shelf;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.io.Serializable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A machine or a filament of the shelf. */
@Entity
@Table(name = "shelf_item")
class ShelfItemEntity {
  /** What is on the shelf besides recipes. */
  enum Kind {
    MACHINE,
    FILAMENT
  }

  @Embeddable
  record Key(@Enumerated(EnumType.STRING) Kind kind, String id) implements Serializable {}

  @EmbeddedId private Key key;

  /** Where it stands among its like. */
  private int place;

  @JdbcTypeCode(SqlTypes.JSON)
  private String content;

  protected ShelfItemEntity() {}

  ShelfItemEntity(Key key, int place, String content) {
    this.key = key;
    this.place = place;
    this.content = content;
  }

  Key key() {
    return key;
  }

  String content() {
    return content;
  }
}
