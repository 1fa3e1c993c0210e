<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Form from '../parts/Form.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import TakeBack from '../parts/TakeBack.svelte';
  import { refused } from '../refused';
  import { frame } from '../state.svelte';
  import { bytes, count, moment } from '../words';

  /** One package: where it stands with the client, and what to do next. */
  let { p, damage, first }: { p: Schemas['PackageView']; damage: boolean; first: boolean } = $props();

  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const place = $derived({ path: { production: h.id, pack: p.id } });
  let busy = $state(false);
  let wrong = $state<Refused | null>(null);
  let asks = $state<'handover' | 'answer' | null>(null);
  let words = $state('');
  let accepted = $state<boolean | null>(null);
  let chosen = $state<Record<string, boolean>>({});
  let id = '';
  const answerable = $derived(p.items.filter((i) => i.accepted !== true));

  function ask(what: 'handover' | 'answer'): void {
    asks = what;
    words = '';
    accepted = null;
    wrong = null;
    chosen = {};
    id = crypto.randomUUID();
  }

  async function work(call: () => Promise<Schemas['PackageView']>): Promise<void> {
    busy = true;
    wrong = null;
    try {
      const now = await call();
      asks = null;
      await h.again();
      if (now.state === 'ACCEPTED' || now.accepted === null) frame.say(`${now.name}: ${now.stands}.`);
      else frame.wrong(new Refused(0, `${now.name} was refused`, now.words ?? now.stands));
    } catch (e) {
      if (asks && e instanceof Refused) wrong = e;
      else frame.wrong(e);
    } finally {
      busy = false;
    }
  }

  const send = () =>
    work(() =>
      got(
        api.POST('/api/productions/{production}/packages/{pack}/send', {
          params: place,
          body: { damage },
        }),
      ),
    );

  const keep = () =>
    work(() =>
      got(
        asks === 'handover'
          ? api.POST('/api/productions/{production}/packages/{pack}/handover', {
              params: place,
              body: { id, words },
            })
          : api.POST('/api/productions/{production}/packages/{pack}/answer', {
              params: place,
              body: {
                id,
                accepted: accepted ?? undefined,
                words,
                files: answerable.filter((i) => chosen[i.fileName] ?? true).map((i) => i.fileName),
              },
            }),
      ),
    );
</script>

