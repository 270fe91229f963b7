import type { Brand } from '../show/show';

/** Keeps a change of the brand that is worn. */
export type KeepBrand = (change: Partial<Brand>) => void;
