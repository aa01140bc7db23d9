import { vi } from 'vitest';
import type {
  Filament,
  PlanDocument,
  PlanEdit,
  PlanState,
  ResultView,
  SettingView,
  ShelfView,
  StratumView,
} from '../api/client';

function setting(id: string, label: string, unit: string): SettingView {
  const scope = 'cell';
  return {
    id,
    label,
    group: 'Group',
    scope,
    unit,
    min: 0,
    max: 500,
    whole: false,
    course: true,
    choices: [],
    description: `${label}.`,
  };
}

function filament(id: string, name: string, colour: string): Filament {
  return {
    id,
    name,
    material: 'PLA',
    colour,
    densityGCm3: 1.24,
    diameterMm: 1.75,
    pricePerKg: 21,
    currency: '€',
    nozzleC: 210,
    bedC: 60,
    fanPercent: 100,
    maxFlow: 12,
    retractionMm: 0.8,
    surfaces: '',
    drying: '',
  };
}

export const SHELF: ShelfView = {
  machines: [
    {
      id: 'one',
      name: 'One',
      bedX: 200,
      bedY: 200,
      bedShape: 'rectangular',
      tiltDegrees: 45,
      originX: 0,
      originY: 0,
      surface: '',
      heightMm: 200,
      nozzles: [{ diameterMm: 0.4, maxC: 300, maxFlow: 20, x: 0, y: 0 }],
      bedMaxC: 110,
      accelerationMmS2: 1500,
      junctionMm: 0.02,
      maxSpeedXy: 200,
      maxSpeedZ: 12,
      travelSpeed: 150,
      changeSeconds: 90,
      parkX: 5,
      parkY: 190,
      parkLiftMm: 10,
      dialect: 'hand-change',
      tools: 'by hand',
      slots: 1,
      idleSeconds: 60,
      meltMm3: 35,
      plugMm3: 0,
      primeMm3: 10,
      standbyC: 40,
      heatingCPerS: 2,
      bedHeatingCPerS: 0.4,
      headRadiusMm: 40,
      headClearMm: 5,
      gantryMm: 30,
      fileName: '{{plan}}',
      ownLines: {},
    },
  ],
  filaments: [filament('chalk', 'Chalk', '#ece7da'), filament('slate', 'Slate', '#4d5863')],
  settings: [
    setting('filament', 'Filament slot', ''),
    setting('nozzleTemperature', 'Nozzle temperature', '°C'),
    setting('layerHeight', 'Layer height', 'mm'),
    setting('fan', 'Fan', '%'),
    setting('outerWallSpeed', 'Outer wall speed', 'mm/s'),
    setting('infillSpeed', 'Infill speed', 'mm/s'),
    setting('walls', 'Walls', 'lines'),
    setting('topLayers', 'Top solid layers', 'layers'),
    setting('bottomLayers', 'Bottom solid layers', 'layers'),
    setting('infillDensity', 'Infill density', '%'),
    {
      ...setting('purgeInto', 'Purge into', ''),
      scope: 'plan',
      choices: ['tower', 'infill, support, tower', 'nothing'],
    },
    {
      ...setting('takesPurge', 'May absorb purged filament', ''),
      choices: ['nothing', 'what is inside', 'all lines'],
    },
  ],
  roles: ['outer wall', 'infill'],
  stopKinds: [
    { label: 'message', seconds: 0, description: 'Shows the note.' },
    { label: 'pause', seconds: 60, description: 'Waits.' },
    { label: 'filling', seconds: 180, description: 'Waits for ballast.' },
  ],
};

const LAYERS = 50;
const HEIGHT = 10;

function stratum(number: number, from: number, to: number, walls: [string, string]): StratumView {
  const values = Object.fromEntries(
    SHELF.settings.map((s) => [s.id, { value: '1', rule: '', below: '1' }]),
  ) as StratumView['settings'];
  values['walls'] = { value: walls[0], rule: walls[1], below: '2' };
  const firstLayer = Math.round(from / 0.2) + 1;
  const lastLayer = Math.round(to / 0.2);
  const layerCount = lastLayer - firstLayer + 1;
  return {
    id: `s${number}`,
    number,
    name: '',
    from,
    to,
    firstLayer,
    lastLayer,
    layerCount,
    layerHeight: 0.2,
    settings: values,
  };
}

