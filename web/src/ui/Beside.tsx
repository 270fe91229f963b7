import clsx from 'clsx';
import { Slot } from 'radix-ui';
import { useRef, type ReactNode } from 'react';
import { Button } from './Button';
import { Popped } from './Popped';
import type { Offers } from './useOffers';

interface Props {
  /** What is said beside the field; null = nothing. */
  said: ReactNode;
  label: string;
  trouble?: boolean;
  /** The field. */
  children: ReactNode;
}

/** A field, and what is said beside it: it moves nothing, and whoever is typing goes on typing. */
export function Beside({ said, label, trouble, children }: Props) {
  const field = useRef<HTMLElement>(null);
  return (
    <>
      <Slot.Root ref={field}>{children}</Slot.Root>
      {said !== null && (
        <Popped
          anchor={field}
          side="bottom"
          align="start"
          sideOffset={4}
          aria-label={label}
          className={clsx(
            'z-40 max-w-96 rounded-xl bg-raised',
            trouble
              ? 'p-3 shadow-[0_12px_40px_#000a,inset_0_0_0_1.5px_var(--color-orchid)]'
              : 'p-1.5 shadow-[0_12px_40px_#000a,inset_0_0_0_1px_var(--color-line)]',
          )}
        >
          {said}
        </Popped>
      )}
    </>
  );
}

interface RefusedProps {
  /** Left out: somebody, or something, was against it, and that has been said. */
  why?: string;
  mine: string;
  /** What stands instead. */
  theirs: string;
  /** Left out: mine cannot stand. */
  onMine?(): void;
  onTheirs(): void;
}

/** What stands where something else was typed, and the choice. */
export function RefusedNote({ why, mine, theirs, onMine, onTheirs }: RefusedProps) {
  return (
    <div className="grid gap-2">
      <p>
        <b className="font-semibold">{why ?? 'Not saved.'}</b> What stands is{' '}
        <q className="break-words whitespace-pre-wrap text-quiet">{short(theirs)}</q>
      </p>
      <div className="flex flex-wrap gap-2">
        {onMine && (
          <Button onClick={onMine} title={mine}>
            Use mine
          </Button>
        )}
        <Button onClick={onTheirs}>{onMine ? 'Use theirs' : 'Use what stands'}</Button>
      </div>
    </div>
  );
}

const longest = 160;

function short(text: string): string {
  return text.length > longest ? `${text.slice(0, longest)}…` : text;
}

/** What could be taken in place of what is being typed. */
export function OfferList({ offers }: { offers: Offers }) {
  return (
    <ul role="listbox" aria-label="Could be" className="grid max-h-52 overflow-y-auto">
      {offers.all.map((offer, place) => (
        <li
          key={offer.text}
          role="option"
          aria-selected={place === offers.at}
          // The focus stays where somebody types.
          onPointerDown={(event) => event.preventDefault()}
          onClick={() => offers.take(offer)}
          className="cursor-default rounded-lg px-3 py-1.5 hover:bg-ridge aria-selected:bg-ridge"
        >
          {offer.words}
        </li>
      ))}
    </ul>
  );
}
