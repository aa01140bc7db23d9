import { expect, it } from 'vitest';
import type { FieldView } from '../api/client';
import { changed, copyOf, matters } from './itemFields';

const FIELD: FieldView = {
  key: 'bedX',
  label: 'Bed, X',
  group: 'Room',
  unit: 'mm',
  kind: 'number',
  min: 10,
  max: 5000,
  choices: [],
  columns: [],
  description: 'Width.',
};
const DIALECTS = {
  'by hand': ['hand-change', 'hand-wait'],
  feeder: ['feeder'],
  'several nozzles': ['nozzles', 'nozzles-macros'],
};
const ITEM = { id: 'one', name: 'One', bedX: 200 };

it('takes numbers with a point or a comma, and leaves what is none to the server', () => {
  expect(changed(ITEM, FIELD, '250', DIALECTS)).toEqual({ ...ITEM, bedX: 250 });
  expect(changed(ITEM, FIELD, '250,5', DIALECTS)).toEqual({ ...ITEM, bedX: 250.5 });
  expect(changed(ITEM, FIELD, 'wide', DIALECTS)['bedX']).toBe('wide');
  expect(changed(ITEM, FIELD, '', DIALECTS)['bedX']).toBe('');
});

it('leaves texts and choices as they are', () => {
  expect(changed(ITEM, { ...FIELD, key: 'name', kind: 'text' }, '7', DIALECTS)['name']).toBe('7');
});

it('changes how filament is changed and the dialect together', () => {
  const fed = changed(ITEM, { ...FIELD, key: 'tools', kind: 'choice' }, 'feeder', DIALECTS);
  expect(fed).toMatchObject({ tools: 'feeder', dialect: 'feeder' });
  const byHand = changed(fed, { ...FIELD, key: 'dialect', kind: 'choice' }, 'hand-wait', DIALECTS);
  expect(byHand).toMatchObject({ tools: 'by hand', dialect: 'hand-wait' });
  const macros = changed(
    byHand,
    { ...FIELD, key: 'dialect', kind: 'choice' },
    'nozzles-macros',
    DIALECTS,
  );
  expect(macros).toMatchObject({ tools: 'several nozzles', dialect: 'nozzles-macros' });
});

it('gives a machine as many nozzles as it needs', () => {
  const tools = { ...FIELD, key: 'tools', kind: 'choice' };
  const one = { ...ITEM, tools: 'by hand', nozzles: [{ diameterMm: 0.6, x: 0, y: 0 }] };
  const several = changed(one, tools, 'several nozzles', DIALECTS);
  expect(several['nozzles']).toEqual([
    { diameterMm: 0.6, x: 0, y: 0 },
    { diameterMm: 0.6, x: 20, y: 0 },
  ]);
  expect(changed(several, tools, 'feeder', DIALECTS)['nozzles']).toEqual(one.nozzles);
  expect(changed(several, FIELD, '300', DIALECTS)['nozzles']).toHaveLength(2);
});

it('says of nozzles and slots only where there are some', () => {
  const field = { ...FIELD, key: 'primeMm3', group: 'Several nozzles' };
  expect(matters({ ...ITEM, tools: 'by hand' }, field)).toBe(false);
  expect(matters({ ...ITEM, tools: 'several nozzles' }, field)).toBe(true);
  expect(matters({ ...ITEM, tools: 'by hand' }, FIELD)).toBe(true);
  expect(matters({ ...ITEM, tools: 'by hand' }, { ...FIELD, key: 'slots' })).toBe(false);
  expect(matters({ ...ITEM, tools: 'feeder' }, { ...FIELD, key: 'slots' })).toBe(true);
});

it('copies all but the id', () => {
  expect(copyOf(ITEM)).toEqual({ name: 'One, a copy', bedX: 200 });
});

it('says how layers are tilted only over a belt', () => {
  const tilt = { ...FIELD, key: 'tiltDegrees' };
  expect(matters({ ...ITEM, bedShape: 'round' }, tilt)).toBe(false);
  expect(matters({ ...ITEM, bedShape: 'belt' }, tilt)).toBe(true);
});
