<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tick, untrack } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import { api, got, Refused, type Schemas } from '../lib/api/client';
  import { forget, sendInParts } from '../lib/api/upload';
  import { house } from '../lib/house.svelte';
  import { free } from '../lib/keys';
  import { Draft } from '../lib/draft.svelte';
  import Form from '../lib/parts/Form.svelte';
  import TakeBack from '../lib/parts/TakeBack.svelte';
  import Beside from '../lib/review/Beside.svelte';
  import Check from '../lib/review/Check.svelte';
  import Client from '../lib/review/Client.svelte';
  import Drawn from '../lib/review/Drawn.svelte';
  import NoteForm from '../lib/review/NoteForm.svelte';
  import Notes from '../lib/review/Notes.svelte';
  import Pair from '../lib/review/Pair.svelte';
  import Pencil from '../lib/review/Pencil.svelte';
  import Pointed from '../lib/review/Pointed.svelte';
  import Watch from '../lib/review/Watch.svelte';
  import WatchSheet from '../lib/review/WatchSheet.svelte';
  import { go } from '../lib/router';
  import { frame as shell, queries } from '../lib/state.svelte';
  import { bytes, moment, inside } from '../lib/words';

  let { at: place }: { at: string | null } = $props();
  const h = house();
  /** A viewing has an address of its own. */
  const WATCH = 'watch-';
  const viewing = $derived(place?.startsWith(WATCH) ? place.slice(WATCH.length) : null);
  const shot = $derived(viewing === null ? place : null);
  let together = $state(false);
  const led = $derived(shell.led?.person && shell.led.person !== shell.session?.person ? shell.led : null);

  function join(which: string): void {
    shell.joins = which;
    go(h.id, 'review', WATCH + which);
  }
  const id = $derived(
    shot ??
      h.ticks.find((t) => ['BUILT', 'AGREED', 'DELIVERED'].includes(t.stage ?? ''))?.id ??
      h.ticks[0]?.id ??
      null,
  );
  const review = createQuery(() => ({
    queryKey: [h.id, 'review', id],
    enabled: id !== null && viewing === null,
    // A copy that is being made tells how far it is.
    refetchInterval: (q: { state: { data?: Schemas['ReviewView'] } }) =>
      q.state.data?.versions.some((x) => (x.waits && !x.failed) || (x.shown?.waits && !x.shown.failed))
        ? 2000
        : false,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/review', {
          params: { path: { production: h.id, shot: id ?? '' } },
        }),
      ),
  }));
  const r = $derived(review.data);

  let chosen = $state(0);
  const v = $derived(r?.versions.find((x) => x.number === chosen) ?? r?.versions[0]);
  let video = $state<HTMLVideoElement>();
  let frame = $state(0);
  let playing = $state(false);
  let noting = $state(false);
  let strokes = $state<Schemas['Stroke'][]>([]);
  let noteAt = $state(0);
  /** The part of the picture that is pointed at. */
  let mark = $state<Schemas['ChangedPart'] | null>(null);
  const marked = $derived(mark && mark.frame <= frame && frame <= mark.lastFrame ? mark : null);
  const reason = new Draft(() => `verdict ${id}`);
  let standard = $state<NonNullable<Schemas['NewVerdict']['standard']>>('AT_SPEED');
  let progress = $state<number | null>(null);
  const uploadNote = new Draft(() => `version ${id}`);
  let firstFrame = $state('');
  let wrong = $state('');
  let stop: AbortController | null = null;
  let over = $state(false);

  const first = $derived(v?.firstFrame ?? 0);
  const last = $derived(v ? v.firstFrame + v.facts.frames - 1 : 0);
  const clip = $derived(v?.type.startsWith('video/') ?? false);
  const labels = createQuery(() => ({
    queryKey: ['timecodes', v?.id],
    enabled: clip && v !== undefined,
    staleTime: Infinity,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/versions/{version}/timecodes', {
          params: { path: { production: h.id, version: v?.id ?? '' } },
        }),
      ),
  }));
  /** A guest's copy is another when it is shown otherwise; a browser that has the one before asks again. */
  const file = (x: Schemas['VersionView']) =>
    `/api/productions/${h.id}/versions/${x.id}/file${h.may('GUEST') ? `?copy=${x.shown?.copy}` : ''}`;
  const waits = $derived(v?.waits ?? '');
  const src = $derived(v ? file(v) : '');
  const upload = $derived(h.may('PRODUCER', 'COORDINATOR', 'ARTIST'));
  /** Whether this version may be one that was sent by mistake: the server decides. */
  const untouched = $derived(
    upload &&
      v?.verdicts.length === 0 &&
      !r?.notes.some((n) => n.version === v.number) &&
      (v.uploadedBy === shell.session?.name || h.may('PRODUCER')),
  );
  const here = $derived(r?.notes.filter((n) => n.carried && n.frame <= frame && frame <= n.lastFrame) ?? []);
  const at = (number: number | null | undefined) => r?.versions.find((x) => x.number === number);
  /** Answered notes that wait for a word of whoever looks, where both versions can be seen. */
  const judged = $derived(
    r?.notes.filter((n) => n.may.includes('CONFIRMED') && at(n.version) && at(n.answeredIn)) ?? [],
  );
  /** Whether two versions are seen in one picture, and which it may be held against. */
  let holding = $state(false);
  const others = $derived(r?.versions.filter((x) => x.id !== v?.id) ?? []);
  let looking = $state<string | null>(null);
  let judging = $state(false);
  const pair = $derived(judged.find((n) => n.id === looking));
  const old = $derived(at(pair?.version));
  const answer = $derived(at(pair?.answeredIn));

  $effect(() => {
    if (id !== null) {
      chosen = 0;
      looking = null;
      holding = false;
    }
  });
  // What is looked at stays when a newer version comes: words and verdicts are meant for this one.
  $effect(() => {
    if (chosen === 0) chosen = r?.versions[0]?.number ?? 0;
  });
  const newest = $derived(r?.versions[0]);
  // Only another version begins at its first frame. What is said about this one meanwhile (a
  // verdict, a check) leaves the frame where it is: a note would land on another.
  const shown = $derived(v?.id);
  $effect(() => {
    if (shown) frame = untrack(() => first);
  });

  // The browser tells which frame it really shows; mediaTime is that frame's own time.
  $effect(() => {
    const el = video;
    const fps = v?.fps ?? 0;
    if (!el || !clip || fps === 0) return;
    let handle = el.requestVideoFrameCallback(function drawn(_, meta) {
      // A frame that comes while another is sought is the one before; it must not undo the step.
      if (!el.seeking) frame = Math.min(last, first + Math.round(meta.mediaTime * fps));
      handle = el.requestVideoFrameCallback(drawn);
    });
    return () => el.cancelVideoFrameCallback(handle);
  });

  /** Goes to a frame: the middle of its time, so that rounding can't show a neighbour. */
  function seek(f: number): void {
    const to = Math.max(first, Math.min(last, f));
    if (video && v) {
      video.pause();
      video.currentTime = (to - first + 0.5) / v.fps;
    }
    frame = to;
  }

  function play(): void {
    if (video) {
      if (video.paused) void video.play();
      else video.pause();
    }
  }

  /** Begins a note: the clip stops, and the note stands on the frame it was begun at. */
  function begin(): void {
    seek(frame);
    noteAt = frame;
    strokes = [];
    noting = true;
  }

  async function did(call: Promise<Schemas['ReviewView']>, said: string): Promise<boolean> {
    try {
      queries.setQueryData([h.id, 'review', id], await call);
      await h.again();
      shell.say(said);
      return true;
    } catch (e) {
      shell.wrong(e);
      return false;
    }
  }

  async function note(body: Schemas['NewNote']): Promise<boolean> {
    const done =
      v !== undefined &&
      (await did(
        got(
          api.POST('/api/productions/{production}/versions/{version}/notes', {
            params: { path: { production: h.id, version: v.id } },
            body,
          }),
        ),
        body.scene
          ? `Noted on the shots of scene ${r?.scene}.`
          : body.whole
            ? 'Noted.'
            : `Noted on frame ${body.frame}.`,
      ));
    if (done) noting = false;
    return done;
  }

  async function say(
    n: Schemas['NoteView'],
    kind: NonNullable<Schemas['NewNoteWord']['kind']>,
    words: string,
  ): Promise<boolean> {
    return did(
      got(
        api.POST('/api/productions/{production}/notes/{note}/words', {
          params: { path: { production: h.id, note: n.id } },
          body: {
            id: crypto.randomUUID(),
            kind,
            words,
            ...(kind === 'ANSWERED' && newest ? { version: newest.id } : {}),
          },
        }),
      ),
      kind === 'ANSWERED' ? 'Answered; who gave it says whether it is met.' : 'Kept.',
    );
  }

  /** Says it, and goes on to the next that waits. */
  async function judge(n: Schemas['NoteView'], kind: 'CONFIRMED' | 'AGAIN', words: string): Promise<boolean> {
    if (judging) return false;
    judging = true;
    const next = judged[judged.indexOf(n) + 1] ?? judged[0];
    const said = await say(n, kind, words);
    if (said) looking = next && next.id !== n.id ? next.id : null;
    judging = false;
    return said;
  }

  async function verdict(word: NonNullable<Schemas['NewVerdict']['verdict']>): Promise<void> {
    if (
      v &&
      (await did(
        got(
          api.POST('/api/productions/{production}/versions/{version}/verdicts', {
            params: { path: { production: h.id, version: v.id } },
            body: { id: crypto.randomUUID(), verdict: word, reason: reason.words, standard },
          }),
        ),
        `Version ${v.number}: ${word.toLowerCase()}.`,
      ))
    ) {
      reason.words = '';
    }
  }

  function hold(): void {
    if (!h.may('GUEST') && v && others.length > 0) {
      video?.pause();
      noting = false;
      holding = true;
    }
  }

  /** Takes something of this page back, and reads the page again. */
  const back = (call: Promise<unknown>) => call.then(() => h.again());
  const path = $derived({ production: h.id });

  async function take(file: File | undefined): Promise<void> {
    if (!file || !id) return;
    wrong = '';
    progress = 0;
    stop = new AbortController();
    try {
      const upload = await sendInParts(h.id, file, (x) => (progress = x), stop.signal);
      const done = await got(
        api.POST('/api/productions/{production}/shots/{shot}/versions/uploaded', {
          params: { path: { production: h.id, shot: id } },
          body: {
            upload,
            note: uploadNote.words,
            firstFrame: firstFrame.trim() === '' ? undefined : Number(firstFrame),
          },
        }),
      );
      await forget(h.id, file);
      queries.setQueryData([h.id, 'review', id], done);
      chosen = done.versions[0]?.number ?? 0;
      uploadNote.words = '';
      firstFrame = '';
      await h.again();
      shell.say(`Version ${done.versions[0]?.number} is here.`);
    } catch (e) {
      if (e instanceof Refused && e.field === 'file') await forget(h.id, file);
      wrong = !(e instanceof Refused)
        ? 'The line is gone. What has arrived is kept: send the same file again.'
        : e.field === 'file'
          ? `The file ${e.detail.replace(/^file: /, '')}. Nothing was kept.`
          : e.detail;
    } finally {
      progress = null;
    }
  }

  /** Keys of one version: neither of a pair nor of a run. */
  const one = (work: () => void) => free(() => !pair && !holding && viewing === null && work());
  $effect(() =>
    tinykeys(window, {
      ',': one(() => seek(frame - 1)),
      '.': one(() => seek(frame + 1)),
      Space: one(play),
      c: one(begin),
      v: one(hold),
      w: one(() => (together = !h.may('GUEST'))),
    }),
  );
