<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { client, data, type RecipeView, type SettingView, type ShelfView } from '../api/client';
  import type { RuleValue } from '../model/document';
  import { isCourse, valueText } from '../rules/course';
  import { Attempts } from '../model/attempts.svelte';
  import ProblemNote from '../shell/ProblemNote.svelte';
  import { shows } from '../shell/shows';

  let shelf = $state.raw<ShelfView>();
  let recipes: RecipeView[] = $state.raw([]);
  let chosen = $state('');
  const attempts = new Attempts('the shelf');

  const recipe = $derived(recipes.find((r) => r.id === chosen) ?? recipes[0]);
  const own = $derived((recipe?.own ?? {}) as Record<string, RuleValue>);
  const values = $derived((recipe?.values ?? {}) as Record<string, RuleValue>);
  /** Recipes below the ones that they are based on. */
  const tree = $derived(branches('', 0));
  const settings = $derived((shelf?.settings ?? []).filter((s) => s.id in values));
  const others = $derived((shelf?.settings ?? []).filter((s) => !(s.id in values)));

  void attempts.read(async () => {
    [shelf, recipes] = await Promise.all([
      data(client.GET('/api/shelf')),
      data(client.GET('/api/shelf/recipes')),
    ]);
  });

  function branches(basedOn: string, depth: number): { recipe: RecipeView; depth: number }[] {
    return recipes
      .filter((r) => r.basedOn === basedOn)
      .flatMap((r) => [{ recipe: r, depth }, ...branches(r.id, depth + 1)]);
  }

  interface Change {
    name?: string;
    basedOn?: string;
    own?: (own: Record<string, RuleValue>) => Record<string, RuleValue>;
  }

  /** Changes the chosen recipe as it will be when all edits before are taken. */
  function change(what: Change) {
    const { id } = recipe!;
    void attempts.inTurn(async () => {
      const { name, basedOn, own } = recipes.find((r) => r.id === id)!;
      const held = own as Record<string, RuleValue>;
      const body = {
        name: what.name ?? name,
        basedOn: what.basedOn ?? basedOn,
        values: (what.own?.(held) ?? held) as never,
      };
      recipes = await data(
        client.PUT('/api/shelf/recipes/{id}', { params: { path: { id } }, body }),
      );
    });
  }

  function set(setting: SettingView, text: string) {
    const number = Number(text.replace(',', '.'));
    const value = setting.choices.length > 0 || Number.isNaN(number) ? text : number;
    change({ own: (own) => ({ ...own, [setting.id]: value }) });
  }

  function drop(setting: SettingView) {
    change({
      own: (own) => Object.fromEntries(Object.entries(own).filter(([id]) => id !== setting.id)),
    });
  }

  function add() {
    void attempts.inTurn(async () => {
      const known = recipes.map((r) => r.id);
      recipes = await data(
        client.POST('/api/shelf/recipes', {
          body: { name: 'New recipe', basedOn: recipe?.id ?? '', values: {} as never },
        }),
      );
      chosen = recipes.find((r) => !known.includes(r.id))?.id ?? '';
    });
  }

  function remove() {
    const id = recipe!.id;
    void attempts.inTurn(async () => {
      recipes = await data(client.DELETE('/api/shelf/recipes/{id}', { params: { path: { id } } }));
    });
  }

  /** Neither a recipe itself nor one that is based on it can be its basis. */
  function canBeBasis(other: RecipeView): boolean {
    for (
      let at: RecipeView | undefined = other;
      at;
      at = recipes.find((r) => r.id === at!.basedOn)
    ) {
      if (at.id === recipe?.id) {
        return false;
      }
    }
    return true;
  }
</script>

