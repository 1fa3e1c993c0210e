<script lang="ts" generics="K extends string">
  import type { Typed } from '../typed.svelte';

  /**
   * The fields of a form of one line, side by side as far as there is room.
   * @param of each: name, label, what stands in it while it is empty
   */
  interface Props {
    typed: Typed<K>;
    of: [K, string, string?][];
    mono?: boolean;
  }
  let { typed, of, mono = false }: Props = $props();
</script>

{#each of as [key, label, hint] (key)}<label class="field"
    ><span>{label}</span><input
      class="input"
      class:mono
      name={key}
      placeholder={hint ?? ''}
      bind:value={() => typed.get(key), (v) => typed.set(key, v)}
    /></label
  >{/each}
