import * as THREE from 'three';
import { TransformControls } from 'three/addons/controls/TransformControls.js';

/** Handles that move, turn or resize something. */
export interface Handles {
  readonly mode: 'translate' | 'rotate' | 'scale';
  /** Where they are in the scene, mm. */
  readonly at: readonly number[];
  /** The piece that is shown moving, or the box around a region. */
  readonly of: string | RegionFrame;
  /** Is told what became of it when a handle is let go. */
  readonly onDone: (change: HandleChange) => void;
}

/** The box around a region, which is shown moving. */
export interface RegionFrame {
  /** Along its own axes, mm. */
  readonly size: readonly number[];
  /** From its own axes to the machine's. */
  readonly turn: THREE.Quaternion;
}

export interface HandleChange {
  /** Of a piece in the axes of the bed or belt, of a region in the scene's, mm. */
  readonly way: readonly number[];
  /** In the same axes. */
  readonly turn: THREE.Matrix4;
  /** Along the own axes. */
  readonly scale: readonly number[];
}

/** What the handles need of the scene that they are in. */
interface Surroundings {
  readonly scene: THREE.Scene;
  readonly camera: THREE.Camera;
  readonly canvas: HTMLCanvasElement;
  readonly meshesOf: (piece: string | undefined) => THREE.Object3D[];
  readonly onGrab: (begins: boolean) => void;
  readonly draw: () => void;
}

/** Shows handles, moves what they hold while they are dragged, and says how far it came. */
export class PieceHandles {
  /** From the axes of the bed or belt, in which pieces are moved and turned, to the scene's. */
  readonly tilt = new THREE.Quaternion();
  private readonly held = new THREE.Object3D();
  private readonly controls: TransformControls;
  private shown: Handles | undefined;
  /** Matrices of the meshes of the held piece before they were moved. */
  private before: { mesh: THREE.Object3D; matrix: THREE.Matrix4 }[] = [];

  constructor(private readonly around: Surroundings) {
    this.controls = new TransformControls(around.camera, around.canvas);
    this.controls.setSize(0.8);
    this.controls.addEventListener('change', around.draw);
    this.controls.addEventListener('dragging-changed', (event) => this.grab(event.value === true));
    this.controls.addEventListener('objectChange', () => this.showMoved());
    around.scene.add(this.held);
  }

  show(handles: Handles | undefined): void {
    if (!handles && !this.shown) {
      return;
    }
    this.shown = handles;
    this.held.clear();
    const helper = this.controls.getHelper();
    if (!handles) {
      this.controls.detach();
      this.around.scene.remove(helper);
    } else {
      this.held.position.fromArray(handles.at);
      this.held.quaternion.copy(this.tilt);
      this.held.scale.set(1, 1, 1);
      if (typeof handles.of !== 'string') {
        this.held.quaternion.copy(handles.of.turn);
        this.held.add(frame(handles.of.size));
      }
      this.controls.setMode(handles.mode);
      const isTilted = typeof handles.of === 'string' && this.tilt.w !== 1;
      this.controls.setSpace(isTilted ? 'local' : 'world');
      this.controls.attach(this.held);
      this.around.scene.add(helper);
    }
    this.around.draw();
  }

  /** Whether the pointer is on a handle. */
  get isHeld(): boolean {
    return this.shown !== undefined && this.controls.axis !== null;
  }

  dispose(): void {
    this.controls.dispose();
  }

  private grab(begins: boolean): void {
    this.around.onGrab(begins);
    if (begins) {
      const of = this.shown?.of;
      this.before = this.around
        .meshesOf(typeof of === 'string' ? of : undefined)
        .map((mesh) => ({ mesh, matrix: mesh.matrix.clone() }));
    } else if (this.shown) {
      const back = this.tilt.clone().invert();
      const way = this.held.position.clone().sub(new THREE.Vector3().fromArray(this.shown.at));
      const isPiece = typeof this.shown.of === 'string';
      this.shown.onDone({
        way: (isPiece ? way.applyQuaternion(back) : way).toArray(),
        turn: rotation(back.multiply(this.held.quaternion)),
        scale: this.held.scale.toArray().map(Math.abs),
      });
    }
  }

  private showMoved(): void {
    const at = new THREE.Vector3().fromArray(this.shown?.at ?? []);
    const moved = new THREE.Matrix4()
      .makeTranslation(this.held.position)
      .multiply(rotation(this.held.quaternion.clone().multiply(this.tilt.clone().invert())))
      .multiply(new THREE.Matrix4().makeTranslation(at.negate()));
    for (const { mesh, matrix } of this.before) {
      mesh.matrix.copy(moved).multiply(matrix);
    }
    this.around.draw();
  }
}

function rotation(quaternion: THREE.Quaternion): THREE.Matrix4 {
  return new THREE.Matrix4().makeRotationFromQuaternion(quaternion);
}

/** The edges of a box about the origin. */
function frame(size: readonly number[]): THREE.Object3D {
  const edges = new THREE.LineSegments(
    new THREE.EdgesGeometry(new THREE.BoxGeometry(...size)),
    new THREE.LineBasicMaterial({ color: '#0f6468', depthTest: false, transparent: true }),
  );
  edges.renderOrder = 3;
  return edges;
}
