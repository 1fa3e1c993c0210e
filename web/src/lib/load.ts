import type { Component } from 'svelte';
import type { Desk } from './words';

type Opened = Promise<{ default: Component<{ at: string | null }> }>;

/** A desk is loaded when it is opened: who may not open it never loads it. */
export const LOAD: Record<Desk, () => Opened> = {
  owed: () => import('../desks/Owed.svelte') as unknown as Opened,
  script: () => import('../desks/Script.svelte'),
  shots: () => import('../desks/Shots.svelte'),
  floor: () => import('../desks/Floor.svelte'),
  bench: () => import('../desks/Bench.svelte'),
  cut: () => import('../desks/Cut.svelte'),
  crew: () => import('../desks/Crew.svelte') as unknown as Opened,
  review: () => import('../desks/Review.svelte'),
  deliver: () => import('../desks/Deliver.svelte') as unknown as Opened,
};
