<script lang="ts">
  import Sheet from '../shell/Sheet.svelte';
  import { shapeOf, usual, type Shape, type ShapeForm } from './shapes';

  interface Props {
    /** The shape that is asked for; none closes the dialog. */
    form: ShapeForm | undefined;
    /** What pressing the button does, such as "Start a plan". */
    action: string;
    onMake: (shape: Shape) => void;
  }

  let { form = $bindable(), action, onMake }: Props = $props();

  let typed: Record<string, string> = $state({});
  let text = $state('');
  /** Whether the button was pressed: only then complaints are shown. */
  let tried = $state(false);

  $effect(() => {
    typed = form ? usual(form) : {};
    tried = false;
  });

  const made = $derived(form && shapeOf(form, typed, text));

  function make(event: SubmitEvent) {
    event.preventDefault();
    tried = true;
    if (made && Object.keys(made.wrong).length === 0) {
      const { shape } = made;
      form = undefined;
      onMake(shape);
    }
  }

  function select(event: FocusEvent) {
    (event.currentTarget as HTMLInputElement).select();
  }
</script>

{#snippet complaint(key: string)}
  {#if tried && made?.wrong[key]}
    <span class="bad" id="wrong-{key}" role="alert">{made.wrong[key]}</span>
  {/if}
{/snippet}

<Sheet
  bind:open={() => form !== undefined, (open) => (form = open ? form : undefined)}
  title={form?.label ?? ''}
>
  {#if form}
    <p>{form.hint}</p>
    <form onsubmit={make} novalidate>
      {#if form.says}
        <label for="shape-text">Text</label>
        <span class="entry">
          <input
            id="shape-text"
            class="field"
            maxlength="40"
            autocomplete="off"
            bind:value={text}
            aria-invalid={tried && 'text' in made!.wrong}
            aria-describedby="wrong-text"
          />
          {@render complaint('text')}
        </span>
      {/if}
      {#each form.sizes as size (size.key)}
        <label for="shape-{size.key}">{size.label}</label>
        <span class="entry">
          <input
            id="shape-{size.key}"
            class="field num"
            inputmode="decimal"
            autocomplete="off"
            bind:value={typed[size.key]}
            onfocus={select}
            aria-invalid={tried && size.key in made!.wrong}
            aria-describedby="wrong-{size.key}"
          />
          <span class="unit">mm</span>
          {@render complaint(size.key)}
        </span>
      {/each}
      <div class="buttons">
        <button class="tool strong" type="submit">{action}</button>
        <button class="tool" type="button" onclick={() => (form = undefined)}>Cancel</button>
      </div>
    </form>
  {/if}
</Sheet>

<style>
  p,
  .unit {
    color: var(--ink-soft);
  }

  form {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 8px 14px;
    align-items: center;
    margin-top: 10px;
  }

  .entry {
    display: flex;
    gap: 6px;
    align-items: center;
  }

  .num {
    width: 84px;
    text-align: right;
  }

  .bad {
    color: var(--bad);
  }

  .buttons {
    grid-column: 2;
    display: flex;
    gap: 8px;
    margin-top: 6px;
  }
</style>
