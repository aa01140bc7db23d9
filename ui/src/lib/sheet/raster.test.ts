import { expect, it } from 'vitest';
import { Raster } from './raster';

function image(width = 20, height = 12) {
  return { data: new Uint8ClampedArray(4 * width * height), width, height };
}

/** How much of an image is covered, pixels. */
function covered(of: ReturnType<typeof image>): number {
  return of.data.reduce((sum, value, i) => sum + (i % 4 === 3 ? value / 255 : 0), 0);
}

it('covers as much as a line with round ends takes up, however it runs', () => {
  for (const [bx, by] of [
    [14, 6],
    [6, 6],
    [12, 9.5],
    [6, 2.2],
    [3.3, 8.1],
  ] as const) {
    for (const half of [0.3, 0.5, 1.2, 2]) {
      const paper = image();
      new Raster(paper).line(6, 6, bx, by, half, 0x123456);
      const length = Math.hypot(bx - 6, by - 6);
      const wanted = 2 * half * length + Math.PI * half * half;
      expect(covered(paper)).toBeGreaterThan(0.85 * wanted);
      expect(covered(paper)).toBeLessThan(1.15 * wanted + 0.6);
    }
  }
});

it('puts its colour where it runs, and mixes it in at its edges', () => {
  const paper = image();
  const raster = new Raster(paper);
  raster.line(2, 6, 18, 6, 3, 0xff0000);
  raster.line(10, 0, 10, 12, 1.25, 0x0000ff);
  const at = (x: number, y: number) => [
    ...paper.data.slice(4 * (20 * y + x), 4 * (20 * y + x) + 4),
  ];
  expect(at(5, 6)).toEqual([255, 0, 0, 255]);
  expect(at(10, 6)).toEqual([0, 0, 255, 255]);
  const [r, g, b, a] = at(11, 6) as [number, number, number, number];
  expect([g, a]).toEqual([0, 255]);
  expect(r + b).toBe(255);
  expect(b).toBeGreaterThan(40);
});

it('leaves out what lies beside the picture', () => {
  const paper = image();
  const raster = new Raster(paper);
  raster.line(-50, -50, -3, -3, 1, 0xffffff);
  raster.line(30, 2, 400, 9, 1, 0xffffff);
  raster.line(5, 40, 9, 90, 1, 0xffffff);
  expect(covered(paper)).toBe(0);
  raster.line(-50, 6, 70, 6, 1, 0xffffff);
  expect(covered(paper)).toBeCloseTo(40, 0);
});

it('covers a place as much as lines of one colour that lie side by side do together', () => {
  const paper = image();
  const raster = new Raster(paper);
  raster.line(4, 5.7, 16, 5.7, 0.3, 0x336699);
  raster.line(4, 6.3, 16, 6.3, 0.3, 0x336699);
  const column = [5, 6].map((y) => paper.data[4 * (20 * y + 10) + 3]! / 255);
  expect(column[0]! + column[1]!).toBeCloseTo(1.2, 1);
});

it('ends a thin line where the next one goes on', () => {
  const paper = image();
  const raster = new Raster(paper);
  raster.line(4, 6, 10, 6, 0.5, 0x336699, 0.5, 0);
  raster.line(10, 6, 16, 6, 0.5, 0x336699, 0, 0.5);
  const whole = image();
  new Raster(whole).line(4, 6, 16, 6, 0.5, 0x336699);
  expect([...paper.data]).toEqual([...whole.data]);
});
