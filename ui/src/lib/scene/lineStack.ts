import { strokeValue, type LayerPaths } from '../api/layer';
import type { ColourBy } from '../sheet/draw';
import {
  colourIn,
  isMeasure,
  MEASURES,
  rangeOf,
  type MeasureName,
  type Range,
} from '../sheet/measure';

type Numbers = Float32Array | Uint8Array | Uint32Array;

/** Numbers that come in parts and are read as one array, with no room to spare. */
class Parts<T extends Numbers> {
  private parts: T[] = [];
  size = 0;

  constructor(private readonly make: (length: number) => T) {}

  /** The next part, to be filled. */
  part(length: number): T {
    const part = this.make(length);
    this.parts.push(part);
    this.size += length;
    return part;
  }

  get all(): T {
    if (this.parts.length !== 1) {
      const whole = this.make(this.size);
      let at = 0;
      for (const part of this.parts) {
        whole.set(part, at);
        at += part.length;
      }
      this.parts = [whole];
    }
    return this.parts[0]!;
  }
}

const floats = () => new Parts((n) => new Float32Array(n));
const bytes = () => new Parts((n) => new Uint8Array(n));
const whole = () => new Parts((n) => new Uint32Array(n));

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
  /** Pieces that come out in another colour than that of their filament. */
  private readonly bled: number[] = [];
  /** The colour of each of them, 0xrrggbb. */
  private readonly bleed: number[] = [];
  private readonly role = bytes();
  private readonly slot = bytes();
  private readonly measures = Object.fromEntries(
    Object.keys(MEASURES).map((name) => [name, floats()]),
  ) as Record<MeasureName, Parts<Float32Array>>;
  /** How many pieces there are up to the end of each layer. */
  private readonly layerEnds: number[] = [];
  /** How many strokes there are up to the end of each layer. */
  private readonly layerStrokes: number[] = [];
  /** How many pieces there are up to the end of each stroke. */
  private readonly strokeEnds = whole();

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
    const wanted = Uint32Array.from({ length: paths.strokes }, (_, i) => i).filter((i) =>
      isWanted(strokeValue(paths, i, 'role')),
    );
    let end = this.pieces;
    const strokeEnds = this.strokeEnds.part(wanted.length);
    wanted.forEach((i, k) => {
      end += paths.starts[i + 1]! - paths.starts[i]! - 1;
      strokeEnds[k] = end;
    });
    this.addPieces(paths, wanted, end - this.pieces, bottom, top);
    this.addBleed(paths, wanted, strokeEnds);
    this.role.part(wanted.length).set(wanted.map((i) => strokeValue(paths, i, 'role')));
    this.slot.part(wanted.length).set(wanted.map((i) => strokeValue(paths, i, 'slot')));
    for (const [name, { of }] of Object.entries(MEASURES)) {
      const part = this.measures[name as MeasureName].part(wanted.length);
      wanted.forEach((i, k) => (part[k] = of(paths, i)));
    }
    this.layerEnds.push(this.pieces);
    this.layerStrokes.push(this.strokeEnds.size);
  }

  /**
   * @param wanted strokes of the layer, that have so many pieces together
   */
  private addPieces(
    paths: LayerPaths,
    wanted: Uint32Array,
    pieces: number,
    bottom: number,
    top: number,
  ): void {
    const ends = this.ends.part(4 * pieces);
    const size = this.size.part(3 * pieces);
    let at = 0;
    for (const i of wanted) {
      const width = strokeValue(paths, i, 'width');
      for (let p = paths.starts[i]! + 1; p < paths.starts[i + 1]!; p++, at++) {
        for (let c = 0; c < 4; c++) {
          ends[4 * at + c] = paths.xy[2 * p - 2 + c]!;
        }
        size[3 * at] = bottom;
        size[3 * at + 1] = top;
        size[3 * at + 2] = width;
      }
    }
  }

  /** A piece has the colour of the run in which it begins. */
  private addBleed(paths: LayerPaths, wanted: Uint32Array, strokeEnds: Uint32Array): void {
    const { stroke, from, colour } = paths.bleed;
    let run = 0;
    wanted.forEach((i, k) => {
      while (stroke[run]! < i) {
        run++;
      }
      if (stroke[run] !== i) {
        return;
      }
      const [first, last] = [paths.starts[i]!, paths.starts[i + 1]! - 1];
      let along = 0;
      for (let p = first; p < last; p++) {
        while (stroke[run + 1] === i && from[run + 1]! <= along) {
          run++;
        }
        this.bled.push(strokeEnds[k]! - last + p);
        this.bleed.push(colour[run]!);
        const [x, y] = [paths.xy[2 * p]!, paths.xy[2 * p + 1]!];
        along += Math.hypot(paths.xy[2 * p + 2]! - x, paths.xy[2 * p + 3]! - y);
      }
    });
  }

  get pieces(): number {
    return this.ends.size / 4;
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
    return strokes <= 0 ? 0 : this.strokeEnds.all[Math.min(strokes, this.strokeEnds.size) - 1]!;
  }

  /**
   * Indices of the roles that there are lines of.
   *
   * @param from the first stroke that counts
   */
  rolesOf(from = 0): Set<number> {
    return new Set(this.role.all.subarray(from));
  }

  /** Four numbers for each piece: x, y, x, y, mm. */
  placesOf(): Float32Array {
    return this.ends.all;
  }

  /** Three numbers for each piece: bottom, top, width, mm. */
  sizesOf(): Float32Array {
    return this.size.all;
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
    return rangeOf(this.measures[by].all.subarray(from));
  }

  /**
   * Three numbers for each piece: red, green, blue, 0 to 255.
   *
   * @param range of values over all that is shown
   */
  coloursOf(how: Colouring, range: Range | undefined): Uint8Array {
    const values = isMeasure(how.by) && range ? this.measures[how.by].all : undefined;
    const known = new Map<number, number>();
    const colours = new Uint8Array(3 * this.pieces);
    const paint = (piece: number, colour: number) => {
      colours[3 * piece] = colour >> 16;
      colours[3 * piece + 1] = (colour >> 8) & 255;
      colours[3 * piece + 2] = colour & 255;
    };
    let piece = 0;
    this.strokeEnds.all.forEach((end, i) => {
      const colour = values ? rgb(colourIn(range!, values[i]!)) : this.plain(how, i, known);
      for (; piece < end; piece++) {
        paint(piece, colour);
      }
    });
    if (how.by === 'filament') {
      this.bled.forEach((piece, k) => paint(piece, this.bleed[k]!));
    }
    return colours;
  }

  /** The colour of a stroke by its role or filament; each is looked up once. */
  private plain(how: Colouring, stroke: number, known: Map<number, number>): number {
    const of = (how.by === 'role' ? this.role : this.slot).all[stroke]!;
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
