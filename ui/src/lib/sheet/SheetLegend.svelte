<script lang="ts">
  import type { SvelteSet } from 'svelte/reactivity';
  import { ROLE_STYLE } from '../model/colours';
  import type { ColourBy } from './draw';
  import { isMeasure, MEASURES, SCALE, type Range } from './measure';

  interface Props {
    colourBy: ColourBy;
    /** Of the values that colours tell, if they tell any. */
    range: Range | undefined;
    /** Which lines it is about. */
    where: string;
    /** The roles that there are lines of. */
    roles: readonly string[];
    hidden: SvelteSet<string>;
  }

  let { colourBy, range, where, roles, hidden }: Props = $props();

  const measure = $derived(isMeasure(colourBy) ? MEASURES[colourBy] : undefined);
  const hiddenHere = $derived(roles.filter((role) => hidden.has(role)));

  function toggle(role: string) {
    if (!hidden.delete(role)) {
      hidden.add(role);
    }
  }

  const shown = (value: number) => value.toFixed(measure?.decimals ?? 0);
</script>

{#if colourBy === 'role'}
  <ul class="legend" aria-label="Roles {where}">
    {#each roles as role (role)}
      <li>
        <button
          aria-pressed={!hidden.has(role)}
          title={hidden.has(role) ? `Show ${role}` : `Hide ${role}`}
          onclick={() => toggle(role)}
        >
          <svg width="26" height="8" aria-hidden="true">
            <line
              x1="1"
              x2="25"
              y1="4"
              y2="4"
              stroke={ROLE_STYLE[role]?.colour}
              stroke-width="4"
              stroke-dasharray={ROLE_STYLE[role]?.dash.map((d) => d * 4).join(' ')}
            />
          </svg>
          {role}
        </button>
      </li>
    {/each}
  </ul>
{:else if (measure && range) || hiddenHere.length > 0}
  <div class="legend">
    {#if measure && range}
      <div role="group" aria-label="Scale of {measure.label} {where}">
        <p class="what">{measure.label} {where}{measure.unit && `, ${measure.unit}`}</p>
        {#if range.low < range.high}
          <div class="scale" style:background="linear-gradient(to right, {SCALE.join(', ')})"></div>
          <p class="ends num"><span>{shown(range.low)}</span><span>{shown(range.high)}</span></p>
        {:else}
          <p class="ends num"><span>{shown(range.low)} everywhere</span></p>
        {/if}
      </div>
    {/if}
    {#if hiddenHere.length > 0}
      <button onclick={() => hidden.clear()} title="Show all lines again"
        >without {hiddenHere.join(', ')} · show</button
      >
    {/if}
  </div>
{/if}

<style>
  .legend {
    position: absolute;
    right: 8px;
    top: 38px;
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-radius: 3px;
    padding: 3px;
    font-size: 12px;
  }

  .legend button {
    display: flex;
    align-items: center;
    gap: 6px;
    padding: 1px 5px;
    cursor: pointer;
  }

  .legend button[aria-pressed='false'] {
    text-decoration: line-through;
    color: var(--ink-soft);
  }

  .what {
    padding: 1px 5px 3px;
  }

  .scale {
    width: 150px;
    height: 9px;
    margin: 0 5px;
    border: 1px solid var(--ink-soft);
  }

  .ends {
    display: flex;
    justify-content: space-between;
    padding: 1px 5px;
  }
</style>
