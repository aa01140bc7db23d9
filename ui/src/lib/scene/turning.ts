/** So many pieces of lines can be turned without a graphics card. */
const MOST_TURNED = 20_000;

interface Shown {
  visible: boolean;
}

/**
 * What is seen while the view is turned: where drawings take long, something simple stands in for
 * what consists of many pieces, until the view has rested for a while.
 */
export class Turning {
  private readonly pieces = new Map<Shown, () => number>();
  private isUnderWay = false;
  private ends = 0;
  /** Whether something stands in. */
  standsIn = false;

  /**
   * @param isQuick whether drawings cost little, so that nothing has to stand in
   * @param restMs how long the view rests until all is shown again
   * @param onChange shows what stands in, or hides it
   */
  constructor(
    private readonly isQuick: boolean,
    private readonly restMs: number,
    private readonly onChange: () => void,
  ) {}

  /**
   * @param pieces of how many pieces it is drawn
   */
  add(what: Shown, pieces: () => number): void {
    this.pieces.set(what, pieces);
  }

  remove(what: Shown): void {
    this.pieces.delete(what);
  }

  begin(): void {
    this.isUnderWay = true;
    window.clearTimeout(this.ends);
  }

  /** The view is another one; only between begin and end somebody turns it. */
  moved(): void {
    if (this.isUnderWay && !this.isQuick) {
      const all = [...this.pieces.values()].reduce((sum, of) => sum + of(), 0);
      this.set(all > MOST_TURNED);
    }
  }

  end(): void {
    window.clearTimeout(this.ends);
    this.ends = window.setTimeout(() => {
      this.isUnderWay = false;
      this.set(false);
    }, this.restMs);
  }

  private set(standsIn: boolean): void {
    if (standsIn !== this.standsIn) {
      this.standsIn = standsIn;
      this.pieces.forEach((_, what) => (what.visible = !standsIn));
      this.onChange();
    }
  }

  dispose(): void {
    window.clearTimeout(this.ends);
  }
}
