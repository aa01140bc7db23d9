import * as THREE from 'three';
import { bytes } from '../api/client';
import { Surface } from './surface';

const known = new Map<string, Promise<THREE.BufferGeometry>>();

/** The triangles of a mesh of a plan; each is fetched once. */
export function geometry(plan: string, reference: string): Promise<THREE.BufferGeometry> {
  let found = known.get(reference);
  if (!found) {
    found = bytes(`/api/plans/${plan}/meshes/${reference}/geometry`).then(read);
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
export function surface(plan: string, reference: string): Promise<Surface> {
  let found = surfaces.get(reference);
  if (!found) {
    found = geometry(plan, reference).then(
      (made) => new Surface(made.getAttribute('position').array, made.getIndex()!.array),
    );
    surfaces.set(reference, found);
    found.catch(() => surfaces.delete(reference));
  }
  return found;
}

/** The middle of the bottom of the bounds of all bodies, in the model's coordinates. */
export function modelOrigin(
  geometries: readonly THREE.BufferGeometry[],
  shifts: readonly number[][],
): THREE.Vector3 {
  const box = new THREE.Box3();
  geometries.forEach((geometry, g) => {
    geometry.computeBoundingBox();
    const shift = new THREE.Vector3(...(shifts[g] as [number, number, number]));
    box.union(geometry.boundingBox!.clone().translate(shift));
  });
  return new THREE.Vector3((box.min.x + box.max.x) / 2, (box.min.y + box.max.y) / 2, box.min.z);
}

/** Degrees about X, then Y, then Z as a matrix. */
function rotationMatrix(degrees: readonly number[]): THREE.Matrix4 {
  const [x, y, z] = degrees.map((d) => (d * Math.PI) / 180) as [number, number, number];
  return new THREE.Matrix4().makeRotationFromEuler(new THREE.Euler(x, y, z, 'ZYX'));
}

/** Degrees about X, then Y, then Z after a further turn in the machine's axes, to a tenth. */
export function turnedBy(degrees: readonly number[], turn: THREE.Matrix4): number[] {
  const turned = turn.clone().multiply(rotationMatrix(degrees));
  const angles = new THREE.Euler().setFromRotationMatrix(turned, 'ZYX');
  return [angles.x, angles.y, angles.z].map((r) => Number(((r * 180) / Math.PI).toFixed(1)) + 0);
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
  shifts: readonly number[][],
  lowest: readonly number[],
): THREE.Matrix4 {
  const [sx, sy, sz] = (placement?.scale ?? [1, 1, 1]) as [number, number, number];
  const matrix = rotationMatrix(placement?.rotation ?? [0, 0, 0]).scale(
    new THREE.Vector3(sx, sy, sz),
  );
  const box = new THREE.Box3();
  const point = new THREE.Vector3();
  geometries.forEach((geometry, g) => {
    const positions = geometry.getAttribute('position');
    const shift = new THREE.Vector3(...(shifts[g] as [number, number, number]));
    for (let i = 0; i < positions.count; i++) {
      box.expandByPoint(point.fromBufferAttribute(positions, i).add(shift).applyMatrix4(matrix));
    }
  });
  return new THREE.Matrix4()
    .makeTranslation(lowest[0]! - box.min.x, lowest[1]! - box.min.y, lowest[2]! - box.min.z)
    .multiply(matrix);
}
