/** How fields look in which something is typed or chosen. */
export const inputLook =
  'w-full rounded-lg bg-ground px-2.5 py-1.5 text-ink shadow-[inset_0_0_0_1px_var(--color-ridge)] placeholder:text-faint focus-visible:shadow-[inset_0_0_0_1.5px_var(--color-cool)] focus-visible:outline-none disabled:opacity-60';
