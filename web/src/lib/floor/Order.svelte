<script lang="ts">
  import type { Schemas } from '../api/client';
  import Tape from '../parts/Tape.svelte';

  /** The day's passes in their order: what is next, when, and what has to be waited for. */
  let {
    pack,
    plate,
    setup,
    onpass,
    onsetup,
    children,
  }: {
    pack: Schemas['DayPack'];
    plate: string;
    setup: string | null;
    onpass: (s: Schemas['SlotView']) => void;
    onsetup: (id: string) => void;
    children?: import('svelte').Snippet;
  } = $props();
  const slots = $derived(pack.order.running.slots);
  const rest = $derived(pack.sheets.filter((s) => !slots.some((x) => x.setup === s.setup.id)));
</script>

{#if pack.order.warnings.length > 0}<ul class="warn">
    {#each pack.order.warnings as w (w)}<li>{w}</li>{/each}
  </ul>{/if}
{#if pack.order.running.broken.length > 0}
  <p class="warn">
    {pack.order.orderedBy ? 'This order breaks a rule' : 'In the order they are planned, a rule is broken'}: {pack
      .order.running.broken[0]}{pack.order.running.broken.length > 1
      ? `; and ${pack.order.running.broken.length - 1} more`
      : ''}.
  </p>
{/if}
{@render children?.()}
<ol class="order" aria-label="Order of passes">
  {#each slots as s, i (s.id)}
    {#if s.waits.length > 0 || s.changes.length > 0}
      <li class="between small">
        {#each s.changes as c (c.words)}<span>{c.words}, {c.minutes} min</span>{/each}
        {#each s.waits as w (w.reason)}<span class="pencil"
            >wait {w.minutes} min {w.reason.startsWith('for ') ? w.reason : `while ${w.reason}`}</span
          >{/each}
      </li>
    {/if}
    <li>
      <button
        class="pass"
        class:here={`${s.shot} ${s.plate}` === plate}
        aria-current={`${s.shot} ${s.plate}` === plate ? 'true' : undefined}
        onclick={() => onpass(s)}
      >
        <span class="mono">{s.from}</span><Tape letter={s.tape} />
        <span class="what"
          ><strong class:next={i === 0}>{s.label}</strong>{s.pinned ? ' ·\u00a0pinned' : ''}<br /><span
            class="mono soft">{s.code}</span
          >
          <span class="small soft"
            >{s.worn.map((w) => (w.costume ? `${w.performer}, ${w.costume}` : w.performer)).join('; ')}</span
          ></span
        >
      </button>
    </li>
  {:else}<li class="soft">
      {pack.sheets.length === 0
        ? 'No setup on this day yet.'
        : pack.sheets.some((s) => s.plates.length > 0)
          ? 'Everything planned for this day is shot.'
          : 'No shot is planned in the setups of this day yet.'}
    </li>{/each}
</ol>
{#if slots.length > 0}<p class="small soft">
    ends {pack.order.running.wrap}{pack.order.running.waited > 0
      ? ` · ${pack.order.running.waited} min of waiting`
      : ''} · {pack.order.running.changes} changes{pack.order.orderedBy
      ? ` · order by ${pack.order.orderedBy}`
      : ' · as planned, nobody has ordered it'}
  </p>{/if}
{#if rest.length > 0}
  <h3 class="mt-3">{slots.length > 0 ? 'Other setups' : 'Setups'}</h3>
  <ul>
    {#each rest as s (s.setup.id)}<li>
        <button class="setup" class:here={s.setup.id === setup} onclick={() => onsetup(s.setup.id)}
          ><Tape letter={s.setup.tape} /><span class:struck={s.setup.struckAt !== null}
            >{s.setup.number} · {s.setup.name}</span
          ></button
        >
      </li>{/each}
  </ul>
{/if}

<style>
  .warn {
    border-left: 4px solid var(--pencil);
    padding: 2px 0 2px 8px;
    margin-bottom: 8px;
    font-size: 12px;
  }
  .warn li + li {
    margin-top: 6px;
  }
  .between {
    display: grid;
    padding: 3px 0 3px 44px;
    color: var(--soft);
  }
  .between .pencil {
    color: var(--pencil);
  }
  .pass,
  .setup {
    display: grid;
    grid-template-columns: 40px 26px 1fr;
    gap: 4px;
    align-items: start;
    width: 100%;
    text-align: left;
    padding: 5px 4px;
    border-top: 1px solid var(--line);
    cursor: pointer;
    line-height: 1.3;
  }
  .setup {
    grid-template-columns: 26px 1fr;
  }
  .here {
    background: var(--mark);
  }
  .next {
    color: var(--pencil);
  }
  .here .next {
    color: inherit;
  }
  @media (max-width: 900px) {
    .pass,
    .setup {
      padding-block: 10px;
    }
  }
</style>
