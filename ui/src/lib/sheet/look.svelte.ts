import { SvelteSet } from 'svelte/reactivity';
import type { ColourBy } from './draw';

/** How lines are shown, alike on the layer sheet and in the model. */
export class Look {
  colourBy: ColourBy = $state('filament');
  /** Roles that are left out. */
  readonly hidden = new SvelteSet<string>();
  /** Whether the ways between lines and the seams are shown. */
  travels = $state(false);
  /** Whether the layer below the one at the level is shown faint. */
  below = $state(true);
  /** Whether the model shows its lines in the place of what they fill. */
  lines = $state(false);
  /** Whether the model shows the lines of the layer at the level alone, not all below it. */
  alone = $state(false);
  /** How many lines of the layer at the level are shown while they are played; undefined for all. */
  until: number | undefined = $state();
}
