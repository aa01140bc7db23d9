<script lang="ts">
  import type { RuleView } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import { sameValue, valueText } from './course';

  interface Props {
    session: PlanSession;
    rule: RuleView;
    index: number;
  }

  let { session, rule, index }: Props = $props();

  let naming = $state(false);
  let name = $state('');

  const recipe = $derived(session.recipes.find((r) => r.id === rule.recipe));
  const values = $derived((recipe?.values ?? {}) as RuleView['set']);
  /** Settings of the recipe that have another value in the rule, or none. */
  const differing = $derived(
    Object.keys(values).filter((id) => !sameValue(values[id], rule.set[id])),
  );

  async function save() {
    if (name.trim() && (await session.saveRecipe(name.trim(), rule.recipe ?? '', rule.set))) {
      naming = false;
    }
  }
</script>

<div class="recipe">
  <span>recipe</span>
  <select
    class="field"
    aria-label="Recipe of rule {index + 1}"
    title="Puts the values of a recipe into the rule"
    value={recipe?.id ?? ''}
    onchange={(e) =>
      session.edit({ action: 'APPLY_RECIPE', rule: rule.id!, recipe: e.currentTarget.value })}
  >
    <option value="" disabled>none</option>
    {#each session.recipes as other (other.id)}
      <option value={other.id}>{other.name}</option>
    {/each}
  </select>
  {#if naming}
    <input
      class="field name"
      aria-label="Name of the new recipe"
      placeholder="name"
      bind:value={name}
      onkeydown={(e) => e.key === 'Enter' && save()}
    />
    <button class="tool" onclick={save} disabled={!name.trim()}>Keep</button>
  {:else}
    <button
      class="tool"
      onclick={() => (naming = true)}
      title={recipe
        ? `A recipe based on ${recipe.name} that holds the differences`
        : 'A recipe with the values of this rule'}>Save as recipe …</button
    >
  {/if}
</div>
{#if recipe && differing.length > 0}
  <ul aria-label="Differences from {recipe.name}">
    {#each differing as id (id)}
      <li>
        {session.setting(id)?.label}: here
        <span class="num">{rule.set[id] === undefined ? 'not set' : valueText(rule.set[id])}</span>,
        in {recipe.name} <span class="num">{valueText(values[id]!)}</span>
        {session.setting(id)?.unit}
      </li>
    {/each}
  </ul>
{:else if recipe}
  <p>As in {recipe.name}.</p>
{/if}

<style>
  .recipe {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 5px;
    min-height: 28px;
  }

  .recipe .field {
    width: auto;
    font-size: 12px;
  }

  .recipe .name {
    width: 110px;
  }
</style>
