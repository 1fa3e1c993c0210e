<script lang="ts">
  import { Refused, send } from '../api/client';
  import { house } from '../house.svelte';
  import Fields from '../parts/Fields.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { markNamed } from '../refused';
  import { Typed } from '../typed.svelte';
  import { today } from '../today';
  import type { CutView } from './reads';

  /** A cut comes in: a list or timeline, and what the editor calls it. */
  interface Props {
    open?: boolean;
    reels: string[];
    done: (cut: CutView) => void;
  }
  let { open = $bindable(false), reels, done }: Props = $props();
  const h = house();
  const typed = new Typed(() => `cut ${h.id}`, {
    name: '',
    reel: '',
    madeOn: '',
    madeBy: '',
    note: '',
    rate: '',
  });
  const FIELDS: [Parameters<typeof typed.get>[0], string, string][] = [
    ['name', 'What the editor calls it', 'locked reel 1, third'],
    ['madeBy', 'Who cut it', ''],
  ];
  let file = $state<File>();
  let progress = $state(-1);
  let wrong = $state('');

  async function bring(): Promise<void> {
    wrong = '';
    if (!file) {
      wrong = 'Choose the list or timeline the editor exported.';
      return;
    }
    const form = new FormData();
    form.append('file', file);
    for (const [k, v] of Object.entries(typed.all)) if (v) form.append(k, v);
    progress = 0;
    try {
      const cut = await send<CutView>(`/api/productions/${h.id}/cuts`, form, (share) => (progress = share));
      typed.clear('reel', 'madeBy', 'rate');
      file = undefined;
      open = false;
      done(cut);
    } catch (e) {
      wrong = e instanceof Refused ? e.message : String(e);
      markNamed(e);
    } finally {
      progress = -1;
    }
  }
</script>

<Sheet bind:open title="Bring in a cut">
  <form
    class="grid gap-3"
    onsubmit={(e) => {
      e.preventDefault();
      void bring();
    }}
  >
    <label class="field"
      ><span>The list or timeline, as the editor exported it: .edl or .otio</span><input
        class="input"
        type="file"
        name="file"
        accept=".edl,.otio,.txt,.json"
        onchange={(e) => (file = e.currentTarget.files?.[0])}
      /></label
    >
    <Fields {typed} of={FIELDS} />
    <div class="cells">
      <label class="field" style:grid-column="span 2"
        ><span>Reel; empty for the whole picture</span><input
          class="input"
          name="reel"
          list="reels"
          bind:value={() => typed.get('reel'), (v) => typed.set('reel', v)}
        /><datalist id="reels"
          >{#each reels as r (r)}<option value={r}></option>{/each}</datalist
        ></label
      >
      <label class="field" style:grid-column="span 2"
        ><span>Made on</span><input
          class="input"
          type="date"
          name="madeOn"
          max={today()}
          bind:value={() => typed.get('madeOn'), (v) => typed.set('madeOn', v)}
        /></label
      >
    </div>
    <label class="field"
      ><span>Frames a second, where the file does not tell</span><input
        class="mono input"
        name="rate"
        placeholder={h.view?.rate ?? ''}
        bind:value={() => typed.get('rate'), (v) => typed.set('rate', v)}
      /></label
    >
    <label class="field"
      ><span>What is said of it</span><textarea
        class="textarea"
        rows="2"
        name="note"
        bind:value={() => typed.get('note'), (v) => typed.set('note', v)}></textarea></label
    >
    <p class="small soft">
      Nothing is refused because of one line: what is not understood is listed, and the file is kept as it
      came. It is compared with the cut of the same reel before it. No length changes until you say so.
    </p>
    {#if wrong}<p class="pencil" role="alert">{wrong}</p>{/if}
    <div class="flex items-center gap-3">
      <button class="now btn" disabled={progress >= 0}
        >{progress >= 0 ? `Reading, ${String(Math.round(progress * 100))} % sent…` : 'Bring it in'}</button
      >
    </div>
  </form>
</Sheet>
