import { createQuery } from '@tanstack/svelte-query';
import { getContext, setContext } from 'svelte';
import { api, got, Refused, type Schemas } from './api/client';
import { queries } from './state.svelte';

const KEY = Symbol('house');

/** What more than one part of the interface reads of a production. */
export const reads = {
  production: (id: string) => ({
    queryKey: [id, 'production'],
    queryFn: () => got(api.GET('/api/productions/{production}', { params: { path: { production: id } } })),
  }),
  reel: (id: string) => ({
    queryKey: [id, 'reel'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/reel', { params: { path: { production: id } } })),
  }),
  shots: (id: string) => ({
    queryKey: [id, 'shots'],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots', {
          params: { path: { production: id }, query: { size: 500 } },
        }),
      ),
  }),
  outlook: (id: string) => ({
    queryKey: [id, 'outlook'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/outlook', { params: { path: { production: id } } })),
  }),
  /** null when there is no script yet */
  draft: (id: string, draft: string) => ({
    queryKey: [id, 'draft', draft],
    queryFn: async () => {
      try {
        return await got(
          api.GET('/api/productions/{production}/drafts/{draft}', {
            params: { path: { production: id, draft } },
          }),
        );
      } catch (e) {
        if (e instanceof Refused && e.status === 404) return null;
        throw e;
      }
    },
  }),
};

/** The production that is open, as its desks share it. */
export class House {
  readonly production;
  readonly reel;
  readonly days;

  constructor(private readonly of: () => string) {
    this.production = createQuery(() => reads.production(of()));
    this.reel = createQuery(() => reads.reel(of()));
    this.days = createQuery(() => ({
      queryKey: [of(), 'days'],
      enabled: this.view !== undefined && this.role !== 'GUEST',
      queryFn: () =>
        got(api.GET('/api/productions/{production}/days', { params: { path: { production: of() } } })),
    }));
  }

  get id(): string {
    return this.of();
  }

  get view(): Schemas['ProductionView'] | undefined {
    return this.production.data;
  }

  get role(): Schemas['Seat']['role'] {
    return this.view?.myRole ?? 'GUEST';
  }

  /** Ticks in the order of the reel. */
  get ticks(): Schemas['Tick'][] {
    const r = this.reel.data;
    return r ? [...r.scenes.flatMap((s) => s.shots), ...r.loose] : [];
  }

  may(...roles: Schemas['Seat']['role'][]): boolean {
    return roles.includes(this.role);
  }

  /** Reads everything of the production again. */
  async again(): Promise<void> {
    await queries.invalidateQueries({ queryKey: [this.id] });
  }
}

export function open(of: () => string): House {
  const h = new House(of);
  setContext(KEY, h);
  return h;
}

export function house(): House {
  return getContext(KEY);
}
