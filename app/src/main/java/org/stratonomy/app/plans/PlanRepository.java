package org.stratonomy.app.plans;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PlanRepository extends JpaRepository<PlanEntity, UUID> {
  List<PlanEntity> findAllByRemovedFalseAndOriginIsNullOrderByUpdatedDesc();

  List<PlanEntity> findAllByRemovedFalseOrderByUpdatedDesc();

  /** All variants of a plan, the first one first. */
  @Query(
      "from PlanEntity p where not p.removed and (p.id = :family or p.origin = :family) order by p.created, p.id")
  List<PlanEntity> variants(UUID family);
}
