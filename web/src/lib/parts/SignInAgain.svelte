<script lang="ts">
  import { api, got, Refused } from '../api/client';
  import { frame, queries } from '../state.svelte';

  /** Asks for the password over the page; what is typed below stays as it is. */
  let password = $state('');
  let wrong = $state('');
  let busy = $state(false);
  let dialog = $state<HTMLDialogElement>();

  $effect(() => {
    if (frame.asking) dialog?.showModal();
    else dialog?.close();
  });

  async function enter(): Promise<void> {
    busy = true;
    wrong = '';
    try {
      frame.session = await got(
        api.POST('/api/session', { body: { login: frame.session?.login ?? '', password } }),
      );
      password = '';
      frame.asking?.(true);
      void queries.invalidateQueries();
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : 'The server does not answer; try again.';
    } finally {
      busy = false;
    }
  }
</script>

<dialog bind:this={dialog} class="sheet" aria-labelledby="again-title" oncancel={(e) => e.preventDefault()}>
  {#if frame.asking}
    <h2 id="again-title">Your sign-in has ended, {frame.session?.name}</h2>
    <p class="soft">Nothing you typed is lost. Sign in and go on where you are.</p>
    <form
      onsubmit={(e) => {
        e.preventDefault();
        void enter();
      }}
    >
      <input
        class="sr-only"
        value={frame.session?.login ?? ''}
        readonly
        autocomplete="username"
        tabindex="-1"
        aria-hidden="true"
      />
      <!-- svelte-ignore a11y_autofocus -->
      <label class="field"
        ><span>Password</span><input
          class="input"
          type="password"
          bind:value={password}
          autofocus
          required
          autocomplete="current-password"
        /></label
      >
      {#if wrong}<p class="pencil" role="alert">{wrong}</p>{/if}
      <div class="flex gap-2">
        <button class="now btn" disabled={busy}>Sign in</button>
        <button type="button" class="btn" onclick={() => frame.asking?.(false)}>Not now</button>
        <button type="button" class="bare btn" onclick={() => location.assign('/sign-in')}
          >I am somebody else</button
        >
      </div>
    </form>
  {/if}
</dialog>

<style>
  dialog {
    margin: 12vh auto auto;
    width: min(420px, calc(100vw - 32px));
    padding: 20px;
    color: inherit;
  }
  dialog::backdrop {
    background: rgb(0 0 0 / 40%);
  }
  form {
    display: grid;
    gap: 10px;
    margin-top: 10px;
  }
</style>
