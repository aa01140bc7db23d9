import { expect, it } from 'vitest';
import { darker, luminance, ROLE_STYLE, textOn } from './colours';

it('writes on a colour in what reads better', () => {
  expect(textOn('#ece7da')).toBe('#1c1a17');
  expect(textOn('#24211f')).toBe('#fffefb');
});

it('measures luminance from black to white', () => {
  expect(luminance('#000000')).toBe(0);
  expect(luminance('#ffffff')).toBeCloseTo(1);
  expect(darker('#804020', 0.5)).toBe('rgb(64 32 16)');
});

it('tells roles apart by tone or by pattern, also without colour', () => {
  const styles = Object.values(ROLE_STYLE);
  for (const a of styles) {
    for (const b of styles) {
      const apart =
        a === b ||
        a.dash.join() !== b.dash.join() ||
        Math.abs(luminance(a.colour) - luminance(b.colour)) > 0.03;
      expect(apart, `${a.colour} and ${b.colour}`).toBe(true);
    }
  }
});
