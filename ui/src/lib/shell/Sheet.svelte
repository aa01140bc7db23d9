<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { Dialog, Portal } from '@skeletonlabs/skeleton-svelte';
  import type { Snippet } from 'svelte';

  interface Props {
    open: boolean;
    title: string;
    /** For tables of many columns. */
    wide?: boolean;
    children: Snippet;
  }

  let { open = $bindable(), title, wide = false, children }: Props = $props();

  // Whatever has the focus: the dialog's own listener leaves the key to any layer opened after it.
  function key(event: KeyboardEvent) {
    if (open && event.key === 'Escape') {
      open = false;
      event.preventDefault();
    }
  }
</script>

<svelte:window onkeydown={key} />

<Dialog {open} onOpenChange={(d) => (open = d.open)}>
  <Portal>
    <Dialog.Backdrop class="fixed inset-0 z-50 bg-black/40" />
    <Dialog.Positioner class="fixed inset-0 z-50 grid place-items-center p-6">
      <Dialog.Content class="sheet-dialog {wide ? 'wide' : ''}">
        <header>
          <Dialog.Title class="sheet-title">{title}</Dialog.Title>
          <Dialog.CloseTrigger class="tool" aria-label="Close"><X size={14} /></Dialog.CloseTrigger>
        </header>
        {@render children()}
      </Dialog.Content>
    </Dialog.Positioner>
  </Portal>
</Dialog>

<style>
  :global(.sheet-dialog) {
    background: var(--sheet);
    color: var(--ink);
    border: 1px solid var(--rule);
    border-radius: 4px;
    padding: 14px 18px 18px;
    min-width: 380px;
    max-width: 640px;
    max-height: 90vh;
    overflow: auto;
    box-shadow: 0 10px 40px rgb(0 0 0 / 30%);
  }

  :global(.sheet-dialog.wide) {
    width: min(860px, 100%);
    max-width: none;
  }

  header {
    display: flex;
    justify-content: space-between;
    align-items: center;
    margin-bottom: 10px;
  }

  :global(.sheet-title) {
    font-size: 15px;
    font-weight: 600;
  }
</style>
