package org.stratonomy.app.programs;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface ProgramRepository extends JpaRepository<ProgramEntity, UUID> {
  Optional<ProgramEntity> findByIdAndPlan(UUID id, UUID plan);

  /** Without the programs' texts, newest first. */
  @Query(
      """
      select new org.stratonomy.app.programs.ProgramView(
          p.id, p.revision, p.fileName, p.size, p.created, p.despite)
      from ProgramEntity p where p.plan = :plan order by p.created desc
      """)
  List<ProgramView> viewsOf(UUID plan);
}
