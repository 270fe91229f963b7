/** Told to the window when the list of keys is to open. */
export const opening = 'sidelamp:keys';

/** Opens the list of keys. */
export function openKeyList(): void {
  window.dispatchEvent(new Event(opening));
}
