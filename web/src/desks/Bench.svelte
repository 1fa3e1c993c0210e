<script lang="ts">
  import { createQueries } from '@tanstack/svelte-query';
  import { api, got } from '../lib/api/client';
  import { house } from '../lib/house.svelte';
  import Findings from '../lib/parts/Findings.svelte';
  import Form from '../lib/parts/Form.svelte';
  import Tape from '../lib/parts/Tape.svelte';
  import { go } from '../lib/router';

  /** The match sets side by side: which takes agree with their reference, by what was logged. */
  const h = house();
  const days = h.days;
  const setups = $derived((days.data ?? []).flatMap((d) => d.setups).filter((s) => s.shots.length > 0));
  const sheets = createQueries(() => ({ queries: setups.map((s) => ({ queryKey: [h.id, 'setup', s.id], queryFn: () => got(api.GET('/api/productions/{production}/setups/{setup}', { params: { path: { production: h.id, setup: s.id } } })) })) }));
  const all = $derived(sheets.map((q) => q.data).filter((d) => d !== undefined));
  const doubtful = $derived(all.flatMap((s) => s.takes).filter((t) => t.findings.some((f) => f.severity === 'BREAKS')).length);
</script>

<div class="p-4">
  <h1>{doubtful === 0 ? 'Every logged take agrees with its reference' : doubtful === 1 ? '1 take does not agree with its reference' : `${doubtful} takes do not agree with their reference`}</h1>
  <p class="soft mb-3">By the camera data that were logged. Each set is compared with its first picked take.</p>
  {#each all as s (s.setup.id)}
    {@const takes = s.takes.filter((t) => t.call !== 'NO_GOOD' && s.plates.some((p) => p.key === t.plate && p.inSet))}
    <section class="set sheet">
      <div class="flex items-center gap-2"><Tape letter={s.setup.tape} /><h2>Setup {s.setup.number} · {s.setup.name}</h2><span class="soft small">{s.setup.shots.join(', ')}</span><button class="btn tight ml-auto" onclick={() => go(h.id, 'floor', s.setup.id)}>Open on the floor</button></div>
      <ul>
        {#each [...takes].reverse() as t (t.id)}
          <li><Form state={t.findings.some((f) => f.severity === 'BREAKS') ? 'IN_DOUBT' : 'IN_HAND'} now={t.findings.some((f) => f.severity === 'BREAKS')} /><span><strong>{t.plateLabel}, take {t.number}</strong> {#if t.reference}<span class="soft">reference</span>{:else if t.findings.length === 0}<span class="soft">agrees in all that was read</span>{/if}<Findings findings={t.findings} /></span></li>
        {:else}<li class="soft">No takes to compare yet.</li>{/each}
      </ul>
    </section>
  {:else}
    <p class="soft">{days.data ? 'No setup has shots yet. Give shots a setup in their breakdown, log takes on the floor, and they are compared here.' : 'Reading the sets…'}</p>
  {/each}
</div>

<style>
  .set {
    padding: 10px 12px;
    margin-bottom: 10px;
  }
  li {
    display: grid;
    grid-template-columns: 22px 1fr;
    padding: 5px 0;
    border-top: 1px solid var(--line);
    align-items: start;
  }
  ul {
    margin-top: 6px;
  }
</style>
