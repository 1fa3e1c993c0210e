<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { go } from '../router';
  import { frame } from '../state.svelte';
  import { day, hours } from '../words';
  import { sayOfTasks } from './task';
  import WorkFiles from './WorkFiles.svelte';

  /** The tasks of a shot: who does them when, and who is given them. */
  let {
    shot,
    hands,
    tried,
  }: {
    shot: Schemas['ShotWorkView'];
    hands: Schemas['HandView'][];
    /** Who would have which task, and what choosing somebody else does while it is only tried; none: it counts. */
    tried?: {
      of: (task: string) => string | undefined;
      give: (task: Schemas['TaskLine'], person: string) => void;
    };
  } = $props();
  const h = house();
  const leads = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const tasks = createQuery(() => ({
    queryKey: [h.id, 'shot', shot.id, 'tasks'],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/tasks', {
          params: { path: { production: h.id, shot: shot.id } },
        }),
      ),
  }));
  let wrong = $state('');
  let chosen = $state<Schemas['TaskLine'] | null>(null);
  let filesOpen = $state(false);

  async function give(t: Schemas['TaskLine'], person: string): Promise<void> {
    wrong = '';
    try {
      await sayOfTasks(h.id, t.shot, [t.key], { kind: 'GIVEN', ...(person ? { person } : {}) });
      const who = hands.find((x) => x.person === person)?.name;
      frame.say(who ? `${t.label} of ${t.code} is given to ${who}.` : `${t.label} of ${t.code} is nobody's.`);
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e.detail || e.title : String(e);
    }
  }
</script>

<div class="tasks">
  {#if wrong}<p class="pencil" role="alert">{wrong}</p>{/if}
  <table>
    <thead
      ><tr
        ><th>Task</th><th>Stands</th><th class="num">Left</th><th>Who</th><th>From</th><th>To</th><th
          >Why not sooner</th
        ></tr
      ></thead
    >
    <tbody>
      {#each tasks.data ?? [] as t (t.id)}
        {@const open = t.state !== 'DONE' && t.state !== 'DROPPED'}
        <tr class:soft={!open}>
          <td
            >{t.label}<br /><span class="soft small">{t.kind}</span>
            <button
              class="link small"
              aria-label="Files of {t.label}"
              onclick={() => {
                chosen = t;
                filesOpen = true;
              }}>{t.version > 0 ? `version ${t.version}` : 'files'}</button
            >{#if t.stale.length > 0}<br /><span class="pencil small">stale: {t.stale.join('; ')}</span
              >{/if}</td
          >
          <td
            >{t.standing}{#if t.running.length > 0}<br /><span class="pencil small"
                >{t.running.map((c) => c.who.name).join(', ')}, now</span
              >{/if}</td
          >
          <td class="num mono"
            >{open ? hours(t.left) : ''}{#if t.over}<br /><span class="pencil small"
                >over its high estimate: ask what is left</span
              >{/if}{#if t.spent.length > 0}<br /><span class="soft small"
                >{t.spent.reduce((n, x) => n + x.hours, 0).toFixed(1)} h so far</span
              >{/if}</td
          >
          <td>
            {#if !open}
              {t.given?.name ?? ''}
            {:else if leads}<select
                class="select"
                aria-label="Who does {t.label}"
                class:try={tried?.of(t.id) !== undefined}
                value={tried?.of(t.id) ?? t.given?.id ?? ''}
                onchange={(e) =>
                  tried ? tried.give(t, e.currentTarget.value) : void give(t, e.currentTarget.value)}
              >
                <option value="">{t.doing && !t.given ? `first free (${t.doing.name})` : 'first free'}</option
                >
                {#if t.given && !hands.some((x) => x.person === t.given?.id)}<option value={t.given.id}
                    >{t.given.name} (no hours here)</option
                  >{/if}
                {#each hands as x (x.person)}<option value={x.person}>{x.name}</option>{/each}
              </select>
            {:else}{t.given?.name ?? (t.doing ? `nobody's yet; laid on ${t.doing.name}` : 'nobody')}{/if}
          </td>
          <td class="mono nowrap">{t.first ? day(t.first) : open ? 'no day' : ''}</td>
          <td class="mono nowrap">{t.last ? day(t.last) : ''}</td>
          <td class="small soft">{open ? t.why : ''}</td>
        </tr>
      {:else}<tr
          ><td colspan="7" class="soft"
            >{tasks.isError
              ? 'It could not be read.'
              : tasks.data
                ? 'Its plan has no work.'
                : 'Reading its tasks…'}</td
          ></tr
        >{/each}
    </tbody>
  </table>
  <button class="tight mt-1 btn" onclick={() => go(h.id, 'shots', shot.id)}>Open {shot.code}</button>
</div>

<Sheet bind:open={filesOpen} title={chosen ? `${chosen.code}, ${chosen.label}` : ''} wide>
  {#if chosen}{#key chosen.id}<WorkFiles shot={chosen.shot} task={chosen.key} />{/key}{/if}
</Sheet>

<style>
  .tasks {
    overflow-x: auto;
    padding: 2px 0 12px;
  }
  table {
    border-collapse: collapse;
    width: 100%;
    min-width: 760px;
  }
  th {
    padding-right: 12px;
    text-align: left;
    font-weight: 400;
    color: var(--soft);
    font-size: 12px;
  }
  td {
    border-top: 1px solid var(--line);
    padding: 4px 12px 4px 0;
    vertical-align: top;
  }
  .num {
    text-align: right;
    white-space: nowrap;
  }
  .nowrap {
    white-space: nowrap;
  }
  .link {
    text-decoration: underline;
    cursor: pointer;
  }
  .select {
    min-width: 216px;
  }
  .try {
    outline: 2px solid var(--pencil);
  }
</style>
