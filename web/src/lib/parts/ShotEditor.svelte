<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { choice, Methods } from '../methods.svelte';
  import { go } from '../router';
  import { frame, queries } from '../state.svelte';
  import { day, hours } from '../words';
  import Family from '../script/Family.svelte';
  import Storyboard from '../script/Storyboard.svelte';
  import Compare from './Compare.svelte';
  import Conflict from './Conflict.svelte';
  import Form from './Form.svelte';
  import Sheet from './Sheet.svelte';
  import Values from './Values.svelte';
  import { refused } from '../refused';

  /**
   * A shot being broken down: its words, why, how, with which numbers, and what it will owe.
   * @param onmore to choose more words for it
   */
  let { shot, onmore }: { shot: string; onmore?: (() => void) | undefined } = $props();
  const h = house();
  const page = createQuery(() => ({
    queryKey: [h.id, 'shot', shot],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}', {
          params: { path: { production: h.id, shot } },
        }),
      ),
  }));
  const methods = new Methods(h);
  const days = h.days;
  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));

  let edit = $state<Schemas['ShotEdit'] | null>(null);
  let base = $state('');
  let version = $state(0);
  let of = $state('');
  let wrong = $state<Refused | null>(null);
  let preview = $state<Schemas['Plan'] | null>(null);
  let comparing = $state(false);
  interface Left {
    edit: Schemas['ShotEdit'];
    base: string;
    version: number;
  }
  const typed = new Draft(() => `shot ${shot}`);
  /** What an older Bivex left in a form of its own is not taken for a change. */
  function leftBehind(): Left | null {
    try {
      return typed.words ? (JSON.parse(typed.words) as Left) : null;
    } catch {
      return null;
    }
  }

  const fresh = (p: Schemas['ShotView']): Schemas['ShotEdit'] => ({
    title: p.title,
    intent: p.intent,
    cutFrames: p.cutFrames,
    setup: p.setup,
    omitted: p.omitted,
    methods: structuredClone(p.methods),
  });
  const changed = $derived(edit !== null && JSON.stringify(edit) !== base);

  // What others change arrives at once unless something is being typed here; then it is told on keeping.
  $effect(() => {
    const p = page.data;
    if (p && (of !== p.id || (!changed && version !== p.version))) {
      // What was typed and not kept comes back as it was left; if others changed the shot since, keeping says so.
      const left = of !== p.id ? leftBehind() : null;
      edit = left?.edit ?? fresh(p);
      base = left?.base ?? JSON.stringify(edit);
      version = left?.version ?? p.version;
      of = p.id;
      wrong = null;
    }
  });
  $effect(() => {
    const left: Left | null = edit && changed ? { edit: $state.snapshot(edit), base, version } : null;
    if (of === shot) typed.words = left ? JSON.stringify(left) : '';
  });

  $effect(() => {
    const body = edit ? ($state.snapshot(edit) as Schemas['ShotEdit']) : null;
    if (!body || of !== shot) return;
    const timer = setTimeout(() => {
      void got(
        api.POST('/api/productions/{production}/shots/{shot}/what-if', {
          params: { path: { production: h.id, shot } },
          body,
        }),
      )
        .then((p) => {
          preview = p;
          if (wrong && !wrong.stale) wrong = null;
        })
        .catch((e: unknown) => (wrong = e instanceof Refused ? e : wrong));
    }, 150);
    return () => clearTimeout(timer);
  });

  function choose(method: string, reason: string, considered: string[]): Promise<boolean> {
    if (edit) {
      edit.methods = [...edit.methods, choice(method, reason, considered)];
      comparing = false;
    }
    return Promise.resolve(edit !== null);
  }

  async function keep(): Promise<void> {
    if (!edit) return;
    try {
      const p = await got(
        api.PUT('/api/productions/{production}/shots/{shot}', {
          params: { path: { production: h.id, shot }, header: { 'If-Match': `"${version}"` } },
          body: $state.snapshot(edit) as Schemas['ShotEdit'],
        }),
      );
      edit = fresh(p);
      base = JSON.stringify(edit);
      version = p.version;
      wrong = null;
      queries.setQueryData([h.id, 'shot', shot], p);
      await h.again();
      frame.say(`${p.code} kept. ${p.sentence}`);
    } catch (e) {
      wrong = e instanceof Refused ? e : wrong;
      if (!(e instanceof Refused)) frame.wrong(e);
    }
  }

  async function mine(): Promise<void> {
    const p = await got(
      api.GET('/api/productions/{production}/shots/{shot}', { params: { path: { production: h.id, shot } } }),
    );
    version = p.version;
    await keep();
  }

  function leave(): void {
    if (page.data) {
      edit = fresh(page.data);
      base = JSON.stringify(edit);
      version = page.data.version;
      wrong = null;
    }
    void h.again();
  }

  const key = (e: KeyboardEvent): void => {
    if (e.key === 'Escape') {
      leave();
    }
  };
  const owes = $derived(
    preview
      ? [
          `${preview.plates.length} plates`,
          `${preview.tasks.length} tasks, ${hours(preview.effort)}`,
          preview.elements.length ? `${preview.elements.length} elements` : '',
          preview.setMinutes ? `${Math.round(preview.setMinutes)} min camera held` : '',
        ]
          .filter(Boolean)
          .join(' · ')
      : '',
  );
