import { useEffect, type ComponentType } from 'react';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';

const rest: (() => Promise<void>)[] = [];
let awaited = 0;

/** Whether something that takes keys was opened and is still on its way: what is typed is meant for it, and is no press. */
export const isOpening = (): boolean => awaited > 0;

/** How long until what could not be fetched is asked for again, in ms. */
const pause = 1000;

interface Options<P> {
  /** Stands in its place until it is there; left out: nothing. */
  meanwhile?: ComponentType<P>;
  /** Whether keys are meant for it as soon as it is wanted. */
  takesKeys?: boolean;
}

/** A part of the page that comes after the first: it is fetched once the page stands, or when it is wanted before that. */
export function later<P extends object>(
  fetch: () => Promise<ComponentType<P>>,
  { meanwhile, takesKeys }: Options<P> = {},
): ComponentType<P> {
  const here = createStore<{ Part: ComponentType<P> | undefined }>(() => ({ Part: undefined }));
  let asked: Promise<void> | undefined;
  const get = (): Promise<void> =>
    (asked ??= fetch()
      .then((Part) => here.setState({ Part }))
      // The server may be away just now; anything else is a fault of ours, and must not be silent.
      .catch(
        (error: unknown) => (
          console.warn(error),
          new Promise<void>((done) => setTimeout(done, pause)).then(() => ((asked = undefined), get()))
        ),
      ));
  rest.push(get);
  return function Later(props: P) {
    const Part = useStore(here, (state) => state.Part) ?? meanwhile;
    const missing = useStore(here, (state) => !state.Part);
    useEffect(() => {
      if (missing) void get();
    }, [missing]);
    useEffect(() => {
      if (!missing || !takesKeys) return;
      awaited++;
      return () => void awaited--;
    }, [missing]);
    return Part ? <Part {...props} /> : null;
  };
}

/** Fetches what was left for later, one after another: from then on the page needs the server for nothing but news and acts. */
export async function fetchRest(): Promise<void> {
  for (const get of rest) await get();
}
