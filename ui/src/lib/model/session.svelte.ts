import {
  ApiProblem,
  bytes,
  client,
  data,
  problemOf,
  sendFiles,
  type EditRequest,
  type FilamentView,
  type PieceView,
  type PlanDocument,
  type PlanState,
  type Progress,
  type ProgramView,
  type ResultView,
  type SettingView,
  type ShelfView,
  type StratumView,
} from '../api/client';
import { readLayer, type LayerPaths } from '../api/layer';
import { clampLayer, layerBottom, layerFromPlane, type Heights } from './heights';

/** A longer computation shows how far it is after this time, ms. */
const PROGRESS_AFTER = 330;
const LAYERS_KEPT = 400;

export type EditWithoutVersion = Omit<EditRequest, 'version'>;

/** Rules of the document as the interface reads them. */
export interface RuleView {
  where: { pieces?: string[]; strata?: number[] };
  set: Record<string, string | number>;
}

export interface StopView {
  id: string;
  height: number;
  note: string;
}

/** An open plan: its document, what was computed of it, and where the user stands in it. */
export class PlanSession {
  readonly shelf: ShelfView;
  state: PlanState = $state.raw(undefined as unknown as PlanState);
  result: ResultView | undefined = $state.raw(undefined);
  /** Revision that the result belongs to; older than the plan's while a newer one is computed. */
  resultRevision = $state('');
  progress: Progress | undefined = $state.raw(undefined);
  problem: ApiProblem | undefined = $state.raw(undefined);
  /** Layer that the user stands at, from 1. */
  layer = $state(1);
  selected: { piece: string; stratum: number } | undefined = $state.raw(undefined);

  readonly isStale = $derived(this.result !== undefined && this.resultRevision !== this.revision);
  // eslint-disable-next-line svelte/prefer-svelte-reactivity -- a cache; nothing is derived from it
  private readonly layers = new Map<string, Promise<LayerPaths>>();
  private queue: Promise<unknown> = Promise.resolve();

  private constructor(shelf: ShelfView, state: PlanState) {
    this.shelf = shelf;
    this.state = state;
  }

  static async open(id: string): Promise<PlanSession> {
    const [shelf, state] = await Promise.all([
      data(client.GET('/api/shelf')),
      data(client.GET('/api/plans/{id}', { params: { path: { id } } })),
    ]);
    const session = new PlanSession(shelf, state);
    void session.refresh();
    return session;
  }

  get revision(): string {
    return this.state.revision;
  }

  get document(): PlanDocument {
    return this.state.document;
  }

  get rules(): RuleView[] {
    return (this.document.rules ?? []) as RuleView[];
  }

  get stops(): StopView[] {
    return (this.document.stops ?? []) as StopView[];
  }

  get heights(): Heights {
    return { bottom: this.result?.bottom ?? 0, tops: this.result?.tops ?? [] };
  }

  /** Where an edit at the level happens: the bottom of its layer, mm. */
  get plane(): number {
    return layerBottom(this.heights, this.layer);
  }

  get machine() {
    return this.shelf.machines.find((m) => m.id === this.document.machine)!;
  }

  /** The filament in a slot, from 1. */
  filament(slot: number): FilamentView {
    const id = this.document.slots[slot - 1];
    return this.shelf.filaments.find((f) => f.id === id) ?? this.shelf.filaments[0]!;
  }

  setting(id: string): SettingView {
    return this.shelf.settings.find((s) => s.id === id)!;
  }

  piece(id: string): PieceView | undefined {
    return this.result?.pieces.find((p) => p.id === id);
  }

  get selectedPiece(): PieceView | undefined {
    return this.selected && this.piece(this.selected.piece);
  }

  get selectedStratum(): StratumView | undefined {
    return this.selectedPiece?.strata.find((s) => s.number === this.selected?.stratum);
  }

  slotOf(stratum: StratumView): number {
    return Number(stratum.settings['filament']?.value ?? 1);
  }

  goTo(layer: number): void {
    if (this.heights.tops.length > 0) {
      this.layer = clampLayer(this.heights, layer);
    }
  }

  goToHeight(height: number): void {
    this.goTo(layerFromPlane(this.heights, height));
  }

  select(piece: string, stratum: number): void {
    this.selected = { piece, stratum };
  }

