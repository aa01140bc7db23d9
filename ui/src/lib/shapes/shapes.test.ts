import { expect, it } from 'vitest';
import { shapeOf, SHAPES, usual } from './shapes';

const [BOX, , , , CONE, TAG] = SHAPES;

it('makes each shape of its usual sizes', () => {
  for (const form of SHAPES) {
    const { shape, wrong } = shapeOf(form, usual(form), 'Peg 7');
    expect(wrong).toEqual({});
    expect(shape.shape).toBe(form.kind);
  }
});

it('reads decimal commas', () => {
  const { shape } = shapeOf(BOX!, { width: '12,5', depth: ' 3 ', height: '0.4' }, '');
  expect(shape).toEqual({ shape: 'BOX', width: 12.5, depth: 3, height: 0.4 });
});

it('says which size is wrong', () => {
  const { wrong } = shapeOf(BOX!, { width: 'wide', depth: '0', height: '2001' }, '');
  expect(wrong).toEqual({
    width: 'Type a number of millimetres.',
    depth: 'From 0.1 to 2000 mm.',
    height: 'From 0.1 to 2000 mm.',
  });
  expect(shapeOf(BOX!, { width: '', depth: '1', height: '1' }, '').wrong).toHaveProperty('width');
});

it('lets a cone end in a point', () => {
  expect(shapeOf(CONE!, { ...usual(CONE!), topDiameter: '0' }, '').wrong).toEqual({});
  expect(shapeOf(CONE!, { ...usual(CONE!), diameter: '0' }, '').wrong).toHaveProperty('diameter');
});

it('asks for the text of a tag', () => {
  expect(shapeOf(TAG!, usual(TAG!), '  ').wrong).toHaveProperty('text');
  expect(shapeOf(TAG!, usual(TAG!), ' Peg ').shape).toMatchObject({ shape: 'TAG', text: 'Peg' });
});
