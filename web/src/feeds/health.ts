import type { Schemas } from '../api/client';

type Health = Schemas['FeedHealth'];

export const healthNames: Record<Health, string> = {
  fresh: 'Fresh',
  loading: 'Loading',
  waiting: 'Waiting for it',
  stale: 'Stale',
  failing: 'Cannot be read',
  paused: 'Paused',
};

/** The ones that need somebody come first. */
const order: readonly Health[] = ['failing', 'stale', 'waiting', 'loading', 'paused', 'fresh'];

export function rankOf(state: Schemas['FeedView'] | undefined): number {
  return order.indexOf(state?.health ?? 'loading');
}

export const isTrouble = (health: Health): boolean => health === 'failing' || health === 'stale';