{#if attempts.problem}
  <ProblemNote problem={attempts.problem} onClose={attempts.forget} />
{/if}
<div class="columns">
  <nav aria-label="Recipes">
    {#each tree as { recipe: r, depth } (r.id)}
      <button
        class="entry"
        style:padding-left="{10 + 18 * depth}px"
        aria-pressed={r.id === recipe?.id}
        onclick={() => (chosen = r.id)}
        >{#if depth > 0}<span class="soft" aria-hidden="true">└</span>{/if}
        {r.name}
        <span class="soft">{Object.keys(r.own as object).length} own</span></button
      >
    {:else}
      <p class="soft">There is no recipe yet.</p>
    {/each}
    <button class="tool" onclick={add}
      ><Plus size={13} />{recipe ? `Based on ${recipe.name}` : 'Recipe'}</button
    >
  </nav>
  {#if recipe && shelf}
    <section aria-label="Recipe {recipe.name}">
      <div class="head">
        <input
          class="field"
          aria-label="Name of the recipe"
          {@attach shows(recipe.name, attempts.answers)}
          onchange={(e) => change({ name: e.currentTarget.value.trim() || recipe.name })}
        />
        <label
          >based on
          <select
            class="field"
            {@attach shows(recipe.basedOn, attempts.answers)}
            onchange={(e) => change({ basedOn: e.currentTarget.value })}
          >
            <option value="">nothing</option>
            {#each recipes.filter(canBeBasis) as other (other.id)}
              <option value={other.id}>{other.name}</option>
            {/each}
          </select></label
        >
        <button class="tool" onclick={remove}><Trash size={13} />Remove</button>
      </div>
      <table>
        <thead>
          <tr><th>setting</th><th>value</th><th>from</th><th></th></tr>
        </thead>
        <tbody>
          {#each settings as setting (setting.id)}
            {@const value = values[setting.id]!}
            {@const isOwn = setting.id in own}
            <tr class:own={isOwn}>
              <td title={setting.description}>{setting.label}</td>
              <td>
                {#if isCourse(value)}
                  <span class="num">{valueText(value)}</span>
                {:else if setting.choices.length > 0}
                  <select
                    class="field"
                    aria-label={setting.label}
                    {@attach shows(value, attempts.answers)}
                    onchange={(e) => set(setting, e.currentTarget.value)}
                  >
                    {#each setting.choices as choice (choice)}<option>{choice}</option>{/each}
                  </select>
                {:else}
                  <input
                    class="field num"
                    aria-label={setting.label}
                    {@attach shows(value, attempts.answers)}
                    onchange={(e) => set(setting, e.currentTarget.value)}
                  />
                {/if}
                <span class="soft">{setting.unit}</span>
              </td>
              <td class="soft">{isOwn ? 'here' : 'its basis'}</td>
              <td>
                {#if isOwn}
                  <button
                    class="tool"
                    aria-label="Take {setting.label} out"
                    onclick={() => drop(setting)}>×</button
                  >
                {/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
      <select
        class="field"
        aria-label="Setting to add"
        value=""
        onchange={(e) => {
          const setting = others.find((s) => s.id === e.currentTarget.value)!;
          e.currentTarget.value = '';
          set(setting, setting.choices[0] ?? String(setting.min));
        }}
      >
        <option value="" disabled>add a setting …</option>
        {#each others as setting (setting.id)}
          <option value={setting.id}>{setting.group}: {setting.label}</option>
        {/each}
      </select>
    </section>
  {/if}
</div>

<style>
  nav .tool {
    justify-self: start;
    margin-top: 8px;
  }

  .head {
    display: flex;
    gap: 14px;
    align-items: center;
    margin-bottom: 10px;
  }

  .head > .field {
    flex: 1;
    font-weight: 600;
  }

  .head label {
    display: flex;
    align-items: center;
    gap: 6px;
    white-space: nowrap;
  }

  .head .tool {
    margin-left: auto;
  }

  table {
    width: 100%;
    border-collapse: collapse;
    margin-bottom: 10px;
  }

  th {
    text-align: left;
    font-size: 12px;
    font-weight: 600;
    color: var(--ink-soft);
  }

  td {
    border-top: 1px solid var(--rule-soft);
    padding: 3px 6px 3px 0;
  }

  td select.field {
    width: auto;
  }

  section > select {
    width: auto;
  }

  td input.field {
    width: 80px;
    text-align: right;
  }

  .own .field {
    border-color: var(--accent);
    background: var(--accent-wash);
    font-weight: 600;
  }
</style>
