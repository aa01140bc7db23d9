import type { PlanDocument } from '../api/client';

export type Purging = NonNullable<PlanDocument['purging']>;

/**
 * Gives a change of filament a volume of its own, or takes it back.
 *
 * @param volume mm³; nothing for what follows from the filaments
 */
export function setVolume(
  purging: Purging,
  from: number,
  to: number,
  volume: number | undefined,
): void {
  const others = (purging.volumes ?? []).filter((v) => v.from !== from || v.to !== to);
  purging.volumes = volume === undefined ? others : [...others, { from, to, volume }];
}
