<script lang="ts">
  import type { View } from './draw';
  import type { Ruler } from './ruler.svelte';

  interface Props {
    ruler: Ruler;
    view: View;
    /** Of the sheet, pixels. */
    width: number;
  }

  let { ruler, view, width }: Props = $props();
</script>

{#if ruler.measured}
  {@const { mm, dx, dy, end } = ruler.measured}
  {@const left = end.x * view.scale + view.shiftX}
  <p
    class="num"
    role="status"
    data-testid="measured"
    style:left="{left}px"
    style:top="{view.shiftY + end.y * view.scaleY}px"
    style:translate="{left < width / 2 ? '8px' : 'calc(-100% - 8px)'}
    {dy < 0 ? '10px' : 'calc(-100% - 10px)'}"
  >
    <strong>{mm.toFixed(2)} mm</strong> X {dx.toFixed(2)} Y {dy.toFixed(2)}
  </p>
{/if}

<style>
  p {
    position: absolute;
    padding: 1px 7px;
    border: 1px solid var(--accent);
    border-radius: 3px;
    background: var(--sheet);
    font-size: 12px;
    white-space: nowrap;
    pointer-events: none;
  }
</style>
