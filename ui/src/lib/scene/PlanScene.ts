import * as THREE from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import type { TowerView } from '../api/client';
import { bedEdge, bedGrid } from '../model/bed';
import { beltEdge, reachIn, tiltOf, type Room } from '../model/belt';
import { PieceHandles } from './handles';
import { HeightOrder } from './heightOrder';
import { markMesh, markedGeometries, type Marks } from './markMeshes';
import { ShownBody, type Band } from './shownBody';
import { Turning } from './turning';

/** A region as lines: x y z of both ends of each, mm. */
export interface Contours {
  readonly ends: Float32Array;
  readonly chosen: boolean;
}

/** A place on a body that was pointed at. */
export interface Pick {
  readonly piece: string;
  readonly body: string;
  readonly triangle: number;
  /** In the model's coordinates. */
  readonly place: readonly number[];
  /** In the layers', mm. */
  readonly world: readonly number[];
  /** Of the triangle, outwards, in the axes of the machine's bed or belt. */
  readonly normal: readonly number[];
}

/** From where one looks at what is on the bed, in the coordinates of the layers. */
export type Side = readonly [number, number, number];
export const OBLIQUE: Side = [-0.42, -0.8, 0.5];
/** Not quite, so that there is a way up. */
export const FROM_ABOVE: Side = [0, -0.001, 1];

/** Opacity of marks above the level. */
const GHOST_MARKS = 0.4;

/** Without a graphics card the pieces are drawn anew when the level has rested for so long, ms. */
const REST_MS = 80;

/**
 * The pieces on the bed, coloured by strata, cut open at the level. Draws on demand only. The
 * coordinates are those of the layers, which are level: X to the right, Y to the back, Z up, mm. A
 * belt is tilted against them, and one looks at it as if it were level.
 */
export class PlanScene {
  private readonly renderer: THREE.WebGLRenderer;
  private readonly scene = new THREE.Scene();
  private readonly camera = new THREE.PerspectiveCamera(32, 1, 1, 5000);
  private controls!: OrbitControls;
  private readonly cut = {
    below: new THREE.Plane(new THREE.Vector3(0, 0, -1), 0),
    above: new THREE.Plane(new THREE.Vector3(0, 0, 1), 0),
    level: 0,
    inside: { value: 0 },
  };
  /** From the axes of the machine's bed or belt to those of the layers. */
  readonly tilt = new THREE.Matrix4();
  private bodies: ShownBody[] = [];
  /** By what they depend on; those that nothing asked for since the pieces were cleared go next. */
  private orders = new Map<string, HeightOrder>();
  private formerOrders = new Map<string, HeightOrder>();
  private readonly pieces = new THREE.Group();
  private readonly contours = new THREE.Group();
  private readonly marks = new THREE.Group();
  private readonly tower = new THREE.Group();
  private readonly raycaster = new THREE.Raycaster();
  private readonly bed = new THREE.Group();
  private readonly level: THREE.LineLoop;
  /** Where the level begins along the belt. */
  private levelY: (height: number) => number = () => 0;
  /** Whether the user turned or moved the view since it was last set. */
  isTurned = false;
  private asked = 0;
  private resting = 0;
  private solid = true;
  /** While it lasts, the bodies stand in for many lines. */
  private readonly turning: Turning;
  readonly handles: PieceHandles;

  /**
   * @param isQuick whether drawings cost little, so that they may be smooth and come at once
   */
  constructor(
    canvas: HTMLCanvasElement,
    private readonly isQuick: boolean,
  ) {
    this.renderer = new THREE.WebGLRenderer({ canvas, antialias: isQuick, alpha: true });
    this.renderer.localClippingEnabled = true;
    this.turning = new Turning(isQuick, REST_MS, () => {
      this.showBodies();
      this.draw();
    });
    this.turnAbout(0);
    this.handles = new PieceHandles({
      scene: this.scene,
      camera: this.camera,
      canvas,
      meshesOf: (piece) =>
        this.bodies
          .filter((shown) => shown.piece === piece)
          .flatMap((shown) => shown.group.children),
      onGrab: (begins) => {
        this.controls.enabled = !begins;
        this.bodies.forEach((shown) => shown.release());
      },
      draw: () => this.draw(),
    });
    const sun = new THREE.DirectionalLight('#fff6e6', 2.1);
    sun.position.set(-0.5, -0.7, 1);
    this.scene.add(
      new THREE.AmbientLight('#ffffff', 1.5),
      sun,
      this.bed,
      this.pieces,
      this.contours,
      this.marks,
      this.tower,
    );
    this.level = new THREE.LineLoop(
      new THREE.BufferGeometry(),
      new THREE.LineBasicMaterial({ color: '#0f6468' }),
    );
    this.scene.add(this.level);
  }

