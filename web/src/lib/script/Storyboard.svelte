<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, send, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { queries } from '../state.svelte';

  /** Storyboard frames of a shot, in their order. @param wide whether there is room for large ones */
  let { shot, wide = false }: { shot: string; wide?: boolean } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'ARTIST'));
  const page = createQuery(() => ({
    queryKey: [h.id, 'board', shot],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/board', {
          params: { path: { production: h.id, shot } },
        }),
      ),
  }));
  const frames = $derived(page.data ?? []);
  let wrong = $state('');
  let share = $state(-1);
  const kept = (v: Schemas['FrameView'][]): void => void queries.setQueryData([h.id, 'board', shot], v);

  async function add(list: FileList | null): Promise<void> {
    wrong = '';
    for (const file of list ?? []) {
      try {
        const form = new FormData();
        form.set('file', file);
        form.set('caption', '');
        share = 0;
        kept(
          await send<Schemas['FrameView'][]>(
            `/api/productions/${h.id}/shots/${shot}/board`,
            form,
            (s) => (share = s),
          ),
        );
      } catch (e) {
        wrong = `${file.name}: ${e instanceof Refused ? e.detail : String(e)}`;
        break;
      } finally {
        share = -1;
      }
    }
  }

  async function order(next: Schemas['FrameView'][]): Promise<void> {
    wrong = '';
    try {
      kept(
        await got(
          api.PUT('/api/productions/{production}/shots/{shot}/board', {
            params: { path: { production: h.id, shot } },
            body: { frames: next.map((f) => ({ id: f.id, caption: f.caption })) },
          }),
        ),
      );
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : String(e);
      await h.again();
    }
  }

  const swap = (i: number, by: number): Promise<void> => {
    const next = [...frames];
    const [f] = next.splice(i, 1);
    if (f) next.splice(i + by, 0, f);
    return order(next);
  };

  async function remove(id: string): Promise<void> {
    try {
      kept(
        await got(
          api.DELETE('/api/productions/{production}/board/{frame}', {
            params: { path: { production: h.id, frame: id } },
          }),
        ),
      );
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : String(e);
    }
  }
</script>

<section class="board" class:wide class:none={frames.length === 0} aria-label="Storyboard">
  <h2>
    Storyboard{#if page.data && frames.length === 0}<span class="soft ml-2 font-normal">no frames yet</span
      >{/if}
  </h2>
  {#if frames.length > 0}
    <ol>
      {#each frames as f, i (f.id)}
        <li>
          <img
            src="/api/productions/{h.id}/board/{f.id}/picture"
            alt="Storyboard frame {i + 1}{f.caption ? `: ${f.caption}` : ''}"
            loading="lazy"
          />
          {#if may}
            <input
              class="input"
              value={f.caption}
              aria-label="Words under frame {i + 1}"
              placeholder="what happens"
              onchange={(e) =>
                void order(frames.map((x) => (x.id === f.id ? { ...x, caption: e.currentTarget.value } : x)))}
            />
            <div class="do">
              <span class="mono soft">{i + 1}</span><button
                type="button"
                class="bare tight btn"
                disabled={i === 0}
                aria-label="Frame {i + 1} earlier"
                onclick={() => void swap(i, -1)}>‹</button
              ><button
                type="button"
                class="bare tight btn"
                disabled={i === frames.length - 1}
                aria-label="Frame {i + 1} later"
                onclick={() => void swap(i, 1)}>›</button
              ><button
                type="button"
                class="bare tight ml-auto btn"
                aria-label="Remove frame {i + 1}"
                onclick={() => void remove(f.id)}>Remove</button
              >
            </div>
          {:else}<p class="small">{i + 1} · {f.caption}</p>{/if}
        </li>
      {/each}
    </ol>
  {/if}
  {#if may}<label class="tight add btn"
      >{share >= 0 ? `${Math.round(share * 100)} %` : 'Add frames'}<input
        type="file"
        multiple
        accept="image/png,image/jpeg"
        onchange={(e) => {
          void add(e.currentTarget.files);
          e.currentTarget.value = '';
        }}
      /></label
    >{/if}
  {#if wrong}<p class="pencil" role="alert">{wrong}</p>{/if}
</section>

<style>
  .board {
    display: grid;
    gap: 6px;
    justify-items: start;
  }
  .none {
    display: flex;
    align-items: baseline;
    gap: 12px;
    flex-wrap: wrap;
  }
  ol {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 10px;
    width: 100%;
  }
  .wide ol {
    grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  }
  img {
    width: 100%;
    aspect-ratio: 16 / 9;
    object-fit: cover;
    border: 1px solid var(--ink);
  }
  .input {
    min-height: 26px;
    font-size: 12px;
    border-color: transparent;
    background: transparent;
    padding-inline: 0;
  }
  .input:hover,
  .input:focus {
    border-color: var(--soft);
    background: var(--sheet);
  }
  .do {
    display: flex;
    align-items: center;
  }
  .do .btn {
    min-width: 28px;
  }
  .do .btn:disabled {
    border-color: transparent;
  }
  .add {
    position: relative;
    overflow: hidden;
    display: inline-flex;
    align-items: center;
  }
  .add input {
    position: absolute;
    inset: 0;
    opacity: 0;
    cursor: pointer;
  }
  .add:focus-within {
    outline: 2px solid var(--pencil);
  }
</style>
