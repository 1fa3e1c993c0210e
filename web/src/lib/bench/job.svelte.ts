import { api, got, type Schemas } from '../api/client';
import { frame as shell, queries } from '../state.svelte';

const EVERY_MS = 200;

/**
 * One measurement on the server: asked for, watched until it is done, and stopped when it is not
 * wanted any more.
 */
export class Job {
  now = $state<Schemas['BenchJob'] | null>(null);
  busy = $state(false);
  private round = 0;

  constructor(private readonly production: () => string) {}

  get done(): Schemas['BenchJob'] | null {
    return this.now?.stand === 'DONE' ? this.now : null;
  }

  forget(): void {
    this.round++;
    this.now = null;
    this.busy = false;
  }

  async run(begin: () => Promise<Schemas['BenchJob']>): Promise<Schemas['BenchJob'] | null> {
    const mine = ++this.round;
    this.busy = true;
    try {
      let j = await begin();
      while (mine === this.round) {
        this.now = j;
        if (j.stand !== 'WAITING' && j.stand !== 'RUNNING') break;
        await new Promise((r) => setTimeout(r, EVERY_MS));
        j = await got(
          api.GET('/api/productions/{production}/bench/jobs/{job}', {
            params: { path: { production: this.production(), job: j.id } },
          }),
        );
      }
      return mine === this.round ? this.done : null;
    } catch (e) {
      shell.wrong(e);
      return null;
    } finally {
      if (mine === this.round) this.busy = false;
    }
  }

  /** Reads what was found once more: the limits it is held to may have changed. */
  async again(): Promise<void> {
    if (this.done)
      this.now = await got(
        api.GET('/api/productions/{production}/bench/jobs/{job}', {
          params: { path: { production: this.production(), job: this.done.id } },
        }),
      );
  }

  async stop(): Promise<void> {
    if (this.now) {
      await api.DELETE('/api/productions/{production}/bench/jobs/{job}', {
        params: { path: { production: this.production(), job: this.now.id } },
      });
    }
  }

  /** Keeps what was found as evidence; whether it is kept now. */
  async keep(): Promise<boolean> {
    const j = this.done;
    if (!j) return false;
    try {
      const sheet = await got(
        api.POST('/api/productions/{production}/bench/jobs/{job}/kept', {
          params: { path: { production: this.production(), job: j.id } },
          body: { id: crypto.randomUUID() },
        }),
      );
      queries.setQueryData([this.production(), 'bench'], sheet);
      return true;
    } catch (e) {
      shell.wrong(e);
      return false;
    }
  }
}
