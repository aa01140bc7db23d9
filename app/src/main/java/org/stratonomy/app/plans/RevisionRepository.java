package org.stratonomy.app.plans;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RevisionRepository extends JpaRepository<RevisionEntity, UUID> {
  /** What the newest edit of a revision did, if there is one. */
  @Query(
      "select r.what from RevisionEntity r where r.parent = :parent order by r.created desc limit 1")
  Optional<String> nextEdit(UUID parent);

  Optional<RevisionEntity> findFirstByParentOrderByCreatedDesc(UUID parent);
}
