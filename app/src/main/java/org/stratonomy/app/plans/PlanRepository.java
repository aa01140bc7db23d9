package org.stratonomy.app.plans;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.transaction.annotation.Transactional;

interface PlanRepository extends JpaRepository<PlanEntity, UUID> {
  List<PlanEntity> findAllByRemovedAtIsNullAndOriginIsNullOrderByUpdatedDesc();

  List<PlanEntity> findAllByRemovedAtIsNullOrderByUpdatedDesc();

  /** All variants of a plan, the first one first. */
  @Query(
      "from PlanEntity p where p.removedAt is null and (p.id = :family or p.origin = :family) order by p.created, p.id")
  List<PlanEntity> variants(UUID family);

  @Query("select count(p) > 0 from PlanEntity p where p.id = :id and p.removedAt is null")
  boolean isThere(UUID id);

  /** The first of the variants of a plan, until the transaction's end for nobody else to change. */
  @Lock(LockModeType.PESSIMISTIC_WRITE)
  @Query("from PlanEntity p where p.id = :family")
  Optional<PlanEntity> locked(UUID family);

  /** Removes a plan, or puts it back; an edit at the same moment is not in the way. */
  @Transactional
  @Modifying
  @Query("update PlanEntity p set p.removedAt = :when where p.id = :id")
  int setRemoved(UUID id, Instant when);

  /** Erases what was removed before a moment. */
  @Transactional
  @Modifying
  @Query(nativeQuery = true, value = "delete from plan where removed_at < :before")
  int erase(Instant before);
}
