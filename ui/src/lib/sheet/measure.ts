import { strokeValue, type Kinds, type LayerPaths } from '../api/layer';

/** A value that each line has, by which lines can be coloured. */
export interface Measure {
  readonly label: string;
  readonly unit: string;
  readonly decimals: number;
  readonly of: (paths: LayerPaths, stroke: number) => number;
}

const ofKind = (name: keyof Kinds) => (paths: LayerPaths, stroke: number) =>
  strokeValue(paths, stroke, name);

export const MEASURES = {
  speed: { label: 'speed', unit: 'mm/s', decimals: 0, of: ofKind('speed') },
  flow: { label: 'flow', unit: 'mm³/s', decimals: 1, of: ofKind('flow') },
  width: { label: 'width', unit: 'mm', decimals: 2, of: ofKind('width') },
  fan: { label: 'fan', unit: '%', decimals: 0, of: ofKind('fan') },
  temperature: { label: 'temperature', unit: '°C', decimals: 0, of: ofKind('temperature') },
  layerTime: {
    label: 'layer time',
    unit: 's',
    decimals: 0,
    of: (paths) => paths.seconds,
  },
  order: {
    label: 'order',
    unit: '',
    decimals: 0,
    of: (_, stroke) => stroke + 1,
  },
} as const satisfies Record<string, Measure>;

export type MeasureName = keyof typeof MEASURES;

export function isMeasure(name: string): name is MeasureName {
  return name in MEASURES;
}

/** The value of a stroke, with its unit. */
export function said(name: MeasureName, paths: LayerPaths, stroke: number): string {
  const { of, decimals, unit } = MEASURES[name];
  return `${of(paths, stroke).toFixed(decimals)} ${unit}`;
}

export interface Range {
  readonly low: number;
  readonly high: number;
}

/** The values of all lines of a layer. */
export function measured(name: MeasureName, paths: LayerPaths): Float32Array {
  return new Float32Array(paths.strokes).map((_, i) => MEASURES[name].of(paths, i));
}

/** The least and the largest of some values; undefined if there are none. */
export function rangeOf(values: ArrayLike<number>): Range | undefined {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < values.length; i++) {
    low = Math.min(low, values[i]!);
    high = Math.max(high, values[i]!);
  }
  return values.length > 0 ? { low, high } : undefined;
}

/** From straw over sea green to night blue: each darker than the one before. */
export const SCALE: readonly string[] = between(['#e6d29a', '#5fa392', '#1d3350'], 12);

/** The colour of a value in a range, or of the end that is nearer to it. */
export function colourIn(range: Range, value: number): string {
  const span = range.high - range.low;
  const share = span > 0 ? (value - range.low) / span : 1;
  const at = Math.floor(Math.min(1, Math.max(0, share)) * SCALE.length);
  return SCALE[Math.min(SCALE.length - 1, at)]!;
}

function between(stops: readonly string[], count: number): string[] {
  const channels = stops.map((hex) =>
    [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16)),
  );
  return Array.from({ length: count }, (_, i) => {
    const at = (i / (count - 1)) * (stops.length - 1);
    const from = Math.min(Math.floor(at), stops.length - 2);
    const mixed = channels[from]!.map((c, k) => c + (at - from) * (channels[from + 1]![k]! - c));
    return `#${mixed.map((c) => Math.round(c).toString(16).padStart(2, '0')).join('')}`;
  });
}