  /** Lets the view turn about what is upright over a bed or a belt that is tilted by an angle. */
  private turnAbout(tilt: number): void {
    this.tilt.makeRotationX(tilt);
    this.camera.up.set(0, 0, 1).applyMatrix4(this.tilt);
    const target = this.controls?.target;
    this.controls?.dispose();
    this.controls = new OrbitControls(this.camera, this.renderer.domElement);
    this.controls.addEventListener('change', () => {
      this.turning.moved();
      this.draw();
    });
    this.controls.addEventListener('start', () => {
      this.isTurned = true;
      this.turning.begin();
    });
    this.controls.addEventListener('end', () => this.turning.end());
    if (target) {
      this.controls.target.copy(target);
    }
  }

  setBed(room: Room, dark: boolean): void {
    const tilt = tiltOf(room);
    if (tilt !== this.bed.rotation.x) {
      this.turnAbout(tilt);
      this.bed.rotation.x = tilt;
      this.handles.tilt.setFromRotationMatrix(this.tilt);
      this.isTurned = false;
    }
    this.levelY = (height) => (tilt === 0 ? 0 : beltEdge(room, height));
    this.bed.clear();
    const line = dark ? '#5a5650' : '#b9b2a4';
    const grid = flat(bedGrid(room));
    this.bed.add(
      new THREE.LineSegments(
        grid,
        new THREE.LineBasicMaterial({ color: line, opacity: 0.55, transparent: true }),
      ),
    );
    const edge = flat(bedEdge(room));
    this.bed.add(
      new THREE.LineLoop(
        edge,
        new THREE.LineBasicMaterial({ color: dark ? '#8b857a' : '#6d675d' }),
      ),
    );
    const level = reachIn(room, 0);
    this.level.geometry = flat(bedEdge(level.bed)).translate(0, level.y, 0);
    this.level.position.y = this.levelY(this.level.position.z);
    this.draw();
  }

  /** Takes all pieces away; `addPiece` puts them in again. */
  clearPieces(): void {
    this.bodies.forEach((shown) => shown.dispose());
    this.bodies = [];
    this.pieces.clear();
    this.formerOrders.forEach((order) => order.dispose());
    this.formerOrders = this.orders;
    this.orders = new Map();
    this.draw();
  }

  addPiece(
    piece: string,
    body: string,
    geometry: THREE.BufferGeometry,
    matrix: THREE.Matrix4,
    bands: readonly Band[],
  ): void {
    const order = this.orderOf(geometry, matrix);
    const shown = new ShownBody(piece, body, geometry, order, matrix, bands, this.cut);
    shown.setSolid(this.solid);
    this.bodies.push(shown);
    this.pieces.add(shown.group);
    this.draw();
  }

  private orderOf(geometry: THREE.BufferGeometry, matrix: THREE.Matrix4): HeightOrder {
    const key = [geometry.uuid, ...matrix.elements].join(' ');
    const known = this.orders.get(key) ?? this.formerOrders.get(key);
    const order = known ?? new HeightOrder(geometry, matrix);
    this.formerOrders.delete(key);
    this.orders.set(key, order);
    return order;
  }

  /**
   * Shows the purge tower as a box, or none.
   *
   * @param tower with its middle, side and height, mm
   */
  setTower(tower: TowerView | undefined): void {
    if (!tower && this.tower.children.length === 0) {
      return;
    }
    this.tower.clear();
    if (tower) {
      const box = new THREE.BoxGeometry(tower.side, tower.side, tower.height);
      const colour = '#a39a6b';
      this.tower.add(
        new THREE.Mesh(
          box,
          new THREE.MeshLambertMaterial({ color: colour, transparent: true, opacity: 0.3 }),
        ),
        new THREE.LineSegments(
          new THREE.EdgesGeometry(box),
          new THREE.LineBasicMaterial({ color: colour }),
        ),
      );
      this.tower.position.set(tower.x, tower.y, tower.height / 2);
    }
    this.draw();
  }

