/** Tone and line pattern of each role, told apart by both; in the order of the shelf's roles. */
export const ROLE_STYLE: Readonly<Record<string, { colour: string; dash: number[] }>> = {
  'outer wall': { colour: '#1f3a4d', dash: [] },
  'inner wall': { colour: '#5e8299', dash: [] },
  'top skin': { colour: '#b8862f', dash: [] },
  'bottom skin': { colour: '#8d5a3b', dash: [] },
  'solid infill': { colour: '#c9b48a', dash: [] },
  infill: { colour: '#7a8f6a', dash: [2.2, 0.7] },
  bridge: { colour: '#9b3d6b', dash: [0.9, 0.5] },
  skirt: { colour: '#8a8a86', dash: [0.4, 0.6] },
  gap: { colour: '#e08a6a', dash: [] },
  support: { colour: '#8c7fb0', dash: [1.6, 1] },
  interface: { colour: '#5b4a8f', dash: [] },
  brim: { colour: '#5f8f8c', dash: [1.2, 0.4] },
  purge: { colour: '#a39a6b', dash: [0.8, 0.8] },
};

function channels(hex: string): [number, number, number] {
  const value = Number.parseInt(hex.slice(1), 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
}

/** Relative luminance after WCAG 2.2. */
export function luminance(hex: string): number {
  const [r, g, b] = channels(hex).map((c) => {
    const share = c / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Ink or paper, whichever reads better on a colour. */
export function textOn(hex: string): string {
  return luminance(hex) > 0.3 ? '#1c1a17' : '#fffefb';
}

/** A colour made darker, for edges around it. */
export function darker(hex: string, share = 0.75): string {
  return `rgb(${channels(hex)
    .map((c) => Math.round(c * share))
    .join(' ')})`;
}
