import { expect, it } from 'vitest';
import { setVolume, type Purging } from './purging';

it('a volume is given, given anew and taken back', () => {
  const purging: Purging = {};
  setVolume(purging, 1, 2, 80);
  setVolume(purging, 2, 1, 0);
  setVolume(purging, 1, 2, 90);
  expect(purging.volumes).toEqual([
    { from: 2, to: 1, volume: 0 },
    { from: 1, to: 2, volume: 90 },
  ]);
  setVolume(purging, 2, 1, undefined);
  expect(purging.volumes).toEqual([{ from: 1, to: 2, volume: 90 }]);
});
