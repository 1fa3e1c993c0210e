<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { untrack } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import { api, got, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { free } from '../keys';
  import { go } from '../router';
  import { frame as shell, queries } from '../state.svelte';
  import { moment } from '../words';
  import Check from './Check.svelte';
  import Drawn from './Drawn.svelte';
  import { Lead, type Place } from './lead.svelte';
  import NoteForm from './NoteForm.svelte';
  import Pencil from './Pencil.svelte';
  import Pointed from './Pointed.svelte';
  import Together from './Together.svelte';

  /** Versions one after another with what the cut shows beside each, in one run. */
  let { id }: { id: string } = $props();
  type Piece = Schemas['RunPiece'];
  const h = house();
  const path = $derived({ params: { path: { production: h.id, viewing: id } } });
  const key = $derived([h.id, 'viewing', id]);
  const read = createQuery(() => ({
    queryKey: key,
    staleTime: Infinity,
    queryFn: () => got(api.GET('/api/productions/{production}/viewings/{viewing}', path)),
  }));
  const v = $derived(read.data);
  const pieces = $derived(v?.pieces ?? []);
  let at = $state(0);
  let frame = $state(0);
  let playing = $state(false);
  let again = $state(false);
  let speed = $state(1);
  /** A little more or less than the speed, for who follows. */
  let trim = $state(1);
  /** What is seen over and over where it is marked; else one version is. */
  let from = $state<Place | null>(null);
  let to = $state<Place | null>(null);
  let noting = $state(false);
  let strokes = $state<Schemas['Stroke'][]>([]);
  const p = $derived(pieces[at]);
  const shot = $derived(v?.shots[p?.item ?? 0]);
  const watched = $derived(p?.kind === 'WATCHED');
  const moving = (x: Piece | undefined) => x !== undefined && !!x.version && !x.still;
  const src = (x: Piece) => `/api/productions/${h.id}/versions/${x.version}/file`;
  const total = $derived(pieces.reduce((n, x) => n + x.frames, 0));
  const runTo = (piece: number): number => pieces.slice(0, piece).reduce((n, x) => n + x.frames, 0);
  const before = $derived(runTo(at));

  const review = createQuery(() => ({
    queryKey: [h.id, 'review', shot?.shot],
    enabled: shot !== undefined,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/review', {
          params: { path: { production: h.id, shot: shot?.shot ?? '' } },
        }),
      ),
  }));
  const r = $derived(review.data);
  const version = $derived(r?.versions.find((x) => x.number === shot?.version));
  const labels = createQuery(() => ({
    queryKey: ['timecodes', p?.version],
    enabled: moving(p),
    staleTime: Infinity,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/versions/{version}/timecodes', {
          params: { path: { production: h.id, version: p?.version ?? '' } },
        }),
      ),
  }));
  /** The part of the picture that is pointed at. */
  let mark = $state<Schemas['ChangedPart'] | null>(null);
  const marked = $derived(
    watched && p && mark && mark.frame <= p.first + frame && p.first + frame <= mark.lastFrame ? mark : null,
  );
  const here = $derived(
    watched && p
      ? (r?.notes.filter((n) => n.carried && n.frame <= p.first + frame && p.first + frame <= n.lastFrame) ??
          [])
      : [],
  );

  // Two players: one is seen, the other stands ready on the first frame of what comes next.
  let players = $state<(HTMLVideoElement | undefined)[]>([undefined, undefined]);
  const holds: (number | null)[] = [null, null];
  /** Frame of the piece each stood on when it was put there. */
  const stood = [0, 0];
  let front = $state(0);

  /** Time of a frame of a piece in its file: soon after it begins, so that it plays for nearly its length. */
  const time = (x: Piece, f: number) => (x.first - x.file + f + 0.1) / x.rate;

  /** Puts a piece into a player, standing on a frame of it. */
  function put(slot: number, piece: number, f: number): void {
    const el = players[slot];
    const x = pieces[piece];
    if (!el || !x || !moving(x)) return;
    holds[slot] = piece;
    stood[slot] = f;
    if (el.dataset.version !== x.version) {
      el.dataset.version = x.version ?? '';
      el.src = src(x);
    }
    el.pause();
    el.playbackRate = speed * trim;
    el.currentTime = time(x, f);
  }

  /** Whether a player stands ready on the first frame of what comes next. */
  const isReady = (slot: number, next: Place): boolean =>
    holds[slot] === next.piece && stood[slot] === next.frame;

  /** The next that moves after a piece, on the player that is not seen. */
  function ready(piece: number): void {
    const next = follows(piece);
    if (next && moving(pieces[next.piece]) && !isReady(1 - front, next))
      put(1 - front, next.piece, next.frame);
  }

  const marks = $derived(again && from && to ? { from, to } : null);
  /** The last frame of a piece that is seen. */
  const lastOf = (piece: number): number =>
    marks?.to.piece === piece ? marks.to.frame : (pieces[piece]?.frames ?? 1) - 1;

  /** What comes after a piece: over and over what is marked, else what belongs to the same version. */
  function follows(piece: number): Place | null {
    const x = pieces[piece];
    if (!x) return null;
    if (marks?.to.piece === piece) return marks.from;
    const next = pieces[piece + 1];
    if (again && !marks && (!next || next.item !== x.item))
      return { piece: pieces.findIndex((y) => y.item === x.item), frame: 0 };
    return next ? { piece: piece + 1, frame: 0 } : null;
  }

  const after = (a: Place, b: Place): boolean =>
    a.piece > b.piece || (a.piece === b.piece && a.frame > b.frame);

  /** Marks where what is seen over and over begins or ends; one that lies on the wrong side goes. */
  function edge(end: boolean): void {
    const here = { piece: at, frame };
    if (end) {
      to = here;
      if (from && !after(here, from)) from = null;
      from ??= { piece: pieces.findIndex((x) => x.item === p?.item), frame: 0 };
      again = true;
    } else {
      from = here;
      if (to && !after(to, here)) to = null;
    }
    // Another piece may come next now.
    ready(at);
  }

  function unmark(): void {
    from = null;
    to = null;
    ready(at);
  }

  /** Goes to a frame of the version that is watched; what is not in the run is as near as it goes. */
  function toFrame(f: number): void {
    lead.letGo();
    const it = pieces.findIndex((x) => x.item === p?.item && x.kind === 'WATCHED');
    seek(it, f - (pieces[it]?.first ?? 0));
  }

  /** Goes to a frame of a piece and stands there. */
  function seek(piece: number, f: number): void {
    const x = pieces[piece];
    if (!x) return;
    unhold();
    at = piece;
    frame = Math.max(0, Math.min(x.frames - 1, f));
    playing = false;
    if (moving(x)) {
      if (holds[1 - front] === piece && holds[front] !== piece) front = 1 - front;
      put(front, piece, frame);
    } else players[front]?.pause();
    ready(piece);
  }

  function step(by: number): void {
    const f = frame + by;
    const x = pieces[at];
    if (!x) return;
    if (f < 0 && at > 0) seek(at - 1, (pieces[at - 1]?.frames ?? 1) - 1);
    else if (f >= x.frames && at + 1 < pieces.length) seek(at + 1, 0);
    else seek(at, f);
  }

  function turn(by: number): void {
    const item = (p?.item ?? 0) + by;
    const it = pieces.findIndex((x) => x.item === item);
    const was = playing;
    if (it >= 0) {
      seek(it, 0);
      if (was) play();
    }
  }

  function play(): void {
    if (!p) return;
    if (playing) {
      seek(at, frame);
      return;
    }
    // At the end of all it begins anew, and outside of what is marked with that.
    const here = { piece: at, frame };
    if (marks && (after(marks.from, here) || !after(marks.to, here)))
      seek(marks.from.piece, marks.from.frame);
    else if (!again && at === pieces.length - 1 && frame === p.frames - 1) seek(0, 0);
    noting = false;
    playing = true;
    skipped = 0;
    // From the last frame of a piece it goes on with the next.
    if (frame === lastOf(at)) ended();
    else start();
  }

  /** @param there whether the player that is seen stands on the frame already */
  function start(there = false): void {
    const x = pieces[at];
    if (!x) return;
    ready(at);
    if (moving(x)) {
      const el = players[front];
      if (!there && (holds[front] !== at || stood[front] !== frame)) put(front, at, frame);
      if (el) el.playbackRate = speed * trim;
      begins(front, at, 0);
    }
  }

  /** Plays once the frame it stands on was on the screen: a player that begins at once may skip it. */
  function begins(slot: number, piece: number, shown: number): void {
    const el = players[slot];
    if (!el || !playing || at !== piece || front !== slot) return;
    if (shown < 2) {
      const there = !el.seeking && el.readyState >= el.HAVE_CURRENT_DATA;
      requestAnimationFrame(() => begins(slot, piece, there ? shown + 1 : 0));
      return;
    }
    told = null;
    // It stands there no more.
    stood[slot] = -1;
    el.play().catch((e: unknown) => {
      // Stopped before it began is no fault.
      if (!(e instanceof DOMException && e.name === 'AbortError')) lost(slot);
    });
  }

  /** A file that cannot be played stops the run and is named. */
  function lost(slot: number): void {
    const x = pieces[holds[slot] ?? -1];
    if (!x || holds[slot] !== at) return;
    unhold();
    playing = false;
    shell.wrong(new Error(`${x.code}: its file cannot be played here.`));
  }

  let held = 0;
  /** Frames that a slow machine left out since it plays, and the last that it has told. */
  let skipped = $state(0);
  let told: { frame: number; presented: number } | null = null;

  /** The last frame of a piece stays for its length; one that is past it is not seen. */
  function last(f: number, x: Piece): void {
    players[front]?.pause();
    if (f > lastOf(at)) ended();
    else if (held === 0) held = window.setTimeout(() => playing && ended(), 1000 / (x.rate * speed));
  }

  function unhold(): void {
    clearTimeout(held);
    held = 0;
  }

  /** A piece was seen to its end. */
  function ended(): void {
    unhold();
    const x = pieces[at];
    if (!x) return;
    // What is only seen in part was not watched to its end.
    if (x.kind === 'WATCHED' && lastOf(at) === x.frames - 1) void saw(x.item);
    const next = follows(at);
    players[front]?.pause();
    if (next === null) {
      playing = false;
      return;
    }
    const there = moving(pieces[next.piece]) && isReady(1 - front, next);
    at = next.piece;
    frame = next.frame;
    if (there) front = 1 - front;
    start(there);
  }

  async function saw(item: number): Promise<void> {
    if (v?.shots[item]?.seen) return;
    try {
      await got(
        api.POST('/api/productions/{production}/viewings/{viewing}/seen', { ...path, body: { item } }),
      );
      queries.setQueryData<Schemas['ViewingView']>(key, (was) =>
        was ? { ...was, shots: was.shots.map((s, i) => (i === item ? { ...s, seen: true } : s)) } : was,
      );
      void queries.invalidateQueries({ queryKey: [h.id, 'viewings'] });
    } catch (e) {
      shell.wrong(e);
    }
  }

  // The browser tells which frame it really shows; mediaTime is that frame's own time.
  $effect(() => {
    const slot = front;
    const el = players[slot];
    if (!el) return;
    let handle = el.requestVideoFrameCallback(function drawn(_, meta) {
      const x = pieces[at];
      if (!el.seeking && x && moving(x) && holds[slot] === at) {
        const f = Math.round(meta.mediaTime * x.rate) - (x.first - x.file);
        if (f >= 0) frame = Math.min(x.frames - 1, f);
        if (playing) {
          if (told) skipped += Math.max(0, f - told.frame - (meta.presentedFrames - told.presented));
          told = { frame: f, presented: meta.presentedFrames };
        }
        if (playing && f >= lastOf(at)) last(f, x);
      }
      handle = el.requestVideoFrameCallback(drawn);
    });
    return () => el.cancelVideoFrameCallback(handle);
  });

  $effect(() => {
    for (const el of players) if (el) el.playbackRate = speed * trim;
  });

  // A clip may be over before the browser has told its last frame.
  function over(slot: number): void {
    if (slot === front && playing && holds[slot] === at) ended();
  }

  // What does not move is held for its length.
  $effect(() => {
    if (!playing || !p || moving(p)) return;
    const x = p;
    const from = performance.now() - (frame / x.rate / speed) * 1000;
    let handle = requestAnimationFrame(function tick(now) {
      const f = Math.floor(((now - from) / 1000) * x.rate * speed);
      if (f > lastOf(at)) {
        ended();
        return;
      }
      frame = Math.max(0, f);
      handle = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(handle);
  });

  let begun = '';
  $effect(() => {
    if (v && begun !== v.id && players[0] && players[1]) {
      begun = v.id;
      seek(0, 0);
      if (shell.joins === v.id) lead.follow();
      shell.joins = '';
    }
  });

  async function note(body: Schemas['NewNote']): Promise<boolean> {
    return did(
      got(
        api.POST('/api/productions/{production}/versions/{version}/notes', {
          params: { path: { production: h.id, version: version?.id ?? '' } },
          body,
        }),
      ),
      `Noted on ${shot?.code}.`,
    ).then((done) => {
      if (done) noting = false;
      return done;
    });
  }

  async function did(call: Promise<Schemas['ReviewView']>, said: string): Promise<boolean> {
    const of = shot?.shot;
    try {
      queries.setQueryData([h.id, 'review', of], await call);
      await h.again();
      shell.say(said);
      return true;
    } catch (e) {
      shell.wrong(e);
      return false;
    }
  }

  const reason = new Draft(() => `verdict ${shot?.shot}`);
  let busy = $state(false);

  async function verdict(word: NonNullable<Schemas['NewVerdict']['verdict']>): Promise<void> {
    if (!version || busy) return;
    busy = true;
    const done = await did(
      got(
        api.POST('/api/productions/{production}/versions/{version}/verdicts', {
          params: { path: { production: h.id, version: version.id } },
          body: { id: crypto.randomUUID(), verdict: word, reason: reason.words, standard: 'AT_SPEED' },
        }),
      ),
      `${shot?.code}: ${word.toLowerCase()}.`,
    );
    if (done) reason.words = '';
    busy = false;
  }

  function begin(): void {
    if (!watched || !version) return;
    seek(at, frame);
    strokes = [];
    noting = true;
  }

  /** What somebody does by themselves lets go of whoever leads. */
  const own = (work: () => void) => () => {
    lead.letGo();
    work();
  };
  const lead = new Lead(
    untrack(() => h.id),
    untrack(() => id),
    {
      pieces: () => pieces,
      last: lastOf,
      next: follows,
      where: () => {
        const x = pieces[at];
        const el = players[front];
        return {
          piece: at,
          frame:
            playing && el && x && moving(x) && holds[front] === at
              ? Math.max(0, Math.min(x.frames, el.currentTime * x.rate - (x.first - x.file)))
              : frame,
        };
      },
      seek: (p) => seek(p.piece, Math.round(p.frame)),
      play,
      state: () => ({ playing, speed, again, marks }),
      set: (s, a, m) => {
        speed = s;
        again = a;
        from = m?.from ?? null;
        to = m?.to ?? null;
      },
      trim: (by) => (trim = by),
    },
  );
  $effect(() => untrack(() => lead.begin()));
  $effect(() => {
    const told = shell.led;
    untrack(() => (told ? lead.heard(told) : void lead.ask().catch(() => undefined)));
  });
  // Where it stands is told at once; where it is while it plays, by the beat.
  $effect(() => {
    void [at, playing, speed, marks, again, playing ? 0 : frame];
    untrack(() => lead.moved());
  });

  function together(): void {
    if (lead.leading) void lead.stop();
    else if (lead.following) lead.letGo();
    else if (lead.other) lead.follow();
    else void lead.lead(false);
  }

  const sheet = $derived(`/api/productions/${h.id}/viewings/${id}/sheet`);
  const close = (): void => go(h.id, 'review', shot?.shot);
  $effect(() =>
    tinykeys(window, {
      ',': free(own(() => step(-1))),
      '.': free(own(() => step(1))),
      ArrowUp: free(own(() => turn(-1))),
      ArrowDown: free(own(() => turn(1))),
      Space: free(own(play)),
      o: free(own(() => (again = !again))),
      b: free(own(() => edge(false))),
      e: free(own(() => edge(true))),
      l: free(together),
      c: free(own(begin)),
      Escape: free(() => (noting ? (noting = false) : close())),
    }),
  );
</script>

{#if read.isLoadingError}
  <p class="p-6" role="alert">{read.error.message}</p>
{:else if !v}
  <p class="soft p-6">Putting the run together…</p>
{:else}
  <div class="watch">
    <section class="view" aria-label="The run">
      <div class="title">
        <span class="mono code">{p?.kind === 'BLACK' ? p.words : p?.code}</span>
        <h1>{watched ? shot?.title : `beside ${shot?.code} in the cut`}</h1>
        <button class="tight ml-auto btn" onclick={close}>Leave <kbd>Esc</kbd></button>
      </div>
      <div class="picture" class:beside={!watched}>
        {#each [0, 1] as slot (slot)}
          <video
            bind:this={players[slot]}
            class:seen={slot === front && moving(p)}
            preload="auto"
            playsinline
            disablepictureinpicture
            onended={() => over(slot)}
            onerror={() => lost(slot)}
            onclick={own(play)}
          ></video>
        {/each}
        {#if p?.still && p.version}<img class="seen" src={src(p)} alt="{p.code}, a still" />{/if}
        {#if p?.kind === 'BLACK'}<p class="black">
            {p.words}<br /><span class="small">{p.frames} frames of the cut without a picture</span>
          </p>{/if}
        {#if noting && version}<Pencil
            width={version.facts.raster.width}
            height={version.facts.raster.height}
            bind:strokes
          />{:else}<Drawn drawn={here.flatMap((n) => n.drawn ?? [])} />{/if}
        {#if marked && version}<Pointed part={marked} {...version.facts.raster} />{/if}
        {#if here.length > 0}<div class="pinned">
            {#each here as n (n.id)}<p>{n.words}</p>{/each}
          </div>{/if}
      </div>
      <div class="transport">
        <button class="tight btn" onclick={own(() => turn(-1))} aria-label="the shot before"
          ><kbd>↑</kbd></button
        >
        <button class="tight btn" onclick={own(() => step(-1))} aria-label="one frame back"
          >‹ <kbd>,</kbd></button
        >
        <button class="ink tight btn" onclick={own(play)}>{playing ? 'Stop' : 'Play'}</button>
        <button class="tight btn" onclick={own(() => step(1))} aria-label="one frame on"
          ><kbd>.</kbd> ›</button
        >
        <button class="tight btn" onclick={own(() => turn(1))} aria-label="the next shot"><kbd>↓</kbd></button
        >
        <span class="mono count" aria-live="off"
          >{#if p?.kind === 'BLACK'}<span class="soft">{frame + 1} of {p.frames}</span>{:else if p}<strong
              >frame {p.still ? p.first : p.first + frame}</strong
            >
            <span class="soft">{moving(p) ? (labels.data?.[p.first - p.file + frame] ?? '') : ''}</span
            >{/if}</span
        >
        {#if skipped > 0}<span class="small pencil"
            >{skipped === 1 ? 'a frame was' : `${skipped} frames were`} skipped on this machine</span
          >{/if}
        <label class="small flex items-center gap-1"
          ><input type="checkbox" class="checkbox" bind:checked={again} /> over again <kbd>o</kbd></label
        >
        <span class="small soft edges"
          >from <button
            class="tight btn"
            onclick={own(() => edge(false))}
            aria-label="over and over from here"><kbd>b</kbd></button
          >
          to
          <button class="tight btn" onclick={own(() => edge(true))} aria-label="over and over to here"
            ><kbd>e</kbd></button
          >{#if from || to}<button class="bare tight btn" onclick={unmark}>whole</button>{/if}</span
        >
        <select class="speed select" bind:value={speed} aria-label="How fast"
          ><option value={0.5}>half speed</option><option value={1}>at speed</option><option value={2}
            >twice</option
          ></select
        >
        {#if watched && version}<button class="tight ml-auto btn" onclick={own(begin)}
            >Note on this frame <kbd>c</kbd></button
          >{/if}
      </div>
      <div class="line" role="presentation">
        {#each pieces as x, i (i)}<button
            class="piece"
            class:now={i === at}
            class:off={x.kind !== 'WATCHED'}
            style:flex-grow={x.frames}
            aria-label="{x.kind === 'WATCHED' ? '' : 'beside it: '}{x.code || x.words}, {x.frames} frames"
            aria-current={i === at}
            onclick={own(() => seek(i, 0))}>{x.kind === 'WATCHED' ? x.code : ''}</button
          >{/each}
        {#each [from, to] as m, i (i)}{#if m}<span
              class="edge"
              class:end={i === 1}
              style:left="{(100 * (runTo(m.piece) + m.frame + i)) / Math.max(1, total)}%"
            ></span>{/if}{/each}
        <span class="head" style:left="{(100 * (before + frame)) / Math.max(1, total)}%"></span>
      </div>
      {#if p?.words && p.kind !== 'BLACK'}<p class="small soft">{p.words}</p>{/if}
      {#if noting && r && p && version}<NoteForm
          shot={r.shot}
          scene={r.scene}
          frame={p.still ? p.first : p.first + frame}
          last={version.firstFrame + version.facts.frames - 1}
          keep={note}
          {strokes}
          leave={() => (noting = false)}
        />{/if}
    </section>

    <aside class="sheet">
      <h2>{v.title}</h2>
      <p class="small soft">
        {[`${v.by}, ${moment(v.at)}`, v.there.length > 0 ? `with ${v.there.join(', ')}` : '']
          .filter(Boolean)
          .join(' · ')}
      </p>
      <Together {lead} press={together} />
      <p class="small">
        What it came to: <a class="underline" href="{sheet}.pdf" target="_blank" rel="noopener">on paper</a>,
        <a class="underline" href="{sheet}.csv" download>as a table</a>
      </p>
      <ol>
        {#each v.shots as s, i (i)}<li>
            <button
              class="shot"
              class:now={i === p?.item}
              aria-current={i === p?.item}
              onclick={own(() =>
                seek(
                  pieces.findIndex((x) => x.item === i && x.kind === 'WATCHED'),
                  0,
                ),
              )}
            >
              <span class="mono">{s.code}</span>
              <span class="small">version {s.version}{s.seen ? ', watched' : ''}</span>
              {#if s.why}<span class="small soft why">{s.why}</span>{/if}
            </button>
          </li>{/each}
      </ol>
      {#if version && r}
        {@const last = version.verdicts[0]}
        <h2>{r.code}, version {version.number}</h2>
        {#if r.versions[0] && r.versions[0].number > version.number}<p class="small pencil">
            Version {r.versions[0].number} came in since; this one is watched.
          </p>{/if}
        {#if last}<p class="small">
            <strong>{last.verdict.toLowerCase()}</strong>: {last.reason}
            <span class="soft">{last.by}, {moment(last.at)}</span>
          </p>{/if}
        {#each r.notes.filter((n) => n.carried) as n (n.id)}<p class="small">
            <button class="tight btn" onclick={() => toFrame(n.whole ? 0 : n.frame)}>{n.on}</button>
            {n.words} <span class="soft">{n.by}, {n.stands}</span>
          </p>{/each}
        {#if version.type.startsWith('video/')}<Check {version} seek={toFrame} bind:mark />{/if}
        {#if h.may('PRODUCER')}<form class="verdict" onsubmit={(e) => e.preventDefault()}>
            <input
              class="input"
              name="reason"
              bind:value={reason.words}
              placeholder="the reason, in a few words"
              aria-label="Reason for the verdict on {r.code}"
            />
            <div class="flex gap-2">
              <button class="ink btn" disabled={busy} onclick={() => void verdict('AGREED')}>Agreed</button>
              <button class="btn" disabled={busy} onclick={() => void verdict('AGAIN')}>Again</button>
              <button class="btn" disabled={busy} onclick={() => void verdict('HOLD')}>Hold</button>
            </div>
            {#each r.keeps as k (k)}<p class="small soft">{k}</p>{/each}
          </form>{/if}
      {/if}
    </aside>
  </div>
{/if}

<style>
  .watch {
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
  .title {
    display: flex;
    gap: 14px;
    align-items: center;
  }
  .code {
    font-size: 18px;
    font-weight: 640;
  }
  .picture {
    position: relative;
    flex: 1;
    min-height: 160px;
    background: #0d0b09;
  }
  .picture.beside {
    outline: 2px dashed var(--line);
    outline-offset: -2px;
  }
  video,
  img {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    object-fit: contain;
    visibility: hidden;
  }
  .seen {
    visibility: visible;
  }
  .black {
    position: absolute;
    inset: 0;
    display: grid;
    place-content: center;
    text-align: center;
    color: #cfc6b6;
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
    min-width: min(220px, 100%);
  }
  .speed {
    width: auto;
  }
  .line {
    position: relative;
    display: flex;
    gap: 2px;
    height: 24px;
  }
  .piece {
    flex-basis: 0;
    min-width: 6px;
    overflow: hidden;
    padding-left: 6px;
    background: var(--line);
    font: 11px var(--mono);
    text-align: left;
    white-space: nowrap;
    cursor: pointer;
  }
  .piece.off {
    margin: 8px 0;
  }
  .piece.now {
    background: var(--ink);
    color: var(--sheet);
  }
  .edges .btn {
    min-width: 24px;
  }
  .edge {
    position: absolute;
    top: -4px;
    bottom: -4px;
    width: 6px;
    border: 2px solid var(--ink);
    border-right: 0;
    pointer-events: none;
  }
  .edge.end {
    margin-left: -6px;
    border: 2px solid var(--ink);
    border-left: 0;
  }
  .head {
    position: absolute;
    top: 0;
    bottom: 0;
    width: 3px;
    margin-left: -1px;
    background: var(--pencil);
    pointer-events: none;
  }
  aside {
    overflow: auto;
    border-width: 0 0 0 1px;
    padding: 12px 14px;
  }
  aside h2:not(:first-child) {
    margin: 14px 0 4px;
  }
  .shot {
    display: flex;
    flex-wrap: wrap;
    gap: 0 8px;
    align-items: baseline;
    width: 100%;
    padding: 5px 6px;
    text-align: left;
    border-left: 4px solid transparent;
    cursor: pointer;
  }
  .shot.now {
    border-left-color: var(--pencil);
    background: var(--paper);
  }
  .why {
    flex-basis: 100%;
  }
  .verdict {
    display: grid;
    gap: 6px;
    margin-top: 6px;
  }
  @media (max-width: 900px) {
    .watch {
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
