<script lang="ts">
  import type { Look } from './look.svelte';
  import { MEASURES } from './measure';

  interface Props {
    look: Look;
    label: string;
  }

  let { look, label }: Props = $props();
</script>

<select class="field" aria-label={label} bind:value={look.colourBy}>
  <option value="filament">by filament</option>
  <option value="role">by role</option>
  {#each Object.entries(MEASURES) as [name, { label }] (name)}
    <option value={name}>by {label}</option>
  {/each}
</select>

<style>
  select {
    width: 112px;
    min-height: 28px;
  }
</style>
