<script lang="ts">
  import { ApiProblem } from '../api/client';
  import { mm, parseHeight } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import { shows } from '../shell/shows';

  interface Props {
    session: PlanSession;
    label: string;
    /** mm */
    height: number;
    /** Is told where the height is to be; answers whether it went there. */
    onMove: (to: number) => Promise<boolean>;
  }

  let { session, label, height, onMove }: Props = $props();

  async function move(event: Event) {
    const input = event.currentTarget as HTMLInputElement;
    const to = parseHeight(session.heights, input.value);
    if (typeof to === 'string') {
      const remedy = 'Type millimetres such as 4.2, or a layer such as L22.';
      session.problem = new ApiProblem(0, '', label, to, remedy);
    } else if (Math.abs(to - height) > 1e-6 && (await onMove(to))) {
      return;
    }
    input.value = mm(height);
  }
</script>

<input
  class="field num"
  aria-label={label}
  title="Millimetres such as 4.2, or a layer such as L22"
  {@attach shows(mm(height))}
  onchange={move}
/>
