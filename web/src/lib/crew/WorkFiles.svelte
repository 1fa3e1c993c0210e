<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, send, type Schemas } from '../api/client';
  import { copy } from '../copy';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { refused } from '../refused';
  import { frame } from '../state.svelte';
  import { Typed } from '../typed.svelte';
  import { moment } from '../words';

  /** Versions of what a task makes: where they lie, what they were made from, what is stale. */
  let { shot, task }: { shot: string; task: string } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'ARTIST'));
  const read = createQuery(() => ({
    queryKey: [h.id, 'shot', shot, 'work-files'],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/work-files', {
          params: { path: { production: h.id, shot } },
        }),
      ),
  }));
  const t = $derived(read.data?.tasks.find((x) => x.task === task));
  const typed = new Typed(() => `work file ${shot} ${task}`, { path: '', sha256: '', words: '' });
  const why = new Draft(() => `withdrawn ${shot} ${task}`);
  let adding = $state(false);
  let ending = $state('');
  let sending = $state('');
  /** What was ticked or unticked by hand, by id. */
  let ticked = $state<Record<string, boolean>>({});
  let file = $state<File | null>(null);
  let share = $state<number | null>(null);
  let stop: AbortController | null = null;
  let busy = $state(false);
  let wrong = $state<Refused | null>(null);

  const from = $derived(t?.from ?? []);
  const isFrom = (f: Schemas['Offered']): boolean => ticked[f.source.id] ?? f.usual;

  async function act(work: () => Promise<string>): Promise<void> {
    busy = true;
    wrong = null;
    try {
      frame.say(await work());
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'That did not work', String(e));
    } finally {
      busy = false;
      share = null;
    }
  }

  async function bytes(id: string, of: File): Promise<void> {
    const body = new FormData();
    body.append('file', of);
    stop = new AbortController();
    share = 0;
    await send(`/api/productions/${h.id}/work-files/${id}/bytes`, body, (x) => (share = x), stop.signal);
  }

  const keep = (): Promise<void> =>
    act(async () => {
      const id = crypto.randomUUID();
      await got(
        api.POST('/api/productions/{production}/shots/{shot}/work-files', {
          params: { path: { production: h.id, shot } },
          body: {
            id,
            task,
            ...typed.all,
            from: from.filter(isFrom).map((f) => f.source),
          },
        }),
      );
      typed.clear();
      ticked = {};
      adding = false;
      const of = file;
      file = null;
      if (of) {
        try {
          await bytes(id, of);
        } catch (e) {
          await h.again();
          throw e instanceof Refused
            ? new Refused(e.status, e.title, `The version is kept, its file was not sent: ${e.detail}`)
            : e;
        }
      }
      return 'The version is kept.';
    });

  const say = (f: Schemas['WorkFileView'], kind: Schemas['NewWorkFileWord']['kind']): Promise<void> =>
    act(async () => {
      await got(
        api.POST('/api/productions/{production}/shots/{shot}/work-files/{file}/words', {
          params: { path: { production: h.id, shot, file: f.id } },
          body: {
            id: crypto.randomUUID(),
            kind,
            keys: kind === 'GOOD' ? f.stale.map((c) => c.key) : [],
            words: kind === 'GOOD' ? '' : why.words,
          },
        }),
      );
      why.words = '';
      ending = '';
      return kind === 'GOOD' ? `Version ${f.number} still serves.` : `Version ${f.number} is withdrawn.`;
    });

  const size = (n: number): string =>
    n < 1_000_000 ? `${Math.max(1, Math.round(n / 1000))} kB` : `${(n / 1_000_000).toFixed(1)} MB`;
</script>

