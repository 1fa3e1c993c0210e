<script lang="ts">
  import { tinykeys } from 'tinykeys';
  import { api, got } from './lib/api/client';
  import { forgetDrafts } from './lib/draft.svelte';
  import { line } from './lib/floor/line.svelte';
  import WaitingSheet from './lib/floor/WaitingSheet.svelte';
  import { open } from './lib/house.svelte';
  import { dayAtHand, today } from './lib/today';
  import { free } from './lib/keys';
  import { LOAD } from './lib/load';
  import Brand from './lib/parts/Brand.svelte';
  import Keys from './lib/parts/Keys.svelte';
  import Lost from './lib/parts/Lost.svelte';
  import Palette from './lib/parts/Palette.svelte';
  import Reckoner from './lib/parts/Reckoner.svelte';
  import Reel from './lib/parts/Reel.svelte';
  import Settings from './lib/parts/Settings.svelte';
  import { go, route } from './lib/router';
  import { frame, listen, queries } from './lib/state.svelte';
  import { day, DESKS, deskName, ROLE, type Desk } from './lib/words';

  const parts = $derived((route.pathname as string).split('/'));
  const production = $derived(parts[2] ?? '');
  const desk = $derived((DESKS as readonly string[]).includes(parts[3] ?? '') ? (parts[3] as Desk) : 'owed');
  const id = $derived(parts[4] || null);

  const house = open(() => production);
  let palette = $state(false);
  let keys = $state(false);
  let settings = $state(false);
  let waiting = $state(false);

  const guest = $derived(house.view?.myRole === 'GUEST');
  const desks = $derived<readonly Desk[]>(guest ? ['review'] : DESKS);
  const current = $derived(house.ticks.find((t) => t.id === id) ?? null);
  const shooting = $derived.by(() => {
    const all = house.days.data ?? [];
    const next = dayAtHand(all);
    return next
      ? `day ${next.number} of ${all.length}${next.date === today(next.terms.zone) ? '' : `, ${day(next.date)}`}`
      : all.length > 0
        ? 'shoot is over'
        : 'no shooting day planned';
  });

  $effect(() => {
    if (!frame.session?.person) {
      location.assign(`/sign-in?to=${encodeURIComponent(location.pathname + location.search)}`);
    }
  });
  if (new URLSearchParams(location.search).has('sum')) {
    frame.reckoner = true;
  }
  $effect(() => listen(production));
  $effect(() => void line.open(production).catch((e: unknown) => frame.wrong(e)));
  // When the line is back, what waits is sent.
  $effect(() => {
    if (frame.live === 'open') line.kick();
  });

  function open_(d: Desk): void {
    const keep = current && ['shots', 'review', 'script'].includes(d) ? current.id : null;
    go(production, d, keep);
  }

  /** Walks the reel by a number of shots. */
  function walk(step: number): void {
    const all = house.ticks;
    if (all.length > 0) {
      const at = all.findIndex((t) => t.id === id);
      const next = all[(at < 0 ? (step > 0 ? 0 : all.length - 1) : at + step + all.length) % all.length];
      go(
        production,
        ['shots', 'review', 'script'].includes(desk) ? desk : guest ? 'review' : 'shots',
        next?.id,
      );
    }
  }

  $effect(() =>
    tinykeys(window, {
      ...Object.fromEntries(DESKS.map((d, i) => [String(i + 1), free(() => desks.includes(d) && open_(d))])),
      '[': free(() => walk(-1)),
      ']': free(() => walk(1)),
      '=': free(() => !guest && (frame.reckoner = !frame.reckoner)),
      '/': free(() => (palette = true)),
      '?': free(() => (keys = true)),
      'Shift+?': free(() => (keys = true)),
      n: free(() => frame.look(!frame.night)),
      '$mod+k': (e: KeyboardEvent) => {
        e.preventDefault();
        palette = true;
      },
    }),
  );

  async function leave(): Promise<void> {
    // Nobody reads the last one's day on this device; what waits to be sent stays.
    await globalThis.caches?.delete('bivex-day');
    try {
      await got(api.DELETE('/api/session'));
    } catch (e) {
      frame.wrong(e);
      return;
    }
    queries.clear();
    forgetDrafts();
    frame.session = await got(api.GET('/api/session'));
    location.assign('/sign-in');
  }
</script>

<svelte:head
  ><title>{deskName(desk)}{current ? ` · ${current.code}` : ''} · {house.view?.title ?? 'Bivex'}</title
  ></svelte:head
>

