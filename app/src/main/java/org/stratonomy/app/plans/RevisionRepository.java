package org.stratonomy.app.plans;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface RevisionRepository extends JpaRepository<RevisionEntity, UUID> {
  boolean existsByParent(UUID parent);

  Optional<RevisionEntity> findFirstByParentOrderByCreatedDesc(UUID parent);
}
