import { strokeValue, type LayerPaths } from '../api/layer';
import { luminance, ROLE_STYLE } from '../model/colours';
import { Raster } from './raster';
import { seamsOf, waysOf } from './ways';
import { colourIn, isMeasure, measured, rangeOf, SCALE, type MeasureName } from './measure';

/** Lines of a colour lighter than this are edged, so that they stand out from the paper. */
const PALE = 0.55;

/** How bright their edges are against them. */
const EDGE = 0.62;

/** Thinner lines than this have no edge of their own, pixels of the page. */
const EDGED = 1.8;

/** Points of a line that are nearer than this to the one before cannot be seen, pixels. */
const NEAR = 0.6;

/** Radius of the dot at a seam, pixels. */
const SEAM_PX = 2.6;

/** Of a canvas; pixels of it for each of the page. */
export interface Size {
  readonly width: number;
  readonly height: number;
  readonly ratio: number;
}

/** Where on the canvas the bed lies: a place in mm times scale plus shift. */
export interface View {
  readonly scale: number;
  /** Y goes up on the sheet over a bed, so that this is negative; on a belt it goes up the tilt. */
  readonly scaleY: number;
  readonly shiftX: number;
  readonly shiftY: number;
}

/** A place of the canvas on the bed, mm. */
export function onBed(view: View, at: { x: number; y: number }): { x: number; y: number } {
  return { x: (at.x - view.shiftX) / view.scale, y: (at.y - view.shiftY) / view.scaleY };
}

export type ColourBy = 'filament' | 'role' | MeasureName;

export interface Drawing {
  readonly view: View;
  readonly roles: readonly string[];
  readonly colourBy: ColourBy;
  readonly slotColour: (slot: number) => string;
  readonly travels: boolean;
  readonly travelColour: string;
  readonly hiddenRoles: ReadonlySet<string>;
  /** Only so many lines, from the first; all if it is not there. */
  readonly until?: number;
}

/** Draws the strokes of a layer at their true width on a canvas on which nothing is drawn yet. */
export function drawLayer(
  ctx: CanvasRenderingContext2D,
  { width, height, ratio }: Size,
  paths: LayerPaths,
  d: Drawing,
): void {
  const image = ctx.createImageData(Math.round(width * ratio), Math.round(height * ratio));
  drawStrokes(new Raster(image), ratio, paths, d);
  ctx.putImageData(image, 0, 0);
  if (d.travels) {
    ctx.save();
    ctx.scale(ratio, ratio);
    ctx.transform(d.view.scale, 0, 0, d.view.scaleY, d.view.shiftX, d.view.shiftY);
    drawTravels(ctx, paths, d);
    drawSeams(ctx, paths, d);
    ctx.restore();
  }
}

function drawStrokes(raster: Raster, ratio: number, paths: LayerPaths, d: Drawing): void {
  const pen = new Pen(raster, ratio, paths, d.view);
  const { bleed, kind, kinds } = paths;
  // There are thousands of strokes, of few filaments and roles.
  const isHidden = remembered((role) => d.hiddenRoles.has(d.roles[role]!));
  const ofSlot = remembered((slot) => inkOf(d.slotColour(slot)));
  const ofRole = remembered((role) => {
    const { colour = '#000000', dash = [] } = ROLE_STYLE[d.roles[role]!] ?? {};
    return { ink: inkOf(colour), extent: dashed(dash) };
  });
  const inkOfStroke = measureInks(paths, d);
  const strokes = shownStrokes(paths, d);
  let run = 0;
  for (let i = 0; i < strokes; i++) {
    const first = run;
    while (bleed.stroke[run] === i) {
      run++;
    }
    const role = kinds.role[kind[i]!]!;
    if (isHidden(role)) {
      continue;
    }
    if (inkOfStroke) {
      pen.draw(i, inkOfStroke(i), ALL);
    } else if (d.colourBy === 'role') {
      const { ink, extent } = ofRole(role);
      pen.draw(i, ink, extent);
    } else if (first === run) {
      pen.draw(i, ofSlot(kinds.slot[kind[i]!]!), ALL);
    } else {
      for (let r = first; r < run; r++) {
        const to = r + 1 < run ? bleed.from[r + 1]! : Infinity;
        const extent = { from: bleed.from[r]!, to, period: Infinity };
        pen.draw(i, inkOf(rgb(bleed.colour[r]!)), extent);
      }
    }
  }
}

