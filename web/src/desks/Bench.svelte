<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tinykeys } from 'tinykeys';
  import { api, got } from '../lib/api/client';
  import Handed from '../lib/bench/Handed.svelte';
  import Joining from '../lib/bench/Joining.svelte';
  import Laying from '../lib/bench/Laying.svelte';
  import Passes from '../lib/bench/Passes.svelte';
  import Throwing from '../lib/bench/Throwing.svelte';
  import Watching from '../lib/bench/Watching.svelte';
  import { house } from '../lib/house.svelte';
  import { free } from '../lib/keys';
  import Findings from '../lib/parts/Findings.svelte';
  import Form from '../lib/parts/Form.svelte';
  import Tape from '../lib/parts/Tape.svelte';
  import { go } from '../lib/router';

  /**
   * The bench: what came back from the set, laid over each other and measured.
   * @prop take the take that is held against its reference
   */
  let { at: take }: { at: string | null } = $props();
  const h = house();
  const TOOLS = [
    ['lay', 'Lay over', 'l'],
    ['join', 'Join', 'j'],
    ['watch', 'Watch a take', 'w'],
    ['passes', 'Two clips', 'o'],
    ['throw', 'Throws', 't'],
    ['turnover', 'Turnover', 'u'],
  ] as const;
  let tool = $state<(typeof TOOLS)[number][0]>('lay');
  const sheet = createQuery(() => ({
    queryKey: [h.id, 'bench'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/bench', { params: { path: { production: h.id } } })),
  }));
  const sets = $derived((sheet.data?.sets ?? []).filter((s) => s.takes.length > 0));
  const all = $derived(sets.flatMap((s) => s.pairs.map((pair) => ({ set: s, pair }))));
  /** What the desk opened on stays, also when it was kept and another pair would now come first. */
  let opened = $state<string | null>(null);
  const wanted = $derived(take ?? opened);
  const now = $derived(
    all.find((x) => x.pair.secondTake === wanted) ??
      (wanted
        ? undefined
        : (all.find((x) => x.pair.kept === null && x.pair.firstStill && x.pair.secondStill) ?? all[0])),
  );
  const set = $derived(now?.set ?? sets.find((s) => s.takes.some((t) => t.id === wanted)) ?? sets[0]);
  $effect(() => {
    if (take === null && opened === null && now) opened = now.pair.secondTake;
  });
  const d = $derived(sheet.data);

  const title = $derived(
    !d
      ? 'Reading the sets…'
      : d.ready > 0
        ? d.ready === 1
          ? '1 pair waits to be measured'
          : `${d.ready} pairs wait to be measured`
        : d.differ > 0
          ? d.differ === 1
            ? '1 take does not agree with its reference'
            : `${d.differ} takes do not agree with their reference`
          : all.some((x) => x.pair.kept !== null)
            ? 'Every measured pair agrees'
            : all.length > 0
              ? 'Nothing is measured yet'
              : 'No two takes to lay over each other yet',
  );

  function next(): void {
    const i = all.findIndex((x) => x.pair.secondTake === now?.pair.secondTake);
    const order = [...all.slice(i + 1), ...all.slice(0, Math.max(0, i))];
    const to = order.find((x) => x.pair.kept === null && x.pair.firstStill && x.pair.secondStill) ?? order[0];
    if (to) go(h.id, 'bench', to.pair.secondTake);
  }

  function step(by: number): void {
    const i = all.findIndex((x) => x.pair.secondTake === now?.pair.secondTake);
    const to = all[Math.max(0, Math.min(all.length - 1, i + by))];
    if (to) go(h.id, 'bench', to.pair.secondTake);
  }

  $effect(() =>
    tinykeys(window, {
      ...Object.fromEntries(TOOLS.map(([t, , key]) => [key, free(() => (tool = t))])),
      PageDown: free(next),
      PageUp: free(() => step(-1)),
    }),
  );
</script>

<div class="bench">
  <nav aria-label="Match sets" class="sets">
    <h1>{title}</h1>
    {#each sets as s (s.setup)}
      <section>
        <button
          class="head"
          aria-current={set?.setup === s.setup && !s.pairs.some((p) => p.secondTake === now?.pair.secondTake)
            ? 'true'
            : undefined}
          onclick={() => go(h.id, 'bench', s.pairs[0]?.secondTake ?? s.takes[0]?.id)}
          ><Tape letter={s.tape} /> <strong>{s.name}</strong></button
        >
        <ul>
          {#each s.pairs as p (p.secondTake)}
            <li>
              <button
                class="pair"
                aria-current={now?.pair.secondTake === p.secondTake ? 'true' : undefined}
                onclick={() => go(h.id, 'bench', p.secondTake)}
                ><Form
                  state={p.kept === null ? 'OWED' : p.kept.agrees ? 'IN_HAND' : 'IN_DOUBT'}
                  now={p.kept !== null && !p.kept.agrees}
                /><span
                  ><span class="name">{p.title}</span><span class="soft small words">{p.words}</span></span
                ></button
              >
            </li>
          {:else}<li class="soft small none">nothing to hold against each other</li>{/each}
        </ul>
      </section>
    {:else}
      <p class="soft">
        {d
          ? 'No takes yet. Log takes on the Floor and add a still to each: they are laid over each other here.'
          : ''}
      </p>
    {/each}
  </nav>
  <section class="work" aria-label="Work">
    <div class="tools" role="tablist" aria-label="Tools of the bench">
      {#each TOOLS as [t, word, key] (t)}<button
          role="tab"
          aria-selected={tool === t}
          onclick={() => (tool = t)}>{word} <kbd>{key}</kbd></button
        >{/each}
      {#if set}<span class="soft small where"
          ><Tape letter={set.tape} /> {set.name} · {set.shots.join(', ')}</span
        >{/if}
    </div>
    {#if tool === 'turnover'}
      <Handed />
    {:else if set}
      {#key set.setup}
        {#if tool === 'join'}<Joining {set} />{:else if tool === 'watch' && d}<Watching
            {set}
            choices={d.choices}
          />{:else if tool === 'passes' && d}<Passes
            {set}
            choices={d.choices}
            record={d.record.words}
          />{:else if tool === 'throw'}<Throwing {set} />{/if}
      {/key}
      {#if tool === 'lay'}
        {#if now && d}
          <Laying set={now.set} pair={now.pair} choices={d.choices} record={d.record.words} {next} />
          {@const logged =
            now.set.takes
              .find((t) => t.id === now.pair.secondTake)
              ?.findings.filter((f) => f.property !== 'measured') ?? []}
          {#if logged.length > 0}<div class="logged">
              <h3>By what was logged</h3>
              <Findings findings={logged} />
            </div>{/if}
        {:else}<div class="sheet p-6">
            <h2>This set has nothing to hold against each other yet</h2>
            <p class="soft">
              Two usable takes of plates that must match are needed; the first that was picked is the
              reference.
            </p>
          </div>{/if}
      {/if}
    {/if}
  </section>
</div>

<style>
  .bench {
    display: grid;
    grid-template-columns: 236px minmax(0, 1fr);
    height: 100%;
    min-height: 0;
  }
  .sets {
    overflow-y: auto;
    border-right: 1px solid var(--line);
    padding: 12px;
  }
  h1 {
    font-size: 16px;
    margin-bottom: 8px;
  }
  nav section {
    border-top: 1px solid var(--line);
    padding-block: 7px;
  }
  .head {
    display: flex;
    gap: 6px;
    align-items: center;
    text-align: left;
    width: 100%;
    min-height: 26px;
  }
  .pair {
    display: grid;
    grid-template-columns: 20px 1fr;
    gap: 4px;
    text-align: left;
    width: 100%;
    padding: 5px 4px;
    border-left: 3px solid transparent;
  }
  .pair[aria-current],
  .head[aria-current] {
    background: var(--shade);
    border-left: 3px solid var(--ink);
  }
  .name {
    display: block;
    font-weight: 560;
  }
  .words {
    display: -webkit-box;
    -webkit-line-clamp: 2;
    line-clamp: 2;
    -webkit-box-orient: vertical;
    overflow: hidden;
  }
  .none {
    padding-left: 4px;
  }
  .work {
    overflow-y: auto;
    padding: 8px 16px 16px;
    min-width: 0;
  }
  .tools {
    display: flex;
    align-items: center;
    border-bottom: 1px solid var(--line);
    margin-bottom: 10px;
  }
  .tools button {
    padding: 6px 12px 7px;
    border-bottom: 3px solid transparent;
    font-weight: 560;
  }
  .tools button[aria-selected='true'] {
    border-color: var(--ink);
  }
  .where {
    margin-left: auto;
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .logged {
    margin-top: 14px;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  @media (max-width: 900px) {
    .bench {
      grid-template-columns: 1fr;
      height: auto;
    }
    .sets {
      border-right: 0;
    }
    .work :global(.two),
    .work :global(.under) {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
