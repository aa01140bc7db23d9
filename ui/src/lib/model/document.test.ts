import { describe, expect, it } from 'vitest';
import { resize, sizeOf, type RegionDocument } from './document';

const MIDDLE = [0, 0, 5];
const BOX: RegionDocument = { id: 'b', box: { middle: MIDDLE, size: [4, 6, 8] } };
const CYLINDER: RegionDocument = { id: 'c', cylinder: { middle: MIDDLE, diameter: 4, height: 8 } };
const SPHERE: RegionDocument = { id: 's', sphere: { middle: MIDDLE, diameter: 4 } };
const CORE: RegionDocument = { id: 'k', core: { walls: 2, layers: 3 } };

describe('sizes of regions', () => {
  it('are those of the box around them', () => {
    expect(sizeOf(BOX)).toEqual([4, 6, 8]);
    expect(sizeOf(CYLINDER)).toEqual([4, 4, 8]);
    expect(sizeOf(SPHERE)).toEqual([4, 4, 4]);
    expect(sizeOf(CORE)).toBeUndefined();
  });

  it.each([
    [BOX, [5, 6, 2], [5, 6, 2]],
    [CYLINDER, [4, 5, 8], [5, 5, 8]],
    [CYLINDER, [3, 4, 9], [3, 3, 9]],
    [SPHERE, [4, 4, 2.5], [2.5, 2.5, 2.5]],
    [SPHERE, [4, 4, 4], [4, 4, 4]],
  ])('follow the side that was changed', (region, size, expected) => {
    const changed = structuredClone(region);
    resize(changed, size);
    expect(sizeOf(changed)).toEqual(expected);
  });
});
