<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, send, type Schemas } from '../api/client';
  import { Job } from '../bench/job.svelte';
  import JobLine from '../bench/JobLine.svelte';
  import { FIELDS, shown, typedInto } from '../floor/fields';
  import { house } from '../house.svelte';
  import { Methods } from '../methods.svelte';
  import { read } from '../numbers';
  import { markNamed } from '../refused';
  import { frame as foot, queries } from '../state.svelte';
  import { Typed } from '../typed.svelte';
  import { day } from '../words';
  import Form from './Form.svelte';
  import Sheet from './Sheet.svelte';

  /**
   * A camera test: what was tried, what was measured on it, which is taken; or the list of all.
   * @param test id of the one that is open; empty for the list
   */
  interface Props {
    open: boolean;
    test: string;
    onchange?: () => void;
  }
  let { open = $bindable(false), test = $bindable(''), onchange }: Props = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'FLOOR', 'ARTIST'));
  const mayDecide = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const base = $derived(`/api/productions/${h.id}/tests`);
  const all = createQuery(() => ({
    queryKey: [h.id, 'tests'],
    enabled: open,
    queryFn: () =>
      got(api.GET('/api/productions/{production}/tests', { params: { path: { production: h.id } } })),
  }));
  const t = $derived(all.data?.find((x) => x.id === test) ?? null);
  const defaults = createQuery(() => ({
    queryKey: [h.id, 'method-defaults'],
    enabled: open,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/method-defaults', {
          params: { path: { production: h.id } },
        }),
      ),
  }));
  const methods = new Methods(h);
  const job = new Job(() => h.id);
  let wrong = $state('');
  let sending = $state('');
  const question = new Typed(() => `test ${h.id}`, { question: '', why: '', wantedBy: '' });
  const candidate = new Typed(() => `candidate ${test}`, { label: '', field: 'iso', value: '' });
  const verdict = new Typed(() => `verdict ${test}`, {
    candidate: '',
    words: '',
    preset: '',
    method: '',
    parameter: '',
    value: '',
  });
  const numbers = $derived(
    methods.book.data
      ?.find((m) => m.id === verdict.get('method'))
      ?.parameters.filter((p) => p.kind !== 'ZONES' && p.kind !== 'ROWS') ?? [],
  );

  async function told(ask: () => Promise<Schemas['TestView']>, words = ''): Promise<boolean> {
    wrong = '';
    try {
      const now = await ask();
      const others = (all.data ?? []).filter((x) => x.id !== now.id);
      queries.setQueryData([h.id, 'tests'], [...others, now]);
      test = now.id;
      await h.again();
      onchange?.();
      if (words) foot.say(words);
      return true;
    } catch (e) {
      wrong = e instanceof Refused ? e.message : String(e);
      markNamed(e);
      return false;
    }
  }

  const path = $derived({ production: h.id, test });

  async function ask(): Promise<void> {
    const kept = await told(() =>
      got(
        api.POST('/api/productions/{production}/tests', {
          params: { path: { production: h.id } },
          body: {
            id: crypto.randomUUID(),
            question: question.get('question'),
            why: question.get('why'),
            item: '',
            shots: [],
            ...(question.get('wantedBy') ? { wantedBy: question.get('wantedBy') } : {}),
            candidates: [],
          },
        }),
      ),
    );
    if (kept) question.clear();
  }

  async function add(): Promise<void> {
    const field = FIELDS.find((f) => f.key === candidate.get('field'));
    const value = field ? typedInto(field, candidate.get('value')) : null;
    const kept = await told(() =>
      got(
        api.POST('/api/productions/{production}/tests/{test}/candidates', {
          params: { path },
          body: {
            label: candidate.get('label'),
            ...(field && value !== null
              ? { camera: { [field.key]: value } as unknown as Schemas['CameraData'] }
              : {}),
          },
        }),
      ),
    );
    if (kept) candidate.clear('field');
  }

  async function picture(c: Schemas['CandidateView'], file: File): Promise<void> {
    const form = new FormData();
    form.set('file', file);
    sending = `${c.label}: sending`;
    await told(() =>
      send<Schemas['TestView']>(
        `${base}/${test}/candidates/${c.id}/file`,
        form,
        (share) => (sending = `${c.label}: ${String(Math.round(share * 100))} % sent`),
      ),
    );
    sending = '';
  }

  async function measure(): Promise<void> {
    await job.run(() =>
      got(api.POST('/api/productions/{production}/tests/{test}/measurement', { params: { path } })),
    );
    await all.refetch();
    onchange?.();
  }

  async function decide(): Promise<void> {
    const kept = await told(
      () =>
        got(
          api.POST('/api/productions/{production}/tests/{test}/verdict', {
            params: { path },
            body: {
              candidate: verdict.get('candidate'),
              words: verdict.get('words'),
              preset: verdict.get('preset'),
              method: verdict.get('method'),
              parameter: verdict.get('parameter'),
              value:
                numbers.find((p) => p.key === verdict.get('parameter'))?.kind === 'YES_NO'
                  ? verdict.get('value') === 'yes'
                  : read(verdict.get('value')),
            } as Schemas['TestVerdict'],
          }),
        ),
      'It is decided.',
    );
    if (kept) {
      verdict.clear();
      await queries.invalidateQueries({ queryKey: [h.id, 'method-defaults'] });
    }
  }

  /** With its sign, and none for what rounds to nothing. */
  function signed(v: number, decimals: number): string {
    const text = v.toFixed(decimals);
    return Number(text) === 0 ? (0).toFixed(decimals) : v > 0 ? `+${text}` : text;
  }

  function camera(c: Schemas['CameraData']): string {
    const all = c as unknown as Record<string, unknown>;
    return FIELDS.filter((f) => shown(all, f) !== '')
      .map((f) => `${f.key === 'shutterSeconds' ? '1 /' : f.label} ${shown(all, f)} ${f.unit}`.trim())
      .join(', ');
  }