/** A function of small whole numbers that finds each value once. */
function remembered<T>(find: (of: number) => T): (of: number) => T {
  const known: { readonly value: T }[] = [];
  return (of) => (known[of] ??= { value: find(of) }).value;
}

/** What is drawn of a stroke, mm from its start: all, a part, or dashes from its start on. */
interface Extent {
  readonly from: number;
  readonly to: number;
  /** From the start of a dash to that of the next. */
  readonly period: number;
}

const ALL: Extent = { from: 0, to: Infinity, period: Infinity };

/**
 * @param dash lengths of what is drawn and of what is not, mm; all is drawn if there are none
 */
function dashed([on, off]: readonly number[]): Extent {
  return on === undefined || off === undefined ? ALL : { from: 0, to: on, period: on + off };
}

/**
 * How far a line reaches out over its start so that no wedge stays open at the turn from one
 * direction to another, in halves of its width: tan(turn / 2), at most 1; 1 if nothing is before it.
 */
function miter(ux: number, uy: number, vx: number, vy: number): number {
  const along = ux * vx + uy * vy;
  const across = Math.abs(ux * vy - uy * vx);
  return along <= 0 ? 1 : across / (along + Math.sqrt(along * along + across * across));
}

/** Draws strokes as they are seen. */
class Pen {
  constructor(
    private readonly raster: Raster,
    private readonly ratio: number,
    private readonly paths: LayerPaths,
    private readonly view: View,
  ) {}

  draw(stroke: number, ink: Ink, extent: Extent): void {
    const scale = this.view.scale * this.ratio;
    // A hairline of the paper stays visible between neighbouring lines.
    const wide = Math.max(
      strokeValue(this.paths, stroke, 'width') * 0.86 * scale,
      0.9 * this.ratio,
    );
    if (ink.edge === undefined) {
      this.lines(stroke, wide, ink.colour, extent);
    } else if (wide < EDGED * this.ratio) {
      this.lines(stroke, wide, ink.mixed, extent);
    } else {
      this.lines(stroke, wide, ink.edge, extent);
      this.lines(stroke, Math.max(0.5 * wide, wide - 1.4 * this.ratio), ink.colour, extent);
    }
  }

  private lines(stroke: number, wide: number, colour: number, extent: Extent): void {
    const { starts, xy } = this.paths;
    const x = this.ratio * this.view.scale;
    const y = this.ratio * this.view.scaleY;
    const shiftX = this.ratio * this.view.shiftX;
    const shiftY = this.ratio * this.view.shiftY;
    const last = starts[stroke + 1]! - 1;
    const half = wide / 2;
    let at = 0;
    let ux = 0;
    let uy = 0;
    let ax = x * xy[2 * starts[stroke]!]! + shiftX;
    let ay = y * xy[2 * starts[stroke]! + 1]! + shiftY;
    for (let p = starts[stroke]! + 1; p <= last; p++) {
      const bx = x * xy[2 * p]! + shiftX;
      const by = y * xy[2 * p + 1]! + shiftY;
      if (extent === ALL) {
        if (p === last || Math.abs(bx - ax) + Math.abs(by - ay) > NEAR) {
          const dx = bx - ax;
          const dy = by - ay;
          const before = half * miter(ux, uy, dx, dy);
          this.raster.line(ax, ay, bx, by, half, colour, before, p === last ? half : 0);
          ux = dx;
          uy = dy;
          ax = bx;
          ay = by;
        }
        continue;
      }
      const length = Math.hypot((bx - ax) / x, (by - ay) / y);
      for (const [low, high] of within(extent, at, length)) {
        const [dx, dy] = [bx - ax, by - ay];
        this.raster.line(
          ax + low * dx,
          ay + low * dy,
          ax + high * dx,
          ay + high * dy,
          half,
          colour,
        );
      }
      at += length;
      [ax, ay] = [bx, by];
    }
  }
}

