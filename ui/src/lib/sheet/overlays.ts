import type { LayerPaths } from '../api/layer';
import { bedEdge, bedGrid } from '../model/bed';
import { reachIn, type Room } from '../model/belt';
import type { View } from './draw';
import { endOf, startOf } from './strokes';

/** Outline of a region in a layer, over the lines; x y z of both ends of each of its edges. */
export function drawOutline(
  ctx: CanvasRenderingContext2D,
  lines: Float32Array,
  view: View,
  colour: string,
): void {
  ctx.save();
  ctx.transform(view.scale, 0, 0, view.scaleY, view.shiftX, view.shiftY);
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

/** From places on the bed, mm, to the canvas. */
function placer(view: View): (place: { x: number; y: number }) => [number, number] {
  return ({ x, y }) => [x * view.scale + view.shiftX, view.shiftY + y * view.scaleY];
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
function drawWaiting(
  ctx: CanvasRenderingContext2D,
  waiting: Waiting,
  view: View,
  colour: string,
): void {
  const at = placer(view);
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

/** Draws where the head waits at the stops of a layer. */
export function drawStops(
  ctx: CanvasRenderingContext2D,
  stops: readonly { park: number[]; beforeStroke: number }[],
  paths: LayerPaths,
  below: LayerPaths | undefined,
  view: View,
  colour: string,
): void {
  for (const { park, beforeStroke } of stops) {
    if (park.length > 0) {
      const place = { x: park[0]!, y: park[1]! };
      drawWaiting(ctx, waitingAt(place, beforeStroke, paths, below), view, colour);
    }
  }
}

/** Marks where the head is after so many strokes. */
export function drawHead(
  ctx: CanvasRenderingContext2D,
  paths: LayerPaths,
  until: number,
  view: View,
  colour: string,
): void {
  if (until < 1 || until > paths.strokes) {
    return;
  }
  const { x, y } = endOf(paths, until - 1);
  ctx.save();
  ctx.beginPath();
  ctx.arc(x * view.scale + view.shiftX, view.shiftY + y * view.scaleY, 5, 0, 2 * Math.PI);
  ctx.fillStyle = colour;
  ctx.fill();
  ctx.strokeStyle = '#fffefb';
  ctx.lineWidth = 1.5;
  ctx.stroke();
  ctx.restore();
}

/** Marks the spot that a sample is taken of. */
export function drawSpot(
  ctx: CanvasRenderingContext2D,
  spot: { x: number; y: number },
  view: View,
  colour: string,
): void {
  const x = spot.x * view.scale + view.shiftX;
  const y = view.shiftY + spot.y * view.scaleY;
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

/** Draws from one place to another that is measured, with a dot at both ends. */
export function drawRuler(
  ctx: CanvasRenderingContext2D,
  from: { x: number; y: number },
  to: { x: number; y: number } | undefined,
  view: View,
  colour: string,
): void {
  const at = placer(view);
  ctx.save();
  for (const [width, stroke] of [
    [4.5, '#fffefb'],
    [1.8, colour],
  ] as const) {
    ctx.beginPath();
    ctx.moveTo(...at(from));
    ctx.lineTo(...at(to ?? from));
    ctx.lineWidth = width;
    ctx.strokeStyle = stroke;
    ctx.stroke();
  }
  for (const end of to ? [from, to] : [from]) {
    ctx.beginPath();
    ctx.arc(...at(end), 4, 0, 2 * Math.PI);
    ctx.fillStyle = '#fffefb';
    ctx.fill();
    ctx.stroke();
  }
  ctx.restore();
}

/** What the nozzle reaches in a layer, with a line every 10 mm. */
export function drawBed(
  ctx: CanvasRenderingContext2D,
  view: View,
  room: Room,
  layerMm: number,
  colours: { line: string; edge: string },
): void {
  const { bed, y } = reachIn(room, layerMm);
  ctx.save();
  ctx.transform(view.scale, 0, 0, view.scaleY, view.shiftX, view.shiftY);
  ctx.translate(0, y);
  ctx.lineWidth = 1 / view.scale;
  ctx.strokeStyle = colours.line;
  ctx.beginPath();
  const lines = bedGrid(bed);
  for (let i = 0; i < lines.length; i += 4) {
    ctx.moveTo(lines[i]!, lines[i + 1]!);
    ctx.lineTo(lines[i + 2]!, lines[i + 3]!);
  }
  ctx.stroke();
  ctx.strokeStyle = colours.edge;
  ctx.beginPath();
  const edge = bedEdge(bed);
  for (let i = 0; i < edge.length; i += 2) {
    ctx.lineTo(edge[i]!, edge[i + 1]!);
  }
  ctx.closePath();
  ctx.stroke();
  ctx.restore();
}
