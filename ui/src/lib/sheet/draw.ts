import type { LayerPaths } from '../api/layer';
import { darker, luminance, ROLE_STYLE } from '../model/colours';

/** Lines of a colour lighter than this are edged, so that they stand out from the paper. */
const PALE = 0.55;

/** Where on the canvas the bed lies: a place in mm times scale plus shift, Y turned over. */
export interface View {
  readonly scale: number;
  readonly shiftX: number;
  readonly shiftY: number;
}

export type ColourBy = 'filament' | 'role';

export interface Drawing {
  readonly view: View;
  readonly roles: readonly string[];
  readonly colourBy: ColourBy;
  readonly slotColour: (slot: number) => string;
  readonly travels: boolean;
  readonly travelColour: string;
  readonly hiddenRoles: ReadonlySet<string>;
}

/** Draws the strokes of a layer at their true width. */
export function drawLayer(ctx: CanvasRenderingContext2D, paths: LayerPaths, d: Drawing): void {
  ctx.save();
  ctx.transform(d.view.scale, 0, 0, -d.view.scale, d.view.shiftX, d.view.shiftY);
  ctx.lineCap = 'round';
  ctx.lineJoin = 'round';
  for (const [key, path] of groups(paths, d)) {
    const [role, colour, width] = key.split('|') as [string, string, string];
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
  let run = 0;
  for (let i = 0; i < paths.strokes; i++) {
    const first = run;
    while (bleed.stroke[run] === i) {
      run++;
    }
    const role = d.roles[paths.role[i]!]!;
    if (d.hiddenRoles.has(role)) {
      continue;
    }
    if (d.colourBy === 'role') {
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

/** How much of what was printed before is seen in a stroke where it begins, 0 to 1. */
export function bleedOf(paths: LayerPaths, stroke: number): number {
  const run = paths.bleed.stroke.indexOf(stroke);
  return run < 0 ? 0 : paths.bleed.share[run]!;
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
    for (let i = 1; i < paths.strokes; i++) {
      if (paths.retracted[i] === retracted) {
        traceTravel(ctx, paths, i);
      }
    }
    ctx.stroke();
  }
  ctx.setLineDash([]);
}

function traceTravel(ctx: CanvasRenderingContext2D, paths: LayerPaths, stroke: number): void {
  const first = paths.starts[stroke]!;
  ctx.moveTo(paths.xy[2 * first - 2]!, paths.xy[2 * first - 1]!);
  for (let p = paths.viaStarts[stroke]!; p < paths.viaStarts[stroke + 1]!; p++) {
    ctx.lineTo(paths.via[2 * p]!, paths.via[2 * p + 1]!);
  }
  ctx.lineTo(paths.xy[2 * first]!, paths.xy[2 * first + 1]!);
}

/** Outline of a region in a layer, over the lines; x y z of both ends of each of its edges. */
export function drawOutline(
  ctx: CanvasRenderingContext2D,
  lines: Float32Array,
  view: View,
  colour: string,
): void {
  ctx.save();
  ctx.transform(view.scale, 0, 0, -view.scale, view.shiftX, view.shiftY);
  ctx.beginPath();
  for (let i = 0; i + 5 < lines.length; i += 6) {
    ctx.moveTo(lines[i]!, lines[i + 1]!);
    ctx.lineTo(lines[i + 3]!, lines[i + 4]!);
  }
  ctx.strokeStyle = '#fffefb';
  ctx.lineWidth = 3.5 / view.scale;
  ctx.stroke();
  ctx.strokeStyle = colour;
  ctx.lineWidth = 1.6 / view.scale;
  ctx.stroke();
  ctx.restore();
}

/** Where the head waits at a stop, and the way there and back. */
export interface Waiting {
  readonly park: { x: number; y: number };
  /** Where it comes from. */
  readonly from?: { x: number; y: number };
  /** Where it goes on. */
  readonly to?: { x: number; y: number };
}

/** Draws where the head waits: a ring, with its ways there and back. */
export function drawWaiting(
  ctx: CanvasRenderingContext2D,
  waiting: Waiting,
  view: View,
  colour: string,
): void {
  const at = (p: { x: number; y: number }): [number, number] => [
    p.x * view.scale + view.shiftX,
    view.shiftY - p.y * view.scale,
  ];
  ctx.save();
  ctx.strokeStyle = colour;
  ctx.lineWidth = 1.4;
  ctx.setLineDash([2, 4]);
  for (const end of [waiting.from, waiting.to]) {
    if (end) {
      ctx.beginPath();
      ctx.moveTo(...at(end));
      ctx.lineTo(...at(waiting.park));
      ctx.stroke();
    }
  }
  ctx.setLineDash([]);
  ctx.beginPath();
  ctx.arc(...at(waiting.park), 5, 0, 2 * Math.PI);
  ctx.fillStyle = '#fffefb';
  ctx.fill();
  ctx.stroke();
  ctx.restore();
}

/** Where a stroke begins. */
function startOf(paths: LayerPaths, stroke: number): { x: number; y: number } {
  const point = paths.starts[stroke]!;
  return { x: paths.xy[2 * point]!, y: paths.xy[2 * point + 1]! };
}

/** Where a stroke ends. */
function endOf(paths: LayerPaths, stroke: number): { x: number; y: number } {
  const point = paths.starts[stroke + 1]! - 1;
  return { x: paths.xy[2 * point]!, y: paths.xy[2 * point + 1]! };
}

/**
 * Where the head comes from and goes to at a stop.
 *
 * @param stroke the stop comes before it
 * @param below the layer below, if it is known
 */
export function waitingAt(
  park: { x: number; y: number },
  stroke: number,
  paths: LayerPaths,
  below: LayerPaths | undefined,
): Waiting {
  const to = stroke < paths.strokes ? startOf(paths, stroke) : undefined;
  if (stroke > 0) {
    return { park, from: endOf(paths, stroke - 1), to };
  }
  return { park, from: below?.strokes ? endOf(below, below.strokes - 1) : undefined, to };
}

/** Marks the spot that a sample is taken of. */
export function drawSpot(
  ctx: CanvasRenderingContext2D,
  spot: { x: number; y: number },
  view: View,
  colour: string,
): void {
  const x = spot.x * view.scale + view.shiftX;
  const y = view.shiftY - spot.y * view.scale;
  ctx.save();
  ctx.beginPath();
  ctx.arc(x, y, 6, 0, 2 * Math.PI);
  ctx.moveTo(x - 11, y);
  ctx.lineTo(x + 11, y);
  ctx.moveTo(x, y - 11);
  ctx.lineTo(x, y + 11);
  ctx.strokeStyle = '#fffefb';
  ctx.lineWidth = 3.5;
  ctx.stroke();
  ctx.strokeStyle = colour;
  ctx.lineWidth = 1.6;
  ctx.stroke();
  ctx.restore();
}

/** The bed with a line every 10 mm. */
export function drawBed(
  ctx: CanvasRenderingContext2D,
  view: View,
  width: number,
  depth: number,
  colours: { line: string; edge: string },
): void {
  ctx.save();
  ctx.transform(view.scale, 0, 0, -view.scale, view.shiftX, view.shiftY);
  ctx.lineWidth = 1 / view.scale;
  ctx.strokeStyle = colours.line;
  ctx.beginPath();
  for (let x = 0; x <= width; x += 10) {
    ctx.moveTo(x, 0);
    ctx.lineTo(x, depth);
  }
  for (let y = 0; y <= depth; y += 10) {
    ctx.moveTo(0, y);
    ctx.lineTo(width, y);
  }
  ctx.stroke();
  ctx.strokeStyle = colours.edge;
  ctx.strokeRect(0, 0, width, depth);
  ctx.restore();
}

export interface StrokeHit {
  readonly stroke: number;
  readonly lengthMm: number;
}

/** The stroke that covers a place, or undefined. */
export function strokeAt(paths: LayerPaths, x: number, y: number): StrokeHit | undefined {
  let best: number | undefined;
  let least = 0;
  for (let i = 0; i < paths.strokes; i++) {
    for (let p = paths.starts[i]! + 1; p < paths.starts[i + 1]!; p++) {
      const d =
        distance(
          x,
          y,
          paths.xy[2 * p - 2]!,
          paths.xy[2 * p - 1]!,
          paths.xy[2 * p]!,
          paths.xy[2 * p + 1]!,
        ) -
        paths.width[i]! / 2;
      if (d < least) {
        least = d;
        best = i;
      }
    }
  }
  return best === undefined ? undefined : { stroke: best, lengthMm: length(paths, best) };
}

function distance(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax;
  const dy = by - ay;
  const square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / square));
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}

function length(paths: LayerPaths, stroke: number): number {
  let sum = 0;
  for (let p = paths.starts[stroke]! + 1; p < paths.starts[stroke + 1]!; p++) {
    sum += Math.hypot(
      paths.xy[2 * p]! - paths.xy[2 * p - 2]!,
      paths.xy[2 * p + 1]! - paths.xy[2 * p - 1]!,
    );
  }
  return sum;
}