<li class="package">
  <div class="flex items-center gap-2">
    <Form
      state={p.state === 'ACCEPTED' ? 'IN_HAND' : p.accepted === false || p.late ? 'IN_DOUBT' : 'OWED'}
      now={p.accepted === false || p.late}
    /><strong class="mono">{p.name}</strong>
  </div>
  <p class="small soft">
    {p.spec} · {count(p.items.length, 'file')}, {bytes(p.items.reduce((n, i) => n + i.bytes, 0))} · {p.packedBy},
    {moment(p.packedAt)}
  </p>
  <p class:pencil={p.accepted === false || p.late}>
    {p.stands[0]?.toUpperCase()}{p.stands.slice(1)}.
    <strong>{p.action}</strong>
  </p>
  {#if p.words}<p class="small soft">
      Last answer: {p.words}{p.receivedAt ? `, ${moment(p.receivedAt)}` : ''}
    </p>{/if}
  <details>
    <summary class="small">Files and checksums</summary>
    <ul>
      {#each p.items as i (i.fileName)}<li class="small file">
          <Form
            state={i.accepted === true ? 'IN_HAND' : i.accepted === false ? 'IN_DOUBT' : 'OWED'}
            size={11}
            now={i.accepted === false}
          /><span
            ><span class="mono">{i.fileName}</span>{#if i.words}<br /><span
                class:pencil={i.accepted === false}>{i.words}</span
              >{/if}<br /><span class="mono soft hash">SHA-256 {i.sha256}</span>{#if i.xxh64}<br /><span
                class="mono soft hash">XXH64 {i.xxh64}</span
              >{/if}</span
          >
        </li>{/each}
    </ul>
  </details>
  <div class="mt-1 flex flex-wrap gap-2">
    {#if may}<a class="tight btn" href="/api/productions/{h.id}/packages/{p.id}/zip" download>Zip</a
      >{/if}{#if h.may('PRODUCER') && p.open > 0}<button
        class="tight btn"
        class:now={first && p.waits === 0}
        disabled={busy}
        onclick={() => void send()}
        >{busy && !asks
          ? 'Sending…'
          : p.accepted === false
            ? `Send ${p.open === p.items.length ? '' : count(p.open, 'file') + ' '}again`
            : 'Send to the drop box'}</button
      >{/if}{#if may && p.open > 0}<button class="tight btn" disabled={busy} onclick={() => ask('handover')}
        >I sent it myself</button
      >{/if}{#if may && p.waits > 0}<button
        class="tight btn"
        class:now={first || p.late}
        disabled={busy}
        onclick={() => ask('answer')}>Their answer</button
      >{/if}{#if may && p.state === 'PACKED'}<TakeBack
        what={p.name}
        run={() =>
          api
            .DELETE('/api/productions/{production}/packages/{pack}', { params: place })
            .then(() => h.again())}
      />{/if}
  </div>
</li>

<Sheet
  open={asks !== null}
  title={asks === 'handover' ? `${p.name} was handed over` : `The answer to ${p.name}`}
>
  <form
    class="grid gap-3"
    onsubmit={(e) => {
      e.preventDefault();
      void keep();
    }}
  >
    {#if asks === 'answer'}
      <fieldset {@attach refused(wrong?.field === 'accepted')}>
        <legend class="sr-only">Did they take it?</legend>
        <label class="tick"
          ><input
            type="radio"
            class="radio"
            name="accepted"
            checked={accepted === true}
            onchange={() => (accepted = true)}
          /> Accepted</label
        >
        <label class="tick"
          ><input
            type="radio"
            class="radio"
            name="accepted"
            checked={accepted === false}
            onchange={() => (accepted = false)}
          /> Refused</label
        >
      </fieldset>
      {#if answerable.length > 1}
        <fieldset {@attach refused(wrong?.field === 'files')}>
          <legend class="small soft">It is about</legend>
          {#each answerable as i (i.fileName)}<label class="tick"
              ><input
                type="checkbox"
                class="checkbox"
                checked={chosen[i.fileName] ?? true}
                onchange={(e) => (chosen[i.fileName] = e.currentTarget.checked)}
              /> <span class="mono">{i.fileName}</span></label
            >{/each}
        </fieldset>
      {/if}
    {:else}
      <p class="soft">
        {count(p.open, 'file')} that they have not had yet or have refused. Bivex then waits for their answer and
        says when it takes too long.
      </p>
    {/if}
    <label class="field"
      ><span
        >{asks === 'handover'
          ? 'On which way'
          : accepted === false
            ? 'Why they refused it'
            : 'Number of the receipt, or what they said'}</span
      ><input class="input" {@attach refused(wrong?.field === 'words')} bind:value={words} /></label
    >
    {#if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
    <div class="flex gap-2">
      <button class="ink btn" disabled={busy || (asks === 'answer' && accepted === null)}>Keep</button><button
        type="button"
        class="btn"
        onclick={() => (asks = null)}>Leave</button
      >
    </div>
  </form>
</Sheet>

<style>
  .package {
    border-top: 1px solid var(--line);
    padding: 8px 0;
  }
  .file {
    display: grid;
    grid-template-columns: 18px minmax(0, 1fr);
    padding: 4px 0;
  }
  .hash {
    overflow-wrap: anywhere;
    font-size: 11px;
  }
  .tick {
    display: flex;
    gap: 8px;
    align-items: center;
    padding: 3px 0;
  }
  summary {
    cursor: pointer;
  }
</style>