/** A tower of 10 mm, divided at 4 mm, with three walls above. */
export const RESULT: ResultView = {
  bottom: 0,
  tops: Array.from({ length: LAYERS }, (_, i) => Number(((i + 1) * 0.2).toFixed(6))),
  slots: Array.from({ length: LAYERS }, () => [1]),
  passes: Array.from({ length: LAYERS }, (_, i) => ({
    layer: i + 1,
    piece: '',
    start: i * 60,
    slots: [1],
  })),
  layerSeconds: Array.from({ length: LAYERS }, () => 60),
  mixes: [],
  pieces: [
    {
      id: 'tower',
      name: 'Tower',
      min: [90, 90, 0],
      max: [110, 110, HEIGHT],
      bottom: 0,
      layerTops: Array.from({ length: LAYERS }, (_, i) => Number(((i + 1) * 0.2).toFixed(6))),
      areas: Array.from({ length: LAYERS }, () => 400),
      hanging: Array.from({ length: LAYERS }, () => 0),
      starting: Array.from({ length: LAYERS }, () => 0),
      marks: [6],
      strata: [stratum(1, 0, 4, ['2', 'all']), stratum(2, 4, HEIGHT, ['3', 'upper'])],
      meshes: [],
      regionSlots: {},
    },
  ],
  purging: { changes: [], total: 0 },
  ledger: {
    seconds: 3000,
    travelSeconds: 100,
    liftSeconds: 1,
    changeSeconds: 0,
    heatingSeconds: 0,
    coolingSeconds: 0,
    savedChanges: 0,
    currency: '€',
    roles: [],
    shares: [],
    slots: [
      {
        slot: 1,
        filament: 'chalk',
        seconds: 5400,
        lengthMm: 1000,
        volumeMm3: 2400,
        massG: 3,
        cost: 0.1,
      },
    ],
    halts: [
      {
        layer: 31,
        piece: '',
        withinLayer: false,
        beforeStroke: 0,
        park: [5, 200],
        heightMm: 6,
        atSeconds: 1800,
        seconds: 90,
        colourChange: true,
        needsOperator: true,
        freeSeconds: 1800,
        fromSlot: 1,
        toSlot: 2,
        stops: [],
        kinds: [],
        note: '',
        strandMm: 400,
      },
    ],
    startMm: 600,
  },
  findings: [],
};

export const DOCUMENT: PlanDocument = {
  format: 'stratonomy-plan',
  version: 2,
  name: 'Plan',
  machine: 'one',
  slots: ['chalk', 'slate'],
  pieces: [
    {
      id: 'tower',
      name: 'Tower',
      bodies: [{ id: 'b', mesh: 'm' }],
      strata: [{ id: 's1', top: 4 }, { id: 's2' }],
    },
  ],
  rules: [
    { id: 'upper', where: { pieces: ['tower'], strata: ['s2'] }, set: { walls: 3 } },
    { id: 'all', where: {}, set: { walls: 2 } },
  ],
  stops: [],
} as unknown as PlanDocument;

/** Two walls in the core's filament under one of the default. */
export const SAMPLE = [
  {
    firstLayer: 1,
    lastLayer: 20,
    bottom: 0,
    top: 4,
    count: 20,
    role: 'infill',
    slot: 2,
    piece: 'Tower',
    body: 'b',
    stratum: 1,
    regions: ['Core'],
    value: '2',
    printed: '',
    cause: '',
    rule: 'upper',
    hidden: ['all'],
  },
  {
    firstLayer: 21,
    lastLayer: 50,
    bottom: 4,
    top: 10,
    count: 30,
    role: 'outer wall',
    slot: 1,
    piece: 'Tower',
    body: 'b',
    stratum: 2,
    regions: [],
    value: '1',
    printed: '3',
    cause: 'absorbs purged filament',
    rule: '',
    hidden: [],
  },
];

export const RECIPES = [
  { id: 'plain', name: 'Plain', basedOn: '', own: { walls: 2 }, values: { walls: 2 } },
  {
    id: 'sturdy',
    name: 'Sturdy',
    basedOn: 'plain',
    own: { walls: 4, infillDensity: 40 },
    values: { walls: 4, infillDensity: 40 },
  },
];

