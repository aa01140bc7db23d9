/** A triangle by its corners, nine numbers. */
export type Corners = readonly number[];

/** What a brush covers of a triangle. */
export type Cover = 'all' | 'none' | 'some';

/** A brush: what it covers of a triangle, and whether it covers a place. */
export interface Brush {
  covers: (corners: Corners) => Cover;
  contains: (place: readonly number[]) => boolean;
  /** Triangles with sides shorter than this are not divided, mm. */
  finest: number;
}

/** A triangle that is marked, or not, or in quarters: at its three corners, and in the middle. */
type Node = boolean | readonly [Node, Node, Node, Node];

/** Large triangles are divided this often at most. */
const DEPTH = 7;

/** The triangles of a mesh that are marked, and parts of large ones. */
export class PatchMarks {
  private constructor(
    readonly whole: Uint8Array,
    private readonly parts: Map<number, Node>,
  ) {}

  /** Reads ranges such as `0-17,20` and parts such as `30.02`. */
  static read(text: string, count: number): PatchMarks {
    const marks = new PatchMarks(new Uint8Array(count), new Map());
    for (const range of text.split(',').filter(Boolean)) {
      const [triangle, path] = range.split('.');
      if (path !== undefined) {
        const t = Number(triangle);
        marks.put(t, withPart(marks.parts.get(t) ?? false, path));
        continue;
      }
      const [from, to] = range.split('-').map(Number) as [number, number | undefined];
      marks.whole.fill(1, from, (to ?? from) + 1);
    }
    return marks;
  }

  write(): string {
    const ranges: string[] = [];
    for (let i = 0; i < this.whole.length; i++) {
      if (this.whole[i]) {
        const from = i;
        while (i + 1 < this.whole.length && this.whole[i + 1]) {
          i++;
        }
        ranges.push(i > from ? `${from}-${i}` : String(from));
      }
    }
    for (const [t, node] of [...this.parts].sort(([a], [b]) => a - b)) {
      paths(node, '').forEach((path) => ranges.push(`${t}.${path}`));
    }
    return ranges.join(',');
  }

  copy(): PatchMarks {
    return new PatchMarks(this.whole.slice(), new Map(this.parts));
  }

  set(t: number, marked: boolean): void {
    this.whole[t] = marked ? 1 : 0;
    this.parts.delete(t);
  }

  /** Marks, or unmarks, what a brush covers of a triangle; a large one is divided for it. */
  paint(t: number, corners: Corners, brush: Brush, marked: boolean): void {
    const before: Node = this.whole[t] ? true : (this.parts.get(t) ?? false);
    this.put(t, painted(before, corners, brush, marked, 0));
  }

  private put(t: number, node: Node): void {
    this.set(t, node === true);
    if (typeof node === 'object') {
      this.parts.set(t, node);
    }
  }

  get isEmpty(): boolean {
    return this.parts.size === 0 && !this.whole.includes(1);
  }

  /** Corners of the marked parts of divided triangles, nine numbers each. */
  partCorners(cornersOf: (t: number) => Corners): Float32Array {
    const found: number[] = [];
    for (const [t, node] of this.parts) {
      collect(node, cornersOf(t), found);
    }
    return new Float32Array(found);
  }
}

function withPart(node: Node, path: string): Node {
  if (path === '') {
    return true;
  }
  const quarters = typeof node === 'object' ? node : ([node, node, node, node] as const);
  const at = Number(path[0]);
  return collapsed(
    quarters.map((quarter, i) => (i === at ? withPart(quarter, path.slice(1)) : quarter)),
  );
}

function collapsed(quarters: readonly Node[]): Node {
  const [first] = quarters;
  return typeof first === 'boolean' && quarters.every((quarter) => quarter === first)
    ? first
    : (quarters as unknown as readonly [Node, Node, Node, Node]);
}

function paths(node: Node, path: string): string[] {
  if (typeof node === 'object') {
    return node.flatMap((quarter, i) => paths(quarter, `${path}${i}`));
  }
  return node ? [path] : [];
}

function collect(node: Node, corners: Corners, into: number[]): void {
  if (typeof node === 'object') {
    quartersOf(corners).forEach((quarter, i) => collect(node[i]!, quarter, into));
  } else if (node) {
    into.push(...corners);
  }
}

