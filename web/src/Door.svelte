<script lang="ts">
  import { api, got, Refused, type Schemas } from './lib/api/client';
  import { go, route } from './lib/router';
  import { frame, queries } from './lib/state.svelte';
  import { day, ROLE } from './lib/words';
  import Brand from './lib/parts/Brand.svelte';
  import { refused } from './lib/refused';

  let login = $state('');
  let password = $state('');
  let name = $state('');
  let title = $state('');
  let code = $state('');
  let wrong = $state<Refused | null>(null);
  let busy = $state(false);
  /** Set when somebody who is in has more than one production to go to. */
  let choosing = $state(false);

  const first = $derived(
    (route.pathname as string).startsWith('/first/') ? (route.pathname as string).slice(7) : null,
  );
  /** End of a link by which somebody sets their own password. */
  const link = $derived(
    (route.pathname as string).startsWith('/link/') ? (route.pathname as string).slice(6) : null,
  );
  /** End of a link by which a guest comes in; behind the #, so that no log has it. */
  const guest = $derived((route.pathname as string) === '/guest' ? location.hash.slice(1) : null);
  let invited = $state<Schemas['GuestLinkOf'] | null>(null);
  let whose = $state<Schemas['LinkOf'] | null>(null);
  const session = $derived(frame.session);

  $effect(() => {
    if (link)
      void got(api.POST('/api/session/link/whose', { body: { token: link } }))
        .then((w) => (whose = w))
        .catch((e: unknown) => (wrong = e instanceof Refused ? e : null));
  });

  $effect(() => {
    if (guest !== null)
      void got(api.POST('/api/session/guest/whose', { body: { token: guest } }))
        .then((w) => (invited = w))
        .catch((e: unknown) => (wrong = e instanceof Refused ? e : null));
  });

  function enter(): void {
    const to = new URLSearchParams(location.search).get('to');
    const seat = frame.session?.seats.find((s) => !s.archived) ?? frame.session?.seats[0];
    if (to?.startsWith('/p/')) {
      location.replace(to);
    } else if (frame.session && frame.session.seats.filter((s) => !s.archived).length > 1) {
      choosing = true;
    } else if (seat) {
      go(seat.production, seat.role === 'GUEST' ? 'review' : 'owed');
    }
  }

  $effect(() => {
    if (session?.person && !link && guest === null) {
      enter();
    }
  });

  async function attempt(work: () => Promise<NonNullable<typeof frame.session>>): Promise<void> {
    busy = true;
    wrong = null;
    try {
      queries.clear();
      frame.session = await work();
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'No connection', 'The server does not answer.');
    } finally {
      busy = false;
    }
  }

  const signIn = (l: string, p: string) =>
    attempt(() => got(api.POST('/api/session', { body: { login: l, password: p } })));
  const set = () =>
    attempt(() => got(api.POST('/api/session/link', { body: { token: link ?? '', password } }))).then(() => {
      if (!wrong) enter();
    });
  const arrive = () =>
    attempt(() => got(api.POST('/api/session/guest', { body: { token: guest ?? '' } }))).then(() => {
      if (!wrong) enter();
    });
  const begin = () =>
    attempt(() =>
      got(
        api.POST('/api/session/first', {
          body: { token: first ?? '', name, login, password, production: { code, title, rate: '24' } },
        }),
      ),
    );
</script>

<svelte:head><title>Bivex · sign in</title></svelte:head>

