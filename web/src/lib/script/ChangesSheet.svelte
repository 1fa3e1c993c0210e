<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { go } from '../router';
  import Batches from './Batches.svelte';

  type Change = Schemas['MarkChangeView'];

  /**
   * What a draft did to the one before: what must be decided first, then every mark, then the lines
   * side by side.
   * @param onplace to put a mark on words that are chosen on the page
   */
  let {
    open = $bindable(false),
    draft,
    onplace,
  }: { open: boolean; draft: string; onplace: (c: Change) => void } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const page = createQuery(() => ({
    queryKey: [h.id, 'changes', draft],
    enabled: open && draft !== '',
    // How far both are read is seen to move.
    refetchInterval: (q) => (q.state.data?.read.read === 'READING' ? 1500 : false),
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/drafts/{draft}/changes', {
          params: { path: { production: h.id, draft } },
        }),
      ),
  }));
  const c = $derived(page.data);
  const of = (...s: Change['mark']['standing'][]): Change[] =>
    c?.marks.filter((m) => s.includes(m.mark.standing)) ?? [];
  const changed = $derived(c?.scenes.filter((s) => s.kind !== 'SAME' || s.moved || s.renumbered) ?? []);
  const KIND: Record<string, string> = { SAME: '', CHANGED: 'changed', ADDED: 'new', GONE: 'gone' };
</script>

{#snippet row(m: Change, how: string)}
  <li class="one rule">
    <button
      class="code mono"
      onclick={() => {
        open = false;
        go(h.id, 'script', m.mark.shot);
      }}>{m.code}</button
    >
    <span><strong>{m.title}</strong> <span class="soft small">{how}</span></span>
    {#if m.mark.before}<span class="quote"
        ><s>{m.mark.before}</s><br />{m.mark.excerpt}
        {#if may && c?.newest}<button
            class="bare tight btn"
            onclick={() => {
              open = false;
              onplace(m);
            }}>Choose other words</button
          >{/if}</span
      >{/if}
  </li>
{/snippet}

<Sheet
  bind:open
  title={c ? `${c.name}${c.beforeName ? ` against ${c.beforeName}` : ''}` : 'What changed'}
  wide
>
  {#if page.isLoadingError}<p role="alert">{page.error.message}</p>{:else if !c}<p class="soft">
      Comparing…
    </p>{:else}
    <Batches {c} {onplace} onleave={() => (open = false)} />
    <section class="rest">
      {#if of('REWORDED').length > 0}<h2>Said otherwise now: {of('REWORDED').length}</h2>
        <ul>
          {#each of('REWORDED') as m (m.mark.id)}{@render row(m, m.mark.reason)}{/each}
        </ul>{/if}
      {#if of('MOVED').length > 0}<h2>Moved: {of('MOVED').length}</h2>
        <ul>
          {#each of('MOVED') as m (m.mark.id)}{@render row(
              m,
              `${m.mark.reason}${m.sceneBefore ? `, was in ${m.sceneBefore}` : ''}`,
            )}{/each}
        </ul>{/if}
      {#if of('UNCHANGED', 'MARKED').length > 0}<details>
          <summary class="small soft"
            >{of('UNCHANGED', 'MARKED').length} marks as they were, or set by hand</summary
          >
          <ul>
            {#each of('UNCHANGED', 'MARKED') as m (m.mark.id)}{@render row(
                m,
                m.mark.standing === 'MARKED' ? 'set by hand' : '',
              )}{/each}
          </ul>
        </details>{/if}
    </section>
    {#if c.beforeName}
      <h2 class="mt-3">The lines, side by side</h2>
      {#if changed.length === 0}<p class="soft">No line is different.</p>{/if}
      {#each changed as s, i (i)}
        {#snippet title()}<strong class="mono">{s.now ?? s.before}</strong>
          {s.heading}
          <span class="soft small"
            >{[KIND[s.kind], s.moved ? 'moved' : '', s.renumbered ? `was scene ${s.before}` : '']
              .filter(Boolean)
              .join(', ')}</span
          >{/snippet}
        {#if s.rows.length === 0}<p class="scene plain">{@render title()}</p>{:else}
          <details class="scene" open={changed.length < 8}>
            <summary>{@render title()}</summary>
            <div class="rows">
              {#each s.rows as r, k (k)}
                {#if r.kind !== 'SAME' || s.rows[k - 1]?.kind !== 'SAME' || s.rows[k + 1]?.kind !== 'SAME'}
                  <p class={r.kind.toLowerCase()}>
                    {#if r.kind === 'SAME'}<span class="soft">{r.before[0]?.text}</span
                      >{:else}{#each r.before as b, n (n)}{#if b.changed}<del>{b.text}</del
                          >{:else}{b.text}{/if}{/each}{/if}
                  </p>
                  <p class={r.kind.toLowerCase()}>
                    {#if r.kind === 'SAME'}<span class="soft">{r.now[0]?.text}</span
                      >{:else}{#each r.now as b, n (n)}{#if b.changed}<ins>{b.text}</ins
                          >{:else}{b.text}{/if}{/each}{/if}
                  </p>
                {:else if s.rows[k - 2]?.kind !== 'SAME'}<p class="soft">…</p>
                  <p class="soft">…</p>{/if}
              {/each}
            </div>
          </details>
        {/if}
      {/each}
    {/if}
  {/if}
</Sheet>

<style>
  .rows {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 2px 20px;
    margin: 4px 0 8px;
  }
  .quote,
  .rows {
    font-family: var(--screenplay);
  }
  .quote .btn {
    display: block;
    margin-left: -8px;
  }
  .rest h2 {
    margin-top: 10px;
  }
  .one {
    display: grid;
    grid-template-columns: 96px 1fr 1.2fr;
    gap: 10px;
    padding: 4px 0;
    align-items: baseline;
  }
  .code {
    text-align: left;
    cursor: pointer;
    text-decoration: underline;
  }
  summary {
    cursor: pointer;
    padding: 4px 0;
  }
  .scene {
    border-top: 1px solid var(--line);
  }
  .plain {
    padding: 4px 0 4px 16px;
  }
  del {
    text-decoration: line-through;
    background: var(--shade);
  }
  ins {
    text-decoration: none;
    background: var(--mark);
    font-weight: 700;
  }
  .gone {
    text-decoration: line-through;
  }
  .rows .gone del {
    background: none;
  }
  @media (max-width: 900px) {
    .one {
      grid-template-columns: 1fr;
    }
  }
</style>
