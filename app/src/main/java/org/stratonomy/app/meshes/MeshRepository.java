package org.stratonomy.app.meshes;

import org.springframework.data.jpa.repository.JpaRepository;

interface MeshRepository extends JpaRepository<MeshEntity, String> {}
