<script lang="ts">
  import { tinykeys } from 'tinykeys';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { free } from '../keys';
  import Figures from './Figures.svelte';
  import { Job } from './job.svelte';
  import JobLine from './JobLine.svelte';

  /** The join between two plates of a set, drawn over the composite it makes. */
  let { set }: { set: Schemas['BenchSet'] } = $props();
  const h = house();
  const job = new Job(() => h.id);
  const able = $derived(set.takes.filter((t) => t.stills.length > 0 && t.usable));
  let leftId = $state('');
  let rightId = $state('');
  let drift = $state(0);
  let shown = $state(true);
  const left = $derived(able.find((t) => t.id === leftId) ?? able[0]);
  const right = $derived(
    able.find((t) => t.id === rightId) ??
      able.find((t) => t.id !== left?.id && t.plate !== left?.plate) ??
      able[1],
  );
  const a = $derived(left?.stills[0]);
  const b = $derived(right?.stills[0]);
  const j = $derived(job.done?.join ?? null);
  // A component is made for each set.
  // svelte-ignore state_referenced_locally
  let from = $state<number | null>(set.firstFrame);
  const file = (kind: string) =>
    `/api/productions/${h.id}/bench/jobs/${job.done?.id}/join.${kind}?from=${from ?? 0}`;
  const name = (t: Schemas['BenchTake'] | undefined) => (t ? `${t.label}, take ${t.number}` : '');
  const picture = (id: string | undefined) => `/api/productions/${h.id}/stills/${id}/picture`;
  const w = $derived(a?.width ?? 1280);
  const tall = $derived(a?.height ?? 720);
  async function find(): Promise<void> {
    if (a && b && !job.busy)
      await job.run(() =>
        got(
          api.POST('/api/productions/{production}/bench/joins', {
            params: { path: { production: h.id } },
            body: { left: a.id, right: b.id, driftStops: drift },
          }),
        ),
      );
  }

  $effect(() => tinykeys(window, { Enter: free(() => void find()), v: free(() => (shown = !shown)) }));
</script>

<div class="two">
  <div class="min-w-0">
    {#if a && b}
      <svg
        class="comp"
        viewBox="0 0 {w} {tall}"
        role="img"
        aria-label={j
          ? `composite of ${name(left)} and ${name(right)} along the join`
          : `${name(left)} at the left, ${name(right)} at the right`}
      >
        <defs
          ><clipPath id="right-of-join"
            ><path
              d={j?.svg
                ? `${j.svg}L${w} ${tall}L${w} 0Z`
                : `M${w / 2} 0L${w / 2} ${tall}L${w} ${tall}L${w} 0Z`}
            /></clipPath
          ></defs
        >
        <image href={picture(j?.swapped ? b.id : a.id)} width={w} height={tall} />
        <image
          href={picture(j?.swapped ? a.id : b.id)}
          width={w}
          height={tall}
          clip-path="url(#right-of-join)"
        />
        {#if j?.svg && shown}
          {#if j.featherPx}<path d={j.svg} class="feather" stroke-width={j.featherPx} />{/if}
          <path d={j.svg} class="under" /><path d={j.svg} class="path" />
        {/if}
      </svg>
      <p class="soft small mt-1">
        {j?.svg
          ? `Left of the line ${name(j.swapped ? right : left)}, right of it ${name(j.swapped ? left : right)}: ` +
            'what a composite would show before any feather. The pale band is the feather.'
          : 'Divided in the middle.'}
        {#if j?.svg}<kbd>v</kbd> hides the line.{/if}
      </p>
    {:else}
      <div class="sheet p-6">
        <h2>Two plates with a still each are needed</h2>
        <p>Add stills under <em>Lay over</em>.</p>
      </div>
    {/if}
  </div>
  <aside aria-label="Join">
    <label class="field"
      ><span>First plate, left of the join if it can</span><select
        class="select"
        value={left?.id}
        onchange={(e) => ((leftId = e.currentTarget.value), job.forget())}
        >{#each able as t (t.id)}<option value={t.id}>{name(t)}{t.zones ? ' · zones measured' : ''}</option
          >{/each}</select
      ></label
    >
    <label class="field mt-2"
      ><span>Second plate</span><select
        class="select"
        value={right?.id}
        onchange={(e) => ((rightId = e.currentTarget.value), job.forget())}
        >{#each able as t (t.id)}<option value={t.id}>{name(t)}{t.zones ? ' · zones measured' : ''}</option
          >{/each}</select
      ></label
    >
    <label class="field mt-2"
      ><span>Drift of the light over the take, stops</span><input
        class="mono input"
        type="number"
        step="0.05"
        bind:value={drift}
      /></label
    >
    <button class="mt-3 btn w-full" class:now={!j} disabled={!a || !b || job.busy} onclick={find}
      >Find the join <kbd>Enter</kbd></button
    >
    <JobLine {job} />
    {#if j}
      <div class="mt-2">
        <Figures verdict={j.title} remedy="" bad={j.kind === 'NONE'} figures={j.figures}>{j.words}</Figures>
      </div>
      {#if j.svg}<label class="field mt-3"
          ><span>Number of the takes' first frame</span><input
            class="mono input"
            type="number"
            min="0"
            bind:value={from}
          /></label
        >
        <div class="mt-2 flex gap-2">
          <a class="tight btn" href={file('svg')} download>SVG path</a><a
            class="tight btn"
            href={file('json')}
            download>JSON</a
          >
        </div>{/if}
    {:else if !left?.zones || !right?.zones}
      <p class="soft small mt-2">
        {!left?.zones && !right?.zones
          ? 'Neither take has'
          : `${name(!left?.zones ? left : right)} does not have`} measured zones: the join may run through somebody.
        Measure them under <em>Watch a take</em>.
      </p>
    {/if}
  </aside>
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 296px;
    gap: 16px;
  }
  .comp {
    width: 100%;
    display: block;
    background: #000;
  }
  path {
    fill: none;
  }
  clipPath path {
    fill: #000;
  }
  .feather {
    stroke: rgb(255 255 255 / 22%);
  }
  .under {
    stroke: #000;
    stroke-width: 4;
    vector-effect: non-scaling-stroke;
  }
  .path {
    stroke: #fff;
    stroke-width: 2;
    stroke-dasharray: 9 5;
    vector-effect: non-scaling-stroke;
  }
  .now kbd {
    color: inherit;
  }
</style>
