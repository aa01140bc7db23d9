<script lang="ts" module>
  /** Another machine, or another filament in a slot. */
  export interface Wanted {
    /** Of the machine or the filament. */
    readonly id: string;
    /** From 1; none for a machine. */
    readonly slot?: number;
  }
</script>

<script lang="ts">
  import { ApiProblem, client, data, type PlanChange } from '../api/client';
  import type { PlanSession } from '../model/session.svelte';
  import Sheet from './Sheet.svelte';

  interface Props {
    session: PlanSession;
    /** What may take the place of something; nothing is asked without it. */
    wanted: Wanted | undefined;
  }

  let { session, wanted = $bindable() }: Props = $props();

  let change = $state.raw<PlanChange>();
  const names = $derived.by(() => {
    const from: { id: string; name: string }[] = wanted?.slot
      ? session.filaments
      : session.machines;
    return {
      before: wanted?.slot ? session.filament(wanted.slot).name : session.machine.name,
      after: from.find((item) => item.id === wanted?.id)?.name ?? '',
    };
  });

  $effect(() => {
    if (wanted) {
      void ask(wanted);
    }
  });

  async function ask(asked: Wanted) {
    change = undefined;
    try {
      const answer = await compared(asked);
      if (asked !== wanted) {
        return;
      }
      // Nobody has to agree to what makes no difference.
      if (answer.differences.length === 0 && answer.findings.length === 0 && answer.possible) {
        take();
      } else {
        change = answer;
      }
    } catch (e) {
      wanted = undefined;
      session.problem = ApiProblem.from(e, asked.slot ? 'the filament' : 'the machine');
    }
  }

  function compared({ slot, id: other }: Wanted): Promise<PlanChange> {
    const id = session.state.id;
    return slot
      ? data(
          client.GET('/api/plans/{id}/slots/{slot}/filaments/{filament}', {
            params: { path: { id, slot, filament: other } },
          }),
        )
      : data(
          client.GET('/api/plans/{id}/machines/{machine}', {
            params: { path: { id, machine: other } },
          }),
        );
  }

  function take() {
    const taken = wanted;
    wanted = undefined;
    if (taken) {
      const { slot, id } = taken;
      void session.edit(
        slot
          ? { action: 'LOAD_FILAMENT', slot, filament: id }
          : { action: 'CHOOSE_MACHINE', machine: id },
      );
    }
  }
</script>

<Sheet
  bind:open={
    () => change !== undefined && wanted !== undefined, (open) => !open && (wanted = undefined)
  }
  title="{names.before} → {names.after}"
>
  {#if change}
    {#if change.findings.length > 0}
      <h3>What would no longer fit</h3>
      <ul>
        {#each change.findings as finding, i (i)}
          <li>
            <strong>{finding.what}:</strong>
            {finding.reason} <span class="soft">{finding.remedy}</span>
          </li>
        {/each}
      </ul>
    {/if}
    <h3>What changes with it</h3>
    <table>
      <tbody>
        {#each change.differences as difference (difference.what)}
          <tr>
            <th scope="row">{difference.what}</th>
            <td class="num">{difference.before || 'none'}</td>
            <td aria-hidden="true">→</td>
            <td class="num">{difference.after || 'none'}</td>
          </tr>
        {:else}
          <tr><td class="soft">Nothing.</td></tr>
        {/each}
      </tbody>
    </table>
    <p class="soft">What rules say stays as it is.</p>
    <p class="buttons">
      <button class="tool strong" disabled={!change.possible} onclick={take}
        >Change to {names.after}</button
      >
      <button class="tool" onclick={() => (wanted = undefined)}>Stay with {names.before}</button>
    </p>
  {/if}
</Sheet>

<style>
  h3 {
    font-weight: 600;
    padding: 6px 0 2px;
  }

  ul {
    padding-left: 18px;
    list-style: disc;
    max-width: 560px;
  }

  th {
    text-align: left;
    font-weight: 400;
    padding-right: 18px;
  }

  td {
    padding: 2px 12px 2px 0;
  }

  .buttons {
    display: flex;
    gap: 8px;
    padding-top: 10px;
  }
</style>
