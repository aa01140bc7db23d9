/** Closer than this the column does not go, mm. */
const LEAST_MM = 2;

interface Span {
  readonly from: number;
  readonly to: number;
}

/** The part of the height that the column shows, mm; all of it without a zoom. */
export class ColumnZoom {
  private part: Span | undefined = $state.raw(undefined);

  /**
   * @param all what there is, from the bed to the top
   */
  constructor(private readonly all: () => Span) {}

  get shown(): Span {
    return this.part ?? this.all();
  }

  get isClose(): boolean {
    return this.part !== undefined;
  }

  showAll(): void {
    this.part = undefined;
  }

  /** Shows more or less around a height, which stays where it is. */
  by(factor: number, about: number): void {
    const { from, to } = this.shown;
    const whole = this.all().to - this.all().from;
    const span = Math.min(whole, Math.max(LEAST_MM, (to - from) * factor));
    const share = (about - from) / (to - from);
    this.part = span >= whole * 0.999 ? undefined : this.within(about - share * span, span);
  }

  /** Moves so that a height is shown. */
  follow(height: number): void {
    if (this.part && (height < this.part.from || height > this.part.to)) {
      const span = this.part.to - this.part.from;
      this.part = this.within(height - span / 2, span);
    }
  }

  private within(from: number, span: number): Span {
    const low = Math.max(this.all().from, Math.min(this.all().to - span, from));
    return { from: low, to: low + span };
  }
}
