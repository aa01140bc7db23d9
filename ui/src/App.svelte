<script lang="ts">
  import { Router } from 'sv-router';
  import TaskNote from './lib/shell/TaskNote.svelte';
  import './router';
</script>

<Router />
<TaskNote />
