import type { Brand } from '../show/show';

/**
 * Keeps a change of the brand that is open.
 * @param change made from the brand as it stands then, with the edits on their way: what was drawn last may be older
 * @param from the revision that it was begun on
 * @returns whether it was kept
 */
export type KeepBrand = (change: (now: Brand) => Partial<Brand>, from?: number) => Promise<boolean>;
