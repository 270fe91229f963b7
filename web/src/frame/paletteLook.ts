/** How the palette looks, before its commands are there, too. */
export const paletteLook = {
  overlay: 'fixed inset-0 z-40 bg-black/50',
  content:
    'fixed inset-x-0 top-[14vh] z-40 mx-auto w-[min(560px,92vw)] overflow-hidden rounded-2xl bg-panel shadow-[0_20px_60px_#000a,inset_0_0_0_1px_var(--color-line)]',
  input: 'w-full bg-transparent px-5 py-4 text-title outline-none placeholder:text-faint',
};

export const paletteLabel = 'Type a command';
