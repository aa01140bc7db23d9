package org.stratonomy.app.shelf;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface RecipeRepository extends JpaRepository<RecipeEntity, String> {
  List<RecipeEntity> findAllByOrderByName();
}
