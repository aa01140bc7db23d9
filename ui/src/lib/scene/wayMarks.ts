import * as THREE from 'three';
import type { LayerPaths } from '../api/layer';
import { seamsOf, waysOf } from '../sheet/ways';

/** Lines and dots lie this far over the layer, so that its own lines do not hide them, mm. */
const OVER_MM = 0.05;
const SEAM_PX = 6;
const DASH_MM = 1.2;
const GAP_MM = 0.8;

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

  /**
   * @param paths of the layer; nothing is shown without them
   * @param outerWall index of the role
   * @param top of the layer, mm
   * @param until of so many lines, from the first
   */
  show(paths: LayerPaths | undefined, outerWall: number, top: number, until?: number): void {
    this.group.visible = paths !== undefined;
    if (paths) {
      const z = top + OVER_MM;
      const ways = waysOf(paths, until);
      const pieces = (drawnBack: boolean) =>
        ways.filter((way) => way.drawnBack === drawnBack).flatMap((way) => piecesOf(way.places));
      place(this.plain, pieces(false), z);
      place(this.drawnBack, pieces(true), z);
      this.drawnBack.computeLineDistances();
      const seams = seamsOf(paths, outerWall, until);
      place(
        this.seams,
        seams.flatMap(({ x, y }) => [x, y]),
        z,
      );
    }
  }

  dispose(): void {
    for (const part of [this.plain, this.drawnBack, this.seams]) {
      part.geometry.dispose();
      (part.material as THREE.Material).dispose();
    }
  }
}

/** Both ends of each straight piece of a way. */
function piecesOf(places: readonly number[]): number[] {
  return places.flatMap((_, k) =>
    k % 2 === 0 && k + 3 < places.length ? places.slice(k, k + 4) : [],
  );
}

function place(part: THREE.LineSegments | THREE.Points, xy: readonly number[], z: number): void {
  const places = new Float32Array((xy.length / 2) * 3);
  for (let i = 0; 2 * i < xy.length; i++) {
    places.set([xy[2 * i]!, xy[2 * i + 1]!, z], 3 * i);
  }
  part.geometry.dispose();
  part.geometry = new THREE.BufferGeometry();
  part.geometry.setAttribute('position', new THREE.BufferAttribute(places, 3));
}
