<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tinykeys } from 'tinykeys';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { markNamed } from '../refused';
  import { frame as foot, queries } from '../state.svelte';
  import { count } from '../words';
  import { Typed } from '../typed.svelte';
  import Fields from './Fields.svelte';
  import Sheet from './Sheet.svelte';

  /** Music of the production: a tempo that is typed, or beats that are tapped. */
  let { open = $bindable(false) }: { open?: boolean } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'ARTIST'));
  const pieces = createQuery(() => ({
    queryKey: [h.id, 'music'],
    enabled: open,
    queryFn: () =>
      got(api.GET('/api/productions/{production}/music', { params: { path: { production: h.id } } })),
  }));
  const typed = new Typed(() => `music ${h.id}`, {
    name: '',
    perMinute: '',
    first: '',
    seconds: '',
    inBar: '4',
    taps: '',
    phrases: '',
  });
  const FIELDS: [Parameters<typeof typed.get>[0], string, string][] = [
    ['name', 'Name', ''],
    ['perMinute', 'Beats a minute', 'or tap'],
    ['first', 'First beat at, s', '0'],
    ['seconds', 'Lasts, s', ''],
    ['inBar', 'Beats in a bar', '4'],
  ];
  let wrong = $state('');
  let sound = $state<HTMLAudioElement>();
  let playing = $state('');
  let begun = 0;
  const taps = $derived(typed.get('taps') ? typed.get('taps').split(' ').map(Number) : []);

  /** Times of what is played here; of what sounds elsewhere, from the first tap. */
  function tap(): void {
    if (playing && sound) {
      typed.set('taps', [...taps, sound.currentTime.toFixed(3)].join(' '));
      return;
    }
    const now = performance.now() / 1000;
    if (taps.length === 0) begun = now;
    typed.set('taps', [...taps, (now - begun).toFixed(3)].join(' '));
  }

  // A key of this sheet alone; what is typed into a field is text.
  $effect(() =>
    open
      ? tinykeys(window, {
          t: (e) => {
            if (!(e.target instanceof HTMLElement) || !e.target.closest('input, textarea')) tap();
          },
        })
      : undefined,
  );
  $effect(() => () => {
    if (playing) URL.revokeObjectURL(playing);
  });

  /** A line each: seconds, then what begins. */
  function phrases(): Schemas['Phrase'][] {
    return typed
      .get('phrases')
      .split('\n')
      .filter((l) => l.trim() !== '')
      .map((l) => {
        const found = /^\s*([\d.,]+)\s+(.+)$/.exec(l);
        if (!found) {
          throw new Refused(422, 'Not kept', `“${l.trim()}” must be seconds, then what begins`, 'phrases');
        }
        return { at: Number(found[1]?.replace(',', '.')), label: found[2] ?? '' };
      });
  }

  async function told(ask: () => Promise<Schemas['MusicView'][]>, words: string): Promise<boolean> {
    wrong = '';
    try {
      queries.setQueryData([h.id, 'music'], await ask());
      foot.say(words);
      return true;
    } catch (e) {
      wrong = e instanceof Refused ? e.message : String(e);
      markNamed(e);
      return false;
    }
  }

  async function add(): Promise<void> {
    const kept = await told(
      () =>
        got(
          api.POST('/api/productions/{production}/music', {
            params: { path: { production: h.id } },
            body: {
              id: crypto.randomUUID(),
              name: typed.get('name'),
              perMinute: typed.number('perMinute', 'Beats a minute'),
              first: typed.number('first', 'First beat'),
              seconds: typed.number('seconds', 'How long it lasts') ?? sound?.duration,
              inBar: typed.number('inBar', 'Beats in a bar'),
              taps,
              phrases: phrases(),
            },
          }),
        ),
      `${typed.get('name')} is known.`,
    );
    if (kept) typed.clear();
  }
</script>

<Sheet bind:open title="Music of the production">
  <ul class="small">
    {#each pieces.data ?? [] as m (m.id)}<li class="rule flex items-baseline gap-2 py-1">
        <span
          ><strong>{m.name}</strong>
          <span class="soft"
            >{m.said}, {m.beats} beats{m.phrases.length
              ? ` · ${m.phrases.map((p) => `${p.label} at ${String(p.at)} s`).join(', ')}`
              : ''} · {m.by} · {count(m.shots, 'shot')}</span
          ></span
        >
        {#if may && m.shots === 0}<button
            class="tight bare ml-auto btn"
            aria-label="Remove {m.name}"
            onclick={() =>
              void told(
                () =>
                  got(
                    api.DELETE('/api/productions/{production}/music/{music}', {
                      params: { path: { production: h.id, music: m.id } },
                    }),
                  ),
                `${m.name} is gone.`,
              )}>Remove</button
          >{/if}
      </li>{:else}<li class="soft">None yet.</li>{/each}
  </ul>
  {#if may}
    <form
      class="fields mt-3"
      aria-label="New music"
      onsubmit={(e) => {
        e.preventDefault();
        void add();
      }}
    >
      <Fields {typed} of={FIELDS} />
      <div class="wide">
        <label class="tight btn"
          >Play from this device while you tap<input
            type="file"
            class="sr-only"
            accept="audio/*"
            onchange={(e) => {
              const file = e.currentTarget.files?.[0];
              if (playing) URL.revokeObjectURL(playing);
              playing = file ? URL.createObjectURL(file) : '';
            }}
          /></label
        >
        <span class="small soft">It is not sent. Without it, tap to what you hear.</span>
        {#if playing}<audio class="mt-1 w-full" controls src={playing} bind:this={sound}></audio>{/if}
        <p class="mt-2 flex items-center gap-2">
          <button type="button" class="btn" onclick={tap}>Tap the beat <kbd>t</kbd></button>
          <span class="small" role="status"
            >{taps.length === 0
              ? 'Four taps or more; a tap left out does no harm.'
              : `${String(taps.length)} taps`}</span
          >
          {#if taps.length > 0}<button
              type="button"
              class="tight bare btn"
              onclick={() => typed.set('taps', '')}>Begin again</button
            >{/if}
        </p>
      </div>
      <label class="field wide"
        ><span>Phrases: seconds, then what begins, a line each</span><textarea
          class="textarea"
          name="phrases"
          rows="3"
          placeholder="20.4 the horn"
          bind:value={() => typed.get('phrases'), (v) => typed.set('phrases', v)}></textarea></label
      >
      <button class="btn">Add this music</button>
    </form>
  {/if}
  {#if wrong}<p role="alert" class="pencil small mt-2">{wrong}</p>{/if}
</Sheet>

<style>
  .fields {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
    gap: 8px 10px;
    align-items: end;
  }
  .wide {
    grid-column: 1 / -1;
  }
</style>
