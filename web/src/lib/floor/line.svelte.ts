import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { api, got, Refused, send, type Schemas } from '../api/client';
import { frame, queries } from '../state.svelte';

/** Something written on this device that the server has not confirmed. */
export type Waiting = {
  seq?: number;
  id: string;
  production: string;
  person: string;
  by: string;
  madeAt: string;
  /** In words, for the list. */
  said: string;
  entry: Schemas['NewEntry'];
  /** "sent" is confirmed, and stays until what the desk shows has it too. */
  state: 'waiting' | 'sent' | 'refused' | 'otherwise';
  words: string;
};

type Still = {
  id: string;
  production: string;
  person: string;
  take: string;
  caption: string;
  picture: Blob;
  words: string;
};

interface Store extends DBSchema {
  entries: { key: number; value: Waiting };
  stills: { key: string; value: Still };
}

const BATCH = 100;
const PAUSES = [1000, 2000, 4000, 8000, 15_000];

/**
 * The device's own log. Everything written on the floor is kept here first and then sent, in the
 * order it was written, until the server has
 * confirmed it; closing the tab or losing the line loses nothing.
 */
class Line {
  entries = $state.raw<Waiting[]>([]);
  stills = $state(0);
  /** Whether the last try to send reached the server. */
  reached = $state(true);
  /** Why nothing can be sent until somebody does something; empty when it can. */
  stopped = $state('');
  /** What the device says of its store; empty when all is well. */
  store = $state('');
  private db: IDBPDatabase<Store> | null = null;
  private production = '';
  private sending = false;
  private again = false;
  private tries = 0;
  private asked: Promise<boolean> | null = null;
  private timer = 0;
  private readonly others = 'BroadcastChannel' in globalThis ? new BroadcastChannel('bivex-floor') : null;

  get device(): string {
    let name = localStorage.getItem('device');
    if (!name) {
      name = `device ${crypto.randomUUID().slice(0, 8)}`;
      localStorage.setItem('device', name);
    }
    return name;
  }

  get waiting(): Waiting[] {
    return this.entries.filter((e) => e.state === 'waiting');
  }

  /** What the desk must show beside what the server had told it. */
  get fresh(): Waiting[] {
    return this.entries.filter((e) => e.state === 'waiting' || e.state === 'sent');
  }

  /** Waiting entries and stills together. */
  get count(): number {
    return this.waiting.length + this.stills;
  }

  get told(): Waiting[] {
    return this.entries.filter((e) => e.state === 'refused' || e.state === 'otherwise');
  }

