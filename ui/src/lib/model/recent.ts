/** Answers that are likely to be asked for again: those that were asked for last, up to a weight. */
export class Recent<T> {
  /** The one that was asked for last comes last. */
  private readonly kept = new Map<string, { answer: Promise<T>; weight: number }>();
  private weight = 0;

  /**
   * @param most of all weights together
   */
  constructor(
    private readonly most: number,
    private readonly weigh: (answer: T) => number,
  ) {}

  /** What is kept under a key, or else what is found; a failure is not kept. */
  get(key: string, find: () => Promise<T>): Promise<T> {
    const known = this.kept.get(key);
    this.kept.delete(key);
    const entry = known ?? { answer: find(), weight: 0 };
    this.kept.set(key, entry);
    if (!known) {
      entry.answer.then(
        (answer) => this.weighed(key, entry, this.weigh(answer)),
        () => this.kept.delete(key),
      );
    }
    return entry.answer;
  }

  /** Whether something is kept under a key, or being found. */
  has(key: string): boolean {
    return this.kept.has(key);
  }

  /** How much more can be kept before something is forgotten whose key begins like this. */
  roomBeside(start: string): number {
    let own = 0;
    for (const [key, { weight }] of this.kept) {
      own += key.startsWith(start) ? weight : 0;
    }
    return this.most - own;
  }

  private weighed(key: string, entry: { weight: number }, weight: number): void {
    if (this.kept.get(key) !== entry) {
      return;
    }
    entry.weight = weight;
    this.weight += weight;
    for (const [oldest, { weight: own }] of this.kept) {
      if (this.weight <= this.most || this.kept.size === 1) {
        break;
      }
      this.kept.delete(oldest);
      this.weight -= own;
    }
  }
}