</script>

{#if page.isLoadingError}
  <p class="p-4" role="alert">{page.error.message}</p>
{:else if edit && page.data}
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
  <form
    class="editor"
    onsubmit={(e) => {
      e.preventDefault();
      void keep();
    }}
    onkeydown={key}
  >
    <div class="flex items-center gap-3">
      <span class="mono code">{page.data.code}</span>
      <span class="soft small"
        >scene {page.data.scene}{page.data.formerCodes.length > 0
          ? ` · was ${page.data.formerCodes.join(', ')}`
          : ''}{page.data.omitted ? ' · omitted' : ''}</span
      >
      <button type="button" class="bare tight ml-auto btn" onclick={() => go(h.id, 'shots', shot)}
        >Open the stack sheet</button
      >
    </div>
    <p class="sentence" class:pencil={page.data.next}>{page.data.sentence}</p>
    <Family shot={page.data} {onmore} />
    <label class="field"
      ><span>What we see</span><input
        class="input"
        {@attach refused(wrong?.field === 'title', false)}
        bind:value={edit.title}
        disabled={!may}
      /></label
    >
    <label class="field"
      ><span>Why the story needs it, in one line</span><input
        class="input"
        bind:value={edit.intent}
        disabled={!may}
        placeholder="without a reason it is a gimmick"
      /></label
    >
    <div class="two">
      <label class="field"
        ><span>Cut, frames</span><input
          class="mono input"
          {@attach refused(wrong?.field === 'cut length', false)}
          type="number"
          min="1"
          bind:value={edit.cutFrames}
          disabled={!may}
        />{#if page.data?.follows}<span class="small soft"
            >follows {page.data.follows}; another length ends that</span
          >{/if}</label
      >
      <label class="field"
        ><span>Setup</span>
        <select class="select" bind:value={edit.setup} disabled={!may}>
          <option value={null}>none planned</option>
          {#each days.data ?? [] as d (d.id)}<optgroup label="Day {d.number} · {day(d.date)}"
              >{#each d.setups as s (s.id)}<option value={s.id}>{s.number} · {s.name}</option
                >{/each}</optgroup
            >{/each}
        </select>
      </label>
    </div>

    {#each edit.methods as m, i (m)}
      {@const often = edit.methods.filter((x) => x.method === m.method).length}
      {@const def = methods.find(m.method)}
      <section class="method">
        <div class="flex items-baseline gap-2">
          <h2>{def?.name ?? m.method}</h2>
          <span class="soft small">{def?.summary}</span>
        </div>
        {#if often > 1 || m.label}<label class="field mt-2"
            ><span>This one is for</span><input
              class="input"
              bind:value={m.label}
              placeholder="the dust, the second mark"
              disabled={!may}
            /></label
          >{/if}
        <label class="field my-2"
          ><span
            >Chosen because{m.considered && m.considered.length > 1
              ? `, over ${m.considered
                  .filter((c) => c !== m.method)
                  .map((c) => methods.name(c).toLowerCase())
                  .join(' and ')}`
              : ''}</span
          ><input class="input" bind:value={m.reason} disabled={!may} /></label
        >
        {#if def}
          <details open={i === 0 && edit.methods.length === 1}>
            <summary class="small">Numbers · {Object.keys(m.values).length} changed from the usual</summary>
            <div class="pt-2">
              <Values
                parameters={def.parameters}
                bind:values={
                  () => m.values as Record<string, unknown>, (v) => (m.values = v as typeof m.values)
                }
                wrong={wrong?.field}
              />
            </div>
          </details>
        {/if}
        {#if may}<button
            type="button"
            class="bare tight mt-1 btn"
            onclick={() => edit && (edit.methods = edit.methods.filter((x) => x !== m))}
            >Take this method off</button
          >{/if}
      </section>
    {/each}

    {#if may}
      <button
        type="button"
        class="btn"
        class:now={edit.methods.length === 0}
        onclick={() => (comparing = true)}
        >{edit.methods.length === 0 ? 'Choose how it is made' : 'Combine with another method'}</button
      >
    {/if}

    {#if wrong?.stale}
      <Conflict {wrong} onmine={() => void mine()} ontheirs={leave} />
    {:else if wrong}
      <p class="pencil" role="alert">{wrong.detail}</p>
    {/if}

    {#if preview && edit.methods.length > 0}
      <section>
        <h2>It will owe</h2>
        <p class="small soft">{owes}</p>
        <ul class="owes">
          {#each preview.checks.filter((c) => c.grade !== 'HOLDS') as c (c.key)}
            <li>
              <span class="pt-[2px]"><Form state="IN_DOUBT" now={c.grade === 'FAILS'} /></span><span
                ><strong>{c.title}</strong>: {c.figure}. <span class="soft">{c.remedy}</span></span
              >
            </li>
          {/each}
          {#each preview.plates as p (p.key)}<li>
              <span class="pt-[2px]"><Form state="OWED" /></span><span
                ><strong>{p.label}</strong> <span class="soft">{p.wanted}</span></span
              >
            </li>{/each}
        </ul>
      </section>
    {/if}

    <Storyboard {shot} />

    {#if may}
      <div class="keep">
        <button class="ink btn" disabled={!changed}>Keep <kbd>Enter</kbd></button>
        <button type="button" class="btn" disabled={!changed} onclick={leave}>Leave <kbd>Esc</kbd></button>
        <button
          type="button"
          class="bare ml-auto btn"
          onclick={() => {
            if (edit) {
              edit.omitted = !edit.omitted;
              void keep();
            }
          }}>{page.data.omitted ? 'Restore the shot' : 'Omit the shot'}</button
        >
      </div>
    {/if}
  </form>
{:else}
  <p class="soft p-4">Reading the shot…</p>
{/if}

<Sheet bind:open={comparing} title="How is it made?" wide>
  <Compare {shot} taken={edit?.methods.map((m) => m.method) ?? []} onchoose={choose} />
</Sheet>

<style>
  .editor {
    display: grid;
    gap: 10px;
    padding: 14px 16px 0;
  }
  .code {
    font-size: 16px;
    font-weight: 640;
  }
  .two {
    display: grid;
    grid-template-columns: 110px 1fr;
    gap: 10px;
  }
  .method {
    border-top: 2px solid var(--ink);
    padding-top: 8px;
  }
  .method h2 {
    white-space: nowrap;
  }
  .owes li {
    display: grid;
    grid-template-columns: 20px 1fr;
    padding: 4px 0;
    border-top: 1px solid var(--line);
  }
  .keep {
    position: sticky;
    bottom: 0;
    display: flex;
    gap: 8px;
    padding: 10px 0;
    background: var(--sheet);
    border-top: 1px solid var(--line);
  }
  .keep kbd {
    color: inherit;
    opacity: 0.8;
  }
</style>
