<script lang="ts">
  import { STATE, type State } from '../words';

  /** How a thing stands, by form before colour: hatched, solid, cut corner, struck through. */
  let { state, size = 14, now = false }: { state: State; size?: number; now?: boolean } = $props();
  const id = $props.id();
</script>

<svg width={size} height={size} viewBox="0 0 14 14" role="img" aria-label={STATE[state]} class:now>
  {#if state === 'OWED'}
    <defs
      ><pattern
        id="h{id}"
        width="3.4"
        height="3.4"
        patternTransform="rotate(45)"
        patternUnits="userSpaceOnUse"
        ><line x1="0" y1="0" x2="0" y2="3.4" stroke="currentColor" stroke-width="1.3" /></pattern
      ></defs
    >
    <rect
      x="0.75"
      y="0.75"
      width="12.5"
      height="12.5"
      fill="url(#h{id})"
      stroke="currentColor"
      stroke-width="1.2"
    />
  {:else if state === 'IN_HAND'}
    <rect width="14" height="14" fill="currentColor" />
  {:else if state === 'IN_DOUBT'}
    <path d="M0 0h8l6 6v8H0z" fill="currentColor" />
  {:else}
    <rect x="1.5" y="1.5" width="11" height="11" fill="none" stroke="currentColor" /><line
      x1="0"
      y1="7"
      x2="14"
      y2="7"
      stroke="currentColor"
      stroke-width="2"
    />
  {/if}
</svg>

<style>
  svg {
    flex: none;
  }
  .now {
    color: var(--pencil);
  }
</style>
