import { expect, it } from 'vitest';
import type { PlanSummary } from '../lib/api/client';
import { matches } from './plans';

const PLAN = {
  name: 'Lamp house',
  machine: 'Workshop One',
  pieces: ['Lantern', 'Foot'],
  variants: [{ id: 'v', name: 'Thick walls' }],
} as PlanSummary;

it.each(['', '  ', 'lamp', 'FOOT', 'house one', 'thick lantern'])(
  'finds a plan by "%s"',
  (text) => {
    expect(matches(PLAN, text)).toBe(true);
  },
);

it.each(['gull', 'lamp gull', 'lamphouse'])('does not find it by "%s"', (text) => {
  expect(matches(PLAN, text)).toBe(false);
});
