<script lang="ts">
  import DeadEnd from '../lib/shell/DeadEnd.svelte';
  import { route } from '../router';

  const problem = $derived({
    place: 'the address',
    reason: `There is no page “${route.pathname}”.`,
    remedy: 'Go back to the plans and open one.',
  });
</script>

<DeadEnd {problem} />
