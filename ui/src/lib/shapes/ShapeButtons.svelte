<script lang="ts">
  import { SHAPES, type ShapeForm } from './shapes';

  interface Props {
    onChoose: (form: ShapeForm) => void;
  }

  let { onChoose }: Props = $props();
</script>

<ul>
  {#each SHAPES as form (form.kind)}
    <li>
      <button class="tool" title={form.hint} onclick={() => onChoose(form)}>
        <svg width="30" height="30" viewBox="0 0 24 24" aria-hidden="true"
          ><path d={form.sign} /></svg
        >{form.label} …
      </button>
    </li>
  {/each}
</ul>

<style>
  ul {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 8px;
    padding: 0;
    list-style: none;
  }

  button {
    width: 100%;
    min-height: 48px;
  }

  svg {
    flex: none;
  }

  path {
    fill: none;
    stroke: currentColor;
    stroke-width: 1.2;
    stroke-linejoin: round;
    stroke-linecap: round;
  }
</style>
