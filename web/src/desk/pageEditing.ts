import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { live } from '../live/live';
import { litIn } from '../show/air';
import { edits } from '../show/edits';
import { showNow } from '../show/show';
import { showPage } from './deskView';

const store = createStore<{ id: string | null }>(() => ({ id: null }));

/** The page of the desk that is being changed. */
export function useEditedPage(): string | null {
  return useStore(store, ({ id }) => id);
}

export function editPage(id: string | null): void {
  store.setState({ id });
}

/** A new page begins with what is lit, is shown at once, and opens to be filled. */
export async function addPage(): Promise<void> {
  const names = new Set(showNow().deskPages.map(({ name }) => name));
  const name = ['Opening', 'Guests', 'Break', 'Goodbye'].find((one) => !names.has(one)) ?? `Page ${names.size + 1}`;
  const made = await edits.deskPages.add({
    id: '',
    name,
    key: undefined,
    graphics: litIn(live.getState()).map(({ graphic }) => graphic),
    cues: [],
  });
  if (!made) return;
  showPage(made.id);
  editPage(made.id);
}
