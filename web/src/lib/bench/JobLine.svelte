<script lang="ts">
  import type { Job } from './job.svelte';

  /** How far a measurement is, or why there is none. */
  let { job }: { job: Job } = $props();
</script>

{#if job.busy && job.now}
  <div class="line" role="status">
    <progress value={job.now.share} max="1" aria-label="measuring"></progress>
    <span class="soft small">{job.now.doing}</span>
    <button class="tight btn" onclick={() => job.stop()}>Stop</button>
  </div>
{:else if job.now?.stand === 'FAILED'}
  <p class="wrong" role="alert">
    {job.now.fault} <span class="soft">Nothing was kept; the pictures are as they were.</span>
  </p>
{:else if job.now?.stand === 'CANCELLED'}
  <p class="soft" role="status">Stopped. Nothing was kept.</p>
{/if}

<style>
  .line {
    display: flex;
    gap: 8px;
    align-items: center;
    margin-block: 6px;
  }
  progress {
    width: 90px;
  }
  .wrong {
    border-left: 4px solid var(--pencil);
    padding-left: 8px;
    margin-block: 6px;
  }
</style>
