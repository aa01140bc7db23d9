/** Heights and layers: layer n fills the height from z(n-1) up to z(n). */
export interface Heights {
  /** Bottom of layer 1, mm. */
  readonly bottom: number;
  /** Top of each layer from layer 1, mm. */
  readonly tops: readonly number[];
}

/** A height as read: at most three decimals, no fewer than one. */
export function mm(value: number): string {
  return `${plain(value)} mm`;
}

/** From one height to another one. */
export function between(low: number, high: number): string {
  return `${plain(low)} to ${mm(high)}`;
}

function plain(value: number): string {
  return value.toFixed(3).replace(/0{1,2}$/, '');
}

/** Bottom of layer n, mm. */
export function layerBottom(h: Heights, n: number): number {
  return n <= 1 ? h.bottom : (h.tops[n - 2] ?? h.bottom);
}

/** Top of layer n, mm. */
export function layerTop(h: Heights, n: number): number {
  return h.tops[n - 1] ?? h.bottom;
}

/** The layer that a height lies in; a plane belongs to the layer above it. */
export function layerAt(h: Heights, height: number): number {
  let low = 0;
  let high = h.tops.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (h.tops[mid]! <= height + 1e-6) {
      low = mid + 1;
    } else {
      high = mid;
    }
  }
  return clampLayer(h, low + 1);
}

/** The layer whose bottom is the plane nearest to a height. */
export function layerFromPlane(h: Heights, height: number): number {
  const n = layerAt(h, height);
  const above = layerTop(h, n) - height;
  return above < height - layerBottom(h, n) ? clampLayer(h, n + 1) : n;
}

export function clampLayer(h: Heights, n: number): number {
  return Math.max(1, Math.min(h.tops.length, Math.round(n)));
}

/** What a typed height means: `4.2` is millimetres, `L22` is the bottom of layer 22. */
export function parseHeight(h: Heights, text: string): number | string {
  const layer = /^\s*[Ll]\s*(\d+)\s*$/.exec(text);
  if (layer) {
    const n = Number(layer[1]);
    if (n < 1 || n > h.tops.length + 1) {
      return `There is no layer ${n}; the layers go from 1 to ${h.tops.length}.`;
    }
    return n > h.tops.length ? layerTop(h, n - 1) : layerBottom(h, n);
  }
  const number = /^\s*([0-9]+(?:[.,][0-9]*)?|[.,][0-9]+)\s*(?:mm)?\s*$/.exec(text);
  if (!number) {
    return `“${text}” is neither a height such as 4.2 nor a layer such as L22.`;
  }
  return Number(number[1]!.replace(',', '.'));
}

/** A duration as people say it. */
export function duration(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  if (seconds < 90) {
    return `${Math.round(seconds)} s`;
  }
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}

export function grams(value: number): string {
  return `${value.toFixed(value < 10 ? 1 : 0)} g`;
}

/** Round steps for a scale so that about `wanted` of them fit into a span. */
export function niceStep(span: number, wanted: number): number {
  const rough = span / Math.max(1, wanted);
  const power = 10 ** Math.floor(Math.log10(rough));
  const factor = [1, 2, 5, 10].find((f) => f * power >= rough) ?? 10;
  return factor * power;
}

/** A cost with its currency, if there is one. */
export function money(cost: number, currency: string): string {
  return `${cost.toFixed(2)} ${currency}`.trimEnd();
}
