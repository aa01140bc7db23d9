/** The toolpaths of one layer, as docs/formats/layer.md describes them; arrays by stroke. */
export interface LayerPaths {
  readonly strokes: number;
  /** Points of stroke i: starts[i] to starts[i + 1] - 1. */
  readonly starts: Uint32Array;
  /** x, y of each point, mm. */
  readonly xy: Float32Array;
  readonly width: Float32Array;
  readonly speed: Float32Array;
  readonly temperature: Float32Array;
  readonly fan: Float32Array;
  /** Index into the roles of the shelf. */
  readonly role: Uint8Array;
  /** Filament slot, from 1. */
  readonly slot: Uint8Array;
}

export function readLayer(buffer: ArrayBuffer): LayerPaths {
  const [strokes, points] = new Uint32Array(buffer, 0, 2) as unknown as [number, number];
  let at = 8;
  const take = <T>(make: (from: number) => T, bytes: number): T => {
    const array = make(at);
    at += bytes;
    return array;
  };
  const floats = (count: number) =>
    take((from) => new Float32Array(buffer, from, count), 4 * count);
  const small = (count: number) => take((from) => new Uint8Array(buffer, from, count), count);
  return {
    strokes,
    starts: take((from) => new Uint32Array(buffer, from, strokes + 1), 4 * (strokes + 1)),
    xy: floats(2 * points),
    width: floats(strokes),
    speed: floats(strokes),
    temperature: floats(strokes),
    fan: floats(strokes),
    role: small(strokes),
    slot: small(strokes),
  };
}
