import type { PlanDocument, SettingView } from '../api/client';

/** A place as rules name it; a list that is missing sets no limit. */
export interface Place {
  pieces?: string[];
  bodies?: string[];
  strata?: number[];
  regions?: string[];
  roles?: string[];
  layers?: { from: 'piece' | 'stratum'; first?: number; last?: number };
  planStrata?: number[];
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
  where: Place;
  set: Record<string, RuleValue>;
  on?: boolean;
  recipe?: string;
}

/** A part of a piece that is selected in place of one of its strata, or a stratum of the plan. */
export interface Part {
  kind: 'piece' | 'body' | 'region' | 'plan' | 'stop';
  /** Of a stratum of the plan, its number. */
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
  /** The stratum that was selected last, from 1. */
  stratum: number;
  part?: Part;
}

/** Values by the ids of settings, each with the rule that decides. */
export type Values = Record<string, { value: string; rule: number; below: string }>;

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
  slab?: { core: string; side?: string; layers: number };
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

export interface PieceDocument {
  id: string;
  name?: string;
  bodies: { id: string; name?: string; mesh: string; shift?: number[] }[];
  placement?: { position?: number[]; rotation?: number[]; scale?: number[] };
  boundaries?: number[];
  strataNames?: string[];
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
