import { ApiProblem } from '../api/client';

/** Work that may fail, and the problem that the last of it ended with. */
export class Attempts {
  problem: ApiProblem | undefined = $state.raw(undefined);

  /** @param place where problems happen that do not say it */
  constructor(private readonly place: string) {}

  async run(work: () => Promise<void>): Promise<void> {
    try {
      await work();
      this.problem = undefined;
    } catch (e) {
      this.problem = ApiProblem.from(e, this.place);
    }
  }

  forget = (): void => {
    this.problem = undefined;
  };
}
