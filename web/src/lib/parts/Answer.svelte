<script lang="ts">
  import { Draft } from '../draft.svelte';

  /** The answer to a note; what is typed stays on the device until it is said. */
  let {
    note,
    label,
    placeholder,
    run,
  }: { note: string; label: string; placeholder: string; run: (words: string) => Promise<boolean> } =
    $props();
  const typed = new Draft(() => `answer ${note}`);
</script>

<form
  class="mt-1 flex gap-2"
  onsubmit={(e) => {
    e.preventDefault();
    void run(typed.words).then((said) => {
      if (said) typed.words = '';
    });
  }}
>
  <input class="input" bind:value={typed.words} name="words" {placeholder} aria-label={label} /><button
    class="tight btn">Answer</button
  >
</form>
