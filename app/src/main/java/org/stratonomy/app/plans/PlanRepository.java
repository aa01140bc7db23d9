package org.stratonomy.app.plans;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface PlanRepository extends JpaRepository<PlanEntity, UUID> {
  List<PlanEntity> findAllByRemovedFalseOrderByUpdatedDesc();
}