</script>

{#if viewing !== null}
  {#key viewing}<Watch id={viewing} />{/key}
{:else if id === null}
  <div class="p-6">
    <h1>Nothing to review</h1>
    <p class="soft">
      {h.may('GUEST') ? 'You have not been invited to a shot yet.' : 'Mark and build a shot first.'}
    </p>
  </div>
{:else if review.isLoadingError}
  <p class="p-6" role="alert">{review.error.message}</p>
{:else if !r}
  <p class="soft p-6">Reading the versions…</p>
{:else}
  <div class="review">
    <section
      class="view"
      role="presentation"
      class:over
      ondragover={(e) => {
        e.preventDefault();
        over = true;
      }}
      ondragleave={() => (over = false)}
      ondrop={(e) => {
        e.preventDefault();
        over = false;
        if (upload) void take(e.dataTransfer?.files[0]);
      }}
    >
      <div class="title">
        <span class="mono code">{r.code}</span>
        <h1>{r.title}</h1>
        {#if led}<button class="now tight ml-auto btn" onclick={() => join(led.viewing)}
            >{led.by} leads a viewing: join</button
          >{/if}
        {#if !h.may('GUEST')}<button class="tight btn" class:ml-auto={!led} onclick={() => (together = true)}
            >Watch several <kbd>w</kbd></button
          ><button class="tight btn" onclick={() => go(h.id, 'shots', r.shot)}>Stack sheet</button>{/if}
      </div>
      {#if !h.may('GUEST')}<p class="why">{r.intent || 'No reason in the story yet.'}</p>{/if}
      {#if pair && old && answer}
        {#key pair.id}<Pair
            note={pair}
            {old}
            now={answer}
            src={file}
            left={judged.length}
            busy={judging}
            met={() => void judge(pair, 'CONFIRMED', '')}
            notMet={(words) => judge(pair, 'AGAIN', words)}
            close={() => (looking = null)}
          />{/key}
      {:else if v && holding && others.length > 0}
        {#key v.id}<Beside
            {v}
            {others}
            at={frame}
            src={file}
            close={(f) => {
              holding = false;
              frame = f;
              void tick().then(() => seek(f));
            }}
          />{/key}
      {:else if v && waits}
        <div class="nothing">
          <h2>Version {v.number} is not ready to look at yet</h2>
          <p class="soft" role="status">{waits.charAt(0).toUpperCase() + waits.slice(1)}.</p>
        </div>
      {:else if v}
        <div class="picture">
          {#if clip}
            {#key v.id}
              <!-- svelte-ignore a11y_media_has_caption -->
              <video
                bind:this={video}
                {src}
                preload="auto"
                playsinline
                disablepictureinpicture
                onplay={() => (playing = true)}
                onpause={() => (playing = false)}
                onclick={play}
              ></video>
            {/key}
          {:else}
            <img {src} alt="Version {v.number} of {r.code}" />
          {/if}
          {#if noting}<Pencil
              width={v.facts.raster.width}
              height={v.facts.raster.height}
              bind:strokes
            />{:else}<Drawn drawn={here.flatMap((n) => n.drawn ?? [])} />{/if}
          {#if marked}<Pointed part={marked} {...v.facts.raster} />{/if}
          {#if here.length > 0}<div class="pinned">
              {#each here as n (n.id)}<p>{n.words}</p>{/each}
            </div>{/if}
        </div>
        {#if clip}
          <div class="transport">
            <button class="tight btn" onclick={() => seek(frame - 1)} aria-label="one frame back"
              >‹ <kbd>,</kbd></button
            >
            <button class="ink tight btn" onclick={play}>{playing ? 'Stop' : 'Play'}</button>
            <button class="tight btn" onclick={() => seek(frame + 1)} aria-label="one frame on"
              ><kbd>.</kbd> ›</button
            >
            <span class="mono count" aria-live="off"
              ><strong>frame {frame}</strong>
              <span class="soft"
                >{labels.data?.[frame - first] ?? ''}{frame < r.cutFirst || frame > r.cutLast
                  ? ' · handle'
                  : ''}</span
              ></span
            >
            {#if others.length > 0 && !h.may('GUEST')}<button class="tight ml-auto btn" onclick={hold}
                >Against another <kbd>v</kbd></button
              >{/if}
            <button class="tight btn" class:ml-auto={others.length === 0 || h.may('GUEST')} onclick={begin}
              >Note on this frame <kbd>c</kbd></button
            >
          </div>
          <div class="rail">
            <input
              type="range"
              min={first}
              max={last}
              value={frame}
              aria-label="Frame"
              oninput={(e) => seek(Number(e.currentTarget.value))}
            />
            <div class="pins">
              <span
                class="cut"
                style:left="{Math.max(0, ((r.cutFirst - first) / (last - first + 1)) * 100)}%"
                style:right="{Math.max(0, ((last - r.cutLast) / (last - first + 1)) * 100)}%"
                title="the cut; outside it are the handles"
              ></span>
              {#each r.notes as n (n.id)}{#if n.frame >= first && n.frame <= last}<button
                    class="pin"
                    class:open={n.carried}
                    style:left="{((n.frame - first) / Math.max(1, last - first)) * 100}%"
                    aria-label="note on frame {n.frame}"
                    title="{n.frame}: {n.words}"
                    onclick={() => seek(n.frame)}
                  ></button>{/if}{/each}
            </div>
          </div>
        {/if}
        {#if noting}<NoteForm
            shot={r.shot}
            scene={r.scene}
            frame={noteAt}
            {last}
            keep={note}
            {strokes}
            leave={() => (noting = false)}
          />{/if}
      {:else}
        <div class="nothing">
          <h2>{h.may('GUEST') ? 'Nothing to look at' : 'No version yet'}</h2>
          <p class="soft">
            {h.may('GUEST')
              ? 'Nothing of this shot is shown to you now. You will see it here when it is.'
              : upload
                ? 'Drop a clip or still here; what browsers do not play is seen by a copy.'
                : 'An artist uploads the first one.'}
          </p>
        </div>
      {/if}
    </section>

    <aside class="sheet">
      {#if v}
        <div class="flex items-center gap-2">
          <h2>Version</h2>
          {#each [...r.versions].reverse() as x (x.id)}<button
              class="tight btn"
              class:ink={x.id === v.id}
              aria-pressed={x.id === v.id}
              onclick={() => (chosen = x.number)}>{x.number}</button
            >{/each}
          {#if untouched}<TakeBack
              what="version {v.number}"
              run={() =>
                back(
                  api.DELETE('/api/productions/{production}/versions/{version}', {
                    params: { path: { ...path, version: v.id } },
                  }),
                ).then(() => (chosen = 0))}
            />{/if}
        </div>
        {#if newest && newest.number > v.number}<p class="small" role="status">
            Version {newest.number} is newer.
            <button class="tight btn" onclick={() => (chosen = newest.number)}>Look at it</button>
          </p>{/if}
        <p class="small soft">
          {[
            v.fileName,
            v.bytes > 0 ? bytes(v.bytes) : '',
            `${v.uploadedBy ? `${v.uploadedBy}, ` : ''}${moment(v.uploadedAt)}`,
            v.note,
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
        {#if v.master}<p class="small">
            You see a copy that browsers play; checks and delivery are of
            <a class="underline" href="/api/productions/{h.id}/versions/{v.id}/master" download
              >the file as it came</a
            >.
          </p>{/if}
        <ul class="facts">
          {#each v.checks.filter((c) => c.asked) as c (c.label)}<li>
              <span class="pt-[2px]"
                ><Form state={c.agrees ? 'IN_HAND' : 'IN_DOUBT'} now={!c.agrees} size={12} /></span
              ><span
                >{c.label} <span class="mono">{c.found}</span>{#if !c.agrees}<br /><span class="small"
                    >wanted {c.wanted}. {c.remedy}</span
                  >{/if}</span
              >
            </li>{/each}
        </ul>
        {#if v.checks.some((c) => !c.asked)}<p class="small soft">
            The file says: {v.checks
              .filter((c) => !c.asked)
              .map((c) => `${inside(c.label)} ${c.found}`)
              .join(' · ')}
          </p>{/if}

        {#if clip && !h.may('GUEST')}<Check version={v} {seek} bind:mark />{/if}
        {#if !h.may('GUEST')}<h2>Verdict</h2>{/if}
        {#each v.verdicts as d (d.at)}<p>
            <strong>{d.verdict.toLowerCase()}</strong>, {d.standard === 'AT_SPEED'
              ? 'good at speed'
              : 'good when stopped'}: {d.reason} <span class="small soft">{d.by}, {moment(d.at)}</span>
          </p>{:else}{#if !h.may('GUEST')}<p class="soft">Not given yet.</p>{/if}{/each}
        {#if h.may('PRODUCER')}
          <form class="verdict" onsubmit={(e) => e.preventDefault()}>
            <input
              class="input"
              bind:value={reason.words}
              name="reason"
              placeholder="the reason, in a few words"
              aria-label="Reason for the verdict"
            />
            <select class="select" bind:value={standard} aria-label="How it was looked at"
              ><option value="AT_SPEED">looked at at speed</option><option value="WHEN_STOPPED"
                >looked at frame by frame</option
              ></select
            >
            <div class="flex gap-2">
              <button class="ink btn" onclick={() => void verdict('AGREED')}>Agreed</button><button
                class="btn"
                onclick={() => void verdict('AGAIN')}>Again</button
              ><button class="btn" onclick={() => void verdict('HOLD')}>Hold</button>
            </div>
            {#each r.keeps as k (k)}<p class="small soft">{k}</p>{/each}
          </form>
        {/if}

        <Client {r} {v} {did} {back} />

        <h2>Notes</h2>
        {#if judged.length > 0 && !pair}<button
            class="now mb-2 btn"
            onclick={() => (looking = judged[0]?.id ?? null)}
            >{judged.length === 1 ? '1 answer waits' : `${judged.length} answers wait`} for a word: see both</button
          >{/if}
        <Notes
          {r}
          seek={(f) => {
            looking = null;
            seek(f);
          }}
          {say}
          look={(n) => (looking = n.id)}
          again={() => h.again()}
        />
      {/if}
      {#if upload}
        <h2>{r.versions.length === 0 ? 'First version' : 'Next version'}</h2>
        <label class="field mb-2"
          ><span>What changed</span><input class="input" bind:value={uploadNote.words} /></label
        >
        <label class="field mb-2"
          ><span>Number of its first frame</span><input
            class="mono input"
            name="firstFrame"
            inputmode="numeric"
            bind:value={firstFrame}
            placeholder="empty: told by its length"
          /></label
        >
        <label class="field"
          ><span>File</span><input
            class="input"
            type="file"
            accept="video/*,.mxf,.mkv,.mov,image/png,image/jpeg,image/tiff"
            onchange={(e) => {
              void take(e.currentTarget.files?.[0]);
              e.currentTarget.value = '';
            }}
          /></label
        >
        {#if progress !== null}<div class="mt-2 flex items-center gap-2">
            <progress class="w-full" value={progress}></progress><button
              class="tight btn"
              onclick={() => stop?.abort()}>Stop</button
            >
          </div>
          {#if progress >= 1}<p class="small soft">Arrived; reading its facts…</p>{/if}{/if}
        {#if wrong}<p class="pencil mt-2" role="alert">{wrong}</p>{/if}
      {/if}
    </aside>
  </div>
{/if}

<WatchSheet bind:open={together} />

<style>
  .review {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 310px;
    height: 100%;
  }
  .view {
    display: flex;
    flex-direction: column;
    min-height: 0;
    padding: 12px 16px;
    gap: 6px;
  }
  .over {
    outline: 3px dashed var(--pencil);
    outline-offset: -6px;
  }
  .title {
    display: flex;
    gap: 14px;
    align-items: center;
  }
  .code {
    font-size: 18px;
    font-weight: 640;
  }
  .why {
    font-style: italic;
    color: var(--soft);
  }
  .picture {
    position: relative;
    flex: 1;
    min-height: 160px;
    display: grid;
    place-items: center;
    background: #0d0b09;
  }
  video,
  img {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    object-fit: contain;
  }
  .pinned {
    position: absolute;
    left: 12px;
    bottom: 12px;
    background: var(--sheet);
    border-left: 4px solid var(--pencil);
    padding: 6px 10px;
    max-width: 60%;
  }
  .transport {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .count {
    font-size: 14px;
    min-width: min(250px, 100%);
  }
  .rail {
    position: relative;
    padding-bottom: 24px;
  }
  .rail input {
    width: 100%;
    accent-color: var(--ink);
  }
  .pins {
    position: absolute;
    inset: auto 8px 0;
    height: 24px;
  }
  .cut {
    position: absolute;
    top: 5px;
    height: 2px;
    background: var(--ink);
  }
  .pin {
    position: absolute;
    width: 24px;
    height: 24px;
    margin-left: -12px;
    cursor: pointer;
    display: grid;
    place-items: start center;
  }
  .pin::before {
    content: '';
    width: 12px;
    height: 14px;
    background: var(--soft);
    clip-path: polygon(50% 0, 100% 60%, 100% 100%, 0 100%, 0 60%);
  }
  .pin.open::before {
    background: var(--pencil);
  }
  .nothing {
    flex: 1;
    display: grid;
    place-content: center;
    text-align: center;
    border: 2px dashed var(--line);
  }
  aside {
    overflow: auto;
    border-width: 0 0 0 1px;
    padding: 12px 14px;
  }
  aside h2:not(:first-child) {
    margin: 14px 0 4px;
  }
  .facts li {
    display: grid;
    grid-template-columns: 18px 1fr;
    padding: 2px 0;
  }
  .verdict {
    display: grid;
    gap: 6px;
    margin-top: 4px;
  }
  @media (max-width: 900px) {
    .review {
      grid-template-columns: minmax(0, 1fr);
      height: auto;
    }
    .picture {
      min-height: 56vw;
    }
    aside {
      border-width: 1px 0 0;
    }
  }
</style>
