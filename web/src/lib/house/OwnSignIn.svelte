<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { refused } from '../refused';
  import { frame } from '../state.svelte';
  import { moment } from '../words';

  /** One's own password, and where one is signed in. */
  const devices = createQuery(() => ({
    queryKey: ['devices'],
    queryFn: () => got(api.GET('/api/session/devices')),
    staleTime: 0,
  }));

  async function end(d: Schemas['Device']): Promise<void> {
    try {
      await api.DELETE('/api/session/devices/{device}', { params: { path: { device: d.id } } });
      frame.say(`Signed out: ${d.kind}.`);
    } catch (e) {
      frame.wrong(e);
    }
    await devices.refetch();
  }

  let own = $state({ old: '', password: '' });
  let badOwn = $state<Refused | null>(null);
  async function change(): Promise<void> {
    badOwn = null;
    try {
      await api.POST('/api/session/password', { body: own });
      own = { old: '', password: '' };
      frame.say('Your password is changed; you are signed out everywhere else.');
    } catch (e) {
      badOwn = e instanceof Refused ? e : null;
      if (!badOwn) frame.wrong(e);
    }
  }
</script>

<h3 class="mb-1">Another password</h3>
<form
  class="cells"
  onsubmit={(e) => {
    e.preventDefault();
    void change();
  }}
>
  <label class="field"
    ><span>The one you have</span><input
      class="input"
      type="password"
      {@attach refused(badOwn?.field === 'old')}
      bind:value={own.old}
      required
      autocomplete="current-password"
    /></label
  >
  <label class="field"
    ><span>The new one, at least 10 characters</span><input
      class="input"
      type="password"
      {@attach refused(badOwn?.field === 'password')}
      bind:value={own.password}
      required
      minlength="10"
      autocomplete="new-password"
    /></label
  >
  {#if badOwn}<p class="pencil wide" role="alert">{badOwn.detail}</p>{/if}
  <div class="wide"><button class="btn">Change it</button></div>
</form>
<h3 class="mt-4 mb-1">Where you are signed in</h3>
<ul class="mb-2">
  {#each devices.data ?? [] as d (d.id)}<li class="rule flex flex-wrap items-center justify-between py-1">
      <span
        >{d.kind}<span class="soft small login"
          >from {d.address}, since {moment(d.signedInAt)}, last used about {moment(d.usedAt)}</span
        ></span
      >
      {#if d.here}<span class="soft">this one</span>{:else}<button
          class="tight btn"
          aria-label="Sign out {d.kind}, signed in {moment(d.signedInAt)}"
          onclick={() => void end(d)}>Sign it out</button
        >{/if}
    </li>{/each}
</ul>

<style>
  .login {
    margin-left: 8px;
  }
</style>
