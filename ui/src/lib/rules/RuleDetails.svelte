<script lang="ts">
  import { onDestroy } from 'svelte';
  import type { CoverageView, RoleName } from '../api/client';
  import { mm } from '../model/heights';
  import type { Place, RuleView } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import RuleRecipe from './RuleRecipe.svelte';
  import { shows } from '../shell/shows';

  interface Props {
    session: PlanSession;
    rule: RuleView;
    index: number;
    onWhere: (where: Place) => void;
  }

  let { session, rule, index, onWhere }: Props = $props();

  let coverage: CoverageView | undefined = $state.raw(undefined);

  const id = $derived(rule.id);

  $effect(() => {
    void session.resultRevision;
    if (id && !session.isStale) {
      session.ask.coverage(id).then(
        (found) => {
          coverage = found;
          session.shownRule = { id, from: found.from, to: found.to };
        },
        () => (coverage = undefined),
      );
    }
  });

  onDestroy(() => (session.shownRule = undefined));

  const lost = $derived.by(() =>
    Object.entries(coverage?.lost ?? {})
      .filter(([, share]) => share > 0.0005)
      .map(([id, share]) => `${session.setting(id).label} in ${percent(share)}`),
  );
  const roles = $derived(rule.where.roles ?? []);
  const layers = $derived(rule.where.layers);

  function percent(share: number): string {
    return share > 0.9995 ? 'everything' : `${Math.max(1, Math.round(share * 100))} %`;
  }

  function setRoles(list: RoleName[]) {
    const where = { ...rule.where };
    delete where.roles;
    onWhere(list.length > 0 ? { ...where, roles: list } : where);
  }

  function setLayers(from: string) {
    const where = { ...rule.where };
    delete where.layers;
    onWhere(
      from === 'all'
        ? where
        : { ...where, layers: { ...(layers ?? { first: 1 }), from: from as 'piece' | 'stratum' } },
    );
  }

  function setEnd(end: 'first' | 'last', text: string) {
    const number = Math.round(Number(text));
    const changed = { ...layers! };
    if (text.trim() === '' || !(number >= 1)) {
      delete changed[end];
    } else {
      changed[end] = number;
    }
    onWhere({ ...rule.where, layers: changed });
  }
</script>

<div class="details">
  {#if coverage && coverage.volumeMm3 > 0}
    <p>
      Covers <span class="num">{(coverage.volumeMm3 / 1000).toFixed(2)} cm³</span> from
      <span class="num">{mm(coverage.from)}</span>
      to <span class="num">{mm(coverage.to)}</span>{roles.length > 0
        ? `, and there its lines of ${roles.join(', ')} only.`
        : '.'}
      {#if lost.length > 0}
        <span>Rules above decide {lost.join(', ')}.</span>
      {/if}
    </p>
  {:else if coverage}
    <p>Covers nothing.</p>
  {/if}
  <RuleRecipe {session} {rule} {index} />
  <div class="limit">
    <span>only lines</span>
    {#each roles as role (role)}
      <span class="chip"
        >{role}
        <button
          aria-label="Take {role} out of the roles of rule {index + 1}"
          onclick={() => setRoles(roles.filter((r) => r !== role))}>×</button
        ></span
      >
    {/each}
    <select
      class="field"
      aria-label="Add a role to rule {index + 1}"
      value=""
      onchange={(e) => setRoles([...roles, e.currentTarget.value as RoleName])}
    >
      <option value="" disabled>{roles.length > 0 ? 'or …' : 'of all roles'}</option>
      {#each session.shelf.roles.filter((r) => !(roles as string[]).includes(r)) as role (role)}
        <option value={role}>{role}</option>
      {/each}
    </select>
  </div>
  <div class="limit">
    <span>only layers</span>
    <select
      class="field"
      aria-label="Where rule {index + 1} counts its layers from"
      value={layers?.from ?? 'all'}
      onchange={(e) => setLayers(e.currentTarget.value)}
    >
      <option value="all">all</option>
      <option value="piece">from the bottom of the piece</option>
      <option value="stratum">from the start of the stratum</option>
    </select>
    {#if layers}
      <input
        class="field num"
        aria-label="First layer of rule {index + 1}"
        {@attach shows(layers.first ?? 1)}
        onchange={(e) => setEnd('first', e.currentTarget.value)}
      />
      to
      <input
        class="field num"
        aria-label="Last layer of rule {index + 1}"
        placeholder="top"
        {@attach shows(layers.last ?? '')}
        onchange={(e) => setEnd('last', e.currentTarget.value)}
      />
    {/if}
  </div>
</div>

<style>
  .details {
    padding: 3px 0 5px 16px;
    font-size: 12px;
    color: var(--ink-soft);
  }

  .limit {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 5px;
    min-height: 28px;
  }

  .limit .field {
    width: auto;
    font-size: 12px;
  }

  input.field {
    width: 46px;
  }

  .chip {
    border: 1px solid var(--rule);
    border-radius: 3px;
    padding: 0 4px;
    color: var(--ink);
  }

  .chip button {
    cursor: pointer;
  }
</style>
