import {
  ApiProblem,
  belonging,
  client,
  data,
  sendFiles,
  type Belonging,
  type PlanEdit,
  type Filament,
  type PieceView,
  type PlanDocument,
  type PlanState,
  type Progress,
  type ProgramView,
  type RecipeView,
  type ResultView,
  type Schemas,
  type SettingView,
  type ShelfView,
  type StratumView,
} from '../api/client';
import { LayerStore } from './layerStore';
import type {
  Place,
  PlanStratum,
  RuleView,
  Part,
  CourseTask,
  Selected,
  Values,
  RegionDocument,
  Marking,
  PieceDocument,
  SampleSpot,
  StopView,
} from './document';
import { canHold, planStrata } from './document';
import { Attempts } from './attempts.svelte';
import { Look } from '../sheet/look.svelte';
import { Inquiries } from './inquiries';
import { LatestResult } from './latestResult.svelte';
import { clampLayer, layerBottom, layerFromPlane, type Heights } from './heights';

/** Items of the shelf, and those of a plan that have left it. */
function withOwn<T extends { id: string }>(shelf: T[], own: T[]): T[] {
  return [...shelf, ...own.filter((one) => !shelf.some((item) => item.id === one.id))];
}

/** An open plan: its document, what was computed of it, and where the user stands in it. */
export class PlanSession {
  readonly shelf: ShelfView;
  state: PlanState = $state.raw(undefined as unknown as PlanState);
  /** Layer that the user stands at, from 1. */
  layer = $state(1);
  selected: Selected | undefined = $state.raw(undefined);
  /** How the selected patch is marked; the model is turned if it is undefined. */
  marking: Marking | undefined = $state.raw(undefined);
  /** The course that is being edited, in a dialog. */
  courseTask: CourseTask | undefined = $state.raw(undefined);
  /** What is asked about dropped files. */
  question: Belonging | undefined = $state.raw(undefined);
  recipes: RecipeView[] = $state.raw([]);
  /** The rule whose places are shown: its number, from 0, and over which heights it holds, mm. */
  shownRule: { id: string; from: number; to: number } | undefined = $state.raw(undefined);
  /** How handles in the model change what is selected, and whether a face is to be laid down. */
  handling: 'move' | 'turn' | 'size' | 'lay' | undefined = $state(undefined);
  /** The spot that a sample is shown of. */
  sampled: SampleSpot | undefined = $state.raw(undefined);
  /** The layer that is pointed at, in the column, on the clock or in a list: it may be gone to next. */
  pointed: number | undefined = $state();

  /** The setting whose field is looked for. */
  sought: string | undefined = $state();

  /** How lines are shown. */
  readonly look = new Look();
  /** The newest result, and the one that is being computed. */
  readonly latest: LatestResult = new LatestResult({
    plane: () => this.plane,
    taken: (result, plane) => this.stand(result, plane),
    failed: (problem) => (this.problem = problem),
  });
  readonly isStale = $derived(this.result !== undefined && this.resultRevision !== this.revision);
  /** Edits that were made and are not answered yet. */
  private sending = $state(0);
  /** Whether the views show all that was done. */
  readonly isSettled = $derived(this.result !== undefined && !this.isStale && this.sending === 0);
  /** Asks more of the shown result. */
  readonly ask = new Inquiries(() => this.resultRevision);
  /** Toolpaths of the shown result. */
  readonly layers = new LayerStore(() => ({
    address: `/api/revisions/${this.resultRevision}/layers/`,
    seconds: this.result?.layerSeconds ?? [],
  }));
  /** A stratum that is selected as soon as the result has it; of the whole plan if it names no piece. */
  private next: { piece: string | undefined; stratum: string } | undefined;
  private readonly attempts = new Attempts('the edit');

  private constructor(shelf: ShelfView, state: PlanState, recipes: RecipeView[]) {
    this.shelf = shelf;
    this.state = state;
    this.recipes = recipes;
  }

  static async open(id: string): Promise<PlanSession> {
    const [shelf, state, recipes] = await Promise.all([
      data(client.GET('/api/shelf')),
      data(client.GET('/api/plans/{id}', { params: { path: { id } } })),
      data(client.GET('/api/shelf/recipes')),
    ]);
    const session = new PlanSession(shelf, state, recipes);
    void session.latest.follow(state.revision);
    return session;
  }

  get revision(): string {
    return this.state.revision;
  }

  get problem(): ApiProblem | undefined {
    return this.attempts.problem;
  }

  set problem(problem: ApiProblem | undefined) {
    this.attempts.problem = problem;
  }

  get result(): ResultView | undefined {
    return this.latest.result;
  }

  /** Revision that the result belongs to; older than the plan's while a newer one is computed. */
  get resultRevision(): string {
    return this.latest.revision;
  }

