import { expect, it } from 'vitest';
import * as THREE from 'three';
import { HeightOrder } from './heightOrder';
import { ShownBody, shownBands } from './shownBody';

it('shows many bands as fewer, each up to where one of them ends', () => {
  const bands = Array.from({ length: 150 }, (_, i) => ({ to: i + 1, colour: `#0000${i}` }));
  const shown = shownBands(bands);
  expect(shown).toHaveLength(64);
  expect(shown.at(-1)!.to).toBe(150);
  expect(shown.every((band, i) => i === 0 || band.to > shown[i - 1]!.to)).toBe(true);
  expect(shown.every((band) => bands.some((b) => b.to === band.to))).toBe(true);
  const few = bands.slice(0, 64);
  expect(shownBands(few)).toBe(few);
});

it('is cut where the level is when it is made, up to a face that lies in it', () => {
  const geometry = new THREE.BoxGeometry(2, 2, 4).translate(0, 0, 2);
  const order = new HeightOrder(geometry, new THREE.Matrix4());
  const plane = new THREE.Plane();
  const cut = { below: plane, above: plane, level: 4, inside: { value: 3.99 } };
  const body = new ShownBody('p', 'b', geometry, order, new THREE.Matrix4(), [], cut);
  expect(order.fromBelow.drawRange.count).toBe(geometry.getIndex()!.count);
  body.cutAt(1);
  expect(order.fromBelow.drawRange.count).toBeLessThan(geometry.getIndex()!.count);
});
