<script lang="ts">
  import { tick } from 'svelte';
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import { textOn } from '../model/colours';
  import type { RoleName, SettingId, SettingView } from '../api/client';
  import { canHold, type Place, type Values } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import { choicesOf } from './choices';
  import { isCourse } from './course';
  import SettingField from './SettingField.svelte';
  import { isSamePlace } from './where';

  interface Props {
    session: PlanSession;
    /** What the place is, for labels: "stratum", "core" … */
    what: string;
    /** Settings to show while not all are shown. */
    main: readonly string[];
  }

  let { session, what, main }: Props = $props();

  let all = $state(false);
  let role = $state('');
  let fetched: Values | undefined = $state.raw(undefined);

  const ofStratum = $derived(!session.selected?.part && role === '');
  const place: Place | undefined = $derived(
    session.place && (role ? { ...session.place, roles: [role as RoleName] } : session.place),
  );
  const values = $derived(
    (ofStratum ? session.selectedStratum?.settings : fetched) as Values | undefined,
  );
  const canSet = (scope: string) => (role ? scope === 'line' : canHold(scope, what));
  const settable = $derived(
    byGroup(session.shelf.settings.filter((s) => s.id !== 'filament' && canSet(s.scope))),
  );
  const shown = $derived(
    all ? settable : main.map((id) => session.setting(id)).filter((s) => s && canSet(s.scope)),
  );
  const slot = $derived(Number(values?.['filament']?.value ?? 1));

  /** Settings of a group together, the groups in the order in which they first come. */
  function byGroup(settings: SettingView[]): SettingView[] {
    return [...new Set(settings.map((s) => s.group))].flatMap((group) =>
      settings.filter((s) => s.group === group),
    );
  }

  $effect(() => {
    // What the values depend on besides the result.
    void [session.resultRevision, session.selected, session.plane];
    if (!ofStratum && session.selected && session.result && !session.isStale) {
      const asked = role;
      session.valuesHere(asked).then(
        (found) => (fetched = asked === role ? found : fetched),
        () => (fetched = undefined),
      );
    }
  });

  /** A setting that is looked for is shown, and its field gets the focus. */
  $effect(() => {
    const sought = session.sought;
    if (sought) {
      role = '';
      all = true;
      session.sought = undefined;
      void tick().then(() => {
        const field = document.getElementById(`setting-${sought}`);
        field?.scrollIntoView({ block: 'center' });
        field?.focus();
      });
    }
  });

  /** Where a setting is set: what cannot vary within the plan holds for all of it. */
  function placeOf(setting: string): Place | undefined {
    return session.setting(setting).scope === 'plan' ? {} : place;
  }

  function source(setting: string): { text: string; own: boolean } {
    const number = session.ruleNumber(values?.[setting]?.rule ?? '');
    if (number === 0) {
      return { text: 'default', own: false };
    }
    const own = isSamePlace(session.rules[number - 1]?.where, placeOf(setting));
    return { text: own ? 'here' : `rule ${number}`, own };
  }

  /** Opens the course that holds here, or a new one that begins with the value here. */
  function editCourse(setting: SettingView) {
    const found = values?.[setting.id];
    const own = session.rules.find((rule) => rule.id === found?.rule)?.set[setting.id];
    session.courseTask = {
      setting,
      course: isCourse(own)
        ? own
        : { from: 'piece', steps: [{ layer: 1, value: Number(found?.value ?? setting.min) }] },
      onDone: (value) =>
        void session.edit({
          action: 'SET',
          where: placeOf(setting.id),
          setting: setting.id as SettingId,
          value,
        }),
    };
  }

  function set(setting: string, value: string) {
    void session.edit({
      action: 'SET',
      where: placeOf(setting),
      setting: setting as SettingId,
      value,
    });
  }
</script>

<div class="lines">
  <label for="for-role">Lines</label>
  <select
    id="for-role"
    class="field"
    bind:value={role}
    title="Values may hold for lines of one role only"
  >
    <option value="">all that no rule singles out</option>
    {#each session.shelf.roles as label (label)}
      <option value={label}>{label} only</option>
    {/each}
  </select>
</div>
<div class="slots" role="radiogroup" aria-label="Filament of the {what}">
  <span class="label" title={session.setting('filament').description}>Filament</span>
  {#each session.document.slots as id, i (i)}
    {@const filament = session.filament(i + 1)}
    <button
      role="radio"
      aria-checked={slot === i + 1}
      aria-label="Slot {i + 1}: {filament.name}"
      title="Slot {i + 1}: {filament.name}, {filament.material}"
      style:background={filament.colour}
      style:color={textOn(filament.colour)}
      data-filament={id}
      onclick={() => set('filament', String(i + 1))}>{i + 1}</button
    >
  {/each}
  <span class="soft">{session.filament(slot).name}</span>
  {#if source('filament').own && (role || session.selected?.part)}
    <button
      class="take"
      onclick={() => session.edit({ action: 'CLEAR', where: place, setting: 'filament' })}
      aria-label="Take the filament out of this rule">take out</button
    >
  {/if}
</div>
{#each shown as setting, i (setting.id)}
  {#if all && setting.group !== shown[i - 1]?.group}
    <h4>{setting.group}</h4>
  {/if}
  {@const from = source(setting.id)}
  <SettingField
    {setting}
    choices={choicesOf(session, setting)}
    value={values?.[setting.id]?.value ?? ''}
    source={from.text}
    below={values?.[setting.id]?.below}
    own={from.own}
    onSet={(value) => set(setting.id, value)}
    onClear={() =>
      session.edit({
        action: 'CLEAR',
        where: placeOf(setting.id),
        setting: setting.id as SettingId,
      })}
    onCourse={() => editCourse(setting)}
  />
{/each}
<button class="tool more" aria-pressed={all} onclick={() => (all = !all)}>
  <ChevronDown size={14} />{all ? 'Fewer settings' : 'All settings'}
</button>

<style>
  .lines {
    display: grid;
    grid-template-columns: 66px 1fr;
    align-items: center;
    padding-bottom: 3px;
  }

  .slots {
    display: flex;
    align-items: center;
    gap: 4px;
    padding: 2px 0 5px;
    flex-wrap: wrap;
  }

  .slots .label {
    width: 62px;
  }

  .slots button[role='radio'] {
    width: 25px;
    height: 25px;
    border: 1px solid var(--ink-soft);
    border-radius: 3px;
    font-size: 11.5px;
    cursor: pointer;
  }

  .slots button[aria-checked='true'] {
    box-shadow:
      0 0 0 2px var(--sheet),
      0 0 0 4px var(--accent);
    margin: 0 3px;
  }

  .take {
    color: var(--accent);
    text-decoration: underline;
    font-size: 12px;
    cursor: pointer;
  }

  .soft {
    color: var(--ink-soft);
  }

  h4 {
    margin-top: 8px;
    color: var(--ink-soft);
    font-size: 12px;
    font-weight: 600;
  }

  .more {
    margin-top: 6px;
  }
</style>
