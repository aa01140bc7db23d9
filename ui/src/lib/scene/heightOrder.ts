import * as THREE from 'three';

const STEPS = 512;

/**
 * The triangles of a placed mesh in the order of their heights, from below and from above. Of a
 * mesh that is cut open at a level, only those on one side of it need be drawn.
 */
export class HeightOrder {
  /** Triangles by their lowest corners, the lowest first. */
  readonly fromBelow: THREE.BufferGeometry;
  /** Triangles by their highest corners, the highest first. */
  readonly fromAbove: THREE.BufferGeometry;
  private readonly lowest: number;
  private readonly step: number;
  /** Triangles whose lowest corner lies in a step or under it. */
  private readonly begun: Uint32Array;
  /** Triangles whose highest corner lies in a step or over it. */
  private readonly unfinished: Uint32Array;

  /**
   * @param matrix from the mesh's coordinates to the machine's
   */
  constructor(geometry: THREE.BufferGeometry, matrix: THREE.Matrix4) {
    const index = geometry.getIndex()!.array;
    const heights = heightsOf(geometry.getAttribute('position').array, matrix);
    let lowest = Infinity;
    let highest = -Infinity;
    for (const height of heights) {
      lowest = Math.min(lowest, height);
      highest = Math.max(highest, height);
    }
    this.lowest = lowest;
    this.step = Math.max((highest - lowest) / STEPS, 1e-9);
    const triangles = index.length / 3;
    const bottoms = new Uint16Array(triangles);
    const tops = new Uint16Array(triangles);
    for (let t = 0; t < triangles; t++) {
      const a = heights[index[3 * t]!]!;
      const b = heights[index[3 * t + 1]!]!;
      const c = heights[index[3 * t + 2]!]!;
      bottoms[t] = this.stepOf(Math.min(a, b, c));
      tops[t] = STEPS - 1 - this.stepOf(Math.max(a, b, c));
    }
    this.begun = upTo(bottoms);
    this.unfinished = upTo(tops);
    this.fromBelow = ordered(geometry, bottoms, this.begun);
    this.fromAbove = ordered(geometry, tops, this.unfinished);
  }

  private stepOf(height: number): number {
    return Math.min(STEPS - 1, Math.max(0, Math.floor((height - this.lowest) / this.step)));
  }

  /** Draws no more than is needed on both sides of a height, mm, and a step of each other side. */
  cut(height: number): void {
    const below = height + this.step;
    const above = height - this.step;
    const highest = this.lowest + STEPS * this.step;
    const begun = below < this.lowest ? 0 : this.begun[this.stepOf(below)]!;
    const unfinished = above > highest ? 0 : this.unfinished[STEPS - 1 - this.stepOf(above)]!;
    this.fromBelow.setDrawRange(0, 3 * begun);
    this.fromAbove.setDrawRange(0, 3 * unfinished);
  }

  dispose(): void {
    this.fromBelow.dispose();
    this.fromAbove.dispose();
  }
}

function heightsOf(positions: ArrayLike<number>, matrix: THREE.Matrix4): Float64Array {
  const [, , zx, , , , zy, , , , zz, , , , shift] = matrix.elements;
  const heights = new Float64Array(positions.length / 3);
  for (let v = 0; v < heights.length; v++) {
    heights[v] =
      zx * positions[3 * v]! + zy * positions[3 * v + 1]! + zz * positions[3 * v + 2]! + shift;
  }
  return heights;
}

/** How many of the values are no greater than each step. */
function upTo(steps: Uint16Array): Uint32Array {
  const counts = new Uint32Array(STEPS);
  for (const step of steps) {
    counts[step]!++;
  }
  for (let i = 1; i < STEPS; i++) {
    counts[i]! += counts[i - 1]!;
  }
  return counts;
}

/** The same corners, the triangles in the order of their steps. */
function ordered(
  geometry: THREE.BufferGeometry,
  steps: Uint16Array,
  counts: Uint32Array,
): THREE.BufferGeometry {
  const from = geometry.getIndex()!.array;
  const index = new Uint32Array(from.length);
  const next = counts.slice();
  for (let t = steps.length - 1; t >= 0; t--) {
    const at = --next[steps[t]!]!;
    index[3 * at] = from[3 * t]!;
    index[3 * at + 1] = from[3 * t + 1]!;
    index[3 * at + 2] = from[3 * t + 2]!;
  }
  const made = new THREE.BufferGeometry();
  made.setAttribute('position', geometry.getAttribute('position'));
  made.setIndex(new THREE.BufferAttribute(index, 1));
  return made;
}
