/** The bed of a machine, as it is drawn. */
export interface Bed {
  readonly bedX: number;
  readonly bedY: number;
  readonly bedShape: string;
}

const STEP_MM = 10;
const CORNERS = 96;

/** Corners of the bed's edge, mm: x and y in turn. */
export function bedEdge({ bedX, bedY, bedShape }: Bed): number[] {
  if (bedShape !== 'round') {
    return [0, 0, bedX, 0, bedX, bedY, 0, bedY];
  }
  return Array.from({ length: CORNERS }, (_, i) => (2 * Math.PI * i) / CORNERS).flatMap((turn) => [
    (bedX / 2) * (1 + Math.cos(turn)),
    (bedY / 2) * (1 + Math.sin(turn)),
  ]);
}

/** Lines of the bed's grid, mm: x and y of the one end, then of the other. */
export function bedGrid(bed: Bed): number[] {
  const { bedX, bedY } = bed;
  const lines: number[] = [];
  for (let x = 0; x <= bedX; x += STEP_MM) {
    const reach = reachBeside(bed, x - bedX / 2, bedX, bedY);
    lines.push(x, bedY / 2 - reach, x, bedY / 2 + reach);
  }
  for (let y = 0; y <= bedY; y += STEP_MM) {
    const reach = reachBeside(bed, y - bedY / 2, bedY, bedX);
    lines.push(bedX / 2 - reach, y, bedX / 2 + reach, y);
  }
  return lines;
}

/** How far the bed reaches from its middle along one axis, so far from it along the other. */
function reachBeside(bed: Bed, aside: number, across: number, along: number): number {
  const share = bed.bedShape === 'round' ? Math.min(1, Math.abs((2 * aside) / across)) : 0;
  return (along / 2) * Math.sqrt(1 - share * share);
}