</script>

<Sheet bind:open title={t ? t.question : 'Tests of the production'} wide>
  {#if all.isLoadingError}<p role="alert" class="pencil">{all.error.message}</p>{/if}
  {#if t}
    <p class="small">
      <button class="tight bare btn" onclick={() => (test = '')}>All tests</button>
      <span class="soft"
        >{t.why}
        {t.shots.length > 0 ? `· for ${t.shots.map((s) => s.code).join(', ')}` : ''} · asked by {t.askedBy}</span
      >
    </p>
    <p class="stand">
      <Form state={t.taken ? 'IN_HAND' : 'OWED'} now={t.stand.late} />
      {#if t.taken}<span
          ><strong>{t.candidates.find((c) => c.id === t.taken)?.label}</strong> is taken: {t.verdict}
          <span class="soft">{t.decidedBy}</span></span
        >
        {#if mayDecide}<button
            class="tight bare btn"
            onclick={() =>
              void told(() =>
                got(api.DELETE('/api/productions/{production}/tests/{test}/verdict', { params: { path } })),
              )}>Open it again</button
          >{/if}
      {:else}<strong>{t.stand.next.charAt(0).toUpperCase() + t.stand.next.slice(1)}</strong>
        <span class:pencil={t.stand.late} class:soft={!t.stand.late}
          >{t.stand.before ? `before ${day(t.stand.before)}` : 'no day needs it yet'}</span
        >{/if}
    </p>
    <div class="tried">
      {#each t.candidates as c (c.id)}
        {@const first = c.place === t.candidates[0]?.place}
        <article class:taken={c.id === t.taken}>
          {#if c.picture}<img
              src="{base}/{t.id}/candidates/{c.id}/picture?{c.width}x{c.height}"
              alt="What {c.label} looks like"
              loading="lazy"
            />{:else}<div class="empty soft small">no picture yet</div>{/if}
          <h3 class="mt-1">{c.label}{first ? ' · the others are held against it' : ''}</h3>
          <p class="small soft">{camera(c.camera)}</p>
          {#if c.reading}<dl class="small">
              <dt>Noise</dt>
              <dd>{c.reading.noise === null ? 'not told' : `${c.reading.noise.toFixed(2)} %`}</dd>
              <dt>Sharpness</dt>
              <dd>
                {first
                  ? 'the first'
                  : c.reading.softerPx === null
                    ? 'not told'
                    : `${signed(c.reading.softerPx, 1)} px of blur`}
              </dd>
              <dt>Light</dt>
              <dd>
                {first
                  ? 'the first'
                  : c.reading.stops === null
                    ? 'not told'
                    : `${signed(c.reading.stops, 2)} stops`}
              </dd>
              <dt>Flicker</dt>
              <dd>
                {c.reading.flicker === null
                  ? 'not told'
                  : c.reading.flicker.seen
                    ? `${c.reading.flicker.stops.toFixed(2)} stops, ${c.reading.flicker.hz.toFixed(1)} Hz`
                    : `under ${c.reading.flicker.floorStops.toFixed(2)} stops`}
              </dd>
            </dl>
            <p class="small soft">{c.reading.words}</p>{:else if c.fault}<p class="small pencil">
              {c.fault}
            </p>{/if}
          {#if may && !t.taken}<p class="flex gap-1">
              <label class="tight btn"
                >{c.picture ? 'Another picture' : 'Still or clip'}<input
                  type="file"
                  class="sr-only"
                  onchange={(e) => {
                    const file = e.currentTarget.files?.[0];
                    e.currentTarget.value = '';
                    if (file) void picture(c, file);
                  }}
                /></label
              ><button
                class="tight bare btn"
                aria-label="Take {c.label} away"
                onclick={() =>
                  void told(() =>
                    got(
                      api.DELETE('/api/productions/{production}/tests/{test}/candidates/{candidate}', {
                        params: { path: { ...path, candidate: c.id } },
                      }),
                    ),
                  )}>Take away</button
              >
            </p>{/if}
        </article>
      {/each}
    </div>
    {#if sending}<p class="small" role="status">{sending}</p>{/if}
    {#if may && !t.taken}
      <form
        class="line"
        aria-label="One more candidate"
        onsubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
        <label class="field"
          ><span>One more candidate</span><input
            class="input"
            name="label"
            bind:value={() => candidate.get('label'), (v) => candidate.set('label', v)}
          /></label
        >
        <label class="field"
          ><span>Camera</span><select
            class="select"
            name="field"
            bind:value={() => candidate.get('field'), (v) => candidate.set('field', v)}
            >{#each FIELDS as f (f.key)}<option value={f.key}>{f.label}</option>{/each}</select
          ></label
        >
        <label class="field"
          ><span>Set to</span><input
            class="mono input"
            name="value"
            bind:value={() => candidate.get('value'), (v) => candidate.set('value', v)}
          /></label
        >
        <button class="tight btn">Add</button>
        {#if t.candidates.some((c) => c.picture)}<button
            type="button"
            class="tight btn"
            class:now={t.stand.stand === 'TRIED'}
            disabled={job.busy}
            onclick={() => void measure()}>Measure the candidates</button
          >{/if}
      </form>
      <JobLine {job} />
    {/if}
    {#if mayDecide && !t.taken && t.candidates.length > 0}
      <form
        class="decide rule mt-3 pt-2"
        aria-label="Verdict"
        onsubmit={(e) => {
          e.preventDefault();
          void decide();
        }}
      >
        <label class="field"
          ><span>Taken</span><select
            class="select"
            name="candidate"
            bind:value={() => verdict.get('candidate'), (v) => verdict.set('candidate', v)}
            ><option value="" disabled>choose</option>{#each t.candidates as c (c.id)}<option value={c.id}
                >{c.label}</option
              >{/each}</select
          ></label
        >
        <label class="field grow"
          ><span>Because</span><input
            class="input"
            name="words"
            bind:value={() => verdict.get('words'), (v) => verdict.set('words', v)}
          /></label
        >
        <label class="field"
          ><span>Keep as preset</span><input
            class="input"
            name="preset"
            placeholder="its name, or none"
            bind:value={() => verdict.get('preset'), (v) => verdict.set('preset', v)}
          /></label
        >
        <label class="field"
          ><span>A method starts from it</span><select
            class="select"
            name="method"
            bind:value={() => verdict.get('method'), (v) => verdict.set('method', v)}
            ><option value="">none</option>{#each methods.book.data ?? [] as m (m.id)}<option value={m.id}
                >{m.name}</option
              >{/each}</select
          ></label
        >
        {#if verdict.get('method')}
          <label class="field"
            ><span>Its number</span><select
              class="select"
              name="parameter"
              bind:value={() => verdict.get('parameter'), (v) => verdict.set('parameter', v)}
              ><option value="" disabled>choose</option>{#each numbers as p (p.key)}<option value={p.key}
                  >{p.label}{p.unit ? `, ${p.unit}` : ''}</option
                >{/each}</select
            ></label
          >
          <label class="field"
            ><span>Starts from</span><input
              class="mono input"
              name="value"
              bind:value={() => verdict.get('value'), (v) => verdict.set('value', v)}
            /></label
          >
        {/if}
        <button class="now btn">Decide</button>
      </form>
    {/if}
  {:else}
    <ul>
      {#each all.data ?? [] as x (x.id)}<li class="rule py-1">
          <button class="stand text-left" onclick={() => (test = x.id)}
            ><Form state={x.taken ? 'IN_HAND' : 'OWED'} size={12} now={x.stand.late} /><span
              ><strong>{x.question}</strong>
              <span class:pencil={x.stand.late} class:soft={!x.stand.late}
                >{x.taken
                  ? `${x.candidates.find((c) => c.id === x.taken)?.label ?? ''}: ${x.verdict}`
                  : `${x.stand.next}${x.stand.before ? `, before ${day(x.stand.before)}` : ''}`}
                {x.shots.length > 0 ? `· ${x.shots.map((s) => s.code).join(', ')}` : ''}</span
              ></span
            ></button
          >
        </li>{:else}<li class="soft">Nothing is to be tried. Ask what no sum settles.</li>{/each}
    </ul>
    {#if may}
      <form
        class="line mt-3"
        aria-label="A new test"
        onsubmit={(e) => {
          e.preventDefault();
          void ask();
        }}
      >
        <label class="field grow"
          ><span>Question</span><input
            class="input"
            name="question"
            bind:value={() => question.get('question'), (v) => question.set('question', v)}
          /></label
        >
        <label class="field grow"
          ><span>Why</span><input
            class="input"
            name="why"
            bind:value={() => question.get('why'), (v) => question.set('why', v)}
          /></label
        >
        <label class="field"
          ><span>Wanted by</span><input
            class="input"
            type="date"
            name="wantedBy"
            bind:value={() => question.get('wantedBy'), (v) => question.set('wantedBy', v)}
          /></label
        >
        <button class="btn">Ask</button>
      </form>
    {/if}
    {#if (defaults.data ?? []).length > 0}
      <h3 class="rule mt-4 pt-2">Numbers that methods start from here</h3>
      <ul class="small">
        {#each defaults.data ?? [] as d (d.method + d.parameter)}{@const p = methods
            .find(d.method)
            ?.parameters.find((x) => x.key === d.parameter)}
          <li class="py-1">
            {methods.name(d.method)}: {p?.label ?? d.parameter}
            <span class="mono">{String(d.value)} {p?.unit ?? ''}</span>
            <span class="soft">from “{d.from}”, {d.by}</span>
            {#if mayDecide}<button
                class="tight bare btn"
                onclick={async () => {
                  try {
                    queries.setQueryData(
                      [h.id, 'method-defaults'],
                      await got(
                        api.DELETE('/api/productions/{production}/method-defaults', {
                          params: {
                            path: { production: h.id },
                            query: { method: d.method, parameter: d.parameter },
                          },
                        }),
                      ),
                    );
                  } catch (e) {
                    foot.wrong(e);
                  }
                }}>Take it back</button
              >{/if}
          </li>{/each}
      </ul>
    {/if}
  {/if}
  {#if wrong}<p role="alert" class="pencil small mt-2">{wrong}</p>{/if}
</Sheet>

<style>
  .stand {
    display: flex;
    gap: 8px;
    align-items: baseline;
    margin-block: 4px;
  }
  .tried {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
    gap: 14px;
    margin-block: 10px;
  }
  article {
    max-width: 460px;
  }
  article img,
  .empty {
    width: 100%;
    aspect-ratio: 16 / 9;
    object-fit: contain;
    background: var(--shade);
  }
  .empty {
    display: grid;
    place-items: center;
  }
  article.taken {
    outline: 2px solid var(--ink);
    outline-offset: 4px;
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0 10px;
  }
  dd {
    font-family: var(--mono);
    text-align: right;
  }
  .line,
  .decide {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 8px;
    align-items: end;
  }
  .grow {
    flex: 1 1 180px;
  }
</style>
