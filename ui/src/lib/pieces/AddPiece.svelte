<script lang="ts">
  import type { PlanSession } from '../model/session.svelte';
  import { SHAPES, type ShapeForm } from '../shapes/shapes';
  import ShapeSheet from '../shapes/ShapeSheet.svelte';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  let shape: ShapeForm | undefined = $state.raw(undefined);
  let files: HTMLInputElement;

  function choose(event: Event) {
    const select = event.currentTarget as HTMLSelectElement;
    const chosen = select.value;
    select.value = '';
    if (chosen === 'files') {
      files.click();
    } else {
      shape = SHAPES.find((form) => form.kind === chosen);
    }
  }

  function add() {
    const chosen = [...(files.files ?? [])];
    files.value = '';
    if (chosen.length > 0) {
      void session.drop(chosen);
    }
  }
</script>

<input
  bind:this={files}
  type="file"
  multiple
  accept=".stl,.obj,.3mf,.ply,.amf"
  hidden
  aria-label="Files of new pieces"
  onchange={add}
/>
<select
  class="add"
  aria-label="Add a piece"
  title="From files or from a shape"
  value=""
  onchange={choose}
>
  <option value="" disabled>+ piece</option>
  <option value="files">Files …</option>
  {#each SHAPES as form (form.kind)}
    <option value={form.kind}>{form.label} …</option>
  {/each}
</select>
<ShapeSheet
  bind:form={shape}
  action="Add to the plan"
  onMake={(made) => void session.addShape(made)}
/>
