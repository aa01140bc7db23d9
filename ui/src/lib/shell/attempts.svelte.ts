import { ApiProblem } from '../api/client';

/** Work that may fail, and the problem that the last of it ended with. */
export class Attempts {
  problem: ApiProblem | undefined = $state.raw(undefined);
  private turn: Promise<void> = Promise.resolve();

  /** @param place where problems happen that do not say it */
  constructor(private readonly place: string) {}

  /** Works at once. When it succeeds, the problem of what was tried before is over. */
  async run(work: () => Promise<void>): Promise<void> {
    if (await this.succeeds(work)) {
      this.problem = undefined;
    }
  }

  /** Works when all that was asked for in turn before is done, so that it begins with its result. */
  inTurn(work: () => Promise<void>): Promise<void> {
    this.turn = this.turn.then(() => this.run(work));
    return this.turn;
  }

  /** Reads at once. That it succeeds says nothing of what was tried before. */
  async read(work: () => Promise<void>): Promise<void> {
    await this.succeeds(work);
  }

  private async succeeds(work: () => Promise<void>): Promise<boolean> {
    try {
      await work();
      return true;
    } catch (e) {
      this.problem = ApiProblem.from(e, this.place);
      return false;
    }
  }

  forget = (): void => {
    this.problem = undefined;
  };
}
