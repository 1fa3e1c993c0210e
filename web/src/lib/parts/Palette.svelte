<script lang="ts">
  import { house } from '../house.svelte';
  import { go } from '../router';
  import { frame } from '../state.svelte';
  import { DESKS, deskName, ROLE, stageName, type Desk } from '../words';
  import Sheet from './Sheet.svelte';

  let {
    open = $bindable(false),
    production,
    desks,
    onkeys,
  }: { open: boolean; production: string; desks: readonly Desk[]; onkeys: () => void } = $props();
  const h = house();
  let words = $state('');
  let at = $state(0);

  type Line = { kind: string; label: string; hint: string; run: () => void };

  const all = $derived.by<Line[]>(() => {
    const shots = h.ticks.map<Line>((t) => ({
      kind: 'shot',
      label: `${t.code} ${t.title}`,
      hint: t.stage ? stageName(t.stage) : '',
      run: () => go(production, desks.includes('shots') ? 'shots' : 'review', t.id),
    }));
    const scenes = desks.includes('script')
      ? (h.reel.data?.scenes ?? []).map<Line>((s) => ({
          kind: 'scene',
          label: `Scene ${s.number} ${s.heading}`,
          hint: `${s.length} pages`,
          run: () => go(production, 'script', `scene-${s.number}`),
        }))
      : [];
    const people = (h.view?.people ?? []).map<Line>((p) => ({
      kind: 'person',
      label: p.name,
      hint: ROLE[p.role],
      run: () => go(production, 'crew'),
    }));
    const others = (frame.session?.seats ?? [])
      .filter((s) => s.production !== production)
      .map<Line>((s) => ({
        kind: 'production',
        label: s.title,
        hint: ROLE[s.role],
        run: () => go(s.production, s.role === 'GUEST' ? 'review' : 'owed'),
      }));
    const commands = [
      ...desks.map<Line>((d) => ({
        kind: 'desk',
        label: `Open ${deskName(d)}`,
        hint: `key ${DESKS.indexOf(d) + 1}`,
        run: () => go(production, d),
      })),
      {
        kind: 'command',
        label: frame.night ? 'Paper look' : 'Night look',
        hint: 'key n',
        run: () => frame.look(!frame.night),
      },
      { kind: 'command', label: 'Reckoner', hint: 'key =', run: () => (frame.reckoner = true) },
      { kind: 'command', label: 'Keys of this desk', hint: 'key ?', run: onkeys },
    ];
    return [...shots, ...scenes, ...people, ...commands, ...others];
  });
  const found = $derived.by(() => {
    const want = words.toLowerCase().split(/\s+/).filter(Boolean);
    return all
      .filter((l) => want.every((w) => `${l.kind} ${l.label} ${l.hint}`.toLowerCase().includes(w)))
      .slice(0, 12);
  });

  $effect(() => {
    if (open) {
      words = '';
      at = 0;
    }
  });

  function run(l: Line | undefined): void {
    if (l) {
      open = false;
      l.run();
    }
  }

  function key(e: KeyboardEvent): void {
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      e.preventDefault();
      at = (at + (e.key === 'ArrowDown' ? 1 : -1) + found.length) % Math.max(1, found.length);
    } else if (e.key === 'Enter') {
      e.preventDefault();
      run(found[at]);
    }
  }
</script>

<Sheet bind:open title="Jump to">
  <input
    class="input"
    placeholder="a shot, scene, person or command"
    bind:value={words}
    oninput={() => (at = 0)}
    onkeydown={key}
    role="combobox"
    aria-expanded="true"
    aria-controls="jump-list"
    aria-activedescendant="jump-{at}"
    aria-label="Jump to a shot, scene, person or command"
  />
  <ul id="jump-list" role="listbox" aria-label="Places" class="mt-2">
    {#each found as l, i (l.kind + l.label)}
      <!-- svelte-ignore a11y_click_events_have_key_events -->
      <li id="jump-{i}" role="option" aria-selected={i === at} class:at={i === at} onclick={() => run(l)}>
        <span class="soft small">{l.kind}</span><span>{l.label}</span><span class="soft small">{l.hint}</span>
      </li>
    {:else}
      <li class="soft">Nothing of that name.</li>
    {/each}
  </ul>
</Sheet>

<style>
  li {
    display: grid;
    grid-template-columns: 64px 1fr auto;
    gap: 8px;
    padding: 5px 8px;
    cursor: pointer;
  }
  li.at {
    background: var(--mark);
  }
</style>
