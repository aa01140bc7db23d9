import type { LayerPaths } from '../api/layer';
import type { ColourBy } from '../sheet/draw';
import { colourIn, isMeasure, MEASURES, type Range } from '../sheet/measure';

/** Numbers of one kind that grow in number. */
class Grown<T extends Float32Array | Uint8Array | Uint32Array | Int32Array> {
  size = 0;

  constructor(
    public values: T,
    private readonly make: (length: number) => T,
  ) {}

  push(...added: number[]): void {
    if (this.size + added.length > this.values.length) {
      const wider = this.make(2 * this.values.length);
      wider.set(this.values);
      this.values = wider;
    }
    for (const value of added) {
      this.values[this.size++] = value;
    }
  }
}

const floats = () => new Grown(new Float32Array(1024), (n) => new Float32Array(n));
const NO_BLEED = -1;

/** How colours are found. */
export interface Colouring {
  readonly by: ColourBy;
  readonly slotColour: (slot: number) => string;
  readonly roleColour: (role: number) => string;
}

/**
 * The lines of layers, one over the other, as straight pieces that can be drawn as blocks. Kept in
 * plain arrays: a print has millions of them.
 */
export class LineStack {
  /** x, y of the start and of the end of each piece, mm. */
  private readonly ends = floats();
  /** Bottom and top of each piece, mm, and its width. */
  private readonly size = floats();
  /** Which stroke each piece belongs to. */
  private readonly strokeOf = new Grown(new Uint32Array(1024), (n) => new Uint32Array(n));
  /** The colour in which a piece comes out, 0xrrggbb, if it is not that of its filament. */
  private readonly bleed = new Grown(new Int32Array(1024), (n) => new Int32Array(n));
  private readonly role = new Grown(new Uint8Array(256), (n) => new Uint8Array(n));
  private readonly slot = new Grown(new Uint8Array(256), (n) => new Uint8Array(n));
  private readonly measures = Object.fromEntries(
    Object.keys(MEASURES).map((name) => [name, floats()]),
  ) as Record<keyof typeof MEASURES, Grown<Float32Array>>;
  /** How many pieces there are up to the end of each layer. */
  private readonly layerEnds: number[] = [];
  /** How many strokes there are up to the end of each layer. */
  private readonly layerStrokes: number[] = [];
  /** How many pieces there are up to the end of each stroke. */
  private readonly strokeEnds = new Grown(new Uint32Array(256), (n) => new Uint32Array(n));

  /**
   * Adds the next layer.
   *
   * @param isWanted by the index of a role
   */
  add(
    paths: LayerPaths,
    bottom: number,
    top: number,
    isWanted: (role: number) => boolean = () => true,
  ): void {
    const values = Object.entries(MEASURES).map(
      ([name, measure]) =>
        [this.measures[name as keyof typeof MEASURES], measure.of(paths)] as const,
    );
    let run = 0;
    for (let i = 0; i < paths.strokes; i++) {
      const first = run;
      while (paths.bleed.stroke[run] === i) {
        run++;
      }
      if (isWanted(paths.role[i]!)) {
        this.addStroke(paths, i, bottom, top, first, run);
        values.forEach(([all, own]) => all.push(own[i]!));
        this.role.push(paths.role[i]!);
        this.slot.push(paths.slot[i]!);
        this.strokeEnds.push(this.pieces);
      }
    }
    this.layerEnds.push(this.pieces);
    this.layerStrokes.push(this.strokeEnds.size);
  }

  private addStroke(
    paths: LayerPaths,
    stroke: number,
    bottom: number,
    top: number,
    firstRun: number,
    lastRun: number,
  ): void {
    let along = 0;
    let run = firstRun;
    for (let p = paths.starts[stroke]! + 1; p < paths.starts[stroke + 1]!; p++) {
      const [ax, ay] = [paths.xy[2 * p - 2]!, paths.xy[2 * p - 1]!];
      const [bx, by] = [paths.xy[2 * p]!, paths.xy[2 * p + 1]!];
      while (run + 1 < lastRun && paths.bleed.from[run + 1]! <= along) {
        run++;
      }
      this.ends.push(ax, ay, bx, by);
      this.size.push(bottom, top, paths.width[stroke]!);
      this.strokeOf.push(this.strokeEnds.size);
      this.bleed.push(run < lastRun ? paths.bleed.colour[run]! : NO_BLEED);
      along += Math.hypot(bx - ax, by - ay);
    }
  }

