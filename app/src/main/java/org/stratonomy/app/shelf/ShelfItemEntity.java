package org.stratonomy.app.shelf;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
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

  @Version private Integer version;

  /** Whether its own lines came from a file and nobody has edited the item here since. */
  private boolean imported;

  protected ShelfItemEntity() {}

  ShelfItemEntity(Key key, int place) {
    this.key = key;
    this.place = place;
  }

  Key key() {
    return key;
  }

  String content() {
    return content;
  }

  int version() {
    return version;
  }

  boolean isImported() {
    return imported;
  }

  void set(String newContent, boolean isImported) {
    content = newContent;
    imported = isImported;
  }
}