  /** Toolpaths of a layer of the shown result; kept while they are likely to be looked at again. */
  layerPaths(n: number): Promise<LayerPaths> {
    const key = `${this.resultRevision}/${n}`;
    let paths = this.layers.get(key);
    if (!paths) {
      paths = bytes(`/api/revisions/${this.resultRevision}/layers/${n}`).then(readLayer);
      this.layers.set(key, paths);
      paths.catch(() => this.layers.delete(key));
      if (this.layers.size > LAYERS_KEPT) {
        this.layers.delete(this.layers.keys().next().value!);
      }
    }
    return paths;
  }

  edit(edit: EditWithoutVersion): Promise<boolean> {
    return this.change((id, version) =>
      data(
        client.POST('/api/plans/{id}/edits', {
          params: { path: { id } },
          body: { ...edit, version } as EditRequest,
        }),
      ),
    );
  }

  /** Puts a changed document in the place of the plan's. */
  replace(changed: (document: PlanDocument) => PlanDocument): Promise<boolean> {
    return this.change((id, version) =>
      data(
        client.PUT('/api/plans/{id}', {
          params: { path: { id } },
          body: { version, document: changed(structuredClone(this.document)) },
        }),
      ),
    );
  }

  undo(): Promise<boolean> {
    return this.change((id, version) =>
      data(client.POST('/api/plans/{id}/undo', { params: { path: { id }, query: { version } } })),
    );
  }

  redo(): Promise<boolean> {
    return this.change((id, version) =>
      data(client.POST('/api/plans/{id}/redo', { params: { path: { id }, query: { version } } })),
    );
  }

  addFiles(files: File[]): Promise<boolean> {
    return this.change((id, version) =>
      sendFiles(`/api/plans/${id}/pieces?version=${version}`, files),
    );
  }

  applyRemedy(finding: string, remedy: number): Promise<boolean> {
    const revision = this.resultRevision;
    return this.change((_, version) =>
      data(
        client.POST('/api/revisions/{revision}/remedies', {
          params: { path: { revision }, query: { version, finding, remedy } },
        }),
      ),
    );
  }

  /** Takes over what was changed elsewhere. */
  async reload(): Promise<void> {
    this.problem = undefined;
    const id = this.state.id;
    this.state = await data(client.GET('/api/plans/{id}', { params: { path: { id } } }));
    await this.refresh();
  }

  writeProgram(): Promise<ProgramView> {
    const revision = this.revision;
    return data(
      client.POST('/api/revisions/{revision}/programs', { params: { path: { revision } } }),
    );
  }

  /** Edits are sent one after the other, each with the version that the one before led to. */
  private change(send: (id: string, version: number) => Promise<PlanState>): Promise<boolean> {
    const next = this.queue.then(async () => {
      try {
        this.state = await send(this.state.id, this.state.version);
        this.problem = undefined;
        void this.refresh();
        return true;
      } catch (e) {
        this.problem = e instanceof ApiProblem ? e : new ApiProblem(0, '', 'the edit', `${e}`, '');
        return false;
      }
    });
    this.queue = next;
    return next;
  }

  /** Asks for the result of the newest revision until it is there or a newer one takes over. */
  private async refresh(): Promise<void> {
    const revision = this.revision;
    const started = performance.now();
    while (revision === this.revision) {
      const {
        data: body,
        error,
        response,
      } = await client
        .GET('/api/revisions/{revision}/result', { params: { path: { revision } } })
        .catch((e: unknown) => ({ data: undefined, error: e, response: undefined }));
      if (revision !== this.revision) {
        return;
      }
      if (!response?.ok) {
        this.progress = undefined;
        this.problem = problemOf(response?.status ?? 0, error);
        return;
      }
      if (response.status === 200) {
        this.take(revision, body as ResultView);
        return;
      }
      if (performance.now() - started > PROGRESS_AFTER) {
        this.progress = body as Progress;
      }
    }
  }

  private take(revision: string, result: ResultView): void {
    const plane = this.plane;
    const first = this.result === undefined;
    this.result = result;
    this.resultRevision = revision;
    this.progress = undefined;
    if (first) {
      const boundary = Math.min(
        ...result.pieces.flatMap((p) => p.strata.slice(1).map((s) => s.from)),
      );
      this.layer = Number.isFinite(boundary)
        ? layerFromPlane(this.heights, boundary)
        : clampLayer(this.heights, Math.ceil(result.tops.length / 3));
      const piece = result.pieces[0];
      this.selected = piece && { piece: piece.id, stratum: 1 };
    } else {
      this.layer = layerFromPlane(this.heights, plane);
    }
    if (this.selected && !this.selectedStratum) {
      const piece = this.selectedPiece ?? result.pieces[0];
      this.selected = piece && { piece: piece.id, stratum: piece.strata.length };
    }
  }
}
