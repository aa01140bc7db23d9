package org.stratonomy.app.shelf;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface ShelfItemRepository extends JpaRepository<ShelfItemEntity, ShelfItemEntity.Key> {
  List<ShelfItemEntity> findAllByOrderByPlace();

  @Query("select coalesce(max(item.place), -1) + 1 from ShelfItemEntity item")
  int nextPlace();

  /** Lets nobody else add or remove items until the transaction ends; items may be edited. */
  @Query(nativeQuery = true, value = "select 1 from pg_advisory_xact_lock(hashtext('shelf'))")
  int lock();
}
