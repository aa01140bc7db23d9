package org.stratonomy.app.meshes;

import java.time.Instant;
import java.util.Collection;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.transaction.annotation.Transactional;

interface MeshRepository extends JpaRepository<MeshEntity, String> {
  /** Keeps a file; one that is there counts as new again, so that it is not erased just now. */
  @Transactional
  @Modifying
  @Query(
      nativeQuery = true,
      value =
          """
          insert into mesh (hash, name, content, created) values (:hash, :name, :content, :now)
          on conflict (hash) do update set created = excluded.created
          """)
  void keep(String hash, String name, byte[] content, Instant now);

  @Transactional
  @Modifying
  @Query(
      nativeQuery = true,
      value =
          """
          insert into mesh_use (plan, mesh)
          select :plan, hash from mesh where hash in (:meshes)
          on conflict do nothing
          """)
  void use(UUID plan, Collection<String> meshes);

  /** Those that a plan or one of its variants uses, of some. */
  @Query(
      nativeQuery = true,
      value =
          """
          select distinct u.mesh from mesh_use u
          where u.mesh in (:meshes) and u.plan in (
              select p.id from plan p, plan own
              where own.id = :plan and coalesce(p.origin, p.id) = coalesce(own.origin, own.id))
          """)
  Set<String> usedOf(UUID plan, Collection<String> meshes);

  /** Erases meshes that no plan uses. */
  @Transactional
  @Modifying
  @Query(
      nativeQuery = true,
      value =
          """
          delete from mesh m where m.created < :before
          and not exists (select 1 from mesh_use u where u.mesh = m.hash)
          """)
  int eraseUnused(Instant before);
}
