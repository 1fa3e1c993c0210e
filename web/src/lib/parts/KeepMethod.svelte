<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { refused } from '../refused';
  import { frame as foot, queries } from '../state.svelte';

  /** The plan of a shot is kept as a method, for every shot of every production of the house. */
  let { shot, methods, onkept }: { shot: Schemas['ShotView']; methods: string[]; onkept: () => void } =
    $props();
  const h = house();
  const name = new Draft(() => `method name ${shot.id}`);
  const when = new Draft(() => `method when ${shot.id}`);
  const words = new Draft(() => `method words ${shot.id}`);
  let wrong = $state<Refused | null>(null);

  async function keep(): Promise<void> {
    wrong = null;
    try {
      const m = await got(
        api.POST('/api/productions/{production}/shots/{shot}/house-method', {
          params: { path: { production: h.id, shot: shot.id } },
          body: {
            name: name.words,
            rightWhen: when.words,
            words: words.words
              .split(',')
              .map((w) => w.trim())
              .filter((w) => w),
          },
        }),
      );
      name.words = when.words = words.words = '';
      await queries.invalidateQueries({ queryKey: [h.id, 'house-methods'] });
      foot.say(
        `${m.method.name} is a method of the house now. It stands under “Of the house” when methods are compared.`,
      );
      onkept();
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'Not kept', String(e));
    }
  }
</script>

<form
  class="grid max-w-[44rem] gap-3"
  onsubmit={(e) => {
    e.preventDefault();
    void keep();
  }}
>
  <p class="small">
    <span class="soft">It holds</span>
    {[
      ...methods,
      ...shot.ownItems.map((i) => i.label),
      ...(shot.changes.length > 0 ? [`${shot.changes.length} changed by hand`] : []),
    ].join(' · ')}
  </p>
  <p class="small soft">
    Its numbers are the usual ones from now on, and can be changed on each shot. Work that is counted in
    frames grows with the cut; what was reckoned is reckoned anew for every shot.
  </p>
  <label class="field"
    ><span>Name</span><input
      class="input"
      name="name"
      bind:value={name.words}
      {@attach refused(wrong?.field === 'name')}
    /></label
  >
  <label class="field"
    ><span>Right when</span><textarea
      class="textarea"
      name="rightWhen"
      rows="2"
      placeholder="what must be so for it to be the right way"
      bind:value={when.words}
      {@attach refused(wrong?.field === 'rightWhen')}></textarea></label
  >
  <label class="field"
    ><span>Words of a script that suggest it</span><input
      class="input"
      name="words"
      placeholder="lantern, swings in the fog"
      bind:value={words.words}
      {@attach refused(wrong?.field === 'words')}
    /></label
  >
  {#if wrong}<p role="alert" class="pencil small">{wrong.message}</p>{/if}
  <div><button class="now btn">Keep as a method</button></div>
</form>
