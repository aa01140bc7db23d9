import type { Brush, Corners } from './patchMarks';

/**
 * The surface of a mesh for marking: triangles, their directions and their neighbours. Triangles are
 * numbered as the server numbers them.
 */
export class Surface {
  readonly count: number;
  private readonly normals: Float32Array;
  private neighbours: Int32Array | undefined;

  constructor(
    private readonly positions: ArrayLike<number>,
    private readonly index: ArrayLike<number>,
  ) {
    this.count = index.length / 3;
    this.normals = new Float32Array(3 * this.count);
    for (let t = 0; t < this.count; t++) {
      this.normals.set(this.normal(t), 3 * t);
    }
  }

  private corner(t: number, k: number, axis: number): number {
    return this.positions[3 * this.index[3 * t + k]! + axis]!;
  }

  private normal(t: number): [number, number, number] {
    const u = [0, 1, 2].map((axis) => this.corner(t, 1, axis) - this.corner(t, 0, axis));
    const v = [0, 1, 2].map((axis) => this.corner(t, 2, axis) - this.corner(t, 0, axis));
    const n = [
      u[1]! * v[2]! - u[2]! * v[1]!,
      u[2]! * v[0]! - u[0]! * v[2]!,
      u[0]! * v[1]! - u[1]! * v[0]!,
    ];
    const length = Math.hypot(n[0]!, n[1]!, n[2]!) || 1;
    return [n[0]! / length, n[1]! / length, n[2]! / length];
  }

  /** Cosine of the angle between two triangles. */
  private cosine(a: number, b: number): number {
    const n = this.normals;
    return n[3 * a]! * n[3 * b]! + n[3 * a + 1]! * n[3 * b + 1]! + n[3 * a + 2]! * n[3 * b + 2]!;
  }

  /** The triangle beyond each edge, or -1. */
  private get beyond(): Int32Array {
    if (!this.neighbours) {
      this.neighbours = new Int32Array(3 * this.count).fill(-1);
      const open = new Map<number, number>();
      const vertices = this.positions.length / 3;
      for (let e = 0; e < 3 * this.count; e++) {
        const a = this.index[e]!;
        const b = this.index[e % 3 === 2 ? e - 2 : e + 1]!;
        const other = open.get(b * vertices + a);
        if (other === undefined) {
          open.set(a * vertices + b, e);
        } else {
          open.delete(b * vertices + a);
          this.neighbours[e] = Math.floor(other / 3);
          this.neighbours[other] = Math.floor(e / 3);
        }
      }
    }
    return this.neighbours;
  }

  /** From a triangle on over edges as long as the next one is accepted. */
  private flood(seed: number, accept: (from: number, to: number) => boolean): number[] {
    const seen = new Uint8Array(this.count);
    const found = [seed];
    seen[seed] = 1;
    for (let i = 0; i < found.length; i++) {
      for (let k = 0; k < 3; k++) {
        const to = this.beyond[3 * found[i]! + k]!;
        if (to >= 0 && !seen[to] && accept(found[i]!, to)) {
          seen[to] = 1;
          found.push(to);
        }
      }
    }
    return found;
  }

  /** The whole flat face that a triangle belongs to. */
  flatFace(seed: number): number[] {
    const least = Math.cos(Math.PI / 90);
    return this.flood(seed, (_, to) => this.cosine(seed, to) >= least);
  }

  /** Everything up to edges that are sharper than an angle, degrees. */
  upToEdge(seed: number, degrees: number): number[] {
    const least = Math.cos((degrees * Math.PI) / 180);
    return this.flood(seed, (from, to) => this.cosine(from, to) >= least);
  }

  /** What is connected with a triangle and under a brush at least in part. */
  under(seed: number, brush: Brush): number[] {
    return this.flood(seed, (_, to) => brush.covers(this.corners(to)) !== 'none');
  }

  /** The corners of a triangle. */
  corners(t: number): Corners {
    return [0, 1, 2].flatMap((k) => [0, 1, 2].map((axis) => this.corner(t, k, axis)));
  }

  /** Whether a triangle is seen from where a direction comes from. */
  faces(t: number, direction: readonly number[]): boolean {
    const n = this.normals;
    return (
      n[3 * t]! * direction[0]! + n[3 * t + 1]! * direction[1]! + n[3 * t + 2]! * direction[2]! < 0
    );
  }

  /** Triangles whose middle lies between two heights, as a height is given by a function. */
  between(low: number, high: number, heightOf: (xyz: number[]) => number): number[] {
    const found: number[] = [];
    for (let t = 0; t < this.count; t++) {
      const middle = [0, 1, 2].map(
        (axis) => (this.corner(t, 0, axis) + this.corner(t, 1, axis) + this.corner(t, 2, axis)) / 3,
      );
      const z = heightOf(middle);
      if (z >= low && z <= high) {
        found.push(t);
      }
    }
    return found;
  }
}
