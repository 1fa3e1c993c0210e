<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tinykeys } from 'tinykeys';
  import { api, got } from '../lib/api/client';
  import { house } from '../lib/house.svelte';
  import { free } from '../lib/keys';
  import ByHand from '../lib/parts/ByHand.svelte';
  import Cameras from '../lib/parts/Cameras.svelte';
  import Compare from '../lib/parts/Compare.svelte';
  import Drawing from '../lib/parts/Drawing.svelte';
  import { choice, Methods } from '../lib/methods.svelte';
  import Elements from '../lib/parts/Elements.svelte';
  import Form from '../lib/parts/Form.svelte';
  import KeepMethod from '../lib/parts/KeepMethod.svelte';
  import Leans from '../lib/parts/Leans.svelte';
  import Looks from '../lib/parts/Looks.svelte';
  import Planned from '../lib/parts/Planned.svelte';
  import Storyboard from '../lib/script/Storyboard.svelte';
  import Music from '../lib/parts/Music.svelte';
  import OwedRow from '../lib/parts/OwedRow.svelte';
  import PickUps from '../lib/parts/PickUps.svelte';
  import Recorded from '../lib/parts/Recorded.svelte';
  import Rescue from '../lib/parts/Rescue.svelte';
  import Sheet from '../lib/parts/Sheet.svelte';
  import Sketch from '../lib/parts/Sketch.svelte';
  import StackSheet from '../lib/parts/StackSheet.svelte';
  import Tests from '../lib/parts/Tests.svelte';
  import Tape from '../lib/parts/Tape.svelte';
  import { go } from '../lib/router';
  import { frame as foot, queries } from '../lib/state.svelte';
  import { day, hours, moment, STAGES, stageName, type State } from '../lib/words';

  let { at: shot }: { at: string | null } = $props();
  const h = house();
  const mayPlan = $derived(h.may('PRODUCER', 'COORDINATOR', 'FLOOR'));
  const id = $derived(shot ?? h.ticks.find((t) => t.form === 'IN_DOUBT')?.id ?? h.ticks[0]?.id ?? null);
  const page = createQuery(() => ({
    queryKey: [h.id, 'shot', id],
    enabled: id !== null,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}', {
          params: { path: { production: h.id, shot: id ?? '' } },
        }),
      ),
  }));
  const s = $derived(page.data);
  const last = $derived(s ? s.firstFrame + s.cutFrames - 1 : 0);
  const reached = $derived(s ? STAGES.indexOf(s.stage) : -1);
  let frame = $state(0);
  let playing = $state(false);
  let asked = $state('');
  let comparing = $state(false);
  let rescuing = $state(false);
  let listing = $state(false);
  let picking = $state(false);
  let keeping = $state(false);
  const methods = new Methods(h);
  const nameOf = (m: string): string => methods.name(m);
  const missing = $derived(
    s?.plan.plates.some((p) =>
      ['OWED', 'IN_DOUBT'].includes(s.items.find((i) => i.key === p.key)?.state ?? ''),
    ) ?? false,
  );

  /** Keeps a method chosen in the comparison, with its reason and what it was compared with. */
  async function choose(method: string, reason: string, considered: string[]): Promise<boolean> {
    if (!s) return false;
    try {
      const p = await got(
        api.PUT('/api/productions/{production}/shots/{shot}', {
          params: { path: { production: h.id, shot: s.id }, header: { 'If-Match': `"${s.version}"` } },
          body: {
            title: s.title,
            intent: s.intent,
            cutFrames: s.cutFrames,
            setup: s.setup,
            omitted: s.omitted,
            methods: [...s.methods, choice(method, reason, considered)],
          },
        }),
      );
      comparing = false;
      queries.setQueryData([h.id, 'shot', s.id], p);
      await h.again();
      foot.say(`${p.code}: ${nameOf(method).toLowerCase()} is kept. ${p.sentence}`);
      return true;
    } catch (e) {
      foot.wrong(e);
      return false;
    }
  }

  $effect(() => {
    if (s && (frame < s.firstFrame || frame > last)) {
      frame = s.firstFrame;
    }
  });

  // The schematic plays in true frame timing: the clock decides which frame is shown.
  $effect(() => {
    if (!playing || !s) return;
    const fps = Number(h.view?.rateName ?? 24);
    const begin = performance.now();
    const from = frame >= last ? s.firstFrame : frame;
    let request = requestAnimationFrame(function step(t) {
      frame = Math.min(last, from + Math.floor(((t - begin) / 1000) * fps));
      if (frame < last) request = requestAnimationFrame(step);
      else playing = false;
    });
    return () => cancelAnimationFrame(request);
  });

  $effect(() =>
    tinykeys(window, {
      ',': free(() => (frame = Math.max(s?.firstFrame ?? 0, frame - 1))),
      '.': free(() => (frame = Math.min(last, frame + 1))),
      Space: free(() => (playing = !playing)),
      c: free(() => (comparing = h.may('PRODUCER', 'COORDINATOR') && s !== undefined)),
      r: free(() => (rescuing = missing)),
      e: free(() => (listing = true)),
    }),
  );

  const standing = (key: string): State => s?.items.find((i) => i.key === key)?.state ?? 'OWED';
  const open = $derived(
    s?.items.filter((i) => i.state === 'OWED' || i.state === 'IN_DOUBT').sort((a, b) => b.harm - a.harm) ??
      [],
  );
  const closed = $derived(s?.items.filter((i) => i.state === 'IN_HAND' || i.state === 'DROPPED') ?? []);
  const sketch = $derived(s?.plan.sketch.find((f) => f.frame === frame) ?? s?.plan.sketch[0]);
  const why = $derived(s?.plan.checks.find((c) => c.key === asked));
