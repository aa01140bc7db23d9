<script lang="ts">
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import Copy from '@lucide/svelte/icons/copy';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import type { Course, Place, RuleView } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import RuleDetails from './RuleDetails.svelte';
  import RuleValue from './RuleValue.svelte';
  import { isSamePlace, type Names, whereText } from './where';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  let adding = $state(-1);
  let open = $state(-1);
  let dragged = $state(-1);
  let over = $state(-1);

  const rules = $derived(session.rules);
  /** The rules that decide some value of the selected stratum are shown by their frames. */
  const deciding = $derived(
    new Set(Object.values(session.selectedStratum?.settings ?? {}).map((s) => s.rule)),
  );

  const names: Names = {
    nameOf,
    stratumNumber: (id, pieces) =>
      session.document.pieces
        .filter((piece) => pieces.length === 0 || pieces.includes(piece.id))
        .map((piece) => session.stratumNumber(piece.id, id))
        .find((number) => number > 0) ?? 0,
    planStratumNumber: (id) => session.planStratumNumber(id),
  };

  function nameOf(kind: 'piece' | 'body' | 'region', id: string): string {
    const pieces = session.document.pieces;
    if (kind === 'piece') {
      return pieces.find((piece) => piece.id === id)?.name ?? id;
    }
    for (const piece of pieces) {
      const document = session.pieceDocument(piece.id);
      const part = (kind === 'body' ? document?.bodies : document?.regions)?.find(
        (p) => p.id === id,
      );
      if (part) {
        return part.name ?? part.id;
      }
    }
    return id;
  }

  /**
   * @param to place in the sheet, from 0
   */
  function move(from: number, to: number) {
    if (from < 0 || from === to) {
      return;
    }
    open = -1;
    void session.edit({ action: 'MOVE_RULE', rule: idOf(from), number: to + 1 });
  }

  function idOf(i: number): string {
    return session.rules[i]!.id!;
  }

  function remove(i: number) {
    open = -1;
    void session.edit({ action: 'REMOVE_RULE', rule: idOf(i) });
  }

  function duplicate(i: number) {
    const copy = structuredClone(session.rules[i]!);
    delete copy.id;
    void session.edit({ action: 'ADD_RULE', number: i + 1, rule: copy });
  }

  function toggle(i: number) {
    const on = session.rules[i]!.on === false;
    void session.edit({ action: 'SWITCH_RULE', rule: idOf(i), on });
  }

  function set(i: number, setting: string, value: string | Course) {
    void session.edit({ action: 'SET_IN_RULE', rule: idOf(i), setting: setting as never, value });
  }

  function editCourse(i: number, id: string, course: Course) {
    session.courseTask = {
      setting: session.setting(id),
      course,
      onDone: (changed) => set(i, id, changed),
    };
  }

  function drop(i: number, setting: string) {
    void session.edit({ action: 'CLEAR_IN_RULE', rule: idOf(i), setting: setting as never });
  }

  function add(i: number, setting: string) {
    adding = -1;
    const value = session.selectedStratum?.settings[setting]?.value ?? '';
    set(i, setting, value);
  }

  function addForEverything() {
    const rule = { where: {}, set: { walls: 2 } };
    void session.edit({ action: 'ADD_RULE', number: session.rules.length + 1, rule });
  }

  function addForSelected() {
    const where = session.place;
    if (where) {
      open = 0;
      void session.edit({ action: 'ADD_RULE', number: 1, rule: { where, set: {} } });
    }
  }

  function limit(i: number, where: Place) {
    void session.edit({ action: 'LIMIT_RULE', rule: idOf(i), where });
  }

  /** The settings that a rule for such a place can set, besides those that it sets. */
  function settable(rule: RuleView) {
    const { bodies, regions, roles, planStrata, layers } = rule.where;
    const within =
      [bodies, regions, roles, planStrata].some((list) => (list ?? []).length > 0) || layers;
    return session.shelf.settings.filter((s) => {
      if (s.id in rule.set) {
        return false;
      }
      switch (s.scope) {
        case 'plan':
          return isSamePlace(rule.where, {});
        case 'piece':
        case 'stratum':
          return !within;
        case 'cell':
          return (roles ?? []).length === 0;
        default:
          return true;
      }
    });
  }
</script>

