import { getContext, setContext } from 'svelte';
import { ApiProblem } from '../api/client';

type Complain = (problem: ApiProblem) => void;

const COMPLAIN = Symbol('complain');

/** Where the fields within the component say what is wrong with what was typed into them. */
export function complainsTo(complain: Complain): void {
  setContext(COMPLAIN, complain);
}

/** The same as what a component that stands alone is given. */
export function complaining(complain: Complain): Map<unknown, unknown> {
  return new Map([[COMPLAIN, complain]]);
}

/**
 * What reads the numbers of a field: asked while its component is made, answers with the number
 * that was typed, or complains and answers with nothing.
 */
export function numberReader(): (
  label: string,
  typed: string,
  least?: number,
) => number | undefined {
  const complain = getContext<Complain | undefined>(COMPLAIN);
  return (label, typed, least = -Infinity) => {
    const number = typed.trim() === '' ? NaN : Number(typed.trim().replace(',', '.'));
    if (Number.isFinite(number) && number >= least) {
      return number;
    }
    const reason = `“${typed}” is no ${Number.isFinite(number) ? 'value for it' : 'number'}.`;
    const remedy = least === -Infinity ? 'Type one such as 4.2.' : `Type one of ${least} or more.`;
    complain?.(new ApiProblem(0, '', label, reason, remedy));
    return undefined;
  };
}