</script>

{#if id === null}
  <div class="p-6">
    <h1>No effect shots yet</h1>
    <p class="soft mb-3">Select the words of an effect in the script and mark them.</p>
    <button class="now btn" onclick={() => go(h.id, 'script')}>Open the script</button>
  </div>
{:else if page.isLoadingError}
  <p class="p-6" role="alert">{page.error.message}</p>
{:else if !s}
  <p class="soft p-6">Reading the shot…</p>
{:else}
  <div class="shots">
    <div class="title">
      <span class="mono code">{s.code}</span>
      <div>
        <h1 class:struck={s.omitted}>{s.title}</h1>
        <p class="why">{s.intent || 'No reason in the story yet.'}</p>
      </div>
      <div class="tools">
        <button class="tight btn" onclick={() => go(h.id, 'script', s.id)}>Break down</button>
        <button class="tight btn" onclick={() => (listing = true)}>All elements <kbd>e</kbd></button>
        <button class="tight btn" onclick={() => (picking = true)}>Pick-ups</button>
        <a class="tight btn" href="/api/productions/{h.id}/shots/{s.id}/brief.pdf" download>Brief (PDF)</a>
        <details class="more">
          <summary class="tight btn">More files</summary>
          <div class="sheet">
            <a href="/api/productions/{h.id}/shots/{s.id}/work.zip" download>To work from {s.code} (ZIP)</a><a
              href="/api/productions/{h.id}/shots/{s.id}/plan.json"
              download="{s.code}-plan.json">Plan of {s.code} (JSON)</a
            ><a href="/api/productions/{h.id}/briefs.pdf" download>Briefs of all shots (PDF)</a><a
              href="/api/productions/{h.id}/sheets/shots.csv"
              download>Breakdown (CSV)</a
            ><a href="/api/productions/{h.id}/sheets/shots.pdf" download>Breakdown (PDF)</a>
          </div>
        </details>
      </div>
    </div>
    <div class="standing">
      <ol aria-label="Stage: {stageName(s.stage)}">
        {#each STAGES as st, i (st)}
          <li
            class:done={i <= reached}
            class:next={i === reached + 1}
            class:doubt={i === reached + 1 && s.next?.state === 'IN_DOUBT'}
          >
            <span>{stageName(st)}</span>
          </li>
        {/each}
      </ol>
      <p class="sentence" class:pencil={s.next}>{s.sentence}</p>
    </div>

    <div class="upper">
      <div class="left">
        <section class="sheet excerpt">
          <p class="script">{s.sceneHeading}</p>
          <p class="script"><mark>{s.excerpt}</mark></p>
          <p class="small soft">
            scene {s.scene} · {s.sceneLength} pages{s.setupNumber
              ? ` · setup ${s.setupNumber}, ${day(s.day)}`
              : ' · no setup planned'}
          </p>
        </section>
        {#if sketch}
          <section class="sheet picture">
            <div class="mb-1 flex items-center justify-between">
              <span class="mono">frame {sketch.frame}</span>
              <span class="flex gap-1"
                ><button
                  class="tight bare btn"
                  aria-label="one frame back"
                  onclick={() => (frame = Math.max(s.firstFrame, frame - 1))}>‹</button
                ><button class="tight btn" onclick={() => (playing = !playing)}
                  >{playing ? 'Stop' : 'Play'}</button
                ><button
                  class="tight bare btn"
                  aria-label="one frame on"
                  onclick={() => (frame = Math.min(last, frame + 1))}>›</button
                ></span
              >
            </div>
            <Sketch frame={sketch} />
          </section>
        {/if}
      </div>
      <section class="sheet stacked">
        {#if s.methods.length > 0}<p class="chosen small">
            {#each s.methods as m, i (`${m.method}.${m.use}`)}{#if i > 0}<span class="px-1">+</span
                >{/if}<strong>{nameOf(m.method)}{m.label ? `, ${m.label}` : ''}</strong
              >{#if m.reason}{' '}<span class="soft"
                  >because: {m.reason}{m.considered && m.considered.length > 1
                    ? ` (over ${m.considered
                        .filter((c) => c !== m.method)
                        .map((c) => nameOf(c).toLowerCase())
                        .join(', ')})`
                    : ''}</span
                >{/if}{/each}{#if h.may('PRODUCER', 'COORDINATOR')}
              <button class="tight bare btn" onclick={() => (comparing = true)}
                >Compare and combine <kbd>c</kbd></button
              >{#if s.methods.every((m) => !m.house)}<button
                  class="tight bare btn"
                  onclick={() => (keeping = true)}>Keep as a method</button
                >{/if}{/if}
          </p>{/if}
        {#if s.plan.layers.length > 0}
          <StackSheet plan={s.plan} items={s.items} first={s.firstFrame} {last} bind:frame />
        {:else}
          <div class="none">
            <p>{s.planFault ?? 'Nobody has decided how this is made.'}</p>
            {#if s.planFault}<button class="now mt-3 btn" onclick={() => go(h.id, 'script', s.id)}
                >Mend the numbers</button
              >{:else if h.may('PRODUCER', 'COORDINATOR')}<button
                class="now mt-3 btn"
                onclick={() => (comparing = true)}>Compare methods <kbd>c</kbd></button
              >{/if}
          </div>
        {/if}
      </section>
    </div>

    <div class="storyboard"><Storyboard shot={s.id} wide /></div>
    <Looks shot={s.id} asked={s.wantsLook} />

    <div class="lower">
      <section>
        <div class="flex items-center gap-2">
          <h2>Plates</h2>
          {#if s.tape && s.plan.plates.length > 0}<Tape letter={s.tape} />{/if}<span
            class="soft small ml-auto"
            >{s.plan.setMinutes ? `${Math.round(s.plan.setMinutes)} min held` : ''}</span
          >
        </div>
        <ul>
          {#each s.plan.plates as p (p.key)}
            <li class="plate">
              <span class="pt-[2px]"
                ><Form state={standing(p.key)} now={standing(p.key) === 'IN_DOUBT'} /></span
              ><span
                ><strong class:struck={standing(p.key) === 'DROPPED'}>{p.label}</strong><br /><span
                  class="soft small"
                  >{s.items.find((i) => i.key === p.key)?.reason}{p.seconds > 0
                    ? ` · ${p.seconds.toFixed(0)} s`
                    : ''}{p.inSet ? ' · in the match set' : ''}</span
                ></span
              >
            </li>
          {:else}<li class="soft">
              {s.methods.length > 0 || s.ownItems.length > 0
                ? 'None: nothing is shot for it.'
                : 'Owed once a method is chosen.'}
            </li>{/each}
        </ul>
        {#if missing}<button class="tight mt-2 btn" onclick={() => (rescuing = true)}
            >What else could be made of the takes <kbd>r</kbd></button
          >{/if}
        {#if s.plan.elements.length > 0}<h2 class="mt-3">Elements</h2>
          <ul>
            {#each s.plan.elements as e (e.key)}<li class="plate">
                <Form state={standing(e.key)} /><span
                  ><strong>{e.label}</strong><br /><span class="soft small"
                    >{standing(e.key) === 'OWED'
                      ? `${e.source.toLowerCase()}: ${e.how}`
                      : s.items.find((i) => i.key === e.key)?.reason} · {e.blend}, from {e.minWidthPx} px</span
                  ></span
                >
              </li>{/each}
          </ul>{/if}
        {#if s.plan.aids.length > 0}<h2 class="mt-3">Kit</h2>
          <ul class="small">
            {#each s.plan.aids as a (a.key)}<li>
                {a.label} <span class="soft">{a.purpose}{a.setting ? ` · ${a.setting}` : ''}</span>
              </li>{/each}
          </ul>{/if}
      </section>

      <section>
        {#if s.plan.cameraBrief.length > 0}
          <h2>Camera brief</h2>
          <dl class="brief">
            {#each s.plan.cameraBrief as b (b.property)}<div title={b.reason}>
                <dt>{b.label}</dt>
                <dd class="mono">{b.value}</dd>
              </div>{/each}
          </dl>
        {/if}
        {#if s.planned.length > 0 || (mayPlan && s.plan.plates.length > 0)}
          <Planned shot={s} {mayPlan} />
        {/if}
        <Recorded shot={s} />
        <Cameras shot={s} />
        <Tests shot={s} />
        <Music shot={s} onframe={(f) => (frame = f)} />
        {#if s.plan.drawings.length > 0}<div class="drawings">
            {#each s.plan.drawings as d (d.key)}<Drawing drawing={d} {frame} />{/each}
          </div>{/if}
        {#if s.plan.checks.length > 0}
          <h2 class="mt-3">The sums</h2>
          <ul>
            {#each s.plan.checks as c (c.key)}
              <li class="rule">
                <button
                  class="check"
                  aria-expanded={asked === c.key}
                  onclick={() => (asked = asked === c.key ? '' : c.key)}
                >
                  <Form
                    state={c.grade === 'HOLDS' ? 'IN_HAND' : 'IN_DOUBT'}
                    now={c.grade === 'FAILS'}
                    size={12}
                  /><span>{c.title} <span class="soft">{c.figure}</span></span></button
                >
                {#if why && asked === c.key}<p class="small because">
                    {why.remedy}
                    <span class="soft">{why.inputs}. <span class="mono">{why.formula}</span></span
                    >{#if why.sum}
                      <button class="tight bare btn" onclick={() => foot.reckon(why.sum)}
                        >What if? ({why.sum} in the reckoner)</button
                      >{/if}
                  </p>{/if}
              </li>
            {/each}
          </ul>
        {/if}
        {#if s.plan.tasks.length > 0}
          <h2 class="mt-3">Tasks <span class="soft mono">{hours(s.plan.effort)}</span></h2>
          <ul class="small">
            {#each s.plan.tasks as t (t.key)}<li class="rule flex justify-between py-[2px]">
                <span
                  >{t.label}
                  <span class="soft"
                    >{Math.round(t.units * 10) / 10} × {t.kind.toLowerCase().replaceAll('_', ' ')},
                    {t.difficulty.toLowerCase()}</span
                  ></span
                ><span class="mono">{hours(t.hours)}</span>
              </li>{/each}
          </ul>
        {/if}
      </section>

      <section>
        <div class="flex items-baseline justify-between">
          <h2>Owed</h2>
          <span class="mono soft">{open.length} of {s.items.length}</span>
        </div>
        <ByHand shot={s} />
        <ul>
          {#each open as i, n (i.key)}<OwedRow shot={s.id} item={i} now={n === 0} />{:else}<li class="soft">
              Nothing is owed now.
            </li>{/each}
        </ul>
        {#if closed.length > 0}
          <details class="mt-2">
            <summary class="small">{closed.length} in hand or dropped</summary>
            <ul>
              {#each closed as i (i.key)}<OwedRow shot={s.id} item={i} />{/each}
            </ul>
          </details>
        {/if}
        {#if s.loose.length > 0}
          <h2 class="mt-3">Loose</h2>
          <p class="small soft">
            Evidence whose place in the plan is gone: {s.loose.join(', ')}. It is kept; bring the value back
            and it is tied again.
          </p>
        {/if}
        {#if s.said.length > 0}<details class="mt-2">
            <summary class="small">What was said</summary>
            <ul class="small">
              {#each s.said as e (e.at + e.item)}<li class="rule py-1">
                  <span class="soft">{moment(e.at)} {e.by}</span>
                  {s.items.find((i) => i.key === e.item)?.label ?? e.item.split(':')[1]}: {e.words}
                </li>{/each}
            </ul>
          </details>{/if}
        <Leans shot={s.id} />
      </section>
    </div>

    {#if s.plan.cautions.length > 0}
      <section class="cautions rule">
        <h2>Cautions</h2>
        {#each s.plan.cautions as c (c.key)}<p>
            <span class="pt-[2px]"
              ><Form state={standing(c.key)} size={12} now={standing(c.key) !== 'IN_HAND'} /></span
            ><span
              >{c.text}
              {#if standing(c.key) === 'IN_HAND'}<span class="soft"
                  >Signed: {s.items.find((i) => i.key === c.key)?.reason}</span
                >{:else}<strong class="pencil">Not signed: ask the {c.ask}.</strong>{/if}</span
            >
          </p>{/each}
        <p class="small soft">Local code and the production's own risk assessment decide.</p>
      </section>
    {/if}
  </div>
{/if}

<Sheet bind:open={comparing} title="How is it made?" wide>
  {#if s}<Compare shot={s.id} taken={s.methods.map((m) => m.method)} onchoose={choose} />{/if}
</Sheet>
<Sheet bind:open={keeping} title="Keep this plan as a method of the house">
  {#if s}<KeepMethod
      shot={s}
      methods={s.methods.map((m) => nameOf(m.method) + (m.label ? `, ${m.label}` : ''))}
      onkept={() => (keeping = false)}
    />{/if}
</Sheet>
<Sheet bind:open={rescuing} title="What else could be made of the takes" wide>
  {#if s}<Rescue shot={s.id} />{/if}
</Sheet>
<Sheet bind:open={picking} title="To be picked up" wide>
  <PickUps onleave={() => (picking = false)} />
</Sheet>
<Sheet bind:open={listing} title="Elements of the production" wide>
  <Elements onleave={() => (listing = false)} />
</Sheet>

<style>
  .storyboard {
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  .shots {
    padding: 12px 16px 24px;
    display: grid;
    gap: 12px;
  }
  .title {
    display: grid;
    grid-template-columns: auto 1fr auto;
    gap: 18px;
    align-items: start;
  }
  .code {
    font-size: 19px;
    font-weight: 640;
    line-height: 1.25;
  }
  .why {
    font-style: italic;
    color: var(--soft);
  }
  .standing {
    display: flex;
    gap: 16px;
    align-items: center;
  }
  ol {
    display: flex;
    flex: none;
  }
  ol li {
    border: 1px solid var(--line);
    margin-left: -1px;
    padding: 3px 11px;
    color: var(--soft);
    font-size: 12px;
    font-weight: 560;
  }
  ol li.done {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
  ol li.next {
    border: 1px solid var(--ink);
    color: var(--ink);
    background: repeating-linear-gradient(135deg, transparent 0 4px, var(--line) 4px 5px);
  }
  ol li.next span {
    background: var(--paper);
    padding: 0 3px;
  }
  .sentence.pencil {
    font-weight: 600;
  }
  .upper {
    display: grid;
    grid-template-columns: 252px minmax(0, 1fr);
    gap: 12px;
    align-items: start;
  }
  .left {
    display: grid;
    gap: 8px;
  }
  .excerpt {
    padding: 10px 12px;
    display: grid;
    gap: 6px;
  }
  .script {
    font: 13.5px/1.25 var(--screenplay);
  }
  mark {
    background: var(--mark);
    color: inherit;
  }
  .picture {
    padding: 6px 8px 8px;
  }
  .stacked {
    padding: 8px 12px 10px;
    min-height: 200px;
  }
  .none {
    padding: 40px;
    text-align: center;
  }
  .lower {
    display: grid;
    grid-template-columns: minmax(0, 0.9fr) minmax(0, 1.2fr) minmax(0, 1.2fr);
    gap: 26px;
  }
  .plate {
    display: grid;
    grid-template-columns: 20px 1fr;
    padding: 3px 0;
    border-top: 1px solid var(--line);
    line-height: 1.3;
  }
  .brief {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
  }
  dt {
    font-size: 11px;
    color: var(--soft);
  }
  .check {
    display: grid;
    grid-template-columns: 18px 1fr;
    align-items: center;
    width: 100%;
    text-align: left;
    padding: 3px 0;
    cursor: pointer;
  }
  .check:hover {
    background: var(--shade);
  }
  .because {
    padding: 0 0 6px 18px;
  }
  .cautions {
    padding-top: 8px;
  }
  .cautions p {
    display: flex;
    gap: 6px;
  }
  .tools {
    display: flex;
    gap: 6px;
    align-items: start;
  }
  .tools a {
    text-decoration: none;
    display: inline-grid;
    align-content: center;
  }
  .more {
    position: relative;
  }
  .more summary {
    list-style: none;
    display: inline-grid;
    align-content: center;
  }
  .more div {
    position: absolute;
    right: 0;
    top: 28px;
    z-index: 20;
    display: grid;
    gap: 6px;
    padding: 10px 14px;
    white-space: nowrap;
  }
  .more div a {
    text-decoration: underline;
  }
  .chosen {
    padding-bottom: 6px;
    margin-bottom: 4px;
    border-bottom: 1px solid var(--line);
  }
  .drawings {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
    gap: 10px 26px;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  .drawings > :global(figure) {
    max-width: 560px;
  }
  details summary {
    cursor: pointer;
  }
  @media (max-width: 1000px) {
    .upper,
    .lower {
      grid-template-columns: 1fr;
    }
    .standing {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
    }
    ol {
      flex-wrap: wrap;
      row-gap: 4px;
    }
  }
  @media (max-width: 700px) {
    .title {
      grid-template-columns: minmax(0, 1fr);
      gap: 6px;
    }
    .tools {
      flex-wrap: wrap;
    }
    .more div {
      right: auto;
      left: 0;
    }
  }
</style>
