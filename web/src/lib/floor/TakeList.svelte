<script lang="ts">
  import * as core from 'bivex-core';
  import { api, got, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import Findings from '../parts/Findings.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { frame } from '../state.svelte';
  import Correct from './Correct.svelte';
  import { line } from './line.svelte';
  import type { FloorSheet, FloorTake } from './merged';
  import { timeOf } from './time';
  import { inside } from '../words';

  /** The takes of a setup, those that wait on this device first. */
  let { sheet, rate, may }: { sheet: FloorSheet; rate: string; may: boolean } = $props();
  const h = house();
  type Call = Schemas['TakeView']['call'];
  const WORDS: Record<Call, string> = {
    PICK: 'picked',
    NO_GOOD: 'no good',
    FALSE_START: 'false start',
    NONE: 'put back',
  };
  let refusing = $state<{ id: string; number: number; name: string } | null>(null);
  const reason = new Draft(() => `no good ${refusing?.id ?? ''}`);
  let correcting = $state.raw<FloorTake | null>(null);
  let older = $state.raw<Schemas['TakeView'][]>([]);
  let page = $state(0);
  let looking = $state<Schemas['StillView'] | null>(null);
  let meaning = $state<{ take: FloorTake; finding: Schemas['Finding'] } | null>(null);
  const purpose = new Draft(() => `purpose ${meaning?.take.id ?? ''} ${meaning?.finding.property ?? ''}`);
  const takes = $derived<FloorTake[]>([
    ...sheet.takes,
    ...older
      .filter((t) => !sheet.takes.some((x) => x.id === t.id))
      .map((t) => ({ ...t, said: '', state: '' as const })),
  ]);
  const name = (t: FloorTake): string => t.said || `${t.code} ${inside(t.plateLabel)}, take ${t.number}`;
  let of = '';
  $effect(() => {
    if (of !== sheet.setup.id) {
      of = sheet.setup.id;
      older = [];
      page = 0;
    }
  });

  async function call(id: string, name: string, word: Call, why = ''): Promise<void> {
    try {
      await line.add(
        { id: crypto.randomUUID(), take: id, call: { call: word, reason: why } },
        `${name}: ${WORDS[word]}`,
      );
      refusing = null;
      reason.words = '';
    } catch (e) {
      frame.wrong(e);
    }
  }

  /** Says something of the newest take. */
  export function last(word: Call): void {
    const t = takes[0];
    if (!t || !may) return;
    if (word === 'NO_GOOD') refusing = { id: t.id, number: t.number, name: name(t) };
    else void call(t.id, name(t), word, word === 'FALSE_START' ? 'broken off' : '');
  }

  async function more(): Promise<void> {
    try {
      page += 1;
      const s = await got(
        api.GET('/api/productions/{production}/setups/{setup}', {
          params: { path: { production: h.id, setup: sheet.setup.id }, query: { page } },
        }),
      );
      older = [...older, ...s.takes];
    } catch (e) {
      page -= 1;
      frame.wrong(e);
    }
  }

  /** A difference that is there on purpose is written into the plan of the plate. */
  async function meant(): Promise<void> {
    if (!meaning) return;
    const { take, finding } = meaning;
    try {
      await got(
        api.POST('/api/productions/{production}/shots/{shot}/planned', {
          params: { path: { production: h.id, shot: take.shot } },
          body: {
            plate: take.plate,
            field: finding.property,
            value: core.listed(take.camera as Record<string, unknown>, finding.property),
            reason: purpose.words,
          },
        }),
      );
      frame.say(`${take.plateLabel}: ${finding.label} ${finding.actual} is meant so.`);
      meaning = null;
      purpose.words = '';
      await h.again();
    } catch (e) {
      frame.wrong(e);
    }
  }

  async function still(id: string, files: FileList | null): Promise<void> {
    for (const f of files ?? []) await line.picture(id, f, '').catch((e: unknown) => frame.wrong(e));
  }
</script>

{#snippet calls(t: FloorTake, id: string, number: number, name: string, now: Call)}
  <span class="calls">
    {#if may}
      <button
        class="tight btn"
        class:ink={now === 'PICK'}
        aria-pressed={now === 'PICK'}
        onclick={() => void call(id, name, now === 'PICK' ? 'NONE' : 'PICK')}
        >{now === 'PICK' ? 'Picked' : 'Pick'}</button
      >
      <button
        class="tight bare btn"
        aria-pressed={now === 'NO_GOOD' || now === 'FALSE_START'}
        onclick={() =>
          now === 'NO_GOOD' || now === 'FALSE_START'
            ? void call(id, name, 'NONE')
            : (refusing = { id, number, name })}
        >{now === 'NO_GOOD' || now === 'FALSE_START' ? 'Put back' : 'No good'}</button
      >
      <button class="tight bare btn" onclick={() => (correcting = t)}>Correct</button>
      <label class="tight bare btn"
        >Still<input
          class="sr-only"
          type="file"
          accept="image/png,image/jpeg"
          capture="environment"
          onchange={(e) => void still(id, e.currentTarget.files)}
        /></label
      >
    {/if}
  </span>
{/snippet}

<ul class="takes">
  {#each takes as t (t.id)}
    {@const off = t.call === 'NO_GOOD' || t.call === 'FALSE_START'}
    <li class:ng={off} class:waits={t.state !== ''}>
      <span class="mono"><strong>{t.number}</strong></span>
      <span
        ><strong class:struck={off}>{t.plateLabel}</strong>
        {#if t.state}<span class="tag small">{t.state === 'sent' ? 'sent' : 'waits to be sent'}</span>{/if}
        <span class="mono small soft">{t.code} · {t.roll} · {t.tcIn} to {t.tcOut} · {timeOf(t.madeAt)}</span>
        {#if t.reference}<span class="tag small">reference of the set</span>{/if}
        {#if t.call === 'FALSE_START'}<span class="tag small">false start</span>{/if}
        {#if t.note || t.reason || t.overruled}<br /><span class="small soft"
            >{t.note} {t.reason} {t.overruled ? `automatic because: ${t.overruled}` : ''}</span
          >{/if}
        {#each t.corrections ?? [] as c, i (i)}<br /><span class="small soft"
            >set right by {c.by}, {timeOf(c.at)}: {c.changed.join('; ')} ({c.reason})</span
          >{/each}
        {#if line.fresh.some((w) => w.entry.take === t.id && w.entry.correction)}<span class="tag small"
            >a correction waits to be sent</span
          >{/if}
        {#each t.parts as p (p.part)}<br /><span class="small soft"
            >part {p.part}: {[p.eyeline, p.zone, p.wardrobe].filter(Boolean).join(' · ')}</span
          >{/each}
        {#if t.stills.length > 0}<span class="stills"
            >{#each t.stills as s (s.id)}<button
                class="thumb"
                aria-label="Look at the still of take {t.number}"
                onclick={() => (looking = s)}
                ><img src="/api/productions/{h.id}/stills/{s.id}/picture" alt="" loading="lazy" /></button
              >{/each}</span
          >{/if}
        <Findings
          findings={t.findings}
          onmeant={may && t.state === '' ? (f) => (meaning = { take: t, finding: f }) : undefined}
        /></span
      >
      {@render calls(t, t.id, t.number, name(t), t.call)}
    </li>
  {:else}<li class="soft bare">No takes yet.</li>{/each}
</ul>
{#if sheet.more && older.length < page * 40 + 1}<button class="tight btn" onclick={() => void more()}
    >Older takes</button
  >{/if}

{#if correcting}<Correct take={correcting} {sheet} {rate} onclose={() => (correcting = null)} />{/if}
<Sheet
  open={meaning !== null}
  title="{meaning?.take.plateLabel ?? ''}: {meaning?.finding.label ?? ''} {meaning?.finding.actual ?? ''}"
>
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void meant();
    }}
  >
    <p class="mb-2">
      It is written into the plan of this plate, for all its takes, and no longer held against them. What
      differs beside it still is.
    </p>
    <label class="field"
      ><span>Why it must be so</span><input class="input" bind:value={purpose.words} required /></label
    >
    <div class="mt-3 flex gap-2">
      <button class="ink btn" disabled={purpose.words.trim() === ''}>It is meant so</button><button
        type="button"
        class="btn"
        onclick={() => (meaning = null)}>Leave</button
      >
    </div>
  </form>
</Sheet>
<Sheet open={refusing !== null} title="Why is take {refusing?.number ?? ''} no good?">
  <form
    onsubmit={(e) => {
      e.preventDefault();
      if (refusing) void call(refusing.id, refusing.name, 'NO_GOOD', reason.words);
    }}
  >
    <label class="field"
      ><span>Reason</span><input class="input" bind:value={reason.words} name="reason" required /></label
    >
    <div class="mt-3 flex gap-2">
      <button class="ink btn">No good</button><button
        type="button"
        class="btn"
        onclick={() => refusing && void call(refusing.id, refusing.name, 'FALSE_START', 'broken off')}
        >It was a false start</button
      ><button type="button" class="btn" onclick={() => (refusing = null)}>Leave</button>
    </div>
  </form>
</Sheet>
<Sheet open={looking !== null} title="Still, {looking?.width ?? 0} × {looking?.height ?? 0}" wide>
  {#if looking}<img
      class="large"
      src="/api/productions/{h.id}/stills/{looking.id}/picture"
      alt={looking.caption || 'still of the take'}
    /><button class="mt-2 btn" onclick={() => (looking = null)}>Close</button>{/if}
</Sheet>

<style>
  .takes li.bare {
    display: block;
  }
  .takes li:not(.bare) {
    display: grid;
    grid-template-columns: 26px 1fr auto;
    gap: 4px;
    padding: 6px 0;
    border-top: 1px solid var(--line);
  }
  .waits {
    background: repeating-linear-gradient(45deg, transparent 0 7px, var(--shade) 7px 9px);
  }
  .ng {
    color: var(--soft);
  }
  .tag {
    border: 1px solid var(--ink);
    padding: 0 5px;
    background: var(--paper);
  }
  .stills {
    display: flex;
    gap: 4px;
    margin-top: 4px;
  }
  .thumb img {
    height: 36px;
  }
  .large {
    max-width: 100%;
  }
  @media (max-width: 900px) {
    .calls {
      grid-column: 1 / -1;
      display: flex;
      gap: 6px;
    }
    .calls .btn {
      min-height: 44px;
      flex: 1;
      justify-content: center;
    }
  }
</style>
