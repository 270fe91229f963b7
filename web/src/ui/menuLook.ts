/** How menus look, wherever they open. */
export const menuLook =
  'z-40 min-w-48 rounded-xl bg-raised p-1.5 shadow-[0_12px_40px_#000a,inset_0_0_0_1px_var(--color-line)]';

export const menuItem = 'cursor-default rounded-lg px-3 py-2 outline-none data-highlighted:bg-ridge';
