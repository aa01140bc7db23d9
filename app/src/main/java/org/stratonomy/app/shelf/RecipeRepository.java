package org.stratonomy.app.shelf;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RecipeRepository extends JpaRepository<RecipeEntity, String> {
  List<RecipeEntity> findAllByOrderByName();

  /** Lets nobody else change recipes until the transaction ends. */
  @Query(nativeQuery = true, value = "select 1 from pg_advisory_xact_lock(hashtext('recipe'))")
  int lock();
}
