<script lang="ts">
  import type { Schemas } from '../api/client';

  /** The stack as a few sheets, bottom to top: a picture to tell methods apart. */
  let { layers, label }: { layers: Schemas['Layer'][]; label: string } = $props();
  const top = $derived([...layers].reverse().slice(0, 7));
</script>

<svg
  viewBox="0 0 120 {top.length * 13 + 16}"
  role="img"
  aria-label="{label}: {layers.map((l) => l.label).join(', ')}"
>
  {#each top as l, i (l.key)}
    <g transform="translate(4 {2 + i * 13})">
      <path d="M16 0h94l-14 16h-94z" fill="var(--sheet)" stroke="currentColor" stroke-width="1" />
      <text x="20" y="11.5" font-size="8.5" fill="currentColor"
        >{l.label.length > 18 ? `${l.label.slice(0, 17)}…` : l.label}</text
      >
    </g>
  {/each}
</svg>

<style>
  svg {
    width: 120px;
  }
</style>
