<script lang="ts">
  import { Refused, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { read } from '../numbers';
  import { frame as shell } from '../state.svelte';

  /** A note being written: on a frame, on frames, on the whole shot or on every shot of its scene. */
  let {
    shot,
    scene,
    frame,
    last,
    strokes = [],
    keep,
    leave,
  }: {
    shot: string;
    scene: string;
    frame: number;
    last: number;
    strokes?: Schemas['Stroke'][];
    keep: (note: Schemas['NewNote']) => Promise<boolean>;
    leave: () => void;
  } = $props();
  const h = house();
  // What is typed stays on this device until it is said: leaving, a reload or a lost sign-in take nothing.
  const typed = new Draft(() => `note ${shot}`);
  let on = $state<'frame' | 'frames' | 'whole' | 'scene'>('frame');
  let to = $state('');
  let wish = $state(false);
  let shown = $state(false);
  let forPerson = $state('');
  const ours = $derived((h.view?.people ?? []).filter((p) => p.role !== 'GUEST'));

  /** The last frame; what can't be read is refused, and a note on frames needs one. */
  function lastFrame(): number {
    const n = read(to);
    if (typeof n !== 'number')
      throw new Refused(422, 'Not kept', `Last frame: “${to.trim()}” is no frame`, 'lastFrame');
    return n;
  }

  async function said(): Promise<void> {
    let frames: Schemas['NewNote'];
    try {
      frames =
        on === 'whole' || on === 'scene'
          ? { whole: true }
          : on === 'frames'
            ? { frame, lastFrame: lastFrame() }
            : { frame };
    } catch (e) {
      shell.wrong(e);
      return;
    }
    const done = await keep({
      id: crypto.randomUUID(),
      words: typed.words,
      ...frames,
      ...(strokes.length > 0 ? { drawing: strokes } : {}),
      ...(on === 'scene' ? { scene: true } : {}),
      ...(wish ? { wish } : {}),
      ...(shown ? { shown } : {}),
      ...(forPerson ? { forPerson } : {}),
    });
    if (done) typed.words = '';
  }
</script>

<form
  class="noting"
  onsubmit={(e) => {
    e.preventDefault();
    void said();
  }}
>
  <div class="row">
    <span class="mono">{frame}</span>
    <!-- svelte-ignore a11y_autofocus -->
    <input
      class="input"
      bind:value={typed.words}
      name="words"
      autofocus
      aria-label="Note on frame {frame}"
      placeholder="what is to be changed"
      onkeydown={(e) => e.key === 'Escape' && leave()}
    />
    <button class="now tight btn">Keep <kbd>Enter</kbd></button><button
      type="button"
      class="tight btn"
      onclick={leave}>Leave</button
    >
  </div>
  <div class="row small">
    <select class="select" name="scene" bind:value={on} aria-label="What the note is on"
      ><option value="frame">on this frame</option><option value="frames">on frames from here to …</option
      ><option value="whole">on the whole shot</option>{#if !h.may('GUEST') && scene}<option value="scene"
          >on every shot of scene {scene}</option
        >{/if}</select
    >
    {#if on === 'frames'}<input
        class="mono last input"
        name="lastFrame"
        inputmode="numeric"
        bind:value={to}
        aria-label="Last frame of the note"
        placeholder="to {last}"
      />{/if}
    {#if !h.may('GUEST')}
      <select class="select" name="forPerson" bind:value={forPerson} aria-label="For whom it is"
        ><option value="">for whoever works on it</option>{#each ours as p (p.id)}<option value={p.id}
            >for {p.name}</option
          >{/each}</select
      >
      <label><input type="checkbox" class="checkbox" bind:checked={wish} /> only a wish</label>
      <label><input type="checkbox" class="checkbox" bind:checked={shown} /> guests may read it</label>
    {/if}
  </div>
</form>

<style>
  .noting {
    display: grid;
    gap: 6px;
    border: 2px solid var(--pencil);
    padding: 6px 8px;
  }
  .row {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .row.small {
    flex-wrap: wrap;
  }
  .row.small .select {
    width: auto;
  }
  .last {
    width: 90px;
  }
  label {
    display: inline-flex;
    gap: 5px;
    align-items: center;
  }
  .noting kbd {
    color: inherit;
  }
</style>
