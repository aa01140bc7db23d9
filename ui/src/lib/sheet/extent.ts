import { beltEdge, tiltOf, upTheTilt, type Room } from '../model/belt';

/** Around what is shown, mm. */
const MARGIN_MM = 8;

/** Least x and y, largest x and y, mm. */
export type Extent = readonly [number, number, number, number];

/** Lowest and highest corner, mm. */
interface Box {
  readonly min: readonly number[];
  readonly max: readonly number[];
}

/**
 * What a layer sheet shows without zoom: all that stands on the bed, or the bed if nothing does.
 *
 * @param height of the layer, mm: over a belt each lies elsewhere
 */
export function extentOf(boxes: readonly Box[], room: Room, height: number): Extent {
  if (boxes.length === 0) {
    return [0, 0, room.bedX, room.bedY];
  }
  const least = (axis: number) => Math.min(...boxes.map((box) => box.min[axis]!)) - MARGIN_MM;
  const most = (axis: number) => Math.max(...boxes.map((box) => box.max[axis]!)) + MARGIN_MM;
  if (tiltOf(room) === 0) {
    return [least(0), least(1), most(0), most(1)];
  }
  const edge = beltEdge(room, height);
  return [least(0), edge - upTheTilt(room, most(2)), most(0), edge + MARGIN_MM];
}
