import { QueryClient } from '@tanstack/svelte-query';
import { Refused, type Schemas } from './api/client';
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
  reckoner = $state(false);
  /** Sum the reckoner is asked to show next. */
  sum = $state('');

  night = $state(
    localStorage.getItem('look') === 'night' ||
      (localStorage.getItem('look') === null && matchMedia('(prefers-color-scheme: dark)').matches),
  );
  private timer = 0;

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

/** Listens to what others do; everything shown of the production is read again. */
export function listen(production: string): () => void {
  const source = new EventSource(`/api/productions/${production}/events`);
  let pending = 0;
  source.addEventListener('open', () => {
    const again = frame.live === 'lost';
    frame.live = 'open';
    if (again) {
      void queries.invalidateQueries();
    }
  });
  source.addEventListener('error', () => (frame.live = 'lost'));
  let told: Changed[] = [];
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
  return () => {
    clearTimeout(pending);
    source.close();
    frame.live = 'off';
  };
}
