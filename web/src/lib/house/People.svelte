<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { copy } from '../copy';
  import { frame } from '../state.svelte';
  import { ROLE } from '../words';
  import { refused } from '../refused';

  /** Who is on the production; a producer brings in, links and takes off. */
  const h = house();
  let fresh = $state<Schemas['NewPerson']>({ name: '', login: '', password: '', role: 'FLOOR' });
  let badPerson = $state<Refused | null>(null);

  async function bring(): Promise<void> {
    badPerson = null;
    handed = null;
    try {
      const all = await got(
        api.POST('/api/productions/{production}/people', {
          params: { path: { production: h.id } },
          body: fresh,
        }),
      );
      const { login = '', name = '', password } = fresh;
      const known = all.people.find((p) => p.login === login.trim().toLowerCase());
      fresh = { name: '', login: '', password: '', role: 'FLOOR' };
      await h.again();
      if (!password && known && known.name === name.trim()) await link(known.id, known.name);
    } catch (e) {
      badPerson = e instanceof Refused ? e : null;
      if (!badPerson) frame.wrong(e);
    }
  }

  /** The last link that was made, to be handed to its person. */
  let handed = $state<{ person: string; name: string; address: string } | null>(null);

  async function link(person: string, name: string): Promise<void> {
    try {
      const made = await got(
        api.POST('/api/productions/{production}/people/{person}/link', {
          params: { path: { production: h.id, person } },
        }),
      );
      handed = { person, name, address: `${location.origin}/link/${made.token}` };
    } catch (e) {
      frame.wrong(e);
    }
  }

  let leaving = $state('');
  async function takeOff(person: string, name: string): Promise<void> {
    try {
      await got(
        api.DELETE('/api/productions/{production}/people/{person}', {
          params: { path: { production: h.id, person } },
        }),
      );
      leaving = '';
      await h.again();
      frame.say(`${name} is off the production; what they said and logged stays.`);
    } catch (e) {
      frame.wrong(e);
    }
  }
</script>

<ul class="mb-3">
  {#each h.view?.people ?? [] as p (p.id)}<li class="rule flex flex-wrap justify-between py-1">
      <span>{p.name}<span class="soft small login">{p.login}</span></span>
      <span class="flex items-center gap-2">
        <span class="soft">{ROLE[p.role]}</span>
        {#if h.may('PRODUCER') && p.id !== frame.session?.person}
          {#if leaving === p.id}<span class="small">Off the production?</span><button
              class="tight now btn"
              onclick={() => void takeOff(p.id, p.name)}>Take off {p.name}</button
            ><button class="tight btn" onclick={() => (leaving = '')}>Leave</button>
          {:else}{#if p.link}<span class="soft small">by a guest link{p.ended ? ', ended' : ''}</span
              >{:else}<button class="tight btn" onclick={() => void link(p.id, p.name)}>Password link</button
              >{/if}<button
              class="tight bare btn"
              aria-label="Take {p.name} off the production"
              onclick={() => (leaving = p.id)}>✕</button
            >{/if}
        {/if}
      </span>
      {#if handed?.person === p.id}<div class="handed" role="status">
          Give this to {handed.name} only. It works once, within three days:
          <div class="flex gap-2">
            <input class="mono input" readonly value={handed.address} aria-label="Link for {handed.name}" />
            <button class="tight btn" onclick={() => void copy(handed?.address ?? '')}>Copy</button>
          </div>
        </div>{/if}
    </li>{:else}<li class="soft">Who works on it is shown to the crew only.</li>{/each}
</ul>
{#if h.may('PRODUCER')}
  <form
    class="cells"
    onsubmit={(e) => {
      e.preventDefault();
      void bring();
    }}
  >
    <label class="field"><span>Name</span><input class="input" bind:value={fresh.name} required /></label>
    <label class="field"
      ><span>Sign-in name</span><input
        class="input"
        {@attach refused(badPerson?.field?.startsWith('login'))}
        bind:value={fresh.login}
        required
        autocomplete="off"
      /></label
    >
    <label class="field"
      ><span>First password, or none for a link</span><input
        class="input"
        {@attach refused(badPerson?.field === 'password')}
        type="password"
        bind:value={fresh.password}
        autocomplete="new-password"
      /></label
    >
    <label class="field"
      ><span>Role</span><select class="select" bind:value={fresh.role}
        >{#each Object.entries(ROLE) as [k, w] (k)}<option value={k}>{w}</option>{/each}</select
      ></label
    >
    {#if badPerson}<p class="pencil wide" role="alert">{badPerson.detail}</p>{/if}
    <div class="wide"><button class="btn">Bring in, or change the role</button></div>
  </form>
{/if}

<style>
  li:first-child {
    border-top: 0;
  }
  .login {
    margin-left: 8px;
  }
  .handed {
    width: 100%;
    border: 1px solid var(--ink);
    padding: 8px 10px;
    margin: 4px 0 6px;
  }
</style>