/** The quarters at the three corners, and the middle one. */
export function quartersOf(corners: Corners): Corners[] {
  const middles = corners.map((c, i) => (c + corners[(i + 3) % 9]!) / 2);
  const at = (k: number) => corners.slice(3 * k, 3 * k + 3);
  const middle = (k: number) => middles.slice(3 * k, 3 * k + 3);
  return [
    [...at(0), ...middle(0), ...middle(2)],
    [...middle(0), ...at(1), ...middle(1)],
    [...middle(2), ...middle(1), ...at(2)],
    middles,
  ];
}

function painted(node: Node, corners: Corners, brush: Brush, marked: boolean, depth: number): Node {
  if (node === marked) {
    return node;
  }
  const cover = brush.covers(corners);
  if (cover !== 'some') {
    return cover === 'all' ? marked : node;
  }
  if (depth === DEPTH || longestSide(corners) < brush.finest) {
    const middle = [0, 1, 2].map((k) => (corners[k]! + corners[k + 3]! + corners[k + 6]!) / 3);
    return brush.contains(middle) ? marked : node;
  }
  const quarters = typeof node === 'object' ? node : [node, node, node, node];
  return collapsed(
    quartersOf(corners).map((quarter, i) =>
      painted(quarters[i]!, quarter, brush, marked, depth + 1),
    ),
  );
}

function longestSide(corners: Corners): number {
  return Math.max(
    ...[0, 3, 6].map((k) =>
      Math.hypot(...[0, 1, 2].map((i) => corners[k + i]! - corners[(k + 3 + i) % 9]!)),
    ),
  );
}

/**
 * A brush of what is nearer than a distance to a place; seen from a direction, of what lies under a
 * circle.
 */
export function roundBrush(
  place: readonly number[],
  radius: number,
  direction?: readonly number[],
): Brush {
  const flat = (p: readonly number[], from: number) => {
    const d = [0, 1, 2].map((i) => p[from + i]! - place[i]!);
    const along = direction ? d.reduce((sum, c, i) => sum + c * direction[i]!, 0) : 0;
    return direction ? d.map((c, i) => c - along * direction[i]!) : d;
  };
  const distance = (p: readonly number[], from: number) => Math.hypot(...flat(p, from));
  return {
    finest: radius / 4,
    contains: (p) => distance(p, 0) <= radius,
    covers: (corners) => {
      if ([0, 3, 6].every((k) => distance(corners, k) <= radius)) {
        return 'all';
      }
      const [a, b, c] = [0, 3, 6].map((k) => flat(corners, k)) as [number[], number[], number[]];
      return toTriangle(a, b, c) <= radius ? 'some' : 'none';
    },
  };
}

/** Distance of the origin from a triangle (Ericson, Real-Time Collision Detection, 5.1.5). */
function toTriangle(a: number[], b: number[], c: number[]): number {
  const minus = (p: number[], q: number[]) => p.map((x, i) => x - q[i]!);
  const dot = (p: number[], q: number[]) => p.reduce((sum, x, i) => sum + x * q[i]!, 0);
  const along = (p: number[], u: number[], s: number) =>
    Math.hypot(...p.map((x, i) => x + s * u[i]!));
  const ab = minus(b, a);
  const ac = minus(c, a);
  const d1 = -dot(ab, a);
  const d2 = -dot(ac, a);
  if (d1 <= 0 && d2 <= 0) {
    return Math.hypot(...a);
  }
  const d3 = -dot(ab, b);
  const d4 = -dot(ac, b);
  if (d3 >= 0 && d4 <= d3) {
    return Math.hypot(...b);
  }
  const vc = d1 * d4 - d3 * d2;
  if (vc <= 0 && d1 >= 0 && d3 <= 0) {
    return along(a, ab, d1 / (d1 - d3));
  }
  const d5 = -dot(ab, c);
  const d6 = -dot(ac, c);
  if (d6 >= 0 && d5 <= d6) {
    return Math.hypot(...c);
  }
  const vb = d5 * d2 - d1 * d6;
  if (vb <= 0 && d2 >= 0 && d6 <= 0) {
    return along(a, ac, d2 / (d2 - d6));
  }
  const va = d3 * d6 - d5 * d4;
  if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
    return along(b, minus(c, b), (d4 - d3) / (d4 - d3 + d5 - d6));
  }
  const sum = va + vb + vc;
  return Math.hypot(...a.map((x, i) => x + (ab[i]! * vb + ac[i]! * vc) / sum));
}
