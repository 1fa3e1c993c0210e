<script lang="ts">
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { frame as shell, queries } from '../state.svelte';
  import { moment } from '../words';

  /** Whether what was kept proved right, as somebody says; what was measured stays as it is. */
  interface Props {
    kept: Schemas['MeasureView'];
    /** How often it proved right in this production. */
    record: string;
  }
  let { kept, record }: Props = $props();
  const h = house();
  let busy = $state(false);

  async function say(matched: boolean): Promise<void> {
    busy = true;
    try {
      queries.setQueryData(
        [h.id, 'bench'],
        await got(
          api.POST('/api/productions/{production}/bench/measures/{measure}/words', {
            params: { path: { production: h.id, measure: kept.id } },
            body: { id: crypto.randomUUID(), matched, note: '' },
          }),
        ),
      );
    } catch (e) {
      shell.wrong(e);
    } finally {
      busy = false;
    }
  }
</script>

<div class="rule mt-3 pt-2">
  <p class="small">
    {kept.word
      ? `${kept.word.saidBy} says it did ${kept.word.matched ? '' : 'not '}match, ${moment(kept.word.saidAt)}.`
      : 'Once the composite is seen: did they match?'}
  </p>
  <div class="mt-1 flex gap-2" role="group" aria-label="did they match in the end?">
    <button
      class="tight btn"
      aria-pressed={kept.word?.matched === true}
      disabled={busy}
      onclick={() => say(true)}>They matched</button
    >
    <button
      class="tight btn"
      aria-pressed={kept.word?.matched === false}
      disabled={busy}
      onclick={() => say(false)}>They did not</button
    >
  </div>
  <p class="soft small mt-1">What was measured in this production: {record}</p>
</div>
