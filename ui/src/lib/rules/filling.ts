import type { FillingView, LevelView } from '../api/client';

/** What a stop at a height meets; nothing outside of the hollow. */
export function levelAt(filling: FillingView, height: number): LevelView | undefined {
  return filling.levels.find((level) => Math.abs(level.heightMm - height) < 1e-3);
}

/** The outline of a chart: the opening over the height. */
export function opened(filling: FillingView, width: number, height: number): string {
  const levels = filling.levels;
  const from = levels[0]!.heightMm;
  const span = Math.max(1e-9, levels.at(-1)!.heightMm - from);
  const widest = Math.max(1e-9, ...levels.map((level) => level.openingMm));
  const points = levels.map((level) => {
    const x = ((level.heightMm - from) / span) * width;
    const y = height - (level.openingMm / widest) * (height - 12);
    return `${x.toFixed(1)} ${y.toFixed(1)}`;
  });
  return `M0 ${height}L${points.join('L')}L${width} ${height}Z`;
}
