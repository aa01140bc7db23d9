package org.stratonomy.app.shelf;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A recipe of the shelf. */
@Entity
@Table(name = "recipe")
class RecipeEntity {
  @Id private String id;
  private String name;

  /** Null for one that stands alone. */
  private String basedOn;

  @JdbcTypeCode(SqlTypes.JSON)
  private String own;

  protected RecipeEntity() {}

  RecipeEntity(String id) {
    this.id = id;
  }

  String id() {
    return id;
  }

  String name() {
    return name;
  }

  String basedOn() {
    return basedOn;
  }

  String own() {
    return own;
  }

  void set(String newName, String newBasedOn, String newOwn) {
    name = newName;
    basedOn = newBasedOn;
    own = newOwn;
  }
}