{#if !t}<p class="soft">{read.isError ? 'It could not be read.' : read.data ? '' : 'Reading its files…'}</p>
{:else}
  <ol>
    {#each t.files as f (f.id)}
      <li class:old={f.withdrawn !== null || f.number !== t.files[0]?.number}>
        <p>
          <strong>Version {f.number}</strong>
          <span class="path mono" class:gone={f.withdrawn !== null}>{f.path}</span>
          <button
            class="bare tight btn"
            aria-label="Copy where version {f.number} lies"
            onclick={() => void copy(f.path)}>copy</button
          >
          {#if f.bytes !== null}<a
              class="link small"
              href="/api/productions/{h.id}/work-files/{f.id}/bytes"
              download>save the file, {size(f.bytes ?? 0)}</a
            >{/if}
        </p>
        {#if f.withdrawn !== null}<p class="pencil small">Withdrawn: {f.withdrawn}</p>{/if}
        {#each f.stale as c (c.key)}<p class="pencil">
            Stale: {c.words}.
          </p>{/each}
        {#if f.stale.length > 0 && may}<button
            class="tight btn"
            disabled={busy}
            onclick={() => void say(f, 'GOOD')}>It still serves</button
          >{/if}
        <p class="soft small">
          {f.from.length > 0 ? `From ${f.from.join('; ')}. ` : ''}For frames {f.frames}. {f.by}, {moment(
            f.at,
          )}{f.words ? `: ${f.words}` : ''}
          {#if f.sha256}<span class="mono" title="SHA-256 {f.sha256}">{f.sha256.slice(0, 12)}…</span>{/if}
          {#if may && f.withdrawn === null && f.bytes === null}<button
              class="bare tight btn"
              aria-expanded={sending === f.id}
              aria-label="Send the file of version {f.number}"
              onclick={() => (sending = sending === f.id ? '' : f.id)}>send the file</button
            >{/if}
          {#if may && f.withdrawn === null}<button
              class="bare tight btn"
              aria-expanded={ending === f.id}
              aria-label="Withdraw version {f.number}"
              onclick={() => (ending = ending === f.id ? '' : f.id)}>withdraw</button
            >{/if}
        </p>
        {#if sending === f.id}<label class="field"
            ><span>The file of version {f.number}</span><input
              class="input"
              type="file"
              disabled={busy}
              onchange={(e) => {
                const of = e.currentTarget.files?.[0];
                if (of)
                  void act(async () => {
                    await bytes(f.id, of);
                    sending = '';
                    return `The file of version ${f.number} is kept.`;
                  });
              }}
            /></label
          >{/if}
        {#if ending === f.id}<form
            onsubmit={(e) => {
              e.preventDefault();
              void say(f, 'WITHDRAWN');
            }}
          >
            <label class="field grow"
              ><span>Why it is not to be used</span><input
                class="input"
                required
                bind:value={why.words}
                {@attach refused(wrong?.field === 'words')}
              /></label
            >
            <button class="btn" disabled={busy}>Withdraw it</button>
          </form>{/if}
      </li>
    {:else}<li class="soft">Nobody has said yet where it lies.</li>{/each}
  </ol>
  {#if wrong}<p class="pencil" role="alert">{wrong.detail || wrong.title}</p>{/if}
  {#if share !== null}<p class="sending">
      <progress value={share}></progress><button class="tight btn" onclick={() => stop?.abort()}>Stop</button>
    </p>{/if}
  {#if may && t.planned}
    {#if !adding}<button class="tight btn" onclick={() => (adding = true)}
        >{t.files.length > 0 ? 'A new version' : 'Say where it lies'}</button
      >
    {:else}
      <form
        class="new"
        onsubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <label class="field whole"
          ><span>Where it lies: the path, as others find it</span><input
            class="mono input"
            required
            value={typed.get('path')}
            oninput={(e) => typed.set('path', e.currentTarget.value)}
            {@attach refused(wrong?.field === 'path')}
          /></label
        >
        {#if !typed.get('path')}<button
            type="button"
            class="bare tight btn"
            onclick={() => typed.set('path', t.expected)}
            >as expected: <span class="mono path">{t.expected}</span></button
          >{/if}
        {#if from.length > 0}<fieldset class="whole" {@attach refused(wrong?.field === 'from')}>
            <legend>Made from</legend>
            {#each from as f (f.source.id)}<label
                ><input
                  type="checkbox"
                  class="checkbox"
                  checked={isFrom(f)}
                  onchange={(e) => (ticked[f.source.id] = e.currentTarget.checked)}
                />
                {f.words}</label
              >{/each}
          </fieldset>{/if}
        <label class="field grow"
          ><span>Words for who goes on with it</span><input
            class="input"
            maxlength="4000"
            value={typed.get('words')}
            oninput={(e) => typed.set('words', e.currentTarget.value)}
          /></label
        >
        <label class="field"
          ><span>Its checksum (SHA-256), if there is one</span><input
            class="mono input"
            value={typed.get('sha256')}
            oninput={(e) => typed.set('sha256', e.currentTarget.value)}
            {@attach refused(wrong?.field === 'sha256')}
          /></label
        >
        <label class="field"
          ><span>The file itself, if it is to be kept here</span><input
            class="input"
            type="file"
            onchange={(e) => (file = e.currentTarget.files?.[0] ?? null)}
          /></label
        >
        <span class="whole end"
          ><button class="ink btn" disabled={busy}>Keep the version</button>
          <button type="button" class="btn" onclick={() => (adding = false)}>Leave</button></span
        >
      </form>
    {/if}
  {/if}
{/if}

<style>
  li {
    padding: 4px 0 6px;
    border-top: 1px solid var(--line);
  }
  .old > p:first-child {
    color: var(--soft);
  }
  .gone {
    text-decoration: line-through;
  }
  .path {
    overflow-wrap: anywhere;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: end;
    margin-top: 6px;
  }
  .new {
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  .whole {
    flex: 1 0 100%;
  }
  .grow {
    flex: 1 1 220px;
  }
  .end,
  .sending {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  fieldset label {
    display: flex;
    gap: 8px;
    align-items: center;
    padding: 1px 0;
  }
</style>
