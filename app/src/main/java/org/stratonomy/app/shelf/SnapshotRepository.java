package org.stratonomy.app.shelf;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.transaction.annotation.Transactional;

interface SnapshotRepository extends JpaRepository<SnapshotEntity, String> {
  /** Keeps a snapshot; the row of one that is there is held until the transaction's end. */
  @Transactional
  @Modifying
  @Query(
      nativeQuery = true,
      value =
          """
          insert into snapshot (hash, content) values (:hash, cast(:content as jsonb))
          on conflict (hash) do update set hash = excluded.hash
          """)
  void keep(String hash, String content);

  /** Erases snapshots that no revision was made with. */
  @Transactional
  @Modifying
  @Query(
      nativeQuery = true,
      value =
          """
          delete from snapshot s
          where not exists (select 1 from revision r where r.snapshot = s.hash)
          """)
  int eraseUnused();
}