  async open(production: string): Promise<void> {
    this.production = production;
    this.db ??= await openDB<Store>('bivex-floor', 1, {
      upgrade(db) {
        db.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true });
        db.createObjectStore('stills', { keyPath: 'id' });
      },
    });
    if (this.others) this.others.onmessage = () => void this.read();
    await this.read();
    await this.room();
    this.kick();
  }

  private async read(): Promise<void> {
    if (!this.db) return;
    const all = await this.db.getAll('entries');
    const sent = this.entries.filter((e) => e.state === 'sent' && !all.some((x) => x.id === e.id));
    this.entries = [...all.filter((e) => e.production === this.production), ...sent].sort(
      (a, b) => (a.seq ?? 0) - (b.seq ?? 0),
    );
    this.stills = (await this.db.getAll('stills')).filter(
      (s) => s.production === this.production && !s.words,
    ).length;
  }

  /** Says when the device's store is nearly full, or may be cleared by the browser. */
  async room(): Promise<void> {
    if (!('storage' in navigator)) return;
    const e = await navigator.storage.estimate();
    const share = (e.usage ?? 0) / (e.quota || Infinity);
    // Asked once: some browsers ask their user each time.
    this.asked ??= navigator.storage.persist();
    const kept = (await navigator.storage.persisted()) || (await this.asked);
    this.store =
      share > 0.8
        ? `This device is nearly full (${Math.round(share * 100)} %): ` +
          'free some room, or what you write may not be kept.'
        : !kept && this.count > 0
          ? 'This browser may clear what waits here if the device runs full: ' +
            'install Bivex on the home screen, or get back to the line soon.'
          : '';
  }

  /** Keeps an entry on the device and sends it when it can. It is on the device when this returns. */
  async add(entry: Schemas['NewEntry'], said: string): Promise<void> {
    if (!this.db)
      throw new Refused(
        0,
        'The device cannot keep anything',
        'Its browser gives no room. Nothing was logged; write it down and use another browser.',
      );
    const w: Waiting = {
      id: entry.id ?? '',
      production: this.production,
      person: frame.session?.person ?? '',
      by: frame.session?.name ?? '',
      madeAt: new Date().toISOString(),
      said,
      entry: $state.snapshot(entry) as Schemas['NewEntry'],
      state: 'waiting',
      words: '',
    };
    try {
      const tx = this.db.transaction('entries', 'readwrite', { durability: 'strict' });
      w.seq = await tx.store.add(w);
      await tx.done;
    } catch (e) {
      throw new Refused(
        0,
        'Not kept: the device is full',
        `Nothing was logged, and what you typed is still here. ${e instanceof Error ? e.message : ''}`,
      );
    }
    this.entries = [...this.entries, w];
    this.others?.postMessage('changed');
    void this.room();
    this.kick();
  }

  /** Keeps a still for a take. */
  async picture(take: string, picture: Blob, caption: string): Promise<void> {
    if (!this.db) return;
    const tx = this.db.transaction('stills', 'readwrite', { durability: 'strict' });
    await tx.store.add({
      id: crypto.randomUUID(),
      production: this.production,
      person: frame.session?.person ?? '',
      take,
      caption,
      picture,
      words: '',
    });
    await tx.done;
    this.stills += 1;
    void this.room();
    this.kick();
  }

  /** Throws an entry away that was refused, or what was said about one that is kept. */
  async drop(w: Waiting): Promise<void> {
    if (this.db && w.seq !== undefined) await this.db.delete('entries', w.seq);
    this.entries = this.entries.filter((e) => e.seq !== w.seq);
    this.others?.postMessage('changed');
    // Its stills waited for it.
    this.kick();
  }

  /** Sends a refused entry once more, as it is or mended. */
  async retry(w: Waiting, entry: Schemas['NewEntry'] = w.entry): Promise<void> {
    const now: Waiting = { ...w, entry, state: 'waiting', words: '' };
    await this.db?.put('entries', now);
    this.entries = this.entries.map((e) => (e.seq === w.seq ? now : e));
    this.kick();
  }

  /** Tries to send now. */
  kick(): void {
    clearTimeout(this.timer);
    if (this.sending) {
      this.again = true;
      return;
    }
    this.sending = true;
    const run = () =>
      this.run().finally(() => {
        this.sending = false;
        if (this.again) {
          this.again = false;
          this.kick();
        }
      });
    // Two tabs of one device never send at once.
    void ('locks' in navigator ? navigator.locks.request('bivex-floor', run) : run());
  }

  private async run(): Promise<void> {
    await this.read();
    const me = frame.session?.person ?? '';
    let sent = 0;
    try {
      for (;;) {
        const mine = this.waiting.filter((e) => e.person === me).slice(0, BATCH);
        if (mine.length === 0) break;
        const body = {
          device: this.device,
          sentAt: new Date().toISOString(),
          entries: mine.map((e) => ({ ...e.entry, id: e.id })),
        };
        const answer = await got(
          api.POST('/api/productions/{production}/floor/entries', {
            params: { path: { production: this.production } },
            body,
            signal: AbortSignal.timeout(30_000),
          }),
        );
        await this.settle(mine, answer.results);
        sent += mine.length;
      }
      sent += await this.pictures(me);
      this.reached = true;
      this.stopped = '';
      this.tries = 0;
    } catch (e) {
      const status = e instanceof Refused ? e.status : 0;
      this.reached = status !== 0 && status < 500;
      this.stopped =
        status === 401
          ? 'You are signed out: sign in again and it is sent.'
          : status === 403 || status === 404
            ? 'Your role may not write on this floor any more; ask the producer. All is kept here.'
            : status === 422 || status === 400
              ? (e as Refused).detail
              : '';
      if (this.count > 0 && status !== 401) {
        this.timer = window.setTimeout(() => this.kick(), PAUSES[Math.min(this.tries++, PAUSES.length - 1)]);
      }
    }
    void this.room();
    if (sent > 0) {
      this.others?.postMessage('changed');
      const done = new Set(this.entries.filter((e) => e.state === 'sent').map((e) => e.id));
      await queries.invalidateQueries({ queryKey: [this.production] });
      this.entries = this.entries.filter((e) => !done.has(e.id));
    }
  }

  private async settle(sent: Waiting[], results: Schemas['EntryResult'][]): Promise<void> {
    if (!this.db) return;
    const tx = this.db.transaction('entries', 'readwrite', { durability: 'strict' });
    // Local to this call: nothing is drawn from it.
    // eslint-disable-next-line svelte/prefer-svelte-reactivity
    const next = new Map<number, Waiting>();
    for (const w of sent) {
      const r = results.find((x) => x.id === w.id);
      if (!r || w.seq === undefined) continue;
      if (r.became === 'KEPT') {
        await tx.store.delete(w.seq);
        next.set(w.seq, { ...w, state: 'sent' });
      } else {
        const now: Waiting = {
          ...w,
          state: r.became === 'REFUSED' ? 'refused' : 'otherwise',
          words: r.words,
        };
        await tx.store.put(now);
        next.set(w.seq, now);
      }
    }
    await tx.done;
    this.entries = this.entries.map((e) => (e.seq === undefined ? e : (next.get(e.seq) ?? e)));
    const told = [...next.values()].find((w) => w.state !== 'sent');
    if (told)
      frame.wrong(
        new Refused(
          0,
          told.state === 'refused' ? `Not logged: ${told.said}` : `Logged otherwise: ${told.said}`,
          told.words,
        ),
      );
  }

  private async pictures(me: string): Promise<number> {
    if (!this.db) return 0;
    let sent = 0;
    for (const s of await this.db.getAll('stills')) {
      if (
        s.production !== this.production ||
        s.person !== me ||
        s.words ||
        this.entries.some((e) => e.id === s.take && (e.state === 'waiting' || e.state === 'refused'))
      )
        continue;
      const form = new FormData();
      form.set('id', s.id);
      form.set('caption', s.caption);
      form.set('file', s.picture, s.picture.type === 'image/png' ? 'still.png' : 'still.jpg');
      try {
        await send(`/api/productions/${this.production}/takes/${s.take}/stills`, form, () => undefined);
        await this.db.delete('stills', s.id);
      } catch (e) {
        if (!(e instanceof Refused) || e.status === 0 || e.status === 401 || e.status >= 500) throw e;
        await this.db.put('stills', { ...s, words: e.detail });
        frame.wrong(new Refused(0, 'A still was refused', e.detail));
      }
      sent += 1;
    }
    this.stills = (await this.db.getAll('stills')).filter(
      (s) => s.production === this.production && !s.words,
    ).length;
    return sent;
  }
}

export const line = new Line();

if ('addEventListener' in globalThis) {
  addEventListener('online', () => line.kick());
  document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && line.kick());
}
