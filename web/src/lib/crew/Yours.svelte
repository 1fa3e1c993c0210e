<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { free } from '../keys';
  import { number } from '../numbers';
  import { go } from '../router';
  import { frame } from '../state.svelte';
  import { count, day, hours, moment } from '../words';
  import FeedSheet from './FeedSheet.svelte';
  import News from './News.svelte';
  import { sayOfTasks } from './task';
  import WorkFiles from './WorkFiles.svelte';

  /** The page of somebody with work: one thing open at the top with all it needs, the next ones under it. */
  const h = house();
  const yours = createQuery(() => ({
    queryKey: [h.id, 'yours'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/yours', { params: { path: { production: h.id } } })),
  }));
  let picked = $state('');
  const tasks = $derived(yours.data?.tasks ?? []);
  const top = $derived(tasks.find((t) => t.line.id === picked) ?? tasks[0]);
  const next = $derived(tasks.filter((t) => t.line.id !== top?.line.id));
  const mine = $derived(top?.line.running.find((c) => c.who.id === yours.data?.you.id));
  let asking = $state<'' | 'LEFT' | 'WAITS' | 'WORKED' | 'DONE'>('');
  let typed = $state('');
  const said = new Draft(() => `task ${h.id} ${top?.line.id ?? ''} ${asking}`);
  let until = $state('');
  let calendar = $state(false);
  let looking = $state('');
  let busy = $state(false);
  let wrong = $state('');

  function ask(what: typeof asking): void {
    asking = asking === what ? '' : what;
    typed = '';
    until = asking === 'WORKED' ? (yours.data?.today ?? '') : '';
    wrong = '';
  }

  async function done(work: () => Promise<void>, told: string): Promise<void> {
    if (busy) return;
    busy = true;
    wrong = '';
    // What somebody speaks of stays open, wherever it is laid now.
    picked = top?.line.id ?? '';
    try {
      await work();
      said.words = '';
      asking = '';
      frame.say(told);
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e.detail || e.title : e instanceof Error ? e.message : String(e);
    } finally {
      busy = false;
    }
  }

  function clock(): void {
    const t = top?.line;
    if (!t || asking) return;
    void done(
      () => sayOfTasks(h.id, t.shot, [t.key], { kind: mine ? 'STOPPED' : 'BEGUN' }),
      mine ? `You left off ${t.label}.` : `The clock runs on ${t.label} of ${t.code}.`,
    );
  }

  function take(t: Schemas['TaskLine']): void {
    const you = yours.data?.you.id;
    if (you)
      void done(
        () => sayOfTasks(h.id, t.shot, [t.key], { kind: 'GIVEN', person: you }),
        `${t.label} of ${t.code} is yours.`,
      );
  }

  function keep(): void {
    const t = top?.line;
    if (!t) return;
    void done(
      async () => {
        if (asking === 'LEFT') {
          await sayOfTasks(h.id, t.shot, [t.key], {
            kind: 'LEFT',
            hours: number(typed, 'Hours left') as number,
          });
        } else if (asking === 'WORKED') {
          await sayOfTasks(h.id, t.shot, [t.key], {
            kind: 'WORKED',
            day: until,
            hours: number(typed, 'Hours on that day') as number,
          });
        } else if (asking === 'WAITS') {
          await sayOfTasks(h.id, t.shot, [t.key], {
            kind: 'WAITS',
            words: said.words,
            ...(until ? { day: until } : {}),
          });
        } else {
          await got(
            api.POST('/api/productions/{production}/shots/{shot}/evidence', {
              params: { path: { production: h.id, shot: t.shot } },
              body: {
                id: crypto.randomUUID(),
                item: t.key,
                kind: 'SETTLED',
                words: said.words || 'done',
                ...(typed ? { hours: number(typed, 'Hours it took') as number } : {}),
              } as Schemas['NewEvidence'],
            }),
          );
        }
      },
      asking === 'DONE' ? `${t.label} of ${t.code} is done.` : `Kept for ${t.label} of ${t.code}.`,
    );
  }
</script>

<svelte:window
  onkeydown={(e) => {
    if (e.key === 'b' && !e.ctrlKey && !e.metaKey && !e.altKey) free(clock)(e);
  }}
/>

<News />
{#if yours.isError}<p role="alert">{yours.error.message}</p>
{:else if !yours.data}<p class="soft">Reading what is yours…</p>
{:else if !top}<p class="soft py-6">Nothing waits for you.</p>
  {@render changed()}
{:else}
  {@const t = top.line}
  <article aria-label="What you do now">
    <header>
      <p class="soft small">
        <span class="mono">{t.code}</span>
        {t.title}
        {top.proposed ? '· laid on you, not given to you yet' : ''}
      </p>
      <h2>{t.label}</h2>
      <p>
        {t.kind}, {hours(t.left)} left{t.said ? ', as was said' : ''}{t.first && t.last
          ? t.first === t.last
            ? `; laid on ${day(t.first)}`
            : `; laid from ${day(t.first)} to ${day(t.last)}`
          : ''}{t.begunBy ? `; ${t.begunBy}` : ''}.
        {#if t.over}<span class="pencil"
            >More hours went by than its high estimate had: say what is left.</span
          >{/if}
      </p>
      {#if t.why}<p class="pencil">{t.why.charAt(0).toUpperCase() + t.why.slice(1)}.</p>{/if}
      {#if top.holdsUp.length > 0}<p>
          Waits for you: {top.holdsUp.join('; ')}.
        </p>{/if}
    </header>
    <div class="acts">
      <button class="ink btn" disabled={busy} onclick={clock}
        >{mine ? `Leave off (on it since ${moment(mine.since)})` : 'Begin'} <kbd>b</kbd></button
      >
      <button class="btn" aria-expanded={asking === 'DONE'} onclick={() => ask('DONE')}>Done</button>
      <button class="btn" aria-expanded={asking === 'LEFT'} onclick={() => ask('LEFT')}>Hours left</button>
      <button class="btn" aria-expanded={asking === 'WORKED'} onclick={() => ask('WORKED')}
        >Hours of a day</button
      >
      {#if t.state === 'WAITS'}<button
          class="btn"
          disabled={busy}
          onclick={() =>
            void done(() => sayOfTasks(h.id, t.shot, [t.key], { kind: 'GOES_ON' }), `${t.label} goes on.`)}
          >It goes on</button
        >{:else}<button class="btn" aria-expanded={asking === 'WAITS'} onclick={() => ask('WAITS')}
          >It waits</button
        >{/if}
      {#if top.proposed}<button class="btn" disabled={busy} onclick={() => take(t)}>Take it</button>{/if}
    </div>
    {#if asking}
      <form
        class="ask"
        onsubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        {#if asking === 'WAITS'}<label class="field grow"
            ><span>What it waits for</span><input class="input" required bind:value={said.words} /></label
          ><label class="field"
            ><span>Expected on, if anybody knows</span><input
              class="input"
              type="date"
              bind:value={until}
            /></label
          >
        {:else}
          {#if asking === 'WORKED'}<label class="field"
              ><span>Day</span><input class="input" type="date" required bind:value={until} /></label
            >{/if}
          <label class="field short"
            ><span
              >{asking === 'LEFT'
                ? 'Hours left'
                : asking === 'WORKED'
                  ? 'Hours on that day, in all'
                  : 'Hours it took, if not as told'}</span
            ><input
              class="input"
              inputmode="decimal"
              required={asking !== 'DONE'}
              bind:value={typed}
            /></label
          >
          {#if asking === 'DONE'}<label class="field grow"
              ><span>Words for who goes on with it</span><input
                class="input"
                bind:value={said.words}
              /></label
            >{/if}
        {/if}
        <button class="ink btn" disabled={busy}>{asking === 'DONE' ? 'It is done' : 'Keep'}</button>
        <button type="button" class="btn" onclick={() => ask('')}>Leave</button>
      </form>
    {/if}
    {#if wrong}<p class="pencil" role="alert">{wrong}. Nothing was changed.</p>{/if}
    <div class="from">
      <section>
        <h3>What it is for</h3>
        <p>{top.intent || 'Nobody has said yet what the shot is for.'}</p>
        {#if top.questions.length > 0}<h3>Open on the shot</h3>
          <ul>
            {#each top.questions.slice(0, 5) as q (q)}<li>{q}</li>{/each}
          </ul>
          {#if top.questions.length > 5}<p class="soft small">
              and {top.questions.length - 5} more on the shot.
            </p>{/if}{/if}
      </section>
      <section>
        <h3>Made from</h3>
        <ul>
          {#each top.plates as p (p.label)}<li>{p.label} <span class="soft">{p.standing}</span></li>
          {:else}<li class="soft">No plate of its own.</li>{/each}
          {#each top.from as f (f.source.id)}<li>
              {f.words.charAt(0).toUpperCase() + f.words.slice(1)}
              <span class="soft mono small path">{f.path}</span>
            </li>{/each}
        </ul>
        <p class="soft small">
          {t.spent.length > 0
            ? t.spent.map((s) => `${s.who.name} ${s.hours.toFixed(1)} h`).join(', ') + ' so far.'
            : 'No hours so far.'}
          {t.running
            .filter((c) => c.who.id !== yours.data?.you.id)
            .map((c) => `${c.who.name} is on it too.`)
            .join(' ')}
        </p>
        <button class="tight btn" onclick={() => go(h.id, 'shots', t.shot)}>Open {t.code}</button>
        <a
          class="tight ml-1 btn"
          href="/api/productions/{h.id}/shots/{t.shot}/work.zip"
          download
          title="brief, takes with camera data, stills, what was measured, notes, where the work lies"
          >To work from (ZIP)</a
        >
      </section>
    </div>
    <section>
      <h3>Your work on it</h3>
      {#key t.id}<WorkFiles shot={t.shot} task={t.key} />{/key}
    </section>
  </article>
  {@render changed()}
  <h2 class="mt-4">Next <span class="mono soft">{next.length + (yours.data.more ?? 0)}</span></h2>
  <ol class="next">
    {#each next as n (n.line.id)}
      <li>
        <button onclick={() => (picked = n.line.id)}>
          <span class="mono small nowrap">{n.line.first ? day(n.line.first) : 'no day'}</span>
          <span class="mono">{n.line.code}</span>
          <span>{n.line.label} <span class="soft small">{n.line.kind}, {hours(n.line.left)}</span></span>
          <span class="small soft"
            >{n.line.state === 'NOT_BEGUN' ? '' : `${n.line.standing}. `}{n.holdsUp.length > 0
              ? `${count(n.holdsUp.length, 'task')} of others ${n.holdsUp.length === 1 ? 'waits' : 'wait'} for it. `
              : ''}{n.line.first && n.line.state !== 'WAITS' ? '' : n.line.why}</span
          >
        </button>
      </li>
    {:else}<li class="soft">Nothing after it.</li>{/each}
  </ol>
  {#if (yours.data.more ?? 0) > 0}<p class="soft small">and {yours.data.more} later ones.</p>{/if}
{/if}
{#snippet changed()}
  {#if (yours.data?.stale.length ?? 0) > 0}
    <h2 class="mt-4">Done, and something is otherwise since</h2>
    <ul>
      {#each yours.data?.stale ?? [] as s (s.id)}<li class="stale">
          <button
            class="link"
            aria-expanded={looking === s.id}
            onclick={() => (looking = looking === s.id ? '' : s.id)}
            ><span class="mono">{s.code}</span> {s.label}</button
          >
          {#if looking === s.id}<WorkFiles shot={s.shot} task={s.key} />{:else}<span class="pencil"
              >version {s.version}: {s.stale.join('; ')}</span
            >{/if}
        </li>{/each}
    </ul>
  {/if}
{/snippet}

<button class="bare tight mt-3 btn" onclick={() => (calendar = true)}
  >your days in your calendar and by mail</button
>
<FeedSheet bind:open={calendar} />

<style>
  article {
    padding: 12px 16px 14px;
    border: 1px solid var(--ink);
    background: var(--sheet);
  }
  .ink kbd {
    color: inherit;
  }
  header h2 {
    font-size: 22px;
    line-height: 1.25;
  }
  h3 {
    font-weight: 600;
    margin: 8px 0 2px;
  }
  .acts,
  .ask {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: end;
    margin-top: 12px;
  }
  .short {
    width: 190px;
  }
  .grow {
    flex: 1;
    min-width: 180px;
  }
  .path {
    overflow-wrap: anywhere;
  }
  .stale .link {
    text-decoration: underline;
    cursor: pointer;
  }
  .stale {
    padding: 5px 4px;
    border-top: 1px solid var(--line);
  }
  .from {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 24px;
    margin-top: 8px;
  }
  .next button {
    display: grid;
    grid-template-columns: 86px 88px minmax(0, 1.2fr) minmax(0, 1fr);
    gap: 10px;
    align-items: baseline;
    width: 100%;
    text-align: left;
    padding: 5px 4px;
    border-top: 1px solid var(--line);
    cursor: pointer;
  }
  .next button:hover {
    background: var(--shade);
  }
  .nowrap {
    white-space: nowrap;
  }
  @media (max-width: 900px) {
    .from {
      grid-template-columns: minmax(0, 1fr);
      gap: 0;
    }
    .next button {
      grid-template-columns: 86px minmax(0, 1fr);
    }
    .next button > :nth-child(n + 3) {
      grid-column: 2;
    }
  }
</style>