<main class="door">
  <section class="pitch">
    <Brand large />
    {#if guest === null}<p class="lead">What does each effect shot owe?</p>
      <p class="soft">
        Every plate, camera setting, element, task and decision, worked out from the marked script; watched on
        the shoot; carried to delivery.
      </p>
      <svg
        viewBox="0 0 420 96"
        role="img"
        aria-label="Four forms: owed is hatched, in hand is solid, in doubt has a cut corner, dropped is struck through"
      >
        <defs
          ><pattern
            id="door-hatch"
            width="6"
            height="6"
            patternTransform="rotate(45)"
            patternUnits="userSpaceOnUse"
            ><line x1="0" y1="0" x2="0" y2="6" stroke="currentColor" stroke-width="2" /></pattern
          ></defs
        >
        <g font-size="13" fill="currentColor">
          <rect
            x="4"
            y="8"
            width="54"
            height="40"
            fill="url(#door-hatch)"
            stroke="currentColor"
            stroke-width="2"
          /><text x="4" y="72">owed</text>
          <rect x="112" y="8" width="54" height="40" /><text x="112" y="72">in hand</text>
          <path d="M220 8h36l18 18v22h-54z" /><text x="220" y="72">in doubt</text>
          <rect x="328" y="8" width="54" height="40" fill="none" stroke="currentColor" /><line
            x1="320"
            y1="28"
            x2="390"
            y2="28"
            stroke="currentColor"
            stroke-width="3"
          /><text x="328" y="72">dropped</text>
        </g>
      </svg>{/if}
  </section>

  <section class="sheet card-door" aria-labelledby="door-title">
    {#if choosing && session}
      <h1 id="door-title">Which production?</h1>
      <ul class="crew">
        {#each session.seats as s (s.production)}<li>
            <button class="person" onclick={() => go(s.production, s.role === 'GUEST' ? 'review' : 'owed')}
              ><strong>{s.title}</strong><span class="soft"
                >{ROLE[s.role]}{s.archived ? ', put away' : ''}</span
              ></button
            >
          </li>{/each}
      </ul>
    {:else if first}
      <h1 id="door-title">The first producer</h1>
      <p class="soft mb-3">This link works once. It makes you and your production.</p>
      <form
        onsubmit={(e) => {
          e.preventDefault();
          void begin();
        }}
      >
        <label class="field"
          ><span>Your name</span><input class="input" bind:value={name} required autocomplete="name" /></label
        >
        <label class="field"
          ><span>Sign-in name</span><input
            class="input"
            {@attach refused(wrong?.field === 'login')}
            bind:value={login}
            required
            autocomplete="username"
          /></label
        >
        <label class="field"
          ><span>Password, at least 10 characters</span><input
            class="input"
            {@attach refused(wrong?.field === 'password')}
            type="password"
            bind:value={password}
            required
            minlength="10"
            autocomplete="new-password"
          /></label
        >
        <label class="field"><span>Production</span><input class="input" bind:value={title} required /></label
        >
        <label class="field"
          ><span>Its code, 1 to 8 letters, begins every shot code</span><input
            class="mono input"
            {@attach refused(wrong?.field === 'code')}
            bind:value={code}
            required
            maxlength="8"
          /></label
        >
        {#if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
        <button class="now btn" disabled={busy}>Begin</button>
      </form>
    {:else if guest !== null}
      <h1 id="door-title">{invited ? `Welcome, ${invited.name}` : 'Your link'}</h1>
      {#if invited}
        <p class="mb-3">
          You are asked to look at pictures of <strong>{invited.production}</strong>. The link is yours alone
          and works until {day(invited.lastDay)}; what you say there is kept under your name.
        </p>
        {#if session?.person}<p class="soft mb-3">
            {session.name} is signed in here now, and is signed out by it.
          </p>{/if}
        {#if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
        <button class="now btn" disabled={busy} onclick={() => void arrive()}>Come in</button>
      {:else if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
    {:else if link}
      <h1 id="door-title">{whose ? `Welcome, ${whose.name}` : 'Your password'}</h1>
      {#if whose}
        <p class="soft mb-3">
          Set your own password; nobody else sees it. You sign in as <strong>{whose.login}</strong>.
        </p>
        <form
          onsubmit={(e) => {
            e.preventDefault();
            void set();
          }}
        >
          <input
            class="sr-only"
            value={whose.login}
            readonly
            autocomplete="username"
            tabindex="-1"
            aria-hidden="true"
          />
          <label class="field"
            ><span>Password, at least 10 characters</span><input
              class="input"
              {@attach refused(wrong?.field === 'password')}
              type="password"
              bind:value={password}
              required
              minlength="10"
              autocomplete="new-password"
            /></label
          >
          {#if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
          <button class="now btn" disabled={busy}>Set it and come in</button>
        </form>
      {:else if wrong}<p class="pencil" role="alert">{wrong.detail}</p>
        <a class="btn" href="/sign-in">Sign in</a>{/if}
    {:else}
      <h1 id="door-title">Sign in</h1>
      <form
        onsubmit={(e) => {
          e.preventDefault();
          void signIn(login, password);
        }}
      >
        <label class="field"
          ><span>Name</span><input class="input" bind:value={login} required autocomplete="username" /></label
        >
        <label class="field"
          ><span>Password</span><input
            class="input"
            type="password"
            bind:value={password}
            required
            autocomplete="current-password"
          /></label
        >
        {#if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
        <button class="ink btn" disabled={busy}>Sign in</button>
      </form>
      {#if session?.empty}
        <p class="soft mt-4">
          Nobody is here yet. The console that started Bivex printed a link for the first producer.
        </p>
      {/if}
      {#if session && session.demoPeople.length > 0}
        <h2 class="mt-5">Or walk in as one of the demo crew</h2>
        <ul class="crew">
          {#each session.demoPeople as p (p.login)}
            <li>
              <button
                class="person"
                disabled={busy}
                onclick={() => void signIn(p.login, session.demoPassword ?? '')}
                ><strong>{p.name}</strong><span class="soft">{ROLE[p.role]}</span></button
              >
            </li>
          {/each}
        </ul>
      {/if}
    {/if}
  </section>
</main>

<style>
  .door {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 400px;
    gap: 64px;
    align-items: center;
    max-width: 1040px;
    height: 100%;
    margin: 0 auto;
    padding: 24px;
    overflow: auto;
  }
  .pitch {
    display: grid;
    gap: 14px;
    max-width: 460px;
  }
  .lead {
    font: 640 30px/1.15 var(--sans);
    letter-spacing: -0.01em;
  }
  .card-door {
    padding: 24px;
  }
  form {
    display: grid;
    gap: 10px;
    margin-top: 10px;
  }
  .crew {
    margin-top: 6px;
  }
  .person {
    display: flex;
    justify-content: space-between;
    width: 100%;
    padding: 7px 4px;
    border-top: 1px solid var(--line);
    cursor: pointer;
  }
  .person:hover {
    background: var(--shade);
  }
  @media (max-width: 820px) {
    .door {
      grid-template-columns: 1fr;
      gap: 24px;
      align-content: start;
    }
  }
</style>
