<script lang="ts">
  import type { Lead } from './lead.svelte';

  /** Who leads a viewing that several watch, each on their own screen. */
  let { lead, press }: { lead: Lead; press: () => void } = $props();
  const names = $derived(lead.state?.following ?? []);
</script>

<div class="together" role="status">
  {#if lead.leading}
    <p class="small">
      <strong>You lead.</strong>
      {names.length > 0
        ? `${names.join(', ')} ${names.length === 1 ? 'follows' : 'follow'}.`
        : 'Nobody follows yet.'}
    </p>
    <button class="tight btn" onclick={press}>Lead no more <kbd>l</kbd></button>
  {:else if lead.other}
    <p class="small">
      <strong>{lead.other} leads{lead.following ? '' : ' now'}.</strong>
      {lead.following ? 'You see what they see, until you move by yourself.' : ''}
    </p>
    <button class="tight btn" class:now={!lead.following} onclick={press}
      >{lead.following ? 'Let go' : 'Follow'} <kbd>l</kbd></button
    >
    <button class="bare tight btn" onclick={() => void lead.lead(true)}>lead instead</button>
  {:else}
    <button class="tight btn" onclick={press}>Lead others who watch this <kbd>l</kbd></button>
  {/if}
</div>

<style>
  .together {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 8px;
    align-items: center;
    margin: 6px 0;
  }
  .together p {
    flex-basis: 100%;
  }
  .together .btn kbd {
    color: inherit;
  }
</style>
