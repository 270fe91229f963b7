import type { Brand } from '../show/show';

/**
 * Keeps a change of the brand that is open.
 * @param from the revision that it was begun on
 * @returns whether it was kept
 */
export type KeepBrand = (change: Partial<Brand>, from?: number) => Promise<boolean>;
