import type { Bed } from './bed';

/** A bed or belt, and how high something on it may be. */
export interface Room extends Bed {
  readonly tiltDegrees: number;
  readonly heightMm: number;
}

/**
 * How the layers of a machine are tilted over its belt, radians; 0 over a bed. Results are told in
 * level layers: a height is measured across them, and the belt rises against them.
 */
export function tiltOf(room: Room): number {
  return room.bedShape === 'belt' ? (room.tiltDegrees * Math.PI) / 180 : 0;
}

/** From which Y on a layer lies below the belt, mm. */
export function beltEdge(room: Room, height: number): number {
  return height / Math.tan(tiltOf(room));
}

/** How far up a layer something of a height over the belt reaches, mm. */
export function upTheTilt(room: Room, high: number): number {
  return high / Math.sin(tiltOf(room));
}

/**
 * What the nozzle reaches in a layer: the bed, or as much of the tilted layer as there is room for.
 *
 * @param height of the layer, mm
 * @returns what is drawn like a bed, and where its front left corner is, mm
 */
export function reachIn(room: Room, height: number): { bed: Bed; y: number } {
  if (tiltOf(room) === 0) {
    return { bed: room, y: 0 };
  }
  const deep = upTheTilt(room, room.heightMm);
  return {
    bed: { bedX: room.bedX, bedY: deep, bedShape: 'rectangular' },
    y: beltEdge(room, height) - deep,
  };
}

/** The machine's own Y of a place in a layer: over a belt the way up from it, mm. */
export function machineY(room: Room, y: number, height: number): number {
  return tiltOf(room) === 0 ? y : beltEdge(room, height) - y;
}
