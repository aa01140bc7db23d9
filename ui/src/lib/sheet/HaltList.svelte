<script lang="ts">
  import type { HaltView } from '../api/client';
  import { mm } from '../model/heights';
  import { pieceName } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';

  interface Props {
    session: PlanSession;
    /** Those of one layer, in their order. */
    halts: HaltView[];
  }

  let { session, halts }: Props = $props();
</script>

{#if halts.length > 0}
  <ul aria-label="Stops at this layer">
    {#each halts as halt, i (i)}
      <li>
        <strong
          >{halt.withinLayer ? 'Within' : 'Before'} this layer{halt.piece
            ? ` of ${pieceName(session.document, halt.piece)}`
            : ''}, at {mm(halt.heightMm)}:</strong
        >
        {#if halt.colourChange}
          <span class="swatch" style:background={session.filament(halt.fromSlot).colour}
          ></span>{session.filament(halt.fromSlot).name} out,
          <span class="swatch" style:background={session.filament(halt.toSlot).colour}
          ></span>{session.filament(halt.toSlot).name} in
        {/if}
        {[
          ...(halt.colourChange ? [''] : []),
          ...halt.kinds,
          ...(halt.note ? [halt.note] : []),
        ].join(' · ')}
      </li>
    {/each}
  </ul>
{/if}

<style>
  ul {
    font-size: 12px;
    pointer-events: none;
  }

  li {
    display: flex;
    gap: 5px;
    align-items: center;
    padding: 2px 8px;
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-left: 4px solid var(--accent);
    border-radius: 3px;
  }
</style>
