<script lang="ts">
  import Pause from '@lucide/svelte/icons/pause';
  import Play from '@lucide/svelte/icons/play';
  import type { LayerPaths } from '../api/layer';
  import { lengthOf } from './strokes';

  interface Props {
    paths: LayerPaths;
    /** How many lines are shown. */
    until: number;
    role: (stroke: number) => string;
  }

  let { paths, until = $bindable(), role }: Props = $props();

  /** Seconds that a layer plays. */
  const SECONDS = 10;

  let playing = $state(false);

  $effect(() => {
    if (!playing) {
      return;
    }
    const lengths = Array.from({ length: paths.strokes }, (_, i) => lengthOf(paths, i));
    const pace = lengths.reduce((sum, length) => sum + length, 0) / SECONDS;
    let before = performance.now();
    let due = 0;
    let next = requestAnimationFrame(step);
    function step(now: number) {
      due += (pace * (now - before)) / 1000;
      before = now;
      let at = until;
      while (at < lengths.length && due >= lengths[at]!) {
        due -= lengths[at++]!;
      }
      until = at;
      playing = at < lengths.length;
      next = playing ? requestAnimationFrame(step) : 0;
    }
    return () => cancelAnimationFrame(next);
  });

  function toggle() {
    if (!playing && until >= paths.strokes) {
      until = 0;
    }
    playing = !playing;
  }
</script>

<div class="play" role="group" aria-label="The lines of the layer in their order">
  <button
    class="tool"
    onclick={toggle}
    aria-label={playing ? 'Pause' : 'Play'}
    title={playing ? 'Pause' : 'Lay the lines of this layer one after the other'}
  >
    {#if playing}<Pause size={14} aria-hidden="true" />{:else}<Play
        size={14}
        aria-hidden="true"
      />{/if}
  </button>
  <input
    type="range"
    min="0"
    max={paths.strokes}
    bind:value={until}
    oninput={() => (playing = false)}
    aria-label="Lines shown"
    aria-valuetext="{until} of {paths.strokes}"
  />
  <span class="num">{until} of {paths.strokes} lines</span>
  <span class="role">{until > 0 ? `· ${role(until - 1)}` : ''}</span>
</div>

<style>
  .play {
    position: absolute;
    left: 8px;
    right: 8px;
    bottom: 6px;
    display: flex;
    align-items: center;
    gap: 8px;
    padding: 3px 8px;
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-radius: 3px;
    font-size: 12px;
  }

  input {
    flex: 1;
    min-width: 80px;
    accent-color: var(--accent);
  }

  .role {
    width: 92px;
    white-space: nowrap;
  }
</style>