<section class="sheet" aria-label="Rule sheet">
  <header>
    <span
      class="panel-title"
      title="For each setting the topmost rule that matches a spot decides. Drag rules to order them."
      >Rule sheet</span
    >
    <span class="soft">the topmost decides</span>
    <button
      class="tool"
      onclick={addForSelected}
      disabled={!session.place}
      title="A new rule on top for {session.place ? whereText(session.place, names) : ''}"
      ><Plus size={13} />For this place</button
    >
  </header>
  <ol>
    {#each rules as rule, i (rule.id ?? i)}
      <li
        class:deciding={deciding.has(rule.id ?? '')}
        class:off={rule.on === false}
        class:over={over === i && dragged !== i}
        draggable={open !== i && adding !== i}
        ondragstart={(e) => {
          dragged = i;
          e.dataTransfer?.setData('text/plain', `rule ${i + 1}`);
        }}
        ondragover={(e) => {
          if (dragged >= 0) {
            e.preventDefault();
            over = i;
          }
        }}
        ondrop={(e) => {
          e.preventDefault();
          e.stopPropagation();
          move(dragged, i);
        }}
        ondragend={() => {
          dragged = -1;
          over = -1;
        }}
      >
        <div class="where">
          <input
            type="checkbox"
            checked={rule.on !== false}
            aria-label="Rule {i + 1} counts"
            title="Switched off, the rule stays in the sheet and counts for nothing"
            onchange={() => toggle(i)}
          />
          <span class="num soft">{i + 1}</span>
          <button
            class="place"
            aria-expanded={open === i}
            title="What the rule covers, and where it holds"
            onclick={() => (open = open === i ? -1 : i)}>{whereText(rule.where, names)}</button
          >
          <span class="acts">
            <button
              aria-label="Move rule {i + 1} up"
              disabled={i === 0}
              onclick={() => move(i, i - 1)}><ArrowUp size={13} /></button
            >
            <button
              aria-label="Move rule {i + 1} down"
              disabled={i + 1 === rules.length}
              onclick={() => move(i, i + 1)}><ArrowDown size={13} /></button
            >
            <button aria-label="Copy rule {i + 1}" onclick={() => duplicate(i)}
              ><Copy size={13} /></button
            >
            <button aria-label="Remove rule {i + 1}" onclick={() => remove(i)}
              ><Trash size={13} /></button
            >
          </span>
        </div>
        {#if open === i}
          <RuleDetails {session} {rule} index={i} onWhere={(where) => limit(i, where)} />
        {/if}
        <div class="what">
          {#each Object.entries(rule.set) as [id, value] (id)}
            <RuleValue
              {session}
              rule={i + 1}
              {id}
              {value}
              onSet={(text) => set(i, id, text)}
              onCourse={(course) => editCourse(i, id, course)}
              onDrop={() => drop(i, id)}
            />
          {/each}
          {#if adding === i}
            <select
              class="field add"
              aria-label="Setting to add to rule {i + 1}"
              onchange={(e) => add(i, e.currentTarget.value)}
            >
              <option value="">choose a setting …</option>
              {#each settable(rule) as setting (setting.id)}
                <option value={setting.id}>{setting.label}</option>
              {/each}
            </select>
          {:else}
            <button
              class="plus"
              aria-label="Add a setting to rule {i + 1}"
              onclick={() => (adding = i)}><Plus size={13} /></button
            >
          {/if}
        </div>
      </li>
    {/each}
  </ol>
  {#if !rules.some((rule) => whereText(rule.where, names) === 'everything')}
    <button class="tool" onclick={addForEverything}><Plus size={13} />Rule for everything</button>
  {/if}
</section>

<style>
  .sheet {
    padding: 8px 10px;
  }

  header {
    display: flex;
    align-items: center;
    gap: 8px;
    margin-bottom: 4px;
  }

  header span {
    white-space: nowrap;
  }

  header .tool {
    margin-left: auto;
  }

  li {
    border: 1px solid var(--rule-soft);
    border-left: 3px solid var(--rule);
    border-radius: 3px;
    padding: 3px 7px 4px;
    margin-bottom: 4px;
    background: var(--sheet);
  }

  li.deciding {
    border-left-color: var(--accent);
  }

  .where {
    display: flex;
    gap: 7px;
    align-items: baseline;
  }

  .place {
    font-weight: 600;
    text-align: left;
    cursor: pointer;
    min-width: 0;
  }

  .place:hover {
    text-decoration: underline;
  }

  .off .what,
  .off .place {
    color: var(--ink-soft);
    text-decoration: line-through;
  }

  li.over {
    border-top: 3px solid var(--accent);
  }

  .acts {
    margin-left: auto;
    display: flex;
    gap: 2px;
  }

  .acts button,
  .plus {
    color: var(--ink-soft);
    padding: 2px;
    cursor: pointer;
    border-radius: 2px;
  }

  .acts button:disabled {
    opacity: 0.3;
  }

  .acts button:hover:not(:disabled),
  .plus:hover {
    color: var(--accent);
  }

  .what {
    display: flex;
    flex-wrap: wrap;
    gap: 3px 6px;
    align-items: center;
    padding-left: 16px;
  }

  .add {
    width: auto;
  }
</style>
