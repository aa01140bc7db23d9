import type { SettingView } from '../api/client';
import type { PlanSession } from '../model/session.svelte';

/** A value that can be chosen, and how it is called. */
export interface Choice {
  readonly value: string;
  readonly name: string;
}

/** Slots of filaments for lines that have that of their stratum if none is chosen. */
const OWN_SLOT = new Set(['supportFilament', 'interfaceFilament']);

/** What a setting can be in a plan; empty where a number is typed. */
export function choicesOf(session: PlanSession, setting: SettingView): readonly Choice[] {
  const slots = session.document.slots.map((_, i) => slotChoice(session, i + 1));
  if (setting.id === 'filament') {
    const mixes = session.result?.mixes ?? [];
    return [...slots, ...mixes.map((mix) => slotChoice(session, mix.slot))];
  }
  if (OWN_SLOT.has(setting.id)) {
    return [{ value: '0', name: 'the stratum’s' }, ...slots];
  }
  return setting.choices.map((choice) => ({ value: choice, name: choice }));
}

function slotChoice(session: PlanSession, slot: number): Choice {
  return { value: String(slot), name: session.filament(slot).name };
}
