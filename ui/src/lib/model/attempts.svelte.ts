import { ApiProblem } from '../api/client';

/** Work that may fail, and the problem that the last of it ended with. */
export class Attempts {
  problem: ApiProblem | undefined = $state.raw(undefined);
  /** How much of what was asked for in turn is over, well or not. */
  answers = $state(0);
  private turn: Promise<unknown> = Promise.resolve();

  /** @param place where problems happen that do not say it */
  constructor(private readonly place: string) {}

  /**
   * Works at once. When it succeeds, the problem of what was tried before is over.
   *
   * @returns whether it succeeded
   */
  async run(work: () => Promise<void>, place = this.place): Promise<boolean> {
    const done = await this.read(work, place);
    if (done) {
      this.problem = undefined;
    }
    return done;
  }

  /** Works when all that was asked for in turn before is done, so that it begins with its result. */
  inTurn(work: () => Promise<void>): Promise<boolean> {
    const next = this.turn.then(async () => {
      const done = await this.run(work);
      this.answers++;
      return done;
    });
    this.turn = next;
    return next;
  }

  /** Reads at once. That it succeeds says nothing of what was tried before. */
  async read(work: () => Promise<void>, place = this.place): Promise<boolean> {
    try {
      await work();
      return true;
    } catch (e) {
      const problem = ApiProblem.from(e, place);
      if (!problem.isCancelled) {
        this.problem = problem;
      }
      return false;
    }
  }

  forget = (): void => {
    this.problem = undefined;
  };
}
