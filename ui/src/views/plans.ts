import type { PlanSummary } from '../lib/api/client';

/** Whether all words of a text stand in what the start page says of a plan; true for no words. */
export function matches(plan: PlanSummary, text: string): boolean {
  const said = [
    plan.name,
    plan.machine,
    ...plan.pieces,
    ...plan.variants.map((variant) => variant.name),
  ]
    .join(' ')
    .toLowerCase();
  const words = text.toLowerCase().split(/\s+/);
  return words.every((word) => said.includes(word));
}