  /**
   * Puts something into the scene, or takes it out again.
   *
   * @param pieces of how many pieces it is drawn, if they may be too many to be turned
   */
  add(what: THREE.Object3D, pieces?: () => number): () => void {
    this.scene.add(what);
    if (pieces) {
      this.turning.add(what, pieces);
    }
    this.draw();
    return () => {
      this.scene.remove(what);
      this.turning.remove(what);
      this.draw();
    };
  }

  /** Whether the pieces are shown solid below the level; their shadow above it stays. */
  setSolid(on: boolean): void {
    this.solid = on;
    this.showBodies();
    this.tower.visible = on;
    this.marks.visible = on;
    this.draw();
  }

  private showBodies(): void {
    this.bodies.forEach((shown) => shown.setSolid(this.solid || this.turning.standsIn));
  }

  /** Shows regions through the pieces, the chosen ones stronger. */
  setContours(regions: readonly Contours[]): void {
    if (regions.length === 0 && this.contours.children.length === 0) {
      return;
    }
    this.contours.clear();
    for (const region of regions) {
      const geometry = new THREE.BufferGeometry();
      geometry.setAttribute('position', new THREE.BufferAttribute(region.ends, 3));
      const lines = new THREE.LineSegments(
        geometry,
        new THREE.LineBasicMaterial({
          color: region.chosen ? '#0f6468' : '#6d675d',
          transparent: true,
          opacity: region.chosen ? 0.75 : 0.28,
          depthTest: !region.chosen,
        }),
      );
      lines.renderOrder = 2;
      this.contours.add(lines);
    }
    this.draw();
  }

  private shownBody(piece: string, body: string): ShownBody | undefined {
    return this.bodies.find((shown) => shown.piece === piece && shown.body === body);
  }

  /** Shows marked triangles over their bodies. */
  setMarks(all: readonly Marks[]): void {
    if (all.length === 0 && this.marks.children.length === 0) {
      return;
    }
    this.marks.clear();
    for (const marks of all) {
      const mesh = this.shownBody(marks.piece, marks.body)?.whole;
      if (mesh) {
        for (const geometry of markedGeometries(mesh, marks)) {
          this.marks.add(
            markMesh(mesh, geometry, marks.colour, this.cut.below, 1),
            markMesh(mesh, geometry, marks.colour, this.cut.above, GHOST_MARKS),
          );
        }
      }
    }
    this.draw();
  }

  /**
   * What lies under a place of the canvas: of the solid part below the level, else of what is above.
   *
   * @param x from -1 at the left to 1 at the right
   * @param y from -1 at the bottom to 1 at the top
   * @param whole whether the part above the level counts like the one below it
   */
  pick(x: number, y: number, whole: boolean): Pick | undefined {
    // What was just put in may not have been drawn yet.
    this.scene.updateMatrixWorld();
    this.camera.updateMatrixWorld();
    this.raycaster.setFromCamera(new THREE.Vector2(x, y), this.camera);
    const hits = this.raycaster.intersectObjects(
      this.bodies.map((shown) => shown.whole),
      false,
    );
    const below = whole ? undefined : hits.find((h) => h.point.z <= this.cut.level + 0.01);
    const hit = below ?? hits[0];
    if (!hit || hit.faceIndex == null) {
      return undefined;
    }
    const face = hit
      .face!.normal.clone()
      .applyNormalMatrix(new THREE.Matrix3().getNormalMatrix(hit.object.matrix))
      .transformDirection(this.tilt.clone().invert());
    const { piece, body } = this.bodies.find((shown) => shown.whole === hit.object)!;
    const place = hit.point.clone().applyMatrix4(hit.object.matrix.clone().invert());
    return {
      piece,
      body,
      triangle: hit.faceIndex,
      place: place.toArray(),
      world: hit.point.toArray(),
      normal: face.toArray(),
    };
  }

