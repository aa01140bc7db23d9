import { expect, it } from 'vitest';
import { RESULT } from '../testing/fakeServer';
import { unfounded } from './overhang';

const piece = RESULT.pieces[0]!;

it('adds up what the layers of all pieces have nothing below', () => {
  const thick = { ...piece, layerTops: [0.4, 0.8], hanging: [0, 5], starting: [0, 2] };
  const thin = { ...piece, layerTops: [0.2, 0.4, 0.6], hanging: [0, 0, 3], starting: [0, 0, 0] };
  const heights = { bottom: 0, tops: [0.2, 0.4, 0.6, 0.8] };
  expect(unfounded([thick, thin], heights).map((layer) => [layer.starting, layer.all])).toEqual([
    [0, 0],
    [0, 0],
    [2, 10],
    [2, 7],
  ]);
});

it('leaves out a piece where it is not', () => {
  const raised = { ...piece, bottom: 0.2, layerTops: [0.4], hanging: [7], starting: [0] };
  expect(unfounded([raised], { bottom: 0, tops: [0.2, 0.4, 0.6] }).map((l) => l.all)).toEqual([
    0, 7, 0,
  ]);
});