  get progress(): Progress | undefined {
    return this.latest.progress;
  }

  /** The layer at the level as it will be, while the rest is computed. */
  get preview() {
    return this.latest.preview;
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

  /** The machine as the plan took it from the shelf. */
  get machine() {
    return this.state.machine;
  }

  /** All machines that the plan may be printed on; its own may have left the shelf. */
  get machines() {
    return withOwn(this.shelf.machines, [this.machine]);
  }

  /** All filaments that may be loaded; those of the plan may have left the shelf. */
  get filaments() {
    return withOwn(this.shelf.filaments, this.state.filaments);
  }

  /** Whether the machine changes filament without the operator. */
  get changesByItself(): boolean {
    return this.machine.tools !== 'by hand';
  }

  /** Lowest and highest corner of the purge tower, if there is one, mm. */
  get towerBounds(): { min: number[]; max: number[] }[] {
    const tower = this.result?.purging.tower;
    const half = (tower?.side ?? 0) / 2;
    return tower
      ? [
          {
            min: [tower.x - half, tower.y - half, 0],
            max: [tower.x + half, tower.y + half, tower.height],
          },
        ]
      : [];
  }

  /** The filament in a slot, from 1, or a mix as it comes out of the nozzle. */
  filament(slot: number): Filament {
    const mix = this.result?.mixes.find((m) => m.slot === slot);
    if (mix) {
      return { ...this.filament(1), name: mix.name, colour: mix.colour };
    }
    const id = this.document.slots[slot - 1];
    return this.state.filaments.find((f) => f.id === id) ?? this.state.filaments[0]!;
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
    return this.selectedPiece?.strata.find((s) => s.id === this.selected?.stratum);
  }

  /** A piece of the document. */
  pieceDocument(id: string): PieceDocument | undefined {
    return (this.document.pieces as PieceDocument[]).find((p) => p.id === id);
  }

  get selectedRegion(): RegionDocument | undefined {
    const { piece, part } = this.selected ?? {};
    return part?.kind === 'region' && piece
      ? this.pieceDocument(piece)?.regions?.find((r) => r.id === part.id)
      : undefined;
  }

  get selectedStop(): StopView | undefined {
    const { part } = this.selected ?? {};
    return part?.kind === 'stop' ? this.stops.find((stop) => stop.id === part.id) : undefined;
  }

  selectStop(id: string): void {
    const piece = this.selected?.piece ?? this.document.pieces[0]?.id;
    if (piece) {
      this.selectPart(piece, { kind: 'stop', id });
    }
  }

  /**
   * @param how changes a copy of the stop
   */
  changeStop(id: string, how: (stop: StopView) => void): Promise<boolean> {
    return this.edit(() => {
      const stop = structuredClone(this.stops.find((one) => one.id === id)!);
      how(stop);
      return { action: 'CHANGE_STOP', stop };
    });
  }

  /**
   * @param how changes a copy of the region
   */
  changeRegion(piece: string, id: string, how: (region: RegionDocument) => void): Promise<boolean> {
    return this.edit(() => {
      const regions = this.pieceDocument(piece)!.regions!;
      const region = structuredClone(regions.find((one) => one.id === id)!);
      how(region);
      return { action: 'CHANGE_REGION', piece, region };
    });
  }

  /** The place that is selected, as a rule names it. */
  get place(): Place | undefined {
    if (!this.selected) {
      return undefined;
    }
    const { piece, stratum, part } = this.selected;
    const pieces = [piece];
    switch (part?.kind) {
      case 'body':
        return { pieces, bodies: [part.id] };
      case 'region':
        return { pieces, regions: [part.id] };
      case 'piece':
        return { pieces };
      case 'plan':
        return { planStrata: [part.id] };
      case 'stop':
        return undefined;
      default:
        return { pieces, strata: [stratum] };
    }
  }

  /** The strata of the plan that lie within the print, lowest first. */
  get planStrata(): PlanStratum[] {
    const bottom = Math.max(0, this.heights.bottom);
    const top = this.heights.tops.at(-1) ?? 0;
    return planStrata(this.document.strata, bottom, top);
  }

  planStratum(id: string): PlanStratum | undefined {
    return this.planStrata.find((stratum) => stratum.id === id);
  }

  /** Number of a stratum of the plan, from 1; 0 if there is none with this id. */
  planStratumNumber(id: string): number {
    return (this.document.strata ?? [{ id: 's1' }]).findIndex((s) => s.id === id) + 1;
  }

  /** Number of a stratum in a piece, from 1; 0 if the piece has none with this id. */
  stratumNumber(piece: string, id: string): number {
    const strata = this.pieceDocument(piece)?.strata ?? [{ id: 's1' }];
    return strata.findIndex((stratum) => stratum.id === id) + 1;
  }

  /** Number of a rule in the sheet, from 1; 0 if there is none with this id. */
  ruleNumber(id: string): number {
    return this.rules.findIndex((rule) => rule.id === id) + 1;
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

  select(piece: string, stratum: string): void {
    this.marking = undefined;
    this.handling = undefined;
    this.selected = { piece, stratum };
  }

  selectPart(piece: string, part: Part): void {
    this.marking = undefined;
    this.handling = undefined;
    const stratum = this.selected?.piece === piece ? this.selected.stratum : this.lowest(piece);
    this.selected = { piece, stratum, part };
  }

  /** Selects the stratum of the whole plan at the level. */
  selectPlan(): void {
    const strata = this.planStrata;
    const at = strata.findLast((stratum) => stratum.from <= this.plane + 1e-6) ?? strata[0];
    if (at && this.selected) {
      this.selectPart(this.selected.piece, { kind: 'plan', id: at.id });
    }
  }

  /** Shows the field of a setting: for the selected place, or for one where it can hold. */
  seek({ id, scope }: SettingView): void {
    if (!this.selected) {
      return;
    }
    const { piece, stratum, part } = this.selected;
    if (!canHold(scope, part?.kind ?? 'stratum')) {
      if (scope === 'plan') {
        this.selectPlan();
      } else {
        this.select(piece, stratum);
      }
    }
    this.sought = id;
  }

  /** Id of the lowest printed stratum of a piece. */
  private lowest(piece: string): string {
    return this.piece(piece)?.strata[0]?.id ?? '';
  }

  /** What holds at the selected place and the level, for lines of a role or for all. */
  valuesHere(role: string): Promise<Values> {
    const { piece, part } = this.selected!;
    return this.ask.values({
      piece,
      body: part?.kind === 'body' ? part.id : '',
      region: part?.kind === 'region' ? part.id : '',
      role,
      height: this.heightHere(),
    });
  }

  /** The level, or the bottom of the selected stratum, mm. */
  private heightHere(): number {
    const { part } = this.selected ?? {};
    if (part?.kind === 'plan') {
      return this.planStratum(part.id)?.from ?? this.plane;
    }
    const stratum = part ? undefined : this.selectedStratum;
    return stratum ? stratum.from : this.plane;
  }

  /**
   * @param edit or how it is made when its turn comes, of what the edits before led to
   */
  edit(edit: PlanEdit | (() => PlanEdit)): Promise<boolean> {
    return this.change((id, version) =>
      data(
        client.POST('/api/plans/{id}/edits', {
          params: { path: { id }, query: { version } },
          body: typeof edit === 'function' ? edit() : edit,
        }),
      ),
    );
  }

  /**
   * Divides a piece, or the whole plan if none is given, and selects the part above, which is what
   * one colours next.
   *
   * @param height mm
   */
  async divide(piece: string | undefined, height: number): Promise<boolean> {
    const ids = () => {
      const strata = piece ? this.pieceDocument(piece)?.strata : this.document.strata;
      return (strata ?? [{ id: 's1' }]).map((stratum) => stratum.id);
    };
    let before: string[] = [];
    const done = await this.edit(() => {
      before = ids();
      return piece ? { action: 'DIVIDE', piece, height } : { action: 'DIVIDE_PLAN', height };
    });
    const above = ids().find((id) => !before.includes(id));
    if (done && above) {
      this.next = { piece, stratum: above };
      this.selectNext();
    }
    return done;
  }

  /** Selects what an edit made, once the result has it. */
  private selectNext(): void {
    if (!this.next) {
      return;
    }
    const { piece, stratum } = this.next;
    if (!piece && this.selected && this.planStratum(stratum)) {
      this.selectPart(this.selected.piece, { kind: 'plan', id: stratum });
      this.next = undefined;
    } else if (piece && this.piece(piece)?.strata.some((made) => made.id === stratum)) {
      this.select(piece, stratum);
      this.next = undefined;
    }
  }

  /** Makes the plan as another variant of it is. */
  become(other: string): Promise<boolean> {
    return this.change((id, version) =>
      data(
        client.POST('/api/plans/{id}/become/{other}', {
          params: { path: { id, other }, query: { version } },
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

  /**
   * States that the plan has been in, the newest first.
   *
   * @param before only those made before this time
   */
  history(before?: string): Promise<Schemas['History']> {
    const path = { id: this.state.id };
    return data(client.GET('/api/plans/{id}/history', { params: { path, query: { before } } }));
  }

  /** Makes a state of the history the current one. */
  goBackTo(revision: string): Promise<boolean> {
    return this.change((id, version) =>
      data(
        client.POST('/api/plans/{id}/history/{revision}', {
          params: { path: { id, revision }, query: { version } },
        }),
      ),
    );
  }

  /** Adds dropped files, after asking whether several of them are one piece. */
  async drop(files: File[]): Promise<void> {
    const asked = await this.attempts.run(async () => {
      this.question = await belonging(files);
    }, 'the files');
    if (asked && !this.question) {
      await this.addFiles(files, false);
    }
  }

  addFiles(files: File[], together: boolean): Promise<boolean> {
    return this.change((id, version) =>
      sendFiles(`/api/plans/${id}/pieces?version=${version}&together=${together}`, files),
    );
  }

  /** Adds a shape beside what is there. */
  addShape(shape: Schemas['Shape']): Promise<boolean> {
    return this.change((id, version) =>
      data(
        client.POST('/api/plans/{id}/shapes', {
          params: { path: { id }, query: { version } },
          body: shape,
        }),
      ),
    );
  }

  addRegionMesh(piece: string, file: File): Promise<boolean> {
    return this.change((id, version) =>
      sendFiles(`/api/plans/${id}/regions?version=${version}&piece=${encodeURIComponent(piece)}`, [
        file,
      ]),
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

  /** Takes machine and filaments as the shelf has them now. */
  followShelf(): Promise<boolean> {
    return this.change((id, version) =>
      data(client.POST('/api/plans/{id}/follow', { params: { path: { id }, query: { version } } })),
    );
  }

  /** Accepts a finding with a note, or takes that back if there is none. */
  accept(finding: string, note: string | undefined): Promise<boolean> {
    return this.edit(
      note === undefined ? { action: 'TAKE_BACK', finding } : { action: 'ACCEPT', finding, note },
    );
  }

  /** Keeps all values of a rule, or those that differ from a basis, as a recipe. */
  async saveRecipe(name: string, basedOn: string, values: RuleView['set']): Promise<boolean> {
    return this.attempts.run(async () => {
      this.recipes = await data(
        client.POST('/api/shelf/recipes', { body: { name, basedOn, values: values as never } }),
      );
    }, 'the recipe');
  }

  /** Takes over what was changed elsewhere. */
  async reload(): Promise<void> {
    this.problem = undefined;
    const id = this.state.id;
    this.state = await data(client.GET('/api/plans/{id}', { params: { path: { id } } }));
    await this.latest.follow(this.revision);
  }

  /** @param despite ids of the errors in spite of which the program is written */
  writeProgram(despite: string[] = []): Promise<ProgramView> {
    const revision = this.revision;
    return data(
      client.POST('/api/revisions/{revision}/programs', {
        params: { path: { revision }, query: { despite } },
      }),
    );
  }

  /** Edits are sent one after the other, each with the version that the one before led to. */
  private change(send: (id: string, version: number) => Promise<PlanState>): Promise<boolean> {
    this.sending++;
    return this.attempts
      .inTurn(async () => {
        this.state = await send(this.state.id, this.state.version);
        void this.latest.follow(this.revision);
      })
      .finally(() => this.sending--);
  }

  /**
   * Where the user stands in another result: at its first boundary if there was none before.
   *
   * @param plane how high it was before, mm
   */
  private stand(result: ResultView, plane: number | undefined): void {
    if (plane === undefined) {
      const boundary = Math.min(
        ...result.pieces.flatMap((p) => p.strata.slice(1).map((s) => s.from)),
      );
      this.layer = Number.isFinite(boundary)
        ? layerFromPlane(this.heights, boundary)
        : clampLayer(this.heights, Math.ceil(result.tops.length / 3));
      const piece = result.pieces[0];
      this.selected = piece && { piece: piece.id, stratum: this.lowest(piece.id) };
    } else {
      this.layer = layerFromPlane(this.heights, plane);
    }
    this.selectNext();
    this.dropLostPart();
    if (this.selected && !this.selectedStratum) {
      const piece = this.selectedPiece ?? result.pieces[0];
      const part = piece?.id === this.selected.piece ? this.selected.part : undefined;
      this.selected = piece && { piece: piece.id, stratum: this.lowest(piece.id), part };
    }
  }

  /** A part that was removed is no longer selected. */
  private dropLostPart(): void {
    const { piece, stratum, part } = this.selected ?? {};
    const document = piece ? this.pieceDocument(piece) : undefined;
    const known =
      part?.kind === 'body'
        ? document?.bodies.some((body) => body.id === part.id)
        : part?.kind === 'region'
          ? document?.regions?.some((region) => region.id === part.id)
          : part?.kind === 'plan'
            ? this.planStratum(part.id) !== undefined
            : part?.kind === 'stop'
              ? this.stops.some((stop) => stop.id === part.id)
              : document !== undefined;
    if (part && !known && piece) {
      this.selected = { piece, stratum: stratum ?? this.lowest(piece) };
    }
  }
}
