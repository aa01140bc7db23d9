<script lang="ts">
  import type { PlanSession } from '../model/session.svelte';
  import { goingTo, matching, selections, settings, type Command } from './commands';
  import Sheet from './Sheet.svelte';

  interface Props {
    session: PlanSession;
    open: boolean;
    commands: readonly Command[];
  }

  let { session, open = $bindable(), commands }: Props = $props();

  let text = $state('');
  let field: HTMLInputElement | undefined = $state();
  let list: HTMLUListElement | undefined = $state();
  const found = $derived(
    open
      ? [
          ...goingTo(session, text),
          ...matching([...commands, ...selections(session), ...settings(session)], text),
        ]
      : [],
  );
  let at = $derived(found.length > 0 ? 0 : -1);

  $effect(() => {
    if (!open) {
      text = '';
      // The next key is for the view at once, and not only when the dialog has faded.
      field?.blur();
    }
  });

  $effect(() => {
    list?.children[at]?.scrollIntoView({ block: 'nearest' });
  });

  /** Where the chosen command leads can be got ready before it is run. */
  $effect(() => {
    if (open) {
      session.pointed = found[at]?.layer;
      return () => (session.pointed = undefined);
    }
  });

  function key(event: KeyboardEvent) {
    if (event.key === 'ArrowDown') {
      at = Math.min(found.length - 1, at + 1);
    } else if (event.key === 'ArrowUp') {
      at = Math.max(0, at - 1);
    } else if (event.key === 'Enter' && found[at]) {
      run(found[at]!);
    } else {
      return;
    }
    event.preventDefault();
  }

  /** A key that comes before the field has the focus, or after it lost it, is for the field too. */
  function keyElsewhere(event: KeyboardEvent) {
    const { target } = event;
    const isElsewhere = open && target !== field && !(target instanceof HTMLButtonElement);
    if (!isElsewhere || event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) {
      return;
    }
    if (event.key.length === 1) {
      text += event.key;
      event.preventDefault();
    } else {
      key(event);
    }
    if (event.defaultPrevented) {
      field?.focus();
    }
  }

  function run(command: Command) {
    open = false;
    command.run();
  }
</script>

<svelte:window onkeydown={keyElsewhere} />

<Sheet bind:open title="What to do">
  <!-- svelte-ignore a11y_autofocus -->
  <input
    class="field"
    role="combobox"
    aria-label="What to do"
    aria-expanded="true"
    aria-controls="commands"
    aria-activedescendant={at >= 0 ? `command-${at}` : undefined}
    placeholder="some words, a setting, or a layer or height such as L22 or 4.2"
    autofocus
    bind:this={field}
    bind:value={text}
    onkeydown={key}
  />
  <ul id="commands" role="listbox" aria-label="What can be done" bind:this={list}>
    {#each found as command, i (command.label)}
      <!-- svelte-ignore a11y_click_events_have_key_events -->
      <li
        id="command-{i}"
        role="option"
        aria-selected={i === at}
        onclick={() => run(command)}
        onpointermove={() => (at = i)}
      >
        {command.label}
        {#if command.key}<kbd>{command.key}</kbd>{/if}
      </li>
    {:else}
      <li class="none">Nothing has these words. Try fewer.</li>
    {/each}
  </ul>
</Sheet>

<style>
  ul {
    width: 460px;
    height: 330px;
    overflow: auto;
    margin-top: 8px;
    font-size: 12.5px;
  }

  li {
    display: flex;
    justify-content: space-between;
    padding: 4px 8px;
    border-radius: 3px;
    cursor: pointer;
  }

  li[aria-selected='true'] {
    background: var(--accent-wash);
  }

  .none {
    color: var(--ink-soft);
    cursor: default;
  }

  kbd {
    color: var(--ink-soft);
  }
</style>