  /**
   * Where the plane at a height is seen, mm; nowhere if one looks along it.
   *
   * @param x from -1 at the left to 1 at the right
   * @param y from -1 at the bottom to 1 at the top
   */
  onPlane(x: number, y: number, z: number): { x: number; y: number } | undefined {
    this.camera.updateMatrixWorld();
    this.raycaster.setFromCamera(new THREE.Vector2(x, y), this.camera);
    const plane = new THREE.Plane(new THREE.Vector3(0, 0, 1), -z);
    return this.raycaster.ray.intersectPlane(plane, new THREE.Vector3()) ?? undefined;
  }

  /** What is drawn on. */
  get element(): HTMLCanvasElement {
    return this.renderer.domElement;
  }

  /** From the coordinates of the model of a body to the machine's. */
  matrixOf(pick: Pick): THREE.Matrix4 {
    return this.shownBody(pick.piece, pick.body)!.matrix;
  }

  /** The direction in which a place is seen, in the coordinates of its body's model, of length 1. */
  direction(pick: Pick): readonly number[] {
    const from = this.camera.position.clone().applyMatrix4(this.matrixOf(pick).clone().invert());
    return new THREE.Vector3().fromArray(pick.place).sub(from).normalize().toArray();
  }

  /** Whether dragging turns the model. */
  setTurning(on: boolean): void {
    this.controls.enabled = on;
  }

  /** Cuts the pieces open at a height, mm. */
  setLevel(height: number): void {
    if (this.level.position.z === height) {
      return;
    }
    this.cut.level = height;
    this.cut.inside.value = height - 1e-2;
    this.cut.below.constant = height + 1e-3;
    this.cut.above.constant = -height - 1e-3;
    this.bodies.forEach((shown) => shown.cutAt(height));
    this.level.position.z = height;
    this.level.position.y = this.levelY(height);
    if (this.isQuick) {
      this.draw();
    } else {
      // What else the page shows of the level is seen first, and nothing on the way through levels.
      window.clearTimeout(this.resting);
      this.resting = window.setTimeout(() => this.draw(), REST_MS);
    }
  }

  /** Looks at a box over the bed or belt. */
  lookAt(min: readonly number[], max: readonly number[], from: Side): void {
    const middle = new THREE.Vector3(
      (min[0]! + max[0]!) / 2,
      (min[1]! + max[1]!) / 2,
      (min[2]! + max[2]!) / 2.2,
    ).applyMatrix4(this.tilt);
    const size = Math.hypot(max[0]! - min[0]!, max[1]! - min[1]!, max[2]! - min[2]!);
    const distance = (0.53 * size) / Math.tan((this.camera.fov * Math.PI) / 360);
    const narrow = Math.max(1, 1.25 / this.camera.aspect);
    this.camera.position.copy(middle).add(
      new THREE.Vector3(...from)
        .normalize()
        .multiplyScalar(distance * narrow)
        .applyMatrix4(this.tilt),
    );
    this.controls.target.copy(middle);
    this.controls.update();
    this.isTurned = false;
    this.draw();
  }

  resize(width: number, height: number): void {
    if (width > 0 && height > 0) {
      this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
      this.renderer.setSize(width, height, false);
      this.camera.aspect = width / height;
      this.camera.updateProjectionMatrix();
      this.draw();
    }
  }

  /** Draws once before the next frame, however often it is asked. */
  draw(): void {
    this.asked ||= requestAnimationFrame(() => {
      this.asked = 0;
      this.renderer.render(this.scene, this.camera);
    });
  }

  dispose(): void {
    cancelAnimationFrame(this.asked);
    window.clearTimeout(this.resting);
    this.turning.dispose();
    this.handles.dispose();
    this.controls.dispose();
    this.renderer.dispose();
  }
}

/** Points on the bed, of which x and y are given in turn. */
function flat(points: readonly number[]): THREE.BufferGeometry {
  const inSpace = Array.from({ length: points.length / 2 }, (_, i) => [
    points[2 * i]!,
    points[2 * i + 1]!,
    0,
  ]);
  const geometry = new THREE.BufferGeometry();
  geometry.setAttribute('position', new THREE.Float32BufferAttribute(inSpace.flat(), 3));
  return geometry;
}