/** A colour as 0xrrggbb, and that of its edge if it has one. */
interface Ink {
  readonly colour: number;
  readonly edge: number | undefined;
  /** Of a line that is too thin for its edge to be told from what is between. */
  readonly mixed: number;
}

function inkOf(colour: string): Ink {
  const rgb = Number.parseInt(colour.slice(1), 16);
  const edge = luminance(colour) > PALE ? darker(rgb, EDGE) : undefined;
  return { colour: rgb, edge, mixed: darker(rgb, (1 + EDGE) / 2) };
}

/**
 * What is drawn of a straight piece, in shares of it.
 *
 * @param at where on the stroke it begins, mm
 */
function within(extent: Extent, at: number, length: number): [number, number][] {
  const { from, to, period } = extent;
  const found: [number, number][] = [];
  const before = period === Infinity ? 0 : Math.max(0, Math.floor((at - from) / period));
  for (let k = before; length > 0; k++) {
    const shift = k === 0 ? 0 : k * period;
    const low = Math.max(0, (from + shift - at) / length);
    const high = Math.min(1, (to + shift - at) / length);
    if (low >= 1) {
      break;
    }
    if (high > low) {
      found.push([low, high]);
    }
  }
  return found;
}

function darker(colour: number, share: number): number {
  const part = (shift: number) => Math.round(((colour >> shift) & 255) * share) << shift;
  return part(16) | part(8) | part(0);
}

function shownStrokes(paths: LayerPaths, d: Drawing): number {
  return Math.min(paths.strokes, d.until ?? paths.strokes);
}

/** The ink of each stroke by a value that it has, if that is what lines are coloured by. */
function measureInks(paths: LayerPaths, d: Drawing): ((stroke: number) => Ink) | undefined {
  if (!isMeasure(d.colourBy)) {
    return undefined;
  }
  const values = measured(d.colourBy, paths);
  const range = rangeOf(values);
  const inks = new Map(SCALE.map((colour) => [colour, inkOf(colour)]));
  return range && ((stroke) => inks.get(colourIn(range, values[stroke]!))!);
}

function rgb(colour: number): string {
  return `#${colour.toString(16).padStart(6, '0')}`;
}

/** Ways with the strand drawn back are dashed. */
function drawTravels(ctx: CanvasRenderingContext2D, paths: LayerPaths, d: Drawing): void {
  ctx.lineWidth = 1 / d.view.scale;
  ctx.strokeStyle = d.travelColour;
  const ways = waysOf(paths, shownStrokes(paths, d));
  for (const drawnBack of [false, true]) {
    ctx.setLineDash(drawnBack ? [4 / d.view.scale, 3 / d.view.scale] : []);
    ctx.beginPath();
    for (const { places } of ways.filter((way) => way.drawnBack === drawnBack)) {
      ctx.moveTo(places[0]!, places[1]!);
      for (let k = 2; k < places.length; k += 2) {
        ctx.lineTo(places[k]!, places[k + 1]!);
      }
    }
    ctx.stroke();
  }
  ctx.setLineDash([]);
}

function drawSeams(ctx: CanvasRenderingContext2D, paths: LayerPaths, d: Drawing): void {
  const radius = SEAM_PX / d.view.scale;
  ctx.fillStyle = d.travelColour;
  ctx.beginPath();
  for (const { x, y } of seamsOf(paths, d.roles.indexOf('outer wall'), shownStrokes(paths, d))) {
    ctx.moveTo(x + radius, y);
    ctx.arc(x, y, radius, 0, 2 * Math.PI);
  }
  ctx.fill();
}
