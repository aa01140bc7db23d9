<script lang="ts">
  interface Props {
    name: string;
    /** Of the name's field. */
    label: string;
    /** What it is, in a few words. */
    note: string;
    /** Whether it is a place without lines of its own. */
    dashed?: boolean;
    onRename: (name: string) => void;
  }

  let { name, label, note, dashed = false, onRename }: Props = $props();

  function rename(event: Event) {
    const input = event.currentTarget as HTMLInputElement;
    const text = input.value.trim();
    if (text && text !== name) {
      onRename(text);
    }
    input.value = name;
  }
</script>

<header class:dashed>
  <input aria-label={label} value={name} onchange={rename} />
  <span>{note}</span>
</header>

<style>
  header {
    display: flex;
    justify-content: space-between;
    gap: 8px;
    align-items: baseline;
    padding: 3px 8px;
    border: 1px solid var(--rule);
    border-radius: 3px;
  }

  .dashed {
    border: 1px dashed var(--accent);
  }

  input {
    font-weight: 600;
    background: transparent;
    min-width: 0;
    flex: 1;
  }

  span {
    color: var(--ink-soft);
    font-size: 12px;
  }
</style>
