import type { Course, RuleValue } from '../model/document';

export function isCourse(value: RuleValue | undefined): value is Course {
  return typeof value === 'object';
}

/** A value in a few words: `0, 50 from L2, 100 from L3`. */
export function valueText(value: RuleValue): string {
  if (!isCourse(value)) {
    return String(value);
  }
  const [first, ...rest] = value.steps;
  const joint = value.ramp ? ' to ' : ', ';
  return [String(first?.value ?? ''), ...rest.map((s) => `${s.value} from L${s.layer}`)].join(
    joint,
  );
}

/** A resolved value in so few characters that a field shows it: `0→100` for a course. */
export function shortText(resolved: string): string {
  const steps = [...resolved.matchAll(/(\S+) from layer/g)].map((match) => match[1]!);
  return steps.length === 0 ? resolved : `${steps[0]}→${steps.at(-1)}`;
}

/** What a course is in a layer, counted from 1. */
export function courseAt(course: Course, layer: number): number {
  const steps = course.steps;
  let i = 0;
  while (i + 1 < steps.length && steps[i + 1]!.layer <= layer) {
    i++;
  }
  const below = steps[i]!;
  const above = steps[i + 1];
  return course.ramp && above
    ? below.value +
        ((layer - below.layer) / (above.layer - below.layer)) * (above.value - below.value)
    : below.value;
}

/** Whether two values of a rule are the same. */
export function sameValue(a: RuleValue | undefined, b: RuleValue | undefined): boolean {
  return JSON.stringify(a ?? null) === JSON.stringify(b ?? null);
}

/** What is wrong with a course, in a sentence; empty if nothing is. */
export function courseProblem(course: Course, min: number, max: number): string {
  for (let i = 0; i < course.steps.length; i++) {
    const { layer, value } = course.steps[i]!;
    if (!Number.isInteger(layer) || layer < 1 || (i > 0 && layer <= course.steps[i - 1]!.layer)) {
      return `Step ${i + 1} must begin at a later layer than the one before.`;
    }
    if (!Number.isFinite(value) || value < min || value > max) {
      return `Step ${i + 1} needs a value from ${min} to ${max}.`;
    }
  }
  return '';
}
