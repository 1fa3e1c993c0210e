import { api, got, type Schemas } from '../api/client';

/** What the desk of the cut reads. */
export const cuts = {
  all: (id: string) => ({
    queryKey: [id, 'cuts'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/cuts', { params: { path: { production: id } } })),
  }),
  one: (id: string, cut: string) => ({
    queryKey: [id, 'cuts', cut],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/cuts/{cut}', { params: { path: { production: id, cut } } })),
  }),
  order: (id: string) => ({
    queryKey: [id, 'cuts', 'order'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/cuts/order', { params: { path: { production: id } } })),
  }),
};

export type CutView = Schemas['CutView'];
export type SheetRow = Schemas['SheetRow'];
