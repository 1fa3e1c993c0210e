<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Fields from '../parts/Fields.svelte';
  import { queries, frame } from '../state.svelte';
  import { Typed } from '../typed.svelte';
  import { count } from '../words';

  /** Moments that are heard, in the order of the cut, and where their sound comes from. */
  let { cut, may }: { cut: string; may: boolean } = $props();
  const h = house();
  let opened = $state('');
  const page = createQuery(() => ({
    queryKey: [h.id, 'cuts', cut, 'spots'],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/cuts/{cut}/spots', {
          params: { path: { production: h.id, cut }, query: { size: 500 } },
        }),
      ),
  }));
  const typed = new Typed(() => `spot ${opened}`, { source: '', licence: '', who: '' });
  const FIELDS: [Parameters<typeof typed.get>[0], string, string][] = [
    ['source', 'Where it comes from', 'wild track, library, made'],
    ['licence', 'Licence', 'own recording'],
    ['who', 'Who finds or makes it', ''],
  ];
  /** Done or not, as it was said last and is on its way. */
  let done = $state<Record<string, boolean>>({});
  const key = (s: Schemas['SpotLine']): string => `${s.shot} ${s.spot}`;

  function open(s: Schemas['SpotLine']): void {
    opened = opened === key(s) ? '' : key(s);
    if (opened && !typed.get('source')) {
      typed.set('source', s.source);
      typed.set('licence', s.licence);
      typed.set('who', s.who);
    }
  }

  async function say(s: Schemas['SpotLine'], words: typeof typed.all, done: boolean): Promise<void> {
    try {
      await got(
        api.POST('/api/productions/{production}/shots/{shot}/spots', {
          params: { path: { production: h.id, shot: s.shot } },
          body: { id: crypto.randomUUID(), spot: s.spot, ...words, done },
        }),
      );
      await queries.invalidateQueries({ queryKey: [h.id, 'cuts', cut, 'spots'] });
      frame.say('Kept.');
    } catch (e) {
      frame.wrong(e);
    }
  }
</script>

<div class="sounds">
  <p class="soft lead">
    {page.data
      ? page.data.total === 0
        ? 'No moment of a plan is heard in this cut yet.'
        : `${count(page.data.total, 'moment')}, ${String(page.data.done)} done. They move with plans and cut.`
      : 'Reading…'}
  </p>
  <ol>
    {#each page.data?.spots ?? [] as s (key(s))}
      <li>
        <div class="spot">
          {#if may}<input
              class="checkbox"
              type="checkbox"
              aria-label="{s.code} {s.what}: done"
              checked={done[key(s)] ?? s.done}
              onchange={(e) => {
                const now = e.currentTarget.checked;
                done[key(s)] = now;
                void say(s, { source: s.source, licence: s.licence, who: s.who }, now).finally(() => {
                  if (done[key(s)] === now) delete done[key(s)];
                });
              }}
            />{:else}<span></span>{/if}
          <span class="mono">{s.at}</span>
          <span class="mono soft">{s.code}<br />frame {s.frame}</span>
          <span
            ><strong class:struck={!s.inCut}>{s.what}</strong>{#if !s.inCut}<br /><span class="pencil small"
                >outside of the cut</span
              >{/if}</span
          >
          <span>{s.kind}{s.seconds > 0 ? `, ${s.seconds.toFixed(2)} s` : ''}</span>
          <span class="soft"
            >{[s.source, s.licence, s.who].filter((w) => w !== '').join(' · ') ||
              (s.there ? `the cut has ${s.there} here` : 'nothing said yet')}</span
          >
          {#if may}<button
              class="tight bare btn"
              aria-expanded={opened === key(s)}
              aria-label="Say where the sound of {s.code} {s.what} comes from"
              onclick={() => open(s)}>Say</button
            >{/if}
        </div>
        {#if opened === key(s)}
          <form
            class="say"
            onsubmit={(e) => {
              e.preventDefault();
              void say(s, typed.all, s.done).then(() => {
                typed.clear();
                opened = '';
              });
            }}
          >
            <Fields {typed} of={FIELDS} />
            <button class="now btn">Keep</button>
          </form>
        {/if}
      </li>
    {/each}
  </ol>
</div>

<style>
  .lead {
    padding: 10px 16px;
  }
  li {
    border-top: 1px solid var(--line);
  }
  .spot {
    display: grid;
    grid-template-columns: 18px 92px 96px minmax(160px, 1.2fr) 130px minmax(140px, 1fr) 52px;
    gap: 12px;
    padding: 6px 16px;
    align-items: center;
  }
  .say {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: end;
    padding: 4px 16px 12px 46px;
    background: var(--sheet);
  }
  @media (max-width: 800px) {
    .spot {
      grid-template-columns: 18px 92px minmax(0, 1fr);
    }
    .spot > :nth-child(n + 4) {
      grid-column: 2 / -1;
    }
  }
</style>
