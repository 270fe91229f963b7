import { useStore } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { createStore } from 'zustand/vanilla';

/** How the interface looks on this computer: it is no part of the show. */
export interface Look {
  /** Dim for a dark room, bright for a bright one. */
  ground: 'dim' | 'bright';
  /** Of all words and targets, in percent. */
  size: number;
}

export const sizes = { least: 90, most: 140, step: 10 } as const;

const looks = createStore<Look>()(
  persist((): Look => ({ ground: 'dim', size: 100 }), {
    name: 'sidelamp:look',
    storage: createJSONStorage(() => localStorage),
  }),
);

export function useLook(): Look {
  return useStore(looks);
}

export const lookNow = (): Look => looks.getState();

export function setLook(look: Partial<Look>): void {
  const { size = lookNow().size } = look;
  looks.setState({ ...look, size: Math.min(sizes.most, Math.max(sizes.least, size)) });
}

/** The page's root wears it, now and whenever it changes; other windows follow. */
export function wearLook(root: HTMLElement): void {
  const wear = ({ ground, size }: Look): void => {
    root.dataset.look = ground;
    root.style.setProperty('--size', String(size / 100));
  };
  wear(lookNow());
  looks.subscribe(wear);
  addEventListener('storage', ({ key }) => key === looks.persist.getOptions().name && void looks.persist.rehydrate());
}
