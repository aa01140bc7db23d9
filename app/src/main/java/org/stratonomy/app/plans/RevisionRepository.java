package org.stratonomy.app.plans;

import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.domain.Pageable;
import org.springframework.data.domain.Slice;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RevisionRepository extends JpaRepository<RevisionEntity, UUID> {
  /** What the newest edit of a revision did, if there is one. */
  @Query(
      "select r.what from RevisionEntity r where r.parent = :parent order by r.created desc limit 1")
  Optional<String> nextEdit(UUID parent);

  Optional<RevisionEntity> findFirstByParentOrderByCreatedDesc(UUID parent);

  /** What the history needs of a revision; its document may be long. */
  record Made(UUID id, Instant created, String what) {
    HistoryEntry entry(HistoryEntry.Standing standing) {
      return new HistoryEntry(id, created, what, standing);
    }
  }

  /** Revisions of a plan, the newest first. */
  @Query(
      """
      select new org.stratonomy.app.plans.RevisionRepository$Made(r.id, r.created, r.what)
      from RevisionEntity r where r.plan = :plan and r.created < :before
      order by r.created desc, r.id
      """)
  Slice<Made> madeBefore(UUID plan, Instant before, Pageable part);

  /** A revision and all those that led to it. */
  @Query(
      value =
          """
          with recursive line as (
            select id, parent from revision where id = :revision
            union all
            select r.id, r.parent from revision r join line on r.id = line.parent)
          select id from line
          """,
      nativeQuery = true)
  Set<UUID> lineOf(UUID revision);
}
