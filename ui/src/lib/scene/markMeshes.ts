import * as THREE from 'three';

/** Marked triangles of a body. */
export interface Marks {
  readonly piece: string;
  readonly body: string;
  readonly triangles: Uint8Array;
  /** Corners of parts of large triangles, nine numbers each. */
  readonly parts: Float32Array;
  readonly colour: string;
}

/** The marked triangles of a mesh, and the parts of large ones. */
export function markedGeometries(mesh: THREE.Mesh, marks: Marks): THREE.BufferGeometry[] {
  const index = mesh.geometry.getIndex()!;
  const kept: number[] = [];
  marks.triangles.forEach((is, t) => {
    if (is) {
      kept.push(index.getX(3 * t), index.getX(3 * t + 1), index.getX(3 * t + 2));
    }
  });
  const whole = new THREE.BufferGeometry();
  whole.setAttribute('position', mesh.geometry.getAttribute('position'));
  whole.setIndex(kept);
  if (marks.parts.length === 0) {
    return [whole];
  }
  const parts = new THREE.BufferGeometry();
  parts.setAttribute('position', new THREE.BufferAttribute(marks.parts, 3));
  return [whole, parts];
}

/** A mesh over another one that shows marks of it. */
export function markMesh(
  mesh: THREE.Mesh,
  geometry: THREE.BufferGeometry,
  colour: string,
  clip: THREE.Plane,
  opacity: number,
): THREE.Mesh {
  const shown = new THREE.Mesh(
    geometry,
    new THREE.MeshLambertMaterial({
      color: colour,
      clippingPlanes: [clip],
      transparent: opacity < 1,
      opacity,
      depthWrite: opacity === 1,
      flatShading: true,
      side: THREE.DoubleSide,
      polygonOffset: true,
      polygonOffsetFactor: -2,
      polygonOffsetUnits: -2,
    }),
  );
  shown.matrixAutoUpdate = false;
  shown.matrix.copy(mesh.matrix);
  shown.renderOrder = 1;
  return shown;
}
