/** From heights to places on the column and back; heights grow upwards. */
export class ColumnScale {
  constructor(
    /** Height at the lower end, mm. */
    readonly from: number,
    /** Height at the upper end, mm. */
    readonly to: number,
    /** Place of the upper end, px. */
    readonly top: number,
    /** Place of the lower end, px. */
    readonly bottom: number,
  ) {}

  y(height: number): number {
    return this.bottom - ((height - this.from) / (this.to - this.from)) * (this.bottom - this.top);
  }

  height(y: number): number {
    return this.from + ((this.bottom - y) / (this.bottom - this.top)) * (this.to - this.from);
  }
}

/** The value that a share of all values does not exceed. */
export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
}
