const STORED = 'column tracks left out';

/** Tracks of the column that can be left out. */
export const TRACKS = {
  outline: 'Outline',
  strata: 'Strata',
  filaments: 'Filaments of each layer',
  time: 'Time of each layer',
  overhang: 'Overhang and starts in mid-air',
  stops: 'Stops',
  findings: 'Findings',
} as const;

/** Their widths, pixels; strata take what is left, and without them the outline does. */
export const WIDTHS = {
  outline: 68,
  filaments: 14,
  time: 46,
  overhang: 40,
  stops: 30,
  findings: 14,
} as const;

export type Track = keyof typeof TRACKS;

/** Left out until they are asked for: they take room from the strata. */
const ON_DEMAND = 'overhang';

/** Which tracks the column shows; kept in the browser. */
export class Tracks {
  private left: Track[] = $state.raw(read());

  has(track: Track): boolean {
    return !this.left.includes(track);
  }

  toggle(track: Track): void {
    this.left = this.has(track)
      ? [...this.left, track]
      : this.left.filter((other) => other !== track);
    localStorage.setItem(STORED, this.left.join());
  }
}

function read(): Track[] {
  return (localStorage.getItem(STORED) ?? ON_DEMAND)
    .split(',')
    .filter((name): name is Track => name in TRACKS);
}
