import { createRouter } from 'sv-router';
import Production from '../Production.svelte';
import Door from '../Door.svelte';

/** Every address there is; kept behind this one file. */
export const { navigate, route } = createRouter({
  '/': Door,
  '/sign-in': Door,
  '/first/:token': Door,
  '/link/:token': Door,
  '/guest': Door,
  '/p/:production/:desk': Production,
  '/p/:production/:desk/:id': Production,
  '*': Door,
});

export function go(production: string, desk: string, id?: string | null): void {
  if (id) {
    void navigate('/p/:production/:desk/:id', { params: { production, desk, id } });
  } else {
    void navigate('/p/:production/:desk', { params: { production, desk } });
  }
}
