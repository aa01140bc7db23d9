package org.stratonomy.app.plans;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

/** A plan: its name, and which of its revisions is the current one. */
@Entity
@Table(name = "plan")
class PlanEntity {
  @Id private UUID id;
  @Version private Integer version;
  private String name;
  private UUID revision;
  private Instant created;
  private Instant updated;

  /** When it was taken off the start page; null while it is there. */
  private Instant removedAt;

  /** The first of the plans that are variants of each other; null for that one itself. */
  private UUID origin;

  private String variant = "first";

  protected PlanEntity() {}

  PlanEntity(UUID id, String name, UUID revision, Instant created) {
    this.id = id;
    this.name = name;
    this.revision = revision;
    this.created = created;
    this.updated = created;
  }

  /** Another variant of a plan, as it stands. */
  PlanEntity(UUID id, PlanEntity of, String variant, UUID revision, Instant created) {
    this(id, of.name, revision, created);
    this.origin = of.family();
    this.variant = variant;
  }

  UUID id() {
    return id;
  }

  /** Id of the first of its variants. */
  UUID family() {
    return origin == null ? id : origin;
  }

  String variant() {
    return variant;
  }

  void setVariant(String variant) {
    this.variant = variant;
  }

  int version() {
    return version;
  }

  String name() {
    return name;
  }

  UUID revision() {
    return revision;
  }

  Instant updated() {
    return updated;
  }

  boolean isRemoved() {
    return removedAt != null;
  }

  void moveTo(RevisionEntity to, String newName, Instant when) {
    revision = to.id();
    name = newName;
    updated = when;
  }
}
