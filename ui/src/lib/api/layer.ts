/** Runs of strokes that what was printed before still colours, in the order of the print. */
export interface Bleed {
  readonly stroke: Uint32Array;
  /** Where on its stroke each run begins, mm; it reaches to the stroke's next one or to its end. */
  readonly from: Float32Array;
  /** How much does not belong there, 0 to 1. */
  readonly share: Float32Array;
  /** 0xrrggbb. */
  readonly colour: Uint32Array;
}

/** The toolpaths of one layer, as docs/formats/layer.md describes them; arrays by stroke. */
export interface LayerPaths {
  readonly strokes: number;
  /** How long the layer takes, s. */
  readonly seconds: number;
  /** Points of stroke i: starts[i] to starts[i + 1] - 1. */
  readonly starts: Uint32Array;
  /** x, y of each point, mm. */
  readonly xy: Float32Array;
  readonly width: Float32Array;
  readonly speed: Float32Array;
  readonly temperature: Float32Array;
  readonly fan: Float32Array;
  /** mm³/s. */
  readonly flow: Float32Array;
  /** Points on the way to stroke i: viaStarts[i] to viaStarts[i + 1] - 1. */
  readonly viaStarts: Uint32Array;
  /** x, y of each of them, mm. */
  readonly via: Float32Array;
  /** Where another colour is seen than that of the stroke's filament; arrays by run. */
  readonly bleed: Bleed;
  /** Index into the roles of the shelf. */
  readonly role: Uint8Array;
  /** Filament slot, from 1. */
  readonly slot: Uint8Array;
  /** 1 if the strand is drawn back on the way to the stroke, 2 if the head comes from elsewhere. */
  readonly retracted: Uint8Array;
}

/**
 * @param seconds how long the layer takes, which the bytes do not say
 */
export function readLayer(buffer: ArrayBuffer, seconds = 0): LayerPaths {
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
  const whole = (count: number) => take((from) => new Uint32Array(buffer, from, count), 4 * count);
  const starts = () => whole(strokes + 1);
  const strokeStarts = starts();
  const xy = floats(2 * points);
  const width = floats(strokes);
  const speed = floats(strokes);
  const temperature = floats(strokes);
  const fan = floats(strokes);
  const flow = floats(strokes);
  const viaStarts = starts();
  return {
    strokes,
    seconds,
    starts: strokeStarts,
    xy,
    width,
    speed,
    temperature,
    fan,
    flow,
    viaStarts,
    via: floats(2 * viaStarts[strokes]!),
    bleed: readBleed(whole, floats),
    role: small(strokes),
    slot: small(strokes),
    retracted: small(strokes),
  };
}

function readBleed(
  whole: (count: number) => Uint32Array,
  floats: (count: number) => Float32Array,
): Bleed {
  const runs = whole(1)[0]!;
  return {
    stroke: whole(runs),
    from: floats(runs),
    share: floats(runs),
    colour: whole(runs),
  };
}
