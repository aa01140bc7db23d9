import {
  ApiProblem,
  bytes,
  client,
  problemOf,
  type Progress,
  type ResultView,
} from '../api/client';
import { answered, type TaskView } from '../api/follow';
import { readLayer, type LayerPaths } from '../api/layer';

/** A longer computation shows how far it is after this time, ms. */
const PROGRESS_AFTER = 330;
/** If the result before took longer than this, the layer at the level is asked for first, ms. */
const PREVIEW_FROM = 400;

interface Listener {
  /** Where the user stands, mm. */
  readonly plane: () => number;
  /** Another result is shown; how high the user stood before, mm, if there was one before. */
  readonly taken: (result: ResultView, plane: number | undefined) => void;
  readonly failed: (problem: ApiProblem) => void;
}

/** The newest result of a plan, and what is known of the one that is being computed. */
export class LatestResult {
  result: ResultView | undefined = $state.raw(undefined);
  /** Revision that the result belongs to; older than the plan's while a newer one is computed. */
  revision = $state('');
  progress: Progress | undefined = $state.raw(undefined);
  /** The layer at the level as it will be, while the rest is computed. */
  preview: { revision: string; height: number; paths: LayerPaths } | undefined =
    $state.raw(undefined);
  private wanted = '';
  private lastTook = 0;

  constructor(private readonly listener: Listener) {}

  /** Asks for the result of a revision until it is there or a newer one is asked for. */
  async follow(revision: string): Promise<void> {
    this.wanted = revision;
    const started = performance.now();
    if (this.result && this.lastTook > PREVIEW_FROM) {
      await this.fetchPreview(revision);
    }
    const progress = (task: TaskView) => {
      if (revision === this.wanted && performance.now() - started > PROGRESS_AFTER) {
        this.progress = task;
      }
    };
    const {
      data: body,
      error,
      response,
    } = await client
      .GET('/api/revisions/{revision}/result', {
        params: { path: { revision } },
        fetch: (request) => answered(() => fetch(request.clone()), { progress }),
      })
      .catch((e: unknown) => ({ data: undefined, error: e, response: undefined }));
    if (revision !== this.wanted) {
      return;
    }
    if (response?.ok) {
      this.lastTook = performance.now() - started;
      this.take(revision, body as ResultView);
    } else {
      this.progress = undefined;
      this.listener.failed(problemOf(response?.status ?? 0, error));
    }
  }

  private async fetchPreview(revision: string): Promise<void> {
    const height = this.listener.plane();
    const address = `/api/revisions/${revision}/preview?height=${height}`;
    // Without one, the result itself says what is wrong.
    const found = await bytes(address).catch(() => new ArrayBuffer(0));
    if (found.byteLength > 0 && revision === this.wanted) {
      this.preview = { revision, height, paths: readLayer(found) };
    }
  }

  private take(revision: string, result: ResultView): void {
    const plane = this.result && this.listener.plane();
    this.result = result;
    this.revision = revision;
    this.progress = undefined;
    this.preview = undefined;
    this.listener.taken(result, plane);
  }
}
