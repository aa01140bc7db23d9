import type { LayerPaths } from '../api/layer';
import { darker, luminance, ROLE_STYLE } from '../model/colours';
import { isClosed, startOf } from './strokes';
import { colourIn, isMeasure, MEASURES, rangeOf, type MeasureName } from './measure';

/** Lines of a colour lighter than this are edged, so that they stand out from the paper. */
const PALE = 0.55;

/** Thinner lines are drawn with plain ends, pixels. */
const THIN_PX = 2.5;

/** Radius of the dot at a seam, pixels. */
const SEAM_PX = 2.6;

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

/** Draws the strokes of a layer at their true width. */
export function drawLayer(ctx: CanvasRenderingContext2D, paths: LayerPaths, d: Drawing): void {
  ctx.save();
  ctx.transform(d.view.scale, 0, 0, d.view.scaleY, d.view.shiftX, d.view.shiftY);
  for (const [key, path] of groups(paths, d)) {
    const [role, colour, width] = key.split('|') as [string, string, string];
    // Round ends of thin lines cannot be seen, and take long to draw.
    const isThin = Number(width) * d.view.scale < THIN_PX;
    ctx.lineCap = isThin ? 'butt' : 'round';
    ctx.lineJoin = isThin ? 'bevel' : 'round';
    ctx.strokeStyle = colour;
    ctx.setLineDash(d.colourBy === 'role' ? (ROLE_STYLE[role]?.dash ?? []) : []);
    // A hairline of the paper stays visible between neighbouring lines.
    const wide = Math.max(Number(width) * 0.86, 0.9 / d.view.scale);
    if (luminance(colour) > PALE) {
      ctx.strokeStyle = darker(colour, 0.62);
      ctx.lineWidth = wide;
      ctx.stroke(path);
      ctx.strokeStyle = colour;
      ctx.lineWidth = Math.max(0.5 * wide, wide - 1.4 / d.view.scale);
    } else {
      ctx.lineWidth = wide;
    }
    ctx.stroke(path);
  }
  ctx.setLineDash([]);
  if (d.travels) {
    drawTravels(ctx, paths, d);
    drawSeams(ctx, paths, d);
  }
  ctx.restore();
}

/** What is drawn alike, by role, colour and width. */
function groups(paths: LayerPaths, d: Drawing): Map<string, Path2D> {
  const found = new Map<string, Path2D>();
  const group = (role: string, colour: string, width: number) => {
    const key = `${role}|${colour}|${width.toFixed(2)}`;
    const path = found.get(key) ?? new Path2D();
    found.set(key, path);
    return path;
  };
  const { bleed } = paths;
  const measured = measureColours(paths, d);
  let run = 0;
  for (let i = 0; i < shownStrokes(paths, d); i++) {
    const first = run;
    while (bleed.stroke[run] === i) {
      run++;
    }
    const role = d.roles[paths.role[i]!]!;
    if (d.hiddenRoles.has(role)) {
      continue;
    }
    if (measured) {
      trace(group(role, measured(i), paths.width[i]!), paths, i);
    } else if (d.colourBy === 'role') {
      trace(group(role, ROLE_STYLE[role]?.colour ?? '#000', paths.width[i]!), paths, i);
    } else if (first === run) {
      trace(group(role, d.slotColour(paths.slot[i]!), paths.width[i]!), paths, i);
    } else {
      for (let r = first; r < run; r++) {
        const to = r + 1 < run ? bleed.from[r + 1]! : Infinity;
        const path = group(role, rgb(bleed.colour[r]!), paths.width[i]!);
        tracePart(path, paths, i, bleed.from[r]!, to);
      }
    }
  }
  return found;
}

function shownStrokes(paths: LayerPaths, d: Drawing): number {
  return Math.min(paths.strokes, d.until ?? paths.strokes);
}

/** The colour of each stroke by a value that it has, if that is what lines are coloured by. */
function measureColours(paths: LayerPaths, d: Drawing): ((stroke: number) => string) | undefined {
  if (!isMeasure(d.colourBy)) {
    return undefined;
  }
  const values = MEASURES[d.colourBy].of(paths);
  const range = rangeOf(values);
  return range && ((stroke) => colourIn(range, values[stroke]!));
}

function rgb(colour: number): string {
  return `#${colour.toString(16).padStart(6, '0')}`;
}

/** Traces a stroke from one place on it to another, mm. */
function tracePart(path: Path2D, paths: LayerPaths, stroke: number, from: number, to: number) {
  let at = 0;
  let begun = false;
  for (let p = paths.starts[stroke]! + 1; p < paths.starts[stroke + 1]! && at < to; p++) {
    const [ax, ay] = [paths.xy[2 * p - 2]!, paths.xy[2 * p - 1]!];
    const [bx, by] = [paths.xy[2 * p]!, paths.xy[2 * p + 1]!];
    const length = Math.hypot(bx - ax, by - ay);
    if (length > 0 && at + length > from) {
      const low = Math.max(0, (from - at) / length);
      const high = Math.min(1, (to - at) / length);
      if (!begun) {
        path.moveTo(ax + low * (bx - ax), ay + low * (by - ay));
        begun = true;
      }
      path.lineTo(ax + high * (bx - ax), ay + high * (by - ay));
    }
    at += length;
  }
}

function trace(path: Path2D, paths: LayerPaths, stroke: number): void {
  const from = paths.starts[stroke]!;
  path.moveTo(paths.xy[2 * from]!, paths.xy[2 * from + 1]!);
  for (let p = from + 1; p < paths.starts[stroke + 1]!; p++) {
    path.lineTo(paths.xy[2 * p]!, paths.xy[2 * p + 1]!);
  }
}

/** Ways with the strand drawn back are dashed. */
function drawTravels(ctx: CanvasRenderingContext2D, paths: LayerPaths, d: Drawing): void {
  ctx.lineWidth = 1 / d.view.scale;
  ctx.strokeStyle = d.travelColour;
  for (const retracted of [0, 1]) {
    ctx.setLineDash(retracted ? [4 / d.view.scale, 3 / d.view.scale] : []);
    ctx.beginPath();
    for (let i = 1; i < shownStrokes(paths, d); i++) {
      if (paths.retracted[i] === retracted) {
        traceTravel(ctx, paths, i);
      }
    }
    ctx.stroke();
  }
  ctx.setLineDash([]);
}

/** Seams: where closed outer walls begin and end. */
function drawSeams(ctx: CanvasRenderingContext2D, paths: LayerPaths, d: Drawing): void {
  const radius = SEAM_PX / d.view.scale;
  ctx.fillStyle = d.travelColour;
  ctx.beginPath();
  for (let i = 0; i < shownStrokes(paths, d); i++) {
    if (d.roles[paths.role[i]!] === 'outer wall' && isClosed(paths, i)) {
      const { x, y } = startOf(paths, i);
      ctx.moveTo(x + radius, y);
      ctx.arc(x, y, radius, 0, 2 * Math.PI);
    }
  }
  ctx.fill();
}

function traceTravel(ctx: CanvasRenderingContext2D, paths: LayerPaths, stroke: number): void {
  const first = paths.starts[stroke]!;
  ctx.moveTo(paths.xy[2 * first - 2]!, paths.xy[2 * first - 1]!);
  for (let p = paths.viaStarts[stroke]!; p < paths.viaStarts[stroke + 1]!; p++) {
    ctx.lineTo(paths.via[2 * p]!, paths.via[2 * p + 1]!);
  }
  ctx.lineTo(paths.xy[2 * first]!, paths.xy[2 * first + 1]!);
}
