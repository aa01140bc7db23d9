import * as THREE from 'three';
import type { LayerPaths } from '../api/layer';
import { isClosed, startOf } from '../sheet/strokes';

/** Lines and dots lie this far over the layer, so that its own lines do not hide them, mm. */
const OVER_MM = 0.05;
const SEAM_PX = 6;
const DASH_MM = 1.2;
const GAP_MM = 0.8;

/** The ways between the lines of a layer. */
export interface Ways {
  /** x, y of the start and of the end of each straight piece, mm, with the strand as it is. */
  readonly plain: Float32Array;
  /** The same with the strand drawn back. */
  readonly drawnBack: Float32Array;
  /** x, y of each place where a closed outer wall begins and ends, mm. */
  readonly seams: Float32Array;
}

/**
 * @param outerWall index of the role
 * @param until of so many lines, from the first
 */
export function waysOf(paths: LayerPaths, outerWall: number, until = paths.strokes): Ways {
  const ways: [number[], number[]] = [[], []];
  const seams: number[] = [];
  for (let i = 0; i < Math.min(until, paths.strokes); i++) {
    const into = i > 0 ? ways[paths.retracted[i]!] : undefined;
    if (into) {
      const first = 2 * paths.starts[i]!;
      const places = [
        ...paths.xy.subarray(first - 2, first),
        ...paths.via.subarray(2 * paths.viaStarts[i]!, 2 * paths.viaStarts[i + 1]!),
        ...paths.xy.subarray(first, first + 2),
      ];
      for (let k = 0; k + 3 < places.length; k += 2) {
        into.push(...places.slice(k, k + 4));
      }
    }
    if (paths.role[i] === outerWall && isClosed(paths, i)) {
      const { x, y } = startOf(paths, i);
      seams.push(x, y);
    }
  }
  return {
    plain: new Float32Array(ways[0]),
    drawnBack: new Float32Array(ways[1]),
    seams: new Float32Array(seams),
  };
}

/** The ways between the lines of one layer, and its seams, over the lines of the model. */
export class WayMarks {
  readonly group = new THREE.Group();
  private readonly plain: THREE.LineSegments;
  private readonly drawnBack: THREE.LineSegments;
  private readonly seams: THREE.Points;

  constructor(colour: string) {
    this.plain = new THREE.LineSegments(
      new THREE.BufferGeometry(),
      new THREE.LineBasicMaterial({ color: colour }),
    );
    this.drawnBack = new THREE.LineSegments(
      new THREE.BufferGeometry(),
      new THREE.LineDashedMaterial({ color: colour, dashSize: DASH_MM, gapSize: GAP_MM }),
    );
    this.seams = new THREE.Points(
      new THREE.BufferGeometry(),
      new THREE.PointsMaterial({ color: colour, size: SEAM_PX, sizeAttenuation: false }),
    );
    this.group.add(this.plain, this.drawnBack, this.seams);
    this.group.children.forEach((child) => (child.frustumCulled = false));
  }

  /** @param top of the layer, mm; nothing is shown without ways */
  show(ways: Ways | undefined, top: number): void {
    this.group.visible = ways !== undefined;
    if (ways) {
      const z = top + OVER_MM;
      place(this.plain, ways.plain, z);
      place(this.drawnBack, ways.drawnBack, z);
      this.drawnBack.computeLineDistances();
      place(this.seams, ways.seams, z);
    }
  }

  dispose(): void {
    for (const part of [this.plain, this.drawnBack, this.seams]) {
      part.geometry.dispose();
      (part.material as THREE.Material).dispose();
    }
  }
}

function place(part: THREE.LineSegments | THREE.Points, xy: Float32Array, z: number): void {
  const places = new Float32Array((xy.length / 2) * 3);
  for (let i = 0; 2 * i < xy.length; i++) {
    places.set([xy[2 * i]!, xy[2 * i + 1]!, z], 3 * i);
  }
  part.geometry.dispose();
  part.geometry = new THREE.BufferGeometry();
  part.geometry.setAttribute('position', new THREE.BufferAttribute(places, 3));
}
