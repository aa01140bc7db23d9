package org.stratonomy.app.shelf;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ShelfItemRepository extends JpaRepository<ShelfItemEntity, ShelfItemEntity.Key> {
  List<ShelfItemEntity> findAllByOrderByPlace();
}
