import createClient from 'openapi-fetch';
import { answered, OWN, type TaskView } from './follow';
import type { components, paths } from './generated/schema';

export type Schemas = components['schemas'];
export type PlanState = Schemas['PlanState'];
export type PlanDocument = Schemas['PlanDocument'];
export type PlanSummary = Schemas['PlanSummary'];
export type ResultView = Schemas['ResultView'];
export type PieceView = Schemas['PieceView'];
export type StratumView = Schemas['StratumView'];
export type FindingView = Schemas['FindingView'];
export type HaltView = Schemas['HaltView'];
export type PassView = Schemas['PassView'];
export type ShareView = Schemas['ShareView'];
export type FillingView = Schemas['FillingView'];
export type LevelView = Schemas['LevelView'];
export type PlanChange = Schemas['PlanChange'];
export type LedgerView = Schemas['LedgerView'];
export type ItemsView = Schemas['ItemsView'];
export type FieldView = Schemas['FieldView'];
export type ShelfView = Schemas['ShelfView'];
export type SettingView = Schemas['SettingView'];
export type Filament = Schemas['Filament'];
export type ProgramView = Schemas['ProgramView'];
export type MeltFit = Schemas['MeltFit'];
export type ChangeView = Schemas['ChangeView'];
export type TowerView = Schemas['TowerView'];
export type SampleView = Schemas['SampleView'];
export type CoverageView = Schemas['CoverageView'];
export type RecipeView = Schemas['RecipeView'];
/** One edit of a plan; its action says which. */
export type PlanEdit = Schemas['PlanEdit'];

type SetEdit = Extract<PlanEdit, { action: 'SET' }>;
export type SettingId = SetEdit['setting'];
type EditPlace = NonNullable<SetEdit['where']>;
export type RoleName = NonNullable<EditPlace['roles']>[number];
export type VariantView = Schemas['VariantView'];
export type PlanDifference = Schemas['PlanDifference'];
export type Progress = Pick<TaskView, 'stage' | 'done' | 'total'>;

/** What the server says when something cannot be done: where, why, and what to do. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    readonly type: string,
    readonly place: string,
    readonly reason: string,
    readonly remedy: string,
  ) {
    super(`${place}: ${reason} ${remedy}`);
  }

  /** What was thrown, as a problem at a place unless it is one already. */
  static from(thrown: unknown, place: string): ApiProblem {
    return thrown instanceof ApiProblem ? thrown : new ApiProblem(0, '', place, `${thrown}`, '');
  }

  get isStale(): boolean {
    return this.type.endsWith(':stale-plan');
  }

  /** Whether the user ended it; there is nothing to say about that. */
  get isCancelled(): boolean {
    return this.type.endsWith(':cancelled');
  }

  get isSuperseded(): boolean {
    return this.type.endsWith(':superseded');
  }
}

export const client = createClient<paths>({
  baseUrl: window.location.origin,
  headers: OWN,
  fetch: (request) => answered(() => fetch(request.clone())),
});

export function problemOf(status: number, body: unknown): ApiProblem {
  const detail = (typeof body === 'object' && body !== null ? body : {}) as Record<string, unknown>;
  const text = (key: string, missing: string) =>
    typeof detail[key] === 'string' ? (detail[key] as string) : missing;
  return new ApiProblem(
    status,
    text('type', 'about:blank'),
    text('place', 'the server'),
    text('detail', `It answered with status ${status}.`),
    text('remedy', 'Try again; if it stays so, look at the log of the server.'),
  );
}

/** The data of an answer, or its problem thrown. */
export async function data<T>(
  answer: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const { data, error, response } = await reached(answer);
  if (!response.ok) {
    throw problemOf(response.status, error);
  }
  return data as T;
}

async function reached<T>(request: Promise<T>): Promise<T> {
  try {
    return await request;
  } catch {
    throw new ApiProblem(
      0,
      'about:blank',
      'the server',
      'It cannot be reached.',
      'See whether Stratonomy still runs, then try again. Nothing is lost.',
    );
  }
}

/** Sends files with their names; the generated client has no words for that. */
export async function sendFiles<T = PlanState>(address: string, files: File[]): Promise<T> {
  const form = new FormData();
  files.forEach((file) => form.append('files', file, file.name));
  const response = await reached(
    answered(() => fetch(address, { method: 'POST', body: form, headers: OWN })),
  );
  const body: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    throw problemOf(response.status, body);
  }
  return body as T;
}

/** Dropped files of which it is asked whether they are one piece. */
export interface Belonging {
  files: File[];
  /** What seems right, and why. */
  together: boolean;
  reason: string;
}

/** What to ask about dropped files before they are put into a plan; nothing about a single one. */
export async function belonging(files: File[]): Promise<Belonging | undefined> {
  const plans = files.some((file) => file.name.toLowerCase().endsWith('.strat'));
  if (files.length < 2 || plans) {
    return undefined;
  }
  const found = await sendFiles<Schemas['CommonOrigin']>('/api/plans/belonging', files);
  return { files, ...found };
}

export async function bytes(address: string, signal?: AbortSignal): Promise<ArrayBuffer> {
  const response = await answered(() => fetch(address, { signal }), { signal });
  if (!response.ok) {
    throw problemOf(response.status, await response.json().catch(() => null));
  }
  const length = Number(response.headers.get('content-length'));
  const isPlain = !response.headers.has('content-encoding');
  return length > 0 && isPlain && response.body
    ? filled(length, response.body)
    : response.arrayBuffer();
}

/** All of a body of known length; for a large one this is quicker than the browser's own way. */
async function filled(length: number, body: ReadableStream<Uint8Array>): Promise<ArrayBuffer> {
  const all = new Uint8Array(length);
  const reader = body.getReader();
  let at = 0;
  for (let part = await reader.read(); !part.done; part = await reader.read()) {
    all.set(part.value, at);
    at += part.value.length;
  }
  return all.buffer;
}
