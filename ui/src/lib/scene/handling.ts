import { Matrix4, type Vector3 } from 'three';
import { middleOf, resize, sizeOf } from '../model/document';
import type { PlanSession } from '../model/session.svelte';
import { turnedBy } from './meshes';

/** Thinnest that a region becomes by its handles, mm. */
const LEAST_MM = 0.01;

/** A length as it is typed: to a hundredth of a millimetre. */
function hundredth(value: number): number {
  return Number(value.toFixed(2)) + 0;
}

/** What is moved, turned or resized by handles. */
export interface Handled {
  readonly piece: string;
  /** A region of it, if not the piece itself is. */
  readonly region?: { readonly id: string; readonly at: number[]; readonly size: number[] };
}

/** What handles move or turn: the selected piece, or the selected region that has a place. */
export function handled(session: PlanSession): Handled | undefined {
  const { piece, part } = session.selected ?? {};
  const view = piece ? session.piece(piece) : undefined;
  if (!piece || !view || session.handling === 'lay' || !session.handling) {
    return undefined;
  }
  if (part?.kind === 'region') {
    const at = middleOf(session.selectedRegion);
    const size = sizeOf(session.selectedRegion);
    return at && size && session.handling !== 'turn'
      ? { piece, region: { id: part.id, at, size } }
      : undefined;
  }
  return session.handling === 'size' ? undefined : { piece };
}

/**
 * Moves a region with its middle to a place.
 *
 * @param to in the machine's coordinates, mm
 * @param matrix from the region's coordinates to the machine's
 */
export function moveRegion(
  session: PlanSession,
  piece: string,
  id: string,
  to: Vector3,
  matrix: Matrix4,
): Promise<boolean> {
  const place = to.clone().applyMatrix4(matrix.clone().invert()).toArray().map(hundredth);
  return session.changeRegion(piece, id, (region) => middleOf(region)?.splice(0, 3, ...place));
}

/**
 * Makes a region larger or smaller about its middle.
 *
 * @param scale along its own axes
 */
export function resizeRegion(
  session: PlanSession,
  piece: string,
  id: string,
  scale: readonly number[],
): Promise<boolean> {
  return session.changeRegion(piece, id, (region) => {
    const size = sizeOf(region)!.map((mm, axis) =>
      Math.max(LEAST_MM, hundredth(mm * scale[axis]!)),
    );
    resize(region, size);
  });
}

/**
 * Moves and turns a piece.
 *
 * @param way in the machine's axes, mm
 * @param turn about the machine's axes
 */
export function movePiece(
  session: PlanSession,
  piece: string,
  way: readonly number[],
  turn: Matrix4,
): Promise<boolean> {
  const placement = session.pieceDocument(piece)?.placement;
  const position = placement?.position ?? [0, 0, 0];
  return session.edit({
    action: 'PLACE',
    piece,
    placement: {
      position: position.map((old, axis) => hundredth(old + way[axis]!)),
      rotation: turnedBy(placement?.rotation ?? [0, 0, 0], turn),
      scale: placement?.scale ?? [1, 1, 1],
    },
  });
}
