<script lang="ts">
  import { ApiProblem, client, data, type MachineChange } from '../api/client';
  import type { PlanSession } from '../model/session.svelte';
  import Sheet from './Sheet.svelte';

  interface Props {
    session: PlanSession;
    /** Id of the machine that is asked about; empty for none. */
    machine: string;
  }

  let { session, machine = $bindable() }: Props = $props();

  let change = $state.raw<MachineChange>();
  const name = $derived(session.shelf.machines.find((m) => m.id === machine)?.name ?? '');

  $effect(() => {
    if (machine) {
      void ask(machine);
    }
  });

  async function ask(asked: string) {
    change = undefined;
    try {
      const path = { id: session.state.id, machine: asked };
      const answer = await data(
        client.GET('/api/plans/{id}/machines/{machine}', { params: { path } }),
      );
      change = asked === machine ? answer : change;
    } catch (e) {
      machine = '';
      session.problem = ApiProblem.from(e, 'the machine');
    }
  }

  function take() {
    const taken = machine;
    machine = '';
    void session.replace((document) => ({ ...document, machine: taken }));
  }
</script>

<Sheet
  bind:open={() => machine !== '', (open) => !open && (machine = '')}
  title="{session.machine.name} → {name}"
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
            <td class="num">{difference.before}</td>
            <td aria-hidden="true">→</td>
            <td class="num">{difference.after}</td>
          </tr>
        {:else}
          <tr><td class="soft">Nothing.</td></tr>
        {/each}
      </tbody>
    </table>
    <p class="soft">What rules say stays as it is.</p>
    <p class="buttons">
      <button class="tool strong" disabled={!change.possible} onclick={take}
        >Change to {name}</button
      >
      <button class="tool" onclick={() => (machine = '')}>Stay with {session.machine.name}</button>
    </p>
  {:else}
    <p class="soft">Comparing …</p>
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