interface Sent {
  method: string;
  path: string;
  body: unknown;
}

/** What a plan uses of the shelf. */
function used(document: PlanDocument) {
  return {
    machine: SHELF.machines.find((one) => one.id === document.machine) ?? SHELF.machines[0]!,
    filaments: SHELF.filaments.filter((one) => document.slots.includes(one.id)),
    changedOnShelf: [],
  };
}

/** The document after an edit, as far as tests go on from there: what is changed is replaced. */
function edited(document: PlanDocument, edit: PlanEdit | undefined): PlanDocument {
  const replaced = <T extends { id?: string }>(all: T[] | undefined, one: T) =>
    (all ?? []).map((other) => (other.id === one.id ? one : other));
  switch (edit?.action) {
    case 'CHANGE_STOP':
      return { ...document, stops: replaced(document.stops, edit.stop) };
    case 'CHANGE_REGION':
      return {
        ...document,
        pieces: document.pieces.map((piece) =>
          piece.id === edit.piece
            ? { ...piece, regions: replaced(piece.regions, edit.region) }
            : piece,
        ),
      };
    default:
      return document;
  }
}

/** Stands in for the server: one plan, every edit accepted unless a problem is set. */
export class FakeServer {
  readonly sent: Sent[] = [];
  /** Addresses that something was asked of. */
  readonly asked: string[] = [];
  /** Answers "still computing" this many times before each result. */
  pending = 0;
  problem: { status: number; body: object } | undefined;
  /** What is answered instead to requests whose address has a text in it. */
  readonly answers: Record<string, unknown> = {};
  private state: PlanState;

  constructor(document: PlanDocument = DOCUMENT) {
    this.state = {
      id: 'p',
      version: 0,
      revision: 'r0',
      undo: '',
      redo: '',
      document,
      ...used(document),
    };
    vi.stubGlobal('fetch', (request: Request | string) => this.answer(request));
  }

  private async answer(request: Request | string): Promise<Response> {
    const address = typeof request === 'string' ? request : request.url;
    const path = address.replace(window.location.origin, '');
    const method = typeof request === 'string' ? 'GET' : request.method;
    if (method !== 'GET') {
      const text = await (request as Request).text();
      this.sent.push({ method, path, body: text ? JSON.parse(text) : undefined });
      if (this.problem) {
        return Response.json(this.problem.body, { status: this.problem.status });
      }
      const told = this.told(path);
      if (told) {
        return told;
      }
      if (path.startsWith('/api/shelf/recipes')) {
        return Response.json(RECIPES);
      }
      const version = this.state.version + 1;
      const document = edited(this.state.document, this.sent.at(-1)!.body as PlanEdit | undefined);
      const revision = `r${version}`;
      this.state = {
        ...this.state,
        version,
        revision,
        undo: 'Divided Tower at 4 mm',
        document,
        ...used(document),
      };
      return Response.json(this.state);
    }
    this.asked.push(path);
    const told = this.told(path);
    if (told) {
      return told;
    }
    if (path === '/api/shelf') {
      return Response.json(SHELF);
    }
    if (path === '/api/shelf/recipes') {
      return Response.json(RECIPES);
    }
    if (path.includes('/settings?')) {
      return Response.json(RESULT.pieces[0]!.strata[0]!.settings);
    }
    if (path.includes('/preview?')) {
      return new Response(null, { status: 204 });
    }
    if (path.includes('/rules/')) {
      return Response.json({ volumeMm3: 2400, from: 0, to: 4, lost: { walls: 0.5 } });
    }
    if (path.includes('/sample?')) {
      return Response.json(SAMPLE);
    }
    if (path.endsWith('/result')) {
      return this.pending-- > 0
        ? Response.json(
            { id: 't', stage: 'toolpaths', done: 1, total: 4, ended: false, hasResult: false },
            { status: 202 },
          )
        : Response.json(RESULT);
    }
    return Response.json(this.state);
  }

  private told(path: string): Response | undefined {
    const key = Object.keys(this.answers).find((part) => path.includes(part));
    return key === undefined ? undefined : Response.json(this.answers[key]);
  }

  /** The bodies of the edits that were sent. */
  get edits(): unknown[] {
    return this.sent.map((s) => s.body);
  }
}
