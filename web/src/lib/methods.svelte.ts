import { createQuery } from '@tanstack/svelte-query';
import { api, got, type Schemas } from './api/client';
import type { House } from './house.svelte';

/** A method as somebody chooses it; the server gives it its number, and what the house made. */
export function choice(method: string, reason: string, considered: string[]): Schemas['MethodChoice'] {
  return {
    method,
    use: 0,
    label: '',
    values: {},
    reason,
    considered,
    house: null as unknown as Schemas['HouseMethod'],
  };
}

/** The methods of the book, and those the house made. */
export class Methods {
  readonly book = createQuery(() => ({
    queryKey: ['methods'],
    queryFn: () => got(api.GET('/api/methods')),
    staleTime: Infinity,
  }));
  readonly house;

  constructor(of: House) {
    this.house = createQuery(() => ({
      queryKey: [of.id, 'house-methods'],
      enabled: of.may('PRODUCER', 'COORDINATOR', 'FLOOR', 'ARTIST'),
      queryFn: () =>
        got(
          api.GET('/api/productions/{production}/house-methods', {
            params: { path: { production: of.id } },
          }),
        ),
    }));
  }

  /** Those that can be chosen: the house's own after the book's. */
  get offered(): Schemas['MethodView'][] {
    return [
      ...(this.book.data ?? []),
      ...(this.house.data ?? []).filter((m) => !m.withdrawn).map((m) => m.method),
    ];
  }

  /** Also one that is not offered any more. */
  find(id: string): Schemas['MethodView'] | undefined {
    return (
      this.book.data?.find((m) => m.id === id) ?? this.house.data?.find((m) => m.method.id === id)?.method
    );
  }

  name(id: string): string {
    return this.find(id)?.name ?? id;
  }
}
