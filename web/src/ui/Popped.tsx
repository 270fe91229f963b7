import { later } from './later';

/** Something over the page, beside what it belongs to. */
export const Popped = later(async () => (await import('./PoppedBox')).PoppedBox);
