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

/** What strokes are but for their place; arrays by kind. */
export interface Kinds {
  /** mm. */
  readonly width: Float32Array;
  /** mm/s. */
  readonly speed: Float32Array;
  /** °C. */
  readonly temperature: Float32Array;
  /** %. */
  readonly fan: Float32Array;
  /** mm³/s. */
  readonly flow: Float32Array;
  /** Index into the roles of the shelf. */
  readonly role: Uint8Array;
  /** Filament slot, from 1. */
  readonly slot: Uint8Array;
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
  /** Which of the kinds each stroke is of. */
  readonly kind: Uint32Array;
  readonly kinds: Kinds;
  /** Points on the way to stroke i: viaStarts[i] to viaStarts[i + 1] - 1. */
  readonly viaStarts: Uint32Array;
  /** x, y of each of them, mm. */
  readonly via: Float32Array;
  /** Where another colour is seen than that of the stroke's filament; arrays by run. */
  readonly bleed: Bleed;
  /** 1 if the strand is drawn back on the way to the stroke, 2 if the head comes from elsewhere. */
  readonly retracted: Uint8Array;
}

/** What a stroke has of its kind. */
export function strokeValue(paths: LayerPaths, stroke: number, name: keyof Kinds): number {
  return paths.kinds[name][paths.kind[stroke]!]!;
}

/** The roles, or the slots, that some stroke of a layer has. */
export function valuesOf(paths: LayerPaths, name: 'role' | 'slot'): Set<number> {
  return new Set(paths.kinds[name]);
}

/**
 * @param seconds how long the layer takes, which the bytes do not say
 */
export function readLayer(buffer: ArrayBuffer, seconds = 0): LayerPaths {
  let at = 0;
  const take = <T>(make: (from: number) => T, bytes: number): T => {
    const array = make(at);
    at += bytes;
    return array;
  };
  const floats = (count: number) =>
    take((from) => new Float32Array(buffer, from, count), 4 * count);
  const small = (count: number) => take((from) => new Uint8Array(buffer, from, count), count);
  const whole = (count: number) => take((from) => new Uint32Array(buffer, from, count), 4 * count);
  const [strokes, points, kinds] = whole(3) as unknown as [number, number, number];
  const starts = whole(strokes + 1);
  const xy = floats(2 * points);
  const kind = whole(strokes);
  const viaStarts = whole(strokes + 1);
  return {
    strokes,
    seconds,
    starts,
    xy,
    kind,
    viaStarts,
    via: floats(2 * viaStarts[strokes]!),
    bleed: readBleed(whole, floats),
    kinds: {
      width: floats(kinds),
      speed: floats(kinds),
      temperature: floats(kinds),
      fan: floats(kinds),
      flow: floats(kinds),
      role: small(kinds),
      slot: small(kinds),
    },
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
