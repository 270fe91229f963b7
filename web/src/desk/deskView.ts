import { useMemo } from 'react';
import { useStore } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { createStore } from 'zustand/vanilla';
import { useLive } from '../live/live';
import { isLit } from '../show/air';
import { useShow, type Graphic } from '../show/show';

/** Which part of the desk this window shows. */
interface View {
  /** A page of the desk; null = all of it. */
  page: string | null;
  /** What is looked for; null = nothing, and the field for it is closed. */
  find: string | null;
}

const view = createStore<View>()(
  persist((): View => ({ page: null, find: null }), {
    name: 'sidelamp:desk',
    storage: createJSONStorage(() => sessionStorage),
    partialize: ({ page }) => ({ page, find: null }),
  }),
);

export function showPage(page: string | null): void {
  view.setState({ page });
}

export function lookFor(find: string | null): void {
  view.setState({ find });
}

export function useFind(): string | null {
  return useStore(view, ({ find }) => find);
}

/** The page that is shown; undefined = all of the desk. */
export function useDeskPage() {
  const id = useStore(view, ({ page }) => page);
  return useShow((show) => show.deskPages.find((page) => page.id === id));
}

const low = (text: string): string => text.toLocaleLowerCase();

/** The graphics that the desk shows: those of its page and whatever is lit, and of these what is looked for. */
export function useShownGraphics(): readonly Graphic[] {
  const graphics = useShow((show) => show.graphics);
  const page = useDeskPage();
  const find = low(useFind() ?? '').trim();
  const lit = useLive(({ airings }) =>
    page ? [...airings.values()].filter((one) => isLit(one.phase)).map((one) => one.graphic) : [],
  );
  const said = useLive(({ switches }) => (find ? switches : undefined));
  return useMemo(() => {
    if (!page && !find) return graphics;
    const on = page && new Set([...page.graphics, ...lit]);
    return graphics.filter(
      ({ id, name, key }) =>
        (!on || on.has(id)) && (!find || low(`${name} ${said?.get(id)?.words ?? ''}`).includes(find) || key === find),
    );
  }, [graphics, page, find, lit, said]);
}
