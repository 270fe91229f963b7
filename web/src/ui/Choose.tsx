import { useState, type ComponentProps } from 'react';
import type { ChooseList } from './ChooseList';
import { Chosen } from './Chosen';
import { later } from './later';

interface Wish {
  /** Its list was asked for before it was there. */
  onWanted(): void;
}

/** As Omit, for each of several shapes. */
type Without<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never;

const opening = new Set(['Enter', ' ', 'ArrowDown', 'ArrowUp']);

/** As it looks until its list can be opened. */
function Still({ value, choices, onWanted, atOnce, onChoose, ...look }: ComponentProps<typeof ChooseList> & Wish) {
  void [atOnce, onChoose];
  return (
    <Chosen {...look} onPointerDown={onWanted} onKeyDown={({ key }) => opening.has(key) && onWanted()}>
      {choices.find(([choice]) => choice === value)?.[1]}
    </Chosen>
  );
}

const List = later<ComponentProps<typeof ChooseList> & Wish>(async () => (await import('./ChooseList')).ChooseList, {
  meanwhile: Still,
});

/** One of a few, from a list that opens. */
export function Choose(props: Without<ComponentProps<typeof ChooseList>, 'atOnce'>) {
  const [wanted, setWanted] = useState(false);
  return <List {...props} atOnce={wanted} onWanted={() => setWanted(true)} />;
}