  get pieces(): number {
    return this.strokeOf.size;
  }

  get layers(): number {
    return this.layerEnds.length;
  }

  /** How many pieces the first layers have. */
  upTo(layers: number): number {
    return layers <= 0 ? 0 : (this.layerEnds[Math.min(layers, this.layers) - 1] ?? 0);
  }

  /** How many strokes all layers but the last have. */
  strokesBelow(): number {
    return this.layerStrokes.at(-2) ?? 0;
  }

  /** How many pieces the first strokes have. */
  upToStroke(strokes: number): number {
    return strokes <= 0 ? 0 : this.strokeEnds.values[Math.min(strokes, this.strokeEnds.size) - 1]!;
  }

  /**
   * Indices of the roles that there are lines of.
   *
   * @param from the first stroke that counts
   */
  rolesOf(from = 0): Set<number> {
    return new Set(this.role.values.subarray(from, this.role.size));
  }

  /** Four numbers for each piece: x, y, x, y, mm. */
  placesOf(): Float32Array {
    return this.ends.values.subarray(0, this.ends.size);
  }

  /** Three numbers for each piece: bottom, top, width, mm. */
  sizesOf(): Float32Array {
    return this.size.values.subarray(0, this.size.size);
  }

  /**
   * The least and the largest value of the lines; undefined if that is not what colours tell.
   *
   * @param from the first stroke that counts
   */
  rangeOf(by: ColourBy, from = 0): Range | undefined {
    if (!isMeasure(by) || this.strokeEnds.size <= from) {
      return undefined;
    }
    const { values, size } = this.measures[by];
    let low = Infinity;
    let high = -Infinity;
    for (let i = from; i < size; i++) {
      low = Math.min(low, values[i]!);
      high = Math.max(high, values[i]!);
    }
    return { low, high };
  }

  /**
   * Three numbers for each piece: red, green, blue, 0 to 255.
   *
   * @param range of values over all that is shown
   */
  coloursOf(how: Colouring, range: Range | undefined): Uint8Array {
    const strokes = this.strokeEnds.size;
    const ofStroke = new Uint32Array(strokes);
    const known = new Map<number, number>();
    for (let i = 0; i < strokes; i++) {
      ofStroke[i] =
        isMeasure(how.by) && range
          ? rgb(colourIn(range, this.measures[how.by].values[i]!))
          : this.plain(how, i, known);
    }
    const colours = new Uint8Array(3 * this.pieces);
    for (let p = 0; p < this.pieces; p++) {
      const bleed = how.by === 'filament' ? this.bleed.values[p]! : NO_BLEED;
      const colour = bleed === NO_BLEED ? ofStroke[this.strokeOf.values[p]!]! : bleed;
      colours[3 * p] = colour >> 16;
      colours[3 * p + 1] = (colour >> 8) & 255;
      colours[3 * p + 2] = colour & 255;
    }
    return colours;
  }

  /** The colour of a stroke by its role or filament; each is looked up once. */
  private plain(how: Colouring, stroke: number, known: Map<number, number>): number {
    const of = how.by === 'role' ? this.role.values[stroke]! : this.slot.values[stroke]!;
    let colour = known.get(of);
    if (colour === undefined) {
      colour = rgb(how.by === 'role' ? how.roleColour(of) : how.slotColour(of));
      known.set(of, colour);
    }
    return colour;
  }
}

/** How much of what is behind them is seen through faint lines. */
const FAINTNESS = 0.82;

/**
 * Makes the first pieces of some colours faint, in place; returns the colours.
 *
 * @param behind how bright it is behind them, 0 to 255
 */
export function faded(colours: Uint8Array, pieces: number, behind: number): Uint8Array {
  for (let i = 0; i < 3 * pieces; i++) {
    colours[i] = colours[i]! + FAINTNESS * (behind - colours[i]!);
  }
  return colours;
}

function rgb(hex: string): number {
  return Number.parseInt(hex.slice(1, 7), 16);
}
