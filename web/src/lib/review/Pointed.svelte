<script lang="ts">
  import type { Schemas } from '../api/client';

  /** A part of the picture that is pointed at; the svg lies on the picture as its video does. */
  let { part, width, height }: { part: Schemas['ChangedPart']; width: number; height: number } = $props();
</script>

<svg class="pointed" viewBox="0 0 {width} {height}" aria-hidden="true">
  {#each ['under', ''] as under (under)}<rect
      class={under}
      x={part.x * width}
      y={part.y * height}
      width={part.width * width}
      height={part.height * height}
    />{/each}
</svg>

<style>
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
  }
  /* Seen on any picture. */
  rect {
    fill: none;
    stroke: #fff;
    stroke-width: 2px;
    stroke-dasharray: 7 5;
    vector-effect: non-scaling-stroke;
  }
  rect.under {
    stroke: #000;
    stroke-width: 4px;
    stroke-dasharray: none;
  }
</style>
