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
  private boolean removed;

  protected PlanEntity() {}

  PlanEntity(UUID id, String name, UUID revision, Instant created) {
    this.id = id;
    this.name = name;
    this.revision = revision;
    this.created = created;
    this.updated = created;
  }

  UUID id() {
    return id;
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
    return removed;
  }

  void setRemoved(boolean removed) {
    this.removed = removed;
  }

  void moveTo(RevisionEntity to, String newName, Instant when) {
    revision = to.id();
    name = newName;
    updated = when;
  }
}
