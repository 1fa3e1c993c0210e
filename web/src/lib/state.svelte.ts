import { QueryClient } from '@tanstack/svelte-query';
import { Refused, whenSignedOut, type Schemas } from './api/client';
import { markNamed } from './refused';
import { touches, type Changed } from './live';

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      retry: (n, e) => !(e instanceof Refused && e.status > 0) && n < 3,
      refetchOnWindowFocus: false,
      networkMode: 'always',
    },
  },
});

/** What the whole frame shares: who is here, what is said at the foot, whether the line is open. */
class Frame {
  session = $state<Schemas['Session'] | null>(null);
  notice = $state<{ words: string; bad: boolean } | null>(null);
  live = $state<'open' | 'lost' | 'off'>('off');
  /** When the server was last heard of. */
  heard = $state(Date.now());
  /** Set while the password is asked for over the page. */
  asking = $state<((signedIn: boolean) => void) | null>(null);
  /** Set when somebody would not sign in again yet: what they do stays on the device meanwhile. */
  signedOut = $state(false);
  private asked: Promise<boolean> | null = null;
  reckoner = $state(false);
  /** Sum the reckoner is asked to show next. */
  sum = $state('');

  night = $state(
    localStorage.getItem('look') === 'night' ||
      (localStorage.getItem('look') === null && matchMedia('(prefers-color-scheme: dark)').matches),
  );
  /** Who leads a viewing of this production, as it was heard last. */
  led = $state<Schemas['LeadView'] | null>(null);
  /** A viewing that is opened to follow whoever leads it. */
  joins = '';
  private timer = 0;

  /** Asks for the password over the page, once for all that wait for it. */
  signInAgain(): Promise<boolean> {
    if (!this.session?.person || this.signedOut) return Promise.resolve(false);
    this.asked ??= new Promise<boolean>((done) => {
      this.asking = (yes) => {
        this.asking = null;
        this.asked = null;
        this.signedOut = !yes;
        done(yes);
      };
    });
    return this.asked;
  }

  reckon(sum: string): void {
    this.sum = sum;
    this.reckoner = true;
  }

  say(words: string): void {
    this.note(words, false);
  }

  /** Says what went wrong, and marks the field it is about; it stays until the next word. */
  wrong(e: unknown): void {
    markNamed(e);
    this.note(
      e instanceof Refused ? `${e.title}. ${e.detail}` : e instanceof Error ? e.message : String(e),
      true,
    );
  }

  private note(words: string, bad: boolean): void {
    clearTimeout(this.timer);
    this.notice = { words, bad };
    this.timer = window.setTimeout(() => (this.notice = null), bad ? 12_000 : 4000);
  }

  look(night: boolean): void {
    this.night = night;
    localStorage.setItem('look', night ? 'night' : 'paper');
  }
}

export const frame = new Frame();
whenSignedOut(() => frame.signInAgain());

/** Who leads says where they are every few seconds, ms. */
const SILENT = 15_000;

/** Listens to what others do; everything shown of the production is read again. */
export function listen(production: string): () => void {
  let source: EventSource | null = null;
  let pending = 0;
  let retry = 0;
  let silent = 0;
  let told: Changed[] = [];

  function open(): void {
    source = new EventSource(`/api/productions/${production}/events`);
    source.addEventListener('open', () => {
      const again = frame.live === 'lost';
      frame.live = 'open';
      frame.heard = Date.now();
      if (again) void queries.invalidateQueries();
    });
    source.addEventListener('error', () => {
      if (frame.live === 'open') frame.heard = Date.now();
      frame.live = 'lost';
      // A browser tries again by itself, but for a refusal: the sign-in may have ended, or a server
      // that is just starting said that it is not there yet.
      if (source?.readyState === EventSource.CLOSED) {
        clearTimeout(retry);
        retry = window.setTimeout(open, 5000);
        // Asked again, the production itself says why.
        void queries.invalidateQueries({ queryKey: [production, 'production'] });
      }
    });
    source.addEventListener('lead', (e) => {
      frame.led = JSON.parse(e.data as string) as Schemas['LeadView'];
      clearTimeout(silent);
      // Who is not heard of any more leads no more.
      silent = window.setTimeout(() => (frame.led = null), SILENT);
    });
    source.addEventListener('changed', (e) => {
      told.push(JSON.parse(e.data as string) as Changed);
      clearTimeout(pending);
      pending = window.setTimeout(() => {
        const changes = told;
        told = [];
        void queries.invalidateQueries({
          queryKey: [production],
          predicate: (q) => changes.some((c) => touches(c, String(q.queryKey[1]))),
        });
      }, 120);
    });
  }

  open();
  return () => {
    clearTimeout(pending);
    clearTimeout(retry);
    clearTimeout(silent);
    source?.close();
    frame.led = null;
    frame.live = 'off';
  };
}
