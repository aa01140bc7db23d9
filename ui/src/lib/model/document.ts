import type { PlanDocument, RoleName, SettingView } from '../api/client';

/** A place as rules name it; a list that is missing sets no limit. */
export interface Place {
  pieces?: string[];
  bodies?: string[];
  /** Ids of strata of pieces. */
  strata?: string[];
  regions?: string[];
  roles?: RoleName[];
  layers?: { from: 'piece' | 'stratum'; first?: number; last?: number };
  /** Ids of strata of the plan. */
  planStrata?: string[];
}

/** A value that goes by the layer. */
export interface Course {
  from?: 'piece' | 'stratum';
  ramp?: boolean;
  steps: { layer: number; value: number }[];
}

export type RuleValue = string | number | Course;

/** Rules of the document as the interface reads them. */
export interface RuleView {
  /** Missing until the rule is kept. */
  id?: string;
  where: Place;
  set: Record<string, RuleValue>;
  on?: boolean;
  recipe?: string;
}

/** A part of a piece that is selected in place of one of its strata, or a stratum of the plan. */
export interface Part {
  kind: 'piece' | 'body' | 'region' | 'plan' | 'stop';
  id: string;
}

/** A course that is being edited. */
export interface CourseTask {
  setting: SettingView;
  course: Course;
  onDone: (course: Course) => void;
}

export interface Selected {
  piece: string;
  /** Id of the stratum that was selected last. */
  stratum: string;
  part?: Part;
}

/** Values by the ids of settings, each with the rule that decides. */
export type Values = Record<string, { value: string; rule: string; below: string }>;

export interface RegionDocument {
  id: string;
  name?: string;
  /** Makes it an insert with a cavity that is so much wider on all sides, mm. */
  clearance?: number;
  box?: { middle: number[]; size: number[] };
  cylinder?: { middle: number[]; diameter: number; height: number };
  sphere?: { middle: number[]; diameter: number };
  solid?: { mesh: string; shift?: number[] };
  core?: { walls?: number; sideways?: number; layers?: number; upright?: number };
  slab?: { core: string; side?: 'both' | 'top' | 'bottom'; layers: number };
  patch?: {
    body: string;
    triangles: string;
    walls?: number;
    sideways?: number;
    layers?: number;
    upright?: number;
  };
}

/** How a click or a stroke over the model marks a patch. */
export interface Marking {
  mode: 'face' | 'edge' | 'brush' | 'circle' | 'band';
  erase: boolean;
  /** Edges sharper than this end what is marked, degrees. */
  angle: number;
  /** Radius of a brush, or half the height of the band, mm. */
  size: number;
}

/** A height range; the topmost has no top. */
export interface StratumDocument {
  id: string;
  name?: string;
  top?: number;
}

/** A stratum of the plan, as far as it lies within the print. */
export interface PlanStratum {
  id: string;
  /** From 1 at the bottom of all of them. */
  number: number;
  /** mm */
  from: number;
  /** mm */
  to: number;
  /** Whether it begins at a boundary, and not at the bottom of the print. */
  hasBoundaryBelow: boolean;
  hasBoundaryAbove: boolean;
}

/**
 * The strata of a plan that lie within a print.
 *
 * @param bottom of the print, mm
 * @param top of the print, mm
 */
export function planStrata(
  strata: readonly StratumDocument[] | undefined,
  bottom: number,
  top: number,
): PlanStratum[] {
  let below = -Infinity;
  return (strata ?? [{ id: 's1' }]).flatMap((stratum, i) => {
    const [low, high] = [below, stratum.top ?? Infinity];
    below = high;
    const [from, to] = [Math.max(low, bottom), Math.min(high, top)];
    const [hasBoundaryBelow, hasBoundaryAbove] = [low > bottom, high < top];
    return to > from
      ? { id: stratum.id, number: i + 1, from, to, hasBoundaryBelow, hasBoundaryAbove }
      : [];
  });
}

export interface PieceDocument {
  id: string;
  name?: string;
  bodies: { id: string; name?: string; mesh: string; shift?: number[] }[];
  placement?: { position?: number[]; rotation?: number[]; scale?: number[] };
  strata?: StratumDocument[];
  fixed?: boolean;
  regions?: RegionDocument[];
}

/** A spot on the bed of which the layers are shown. */
export interface SampleSpot {
  x: number;
  y: number;
  setting: string;
}

type StopDocument = NonNullable<PlanDocument['stops']>[number];

/** A stop; all but these is as the machine has it if it is missing. */
export type StopView = StopDocument & Required<Pick<StopDocument, 'id' | 'note'>>;

/** Where the middle of a region with such a place is, mm; the list itself, so that it can be changed. */
export function middleOf(region: RegionDocument | undefined): number[] | undefined {
  return region?.box?.middle ?? region?.cylinder?.middle ?? region?.sphere?.middle;
}

/** Sizes along X, Y and Z of a region that has any, mm. */
export function sizeOf(region: RegionDocument | undefined): number[] | undefined {
  const { box, cylinder, sphere } = region ?? {};
  const across = cylinder?.diameter ?? sphere?.diameter;
  return box
    ? [...box.size]
    : across !== undefined
      ? [across, across, cylinder?.height ?? across]
      : undefined;
}

/**
 * Gives a region new sizes. What is round takes the one that changed the most.
 *
 * @param size along X, Y and Z, mm
 */
export function resize(region: RegionDocument, size: readonly number[]): void {
  const before = sizeOf(region)!;
  const change = (axis: number) => Math.abs(size[axis]! - before[axis]!);
  const changed = (...axes: number[]) => size[axes.sort((a, b) => change(b) - change(a))[0]!]!;
  if (region.box) {
    region.box.size.splice(0, 3, ...size);
  } else if (region.cylinder) {
    region.cylinder.diameter = changed(0, 1);
    region.cylinder.height = size[2]!;
  } else if (region.sphere) {
    region.sphere.diameter = changed(0, 1, 2);
  }
}

/** What a piece is called; its id if there is no such piece. */
export function pieceName(document: PlanDocument, id: string): string {
  return document.pieces.find((piece) => piece.id === id)?.name ?? id;
}

/**
 * Whether a setting can hold for what is selected.
 *
 * @param scope what its value can differ between
 * @param kind of the selected place: "stratum", "piece", "plan", "body", "region"; a stop has no settings
 */
export function canHold(scope: string, kind: string): boolean {
  switch (kind) {
    case 'stratum':
    case 'piece':
      return scope !== 'plan';
    case 'plan':
      return scope === 'plan' || scope === 'cell' || scope === 'line';
    case 'stop':
      return false;
    default:
      return scope === 'cell' || scope === 'line';
  }
}
