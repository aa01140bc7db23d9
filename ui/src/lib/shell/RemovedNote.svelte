<script lang="ts">
  interface Props {
    /** What was removed. */
    name: string;
    onPutBack: () => void;
  }

  let { name, onPutBack }: Props = $props();
</script>

<p role="status">
  “{name}” is removed.
  <button class="tool" onclick={onPutBack}>Put it back</button>
</p>
