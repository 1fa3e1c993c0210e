<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, send, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { refused } from '../refused';

  /** Takes a draft in, from whatever it comes in. */
  let {
    open = $bindable(false),
    dropped = $bindable(null),
    ondone,
  }: { open: boolean; dropped: File | null; ondone: (d: Schemas['DraftView']) => void } = $props();
  const h = house();
  let name = $state('');
  let colour = $state('');
  let dated = $state('');
  let pasted = $state('');
  let files = $state<FileList | null>(null);
  let wrong = $state<Refused | null>(null);
  let progress = $state<number | null>(null);
  const file = $derived(files?.[0] ?? dropped);

  const HEADINGS = [
    { key: 'inside', label: 'For inside', hint: 'INOMHUS' },
    { key: 'outside', label: 'For outside', hint: 'UTOMHUS' },
    { key: 'dark', label: 'Dark times of day', hint: 'NATT, KVÄLL' },
  ] as const;
  const headings = createQuery(() => ({
    queryKey: [h.id, 'headings'],
    enabled: open,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/drafts/headings', {
          params: { path: { production: h.id } },
        }),
      ),
  }));
  let words = $state<Record<(typeof HEADINGS)[number]['key'], string> | null>(null);
  const own = $derived(HEADINGS.reduce((n, k) => n + (headings.data?.words[k.key].length ?? 0), 0));

  function change(): void {
    const w = headings.data?.words;
    words = words
      ? null
      : {
          inside: w?.inside.join(', ') ?? '',
          outside: w?.outside.join(', ') ?? '',
          dark: w?.dark.join(', ') ?? '',
        };
  }

  /** Words of one's own must be there before a script that is written with them comes in. */
  async function keepWords(): Promise<void> {
    if (!words || !headings.data) return;
    const list = (t: string): string[] =>
      t
        .split(',')
        .map((x) => x.trim())
        .filter(Boolean);
    await got(
      api.PUT('/api/productions/{production}/drafts/headings', {
        params: { path: { production: h.id }, header: { 'If-Match': `"${headings.data.version}"` } },
        body: { inside: list(words.inside), outside: list(words.outside), dark: list(words.dark) },
      }),
    );
    words = null;
    await headings.refetch();
  }

  async function take(): Promise<void> {
    wrong = null;
    progress = 0;
    try {
      await keepWords();
      const form = new FormData();
      form.append('file', file ?? new File([pasted], 'pasted.txt', { type: 'text/plain' }));
      form.append('name', name || (file ? file.name.replace(/\.[^.]*$/, '') : ''));
      form.append('colour', colour);
      if (dated) form.append('dated', dated);
      const d = await send<Schemas['DraftView']>(
        `/api/productions/${h.id}/drafts`,
        form,
        (x) => (progress = x),
      );
      open = false;
      dropped = files = null;
      pasted = name = colour = dated = '';
      ondone(d);
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'That did not work', String(e));
    } finally {
      progress = null;
    }
  }
</script>

<Sheet bind:open title="Import a draft" wide>
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void take();
    }}
  >
    <p class="soft mb-3">
      A screenplay as text in the open Fountain syntax or typed with indents, as a PDF that holds its text, or
      a CSV with a scene a row. Marks go along with their words; what is doubtful is asked, never decided for
      you. A wrong import can be taken back.
    </p>
    <div class="three">
      <label class="field"
        ><span>Name</span><input class="input" bind:value={name} placeholder="second draft" /></label
      >
      <label class="field"
        ><span>Colour of its pages</span><input
          class="input"
          {@attach refused(wrong?.field === 'colour')}
          bind:value={colour}
          list="colours"
          placeholder="blue"
        /></label
      >
      <label class="field"
        ><span>Date on it</span><input class="input" type="date" bind:value={dated} /></label
      >
    </div>
    <datalist id="colours"
      >{#each ['white', 'blue', 'pink', 'yellow', 'green'] as c (c)}<option value={c}
        ></option>{/each}</datalist
    >
    <label class="field my-2"
      ><span>File{dropped && !files?.[0] ? `: ${dropped.name}` : ''}</span><input
        class="input"
        type="file"
        accept=".fountain,.txt,.spmd,.pdf,.csv,text/plain,text/csv,application/pdf"
        bind:files
      /></label
    >
    {#if !file}<label class="field"
        ><span>or paste it here</span><textarea class="mono textarea" rows="9" bind:value={pasted}
        ></textarea></label
      >{/if}
    <button type="button" class="bare tight mt-2 btn" aria-expanded={words !== null} onclick={change}
      >Headings in another language{own > 0 ? `: ${own} word${own === 1 ? '' : 's'} of your own` : ''}</button
    >
    {#if words}
      <p class="soft small mb-1">
        English, German, French, Spanish and Italian are read as they are. Words of your own, in capitals,
        with commas between; for drafts that come in from now on.
      </p>
      <div class="three">
        {#each HEADINGS as k (k.key)}<label class="field"
            ><span>{k.label}</span><input
              class="input"
              {@attach refused(wrong?.field === k.key)}
              bind:value={words[k.key]}
              placeholder={k.hint}
            /></label
          >{/each}
      </div>
    {/if}
    {#if wrong}<p class="pencil mt-2" role="alert">
        {wrong.detail || wrong.title}. Nothing was changed.
      </p>{/if}
    {#if progress !== null}<div class="mt-2">
        <progress class="w-full" value={progress < 1 ? progress : undefined}></progress>
        <p class="small soft">{progress < 1 ? 'Sending…' : 'Reading it and looking for every mark…'}</p>
      </div>{/if}
    <div class="mt-3 flex gap-2">
      <button class="ink btn" disabled={progress !== null || (!file && !pasted.trim())}
        >Import {file ? file.name : 'what is pasted'}</button
      ><button type="button" class="btn" onclick={() => (open = false)}>Leave</button>
    </div>
  </form>
</Sheet>

<style>
  .three {
    display: grid;
    grid-template-columns: 1fr 1fr 1fr;
    gap: 10px;
  }
  @media (max-width: 900px) {
    .three {
      grid-template-columns: 1fr;
    }
  }
</style>
