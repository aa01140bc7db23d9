import type { LayerPaths } from '../api/layer';

/** A value that each line has, by which lines can be coloured. */
export interface Measure {
  readonly label: string;
  readonly unit: string;
  readonly decimals: number;
  /** The value of each line. */
  readonly of: (paths: LayerPaths) => ArrayLike<number>;
}

export const MEASURES = {
  speed: { label: 'speed', unit: 'mm/s', decimals: 0, of: (paths) => paths.speed },
  flow: { label: 'flow', unit: 'mm³/s', decimals: 1, of: (paths) => paths.flow },
  width: { label: 'width', unit: 'mm', decimals: 2, of: (paths) => paths.width },
  fan: { label: 'fan', unit: '%', decimals: 0, of: (paths) => paths.fan },
  temperature: { label: 'temperature', unit: '°C', decimals: 0, of: (paths) => paths.temperature },
  layerTime: {
    label: 'layer time',
    unit: 's',
    decimals: 0,
    of: (paths) => new Float32Array(paths.strokes).fill(paths.seconds),
  },
  order: {
    label: 'order',
    unit: '',
    decimals: 0,
    of: (paths) => Array.from({ length: paths.strokes }, (_, i) => i + 1),
  },
} as const satisfies Record<string, Measure>;

export type MeasureName = keyof typeof MEASURES;

export function isMeasure(name: string): name is MeasureName {
  return name in MEASURES;
}

/** The value of a stroke, with its unit. */
export function said(name: MeasureName, paths: LayerPaths, stroke: number): string {
  const { of, decimals, unit } = MEASURES[name];
  return `${of(paths)[stroke]!.toFixed(decimals)} ${unit}`;
}

export interface Range {
  readonly low: number;
  readonly high: number;
}

/** The least and the largest value of a layer's lines; undefined if it has none. */
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
