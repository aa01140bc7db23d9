import * as THREE from 'three';
import type { HeightOrder } from './heightOrder';

/** Strata of a piece as colours over the height; the last reaches to the top. */
export interface Band {
  readonly to: number;
  readonly colour: string;
}

/** Where bodies are cut open; all of them share it. */
export interface Cut {
  /** Keeps what lies below the level. */
  readonly below: THREE.Plane;
  /** Keeps what lies above it. */
  readonly above: THREE.Plane;
  /** Height of the level, mm. */
  level: number;
  /** Just under it, where the colour of what is cut is that of the layer, as a uniform. */
  readonly inside: { value: number };
}

const MAX_BANDS = 64;

/** As many bands as can be shown: where there are more, neighbours are shown in one colour. */
export function shownBands(bands: readonly Band[]): readonly Band[] {
  if (bands.length <= MAX_BANDS) {
    return bands;
  }
  return Array.from({ length: MAX_BANDS }, (_, i) => {
    const from = Math.floor((i * bands.length) / MAX_BANDS);
    const end = Math.floor(((i + 1) * bands.length) / MAX_BANDS);
    return { to: bands[end - 1]!.to, colour: bands[(from + end - 1) >> 1]!.colour };
  });
}

/** A body on the bed, coloured by strata: solid below the level, a shadow above it. */
export class ShownBody {
  readonly group = new THREE.Group();
  /** All of the body with the triangles in the order of its file, not drawn itself. */
  readonly whole: THREE.Mesh;
  private readonly drawn: readonly THREE.Mesh<THREE.BufferGeometry, THREE.Material>[];

  /**
   * @param geometry the triangles in the order of the file
   * @param order the same by height, as the body is placed
   * @param matrix from the body's coordinates to the machine's
   */
  constructor(
    readonly piece: string,
    readonly body: string,
    geometry: THREE.BufferGeometry,
    private readonly order: HeightOrder,
    matrix: THREE.Matrix4,
    bands: readonly Band[],
    cut: Cut,
  ) {
    this.whole = new THREE.Mesh(geometry);
    this.whole.visible = false;
    this.drawn = [
      new THREE.Mesh(order.fromBelow, material(bands, cut, false)),
      new THREE.Mesh(order.fromAbove, material(bands, cut, true)),
    ];
    this.drawn[1]!.renderOrder = 1;
    this.group.add(this.whole, ...this.drawn);
    for (const mesh of this.group.children) {
      mesh.matrixAutoUpdate = false;
      mesh.matrix.copy(matrix);
    }
    this.cutAt(cut.level);
  }

  get matrix(): THREE.Matrix4 {
    return this.whole.matrix;
  }

  /** Leaves out what the level hides. */
  cutAt(height: number): void {
    this.order.cut(height);
  }

  /** Whether what lies below the level is drawn. */
  setSolid(on: boolean): void {
    this.drawn[0]!.visible = on;
  }

  /** Draws all triangles again, for a body that is being moved. */
  release(): void {
    this.drawn.forEach((mesh) => mesh.geometry.setDrawRange(0, Infinity));
  }

  dispose(): void {
    this.drawn.forEach((mesh) => mesh.material.dispose());
  }
}

function material(all: readonly Band[], cut: Cut, ghost: boolean): THREE.Material {
  const bands = shownBands(all);
  const heights = new Float32Array(MAX_BANDS).fill(1e9);
  const colours = Array.from({ length: MAX_BANDS }, (_, i) => {
    const band = bands[Math.min(i, bands.length - 1)];
    return new THREE.Color(band?.colour ?? '#888888');
  });
  bands.slice(0, MAX_BANDS - 1).forEach((band, i) => (heights[i] = band.to));
  const made = new THREE.MeshLambertMaterial({
    side: THREE.DoubleSide,
    flatShading: true,
    transparent: ghost,
    opacity: ghost ? 0.13 : 1,
    depthWrite: !ghost,
    forceSinglePass: true,
    clippingPlanes: [ghost ? cut.above : cut.below],
  });
  made.onBeforeCompile = (shader) => {
    shader.uniforms['boundaries'] = { value: Math.min(bands.length, MAX_BANDS) - 1 };
    shader.uniforms['bandTo'] = { value: heights };
    shader.uniforms['bandColour'] = { value: colours };
    shader.uniforms['cut'] = cut.inside;
    shader.vertexShader = shader.vertexShader
      .replace('#include <common>', '#include <common>\nvarying float worldZ;')
      .replace(
        '#include <begin_vertex>',
        '#include <begin_vertex>\nworldZ = (modelMatrix * vec4(position, 1.0)).z;',
      );
    shader.fragmentShader = shader.fragmentShader
      .replace(
        '#include <common>',
        `#include <common>
         varying float worldZ;
         uniform float cut;
         uniform int boundaries;
         uniform float bandTo[${MAX_BANDS}];
         uniform vec3 bandColour[${MAX_BANDS}];`,
      )
      .replace(
        '#include <color_fragment>',
        `float at = gl_FrontFacing ? worldZ : cut;
         int band = 0;
         while (band < boundaries && at > bandTo[band] + 1e-3) { band++; }
         diffuseColor.rgb = bandColour[band];`,
      )
      // Looking into the cut one sees inner faces only; in one flat colour they close it.
      .replace(
        '#include <opaque_fragment>',
        `if (!gl_FrontFacing) outgoingLight = diffuseColor.rgb * 0.82;
         #include <opaque_fragment>`,
      );
  };
  return made;
}
