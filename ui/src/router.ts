import { createRouter } from 'sv-router';
import Compare from './views/Compare.svelte';
import NoPage from './views/NoPage.svelte';
import Plans from './views/Plans.svelte';
import RunSheet from './views/RunSheet.svelte';
import Shelf from './views/Shelf.svelte';
import Strata from './views/Strata.svelte';

export const { p, navigate, isActive, route } = createRouter({
  '/': Plans,
  '/shelf': Shelf,
  '/plans/:id': Strata,
  '/plans/:id/run': RunSheet,
  '/plans/:id/compare/:other': Compare,
  '*': NoPage,
});
