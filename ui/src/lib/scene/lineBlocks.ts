import * as THREE from 'three';
import type { LineStack } from './lineStack';

/** A block: its top and both of its long sides. Places are along the line, across it, and up. */
const CORNERS = [
  [0, -1, 1],
  [1, -1, 1],
  [1, 1, 1],
  [0, 1, 1],
  [0, -1, 0],
  [1, -1, 0],
  [1, -1, 1],
  [0, -1, 1],
  [1, 1, 0],
  [0, 1, 0],
  [0, 1, 1],
  [1, 1, 1],
].flat();
const SIDES = [0, 0, 0, 0, -1, -1, -1, -1, 1, 1, 1, 1];
const TRIANGLES = [0, 4, 8].flatMap((c) => [c, c + 1, c + 2, c, c + 2, c + 3]);

const VERTEX = /* glsl */ `
  attribute vec4 ends;
  attribute vec3 size;
  attribute vec3 tint;
  attribute float side;
  varying vec3 shown;
  varying float beside;
  void main() {
    vec2 way = ends.zw - ends.xy;
    float length = max(1e-5, length(way));
    vec2 along = way / length;
    vec2 across = vec2(-along.y, along.x);
    // Lines have round ends: a block reaches nearly as far.
    float reach = 0.4 * size.z;
    vec2 at = ends.xy + along * (position.x * (length + 2.0 * reach) - reach)
      + across * (position.y * 0.5 * size.z);
    float z = mix(size.x, size.y, position.z);
    vec2 outwards = across * side;
    float light = side == 0.0 ? 1.0 : 0.66 + 0.2 * dot(outwards, vec2(-0.58, -0.81));
    shown = tint * light;
    beside = side == 0.0 ? position.y : 0.0;
    gl_Position = projectionMatrix * viewMatrix * vec4(at, z, 1.0);
  }
`;

const FRAGMENT = /* glsl */ `
  varying vec3 shown;
  varying float beside;
  void main() {
    // A darker edge tells a line from the one beside it.
    gl_FragColor = vec4(shown * (1.0 - 0.28 * smoothstep(0.72, 1.0, abs(beside))), 1.0);
  }
`;

/** One block; as many of it are drawn as there are pieces of lines. */
function block(): THREE.InstancedBufferGeometry {
  const geometry = new THREE.InstancedBufferGeometry();
  geometry.setAttribute('position', new THREE.Float32BufferAttribute(CORNERS, 3));
  geometry.setAttribute('side', new THREE.Float32BufferAttribute(SIDES, 1));
  geometry.setIndex(TRIANGLES);
  geometry.instanceCount = 0;
  return geometry;
}

/** The lines of a stack as blocks of their true width and height, drawn in one go. */
export class LineBlocks {
  readonly mesh = new THREE.Mesh<THREE.InstancedBufferGeometry, THREE.ShaderMaterial>(
    block(),
    new THREE.ShaderMaterial({
      vertexShader: VERTEX,
      fragmentShader: FRAGMENT,
      side: THREE.DoubleSide,
    }),
  );
  private stack: LineStack | undefined;

  constructor() {
    this.mesh.frustumCulled = false;
  }

  /**
   * @param colours red, green and blue of each piece
   */
  show(stack: LineStack, colours: Uint8Array): void {
    if (stack !== this.stack) {
      this.mesh.geometry.dispose();
      this.mesh.geometry = block();
      const { geometry } = this.mesh;
      geometry.setAttribute('ends', new THREE.InstancedBufferAttribute(stack.placesOf(), 4));
      geometry.setAttribute('size', new THREE.InstancedBufferAttribute(stack.sizesOf(), 3));
      this.stack = stack;
    }
    this.mesh.geometry.setAttribute('tint', new THREE.InstancedBufferAttribute(colours, 3, true));
  }

  /** Draws only so many pieces, from the first. */
  limit(pieces: number): void {
    this.mesh.geometry.instanceCount = pieces;
  }

  /** How many pieces are drawn. */
  get pieces(): number {
    return this.mesh.geometry.instanceCount;
  }

  dispose(): void {
    this.mesh.geometry.dispose();
    this.mesh.material.dispose();
  }
}
