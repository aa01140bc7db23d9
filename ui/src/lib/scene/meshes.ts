import * as THREE from 'three';
import { bytes } from '../api/client';
import { Surface } from './surface';

const known = new Map<string, Promise<THREE.BufferGeometry>>();

/** The triangles of a mesh; each is fetched once. */
export function geometry(reference: string): Promise<THREE.BufferGeometry> {
  let found = known.get(reference);
  if (!found) {
    found = bytes(`/api/meshes/${reference}/geometry`).then(read);
    known.set(reference, found);
    found.catch(() => known.delete(reference));
  }
  return found;
}

/** The layout that the server's mesh address gives. */
function read(buffer: ArrayBuffer): THREE.BufferGeometry {
  const counts = new Uint32Array(buffer, 0, 2);
  const vertices = counts[0]!;
  const triangles = counts[1]!;
  const made = new THREE.BufferGeometry();
  made.setAttribute(
    'position',
    new THREE.BufferAttribute(new Float32Array(buffer, 8, 3 * vertices), 3),
  );
  made.setIndex(
    new THREE.BufferAttribute(new Uint32Array(buffer, 8 + 12 * vertices, 3 * triangles), 1),
  );
  return made;
}

const surfaces = new Map<string, Promise<Surface>>();

/** The surface of a mesh for marking; each is prepared once. */
export function surface(reference: string): Promise<Surface> {
  let found = surfaces.get(reference);
  if (!found) {
    found = geometry(reference).then(
      (made) => new Surface(made.getAttribute('position').array, made.getIndex()!.array),
    );
    surfaces.set(reference, found);
    found.catch(() => surfaces.delete(reference));
  }
  return found;
}

interface Placement {
  rotation?: number[];
  scale?: number[];
}

/**
 * From the model's coordinates to the machine's: scaled, turned about X, Y and Z, and moved so that
 * the bounds' lowest corner comes to where the server says.
 */
export function placementMatrix(
  placement: Placement | undefined,
  geometries: readonly THREE.BufferGeometry[],
  lowest: readonly number[],
): THREE.Matrix4 {
  const [rx, ry, rz] = (placement?.rotation ?? [0, 0, 0]).map((d) => (d * Math.PI) / 180) as [
    number,
    number,
    number,
  ];
  const [sx, sy, sz] = (placement?.scale ?? [1, 1, 1]) as [number, number, number];
  const matrix = new THREE.Matrix4()
    .makeRotationFromEuler(new THREE.Euler(rx, ry, rz, 'ZYX'))
    .scale(new THREE.Vector3(sx, sy, sz));
  const box = new THREE.Box3();
  const point = new THREE.Vector3();
  for (const geometry of geometries) {
    const positions = geometry.getAttribute('position');
    for (let i = 0; i < positions.count; i++) {
      box.expandByPoint(point.fromBufferAttribute(positions, i).applyMatrix4(matrix));
    }
  }
  return new THREE.Matrix4()
    .makeTranslation(lowest[0]! - box.min.x, lowest[1]! - box.min.y, lowest[2]! - box.min.z)
    .multiply(matrix);
}