<div class="frame">
  <header>
    <div class="brand-block">
      <Brand />
      <p class="small soft">
        {house.view?.title ?? ''}{house.reel.data?.draftName ? ` · ${house.reel.data.draftName}` : ''}
      </p>
    </div>
    <Reel {production} {desk} current={id} guest={guest ?? false} />
  </header>
  <nav aria-label="Desks">
    {#each desks as d (d)}
      <button
        class="desk"
        class:here={d === desk}
        aria-current={d === desk ? 'page' : undefined}
        onclick={() => open_(d)}><kbd>{DESKS.indexOf(d) + 1}</kbd>{deskName(d)}</button
      >
    {/each}
    <span class="tools">
      <button class="bare tight btn" onclick={() => (palette = true)}><kbd>/</kbd> Jump</button>
      {#if !guest}<button
          class="bare tight btn"
          aria-expanded={frame.reckoner}
          onclick={() => (frame.reckoner = !frame.reckoner)}><kbd>=</kbd> Reckoner</button
        >{/if}
      <button class="bare tight btn" onclick={() => (keys = true)}><kbd>?</kbd> Keys</button>
      <button class="bare tight btn" onclick={() => frame.look(!frame.night)}
        ><kbd>n</kbd> {frame.night ? 'Paper' : 'Night'}</button
      >
    </span>
  </nav>
  <div class="middle">
    <main>
      <Lost />
      {#if house.view?.archivedAt}<p class="away">
          {house.view.title} is put away: everything can be read, nothing is changed. {house.may('PRODUCER')
            ? 'Reopen it under your name at the foot.'
            : 'A producer can reopen it.'}
        </p>{/if}
      {#if house.production.isLoadingError}
        <p class="p-6" role="alert">
          {house.production.error.message}
          <button class="tight btn" onclick={() => go('', '')}>Back to sign-in</button>
        </p>
      {:else if !house.view}
        <p class="soft p-6">Reading the production…</p>
      {:else if !desks.includes(desk)}
        <p class="p-6" role="alert">
          That desk is not yours. <button class="tight btn" onclick={() => open_('review')}>To review</button>
        </p>
      {:else}
        {#await LOAD[desk]()}
          <p class="soft p-6">Opening {deskName(desk)}…</p>
        {:then opened}
          <opened.default at={id} />
        {:catch}
          <p class="p-6" role="alert">
            {deskName(desk)} could not be loaded.
            <button class="tight btn" onclick={() => location.reload()}>Load the page again</button>
          </p>
        {/await}
      {/if}
    </main>
    {#if frame.reckoner && house.view}<Reckoner shot={current?.id ?? null} />{/if}
  </div>
  <footer>
    <strong>{house.view?.title ?? ''}</strong>
    <span
      >{guest
        ? day(today())
        : `${house.reel.data?.draftName ?? 'no script yet'} · ${day(today())} · ${shooting}`}</span
    >
    <span class="notice" class:bad={frame.notice?.bad} role="status">{frame.notice?.words ?? ''}</span>
    <span title="Changes by others arrive while the line is open"
      >{frame.live === 'open' && line.reached
        ? 'line open'
        : frame.live === 'off'
          ? 'line closed'
          : 'line lost, trying again'}</span
    >
    {#if line.count > 0 || line.told.length > 0 || line.store || line.stopped}<button
        class="foot waits"
        onclick={() => (waiting = true)}
        >{line.told.length > 0
          ? `${line.told.length} to look at`
          : line.count > 0
            ? `${line.count} wait to be sent`
            : 'device: look'}</button
      >{/if}
    {#if !guest}<span class="owed">{house.reel.data?.owed ?? '–'} owed</span>{/if}
    <button class="foot" onclick={() => (settings = true)}
      >{frame.session?.name ?? ''}, {ROLE[house.role]}</button
    >
    <button class="foot" onclick={() => void leave()}>Sign out</button>
  </footer>
</div>

<Palette bind:open={palette} {production} {desks} onkeys={() => (keys = true)} />
<Keys bind:open={keys} {desk} />
<Settings bind:open={settings} />
<WaitingSheet bind:open={waiting} />

<style>
  .frame {
    display: grid;
    grid-template: auto auto minmax(0, 1fr) auto / minmax(0, 1fr);
    height: 100%;
  }
  header {
    display: grid;
    grid-template-columns: 150px minmax(0, 1fr);
    gap: 8px 12px;
    padding: 10px 16px 6px;
    border-bottom: 2px solid var(--line);
  }
  .brand-block p {
    margin-top: 5px;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  nav {
    display: flex;
    align-items: stretch;
    padding: 0 12px;
    border-bottom: 1px solid var(--line);
    overflow-x: auto;
    scrollbar-width: none;
  }
  .desk {
    display: flex;
    gap: 6px;
    align-items: center;
    padding: 7px 12px 6px 6px;
    font-size: 14px;
    cursor: pointer;
    border-bottom: 2px solid transparent;
  }
  .desk:hover {
    background: var(--shade);
  }
  .desk.here {
    font-weight: 680;
    border-color: var(--ink);
  }
  .tools {
    margin-left: auto;
    display: flex;
    align-items: center;
  }
  .away {
    padding: 6px 16px;
    border-bottom: 1px solid var(--line);
    background: var(--shade);
  }
  .middle {
    display: flex;
    min-height: 0;
  }
  main {
    flex: 1;
    min-width: 0;
    overflow: auto;
    /* What is hidden from sight but not from screen readers stays inside, and gives the page nothing to scroll. */
    position: relative;
  }
  footer {
    display: flex;
    align-items: center;
    gap: 18px;
    min-height: 34px;
    padding: 0 16px;
    background: #191512;
    color: #d9cfba;
    font-size: 12px;
    white-space: nowrap;
  }
  .notice {
    flex: 1;
    text-align: center;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .notice.bad {
    color: #f3a184;
    font-weight: 600;
    white-space: normal;
    padding: 4px 0;
  }
  .owed {
    font-weight: 680;
    color: #f6f1e6;
  }
  .foot {
    color: inherit;
    cursor: pointer;
    padding: 4px;
  }
  .waits {
    border: 1px solid #f3a184;
    color: #f3a184;
    font-weight: 680;
  }
  .foot:hover {
    text-decoration: underline;
  }
  @media (max-width: 720px) {
    header {
      grid-template-columns: 1fr;
    }
    .brand-block {
      display: flex;
      gap: 12px;
      align-items: center;
    }
    footer {
      gap: 10px;
      padding: 0 10px;
    }
    footer > span:not(.notice):not(.owed),
    footer > strong,
    .tools kbd {
      display: none;
    }
  }
</style>
