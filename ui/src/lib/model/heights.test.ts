import { describe, expect, it } from 'vitest';
import {
  duration,
  layerAt,
  layerBottom,
  layerFromPlane,
  layerTop,
  mm,
  money,
  niceStep,
  parseHeight,
} from './heights';

const heights = { bottom: 0, tops: [0.2, 0.4, 0.6, 0.9, 1.2] };

describe('layers and heights', () => {
  it('counts layers from 1 at the bed', () => {
    expect(layerBottom(heights, 1)).toBe(0);
    expect(layerTop(heights, 1)).toBe(0.2);
    expect(layerBottom(heights, 4)).toBe(0.6);
  });

  it('gives a plane to the layer above it', () => {
    expect(layerAt(heights, 0.4)).toBe(3);
    expect(layerAt(heights, 0.39)).toBe(2);
    expect(layerAt(heights, 99)).toBe(5);
  });

  it('finds the layer whose bottom is nearest', () => {
    expect(layerFromPlane(heights, 0.88)).toBe(5);
    expect(layerFromPlane(heights, 0.7)).toBe(4);
  });

  it('reads millimetres and layers', () => {
    expect(parseHeight(heights, '4.2')).toBe(4.2);
    expect(parseHeight(heights, ' 4,2 mm')).toBe(4.2);
    expect(parseHeight(heights, 'L3')).toBe(0.4);
    expect(parseHeight(heights, 'l 6')).toBe(1.2);
  });

  it('says what is wrong with other texts', () => {
    expect(parseHeight(heights, 'L9')).toContain('from 1 to 5');
    expect(parseHeight(heights, 'high')).toContain('neither');
    expect(parseHeight(heights, '-3')).toContain('neither');
  });
});

describe('texts', () => {
  it('writes heights with one to three decimals', () => {
    expect(mm(4)).toBe('4.0 mm');
    expect(mm(4.25)).toBe('4.25 mm');
    expect(mm(0.20125)).toBe('0.201 mm');
  });

  it('writes durations', () => {
    expect(duration(50)).toBe('50 s');
    expect(duration(600)).toBe('10 min');
    expect(duration(3725)).toBe('1 h 2 min');
  });

  it('finds round steps', () => {
    expect(niceStep(140, 14)).toBe(10);
    expect(niceStep(21, 14)).toBe(2);
  });
});

it('says a cost in its currency, if there is one', () => {
  expect(money(1.234, '€')).toBe('1.23 €');
  expect(money(1.236, '')).toBe('1.24');
});
