<script lang="ts">
  import { deskName, type Desk } from '../words';
  import Sheet from './Sheet.svelte';

  let { open = $bindable(false), desk }: { open: boolean; desk: Desk } = $props();

  const EVERYWHERE: [string, string][] = [
    ['1 … 9', 'the desks, in the order of the work'],
    ['-', 'the reel in the order of the script, or of the cut'],
    ['[  ]', 'shot before, shot after along the reel'],
    ['/  or  Ctrl K', 'jump to a shot, scene, person or command'],
    ['=', 'reckoner'],
    ['n', 'paper or night look'],
    ['?', 'this sheet'],
    ['Enter · Esc', 'keep · leave an entry'],
  ];
  const OF: Partial<Record<Desk, [string, string][]>> = {
    owed: [['b', 'on Yours: begin on what is open, or leave it off']],
    script: [
      ['m', 'mark the selected words as an effect shot'],
      ['j  k', 'line after, line before; with Shift the lines between are chosen'],
      ['.  ,', 'next cue, cue before'],
      ['a', 'mark the cue as it is proposed'],
      ['e', 'mark the cue, with another method'],
      ['w', 'wave the cue away'],
      ['f', 'find in the script; Enter goes on, Shift Enter back'],
      ['d', 'drafts'],
      ['r  s  u', 'in what a draft asks: all of them are right, later, ask again'],
      ['i', 'import a draft'],
      ['Esc', 'leave what is chosen'],
    ],
    shots: [
      [', .', 'one frame back, on'],
      ['space', 'play the schematic'],
      ['c', 'compare and combine methods'],
      ['r', 'what else could be made of the takes'],
      ['a', 'add something the shot owes'],
      ['e', 'elements of the production'],
    ],
    floor: [
      ['r', 'roll, and cut'],
      ['t', 'log the take on the slate'],
      ['p', 'pick the last take'],
      ['x', 'last take is no good'],
      ['f', 'last take was a false start'],
      ['b', 'the camera was touched'],
      ['c', 'read the camera itself'],
      ['l', 'note the light'],
      ['g', 'strike the set'],
      ['o', 'the order of the day'],
    ],
    bench: [
      ['l  j  w  t  u', 'lay over, join, watch a take, throws, turnover'],
      ['Enter', 'measure; find the join; watch; mark'],
      ['k', 'keep as evidence'],
      ['PgDn  PgUp', 'next pair to measure, pair before'],
      ['d  x  f  e', 'divide, difference, flick, edges'],
      ['s  c  r', 'map of stops, of colour, of what does not fit'],
      ['a', 'lay the second back on the first'],
      ['v', 'findings, line of the join'],
      ['m', 'magnifier; arrows move it'],
      [', .', 'one frame back, on'],
      ['z', 'measure where somebody is'],
      ['p', 'pull the frame as a still'],
    ],
    cut: [
      ['i', 'bring in a cut'],
      [', .', 'cut before, cut after'],
      ['s  a  o  r', 'reel sheet, what is asked, sounds, how it was read'],
      ['j  k', 'row after, row before'],
      ['e', 'open and close the row'],
      ['f', 'the length of the row follows this cut'],
      ['v', 'only what changed, or all'],
      ['l  h  y', 'asked: next proposal, one back, it is that'],
      ['x', 'asked: of no effect shot'],
    ],
    review: [
      [', .', 'one frame back, on'],
      ['space', 'play, stop'],
      ['c', 'note on this frame'],
      ['w', 'watch several in one run'],
      ['↑ ↓', 'in a run: the shot before, the next'],
      ['o', 'in a run: this shot over again'],
      ['Enter  x', 'with a note and its answer beside each other: confirm, not met'],
      ['Esc', 'later'],
    ],
    crew: [
      [', .', 'four weeks back, on'],
      ['j  k', 'shot after, shot before, with its tasks'],
      ['w', 'try before it counts: who would do a task'],
      ['Enter', 'take what is tried'],
      ['Esc', 'leave what is tried'],
    ],
  };
</script>

<Sheet bind:open title="Keys · {deskName(desk)}">
  {#if OF[desk]}
    <dl>
      {#each OF[desk] ?? [] as [k, w] (k)}<dt><kbd>{k}</kbd></dt>
        <dd>{w}</dd>{/each}
    </dl>
    <hr class="rule my-3" />
  {/if}
  <dl>
    {#each EVERYWHERE as [k, w] (k)}<dt><kbd>{k}</kbd></dt>
      <dd>{w}</dd>{/each}
  </dl>
</Sheet>

<style>
  dl {
    display: grid;
    grid-template-columns: 120px 1fr;
    gap: 4px 8px;
  }
  kbd {
    color: var(--ink);
    font-size: 12px;
  }
</style>
