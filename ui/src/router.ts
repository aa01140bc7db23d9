import { createRouter } from 'sv-router';
import Plans from './views/Plans.svelte';
import Strata from './views/Strata.svelte';

export const { p, navigate, isActive, route } = createRouter({
  '/': Plans,
  '/plans/:id': Strata,
});
