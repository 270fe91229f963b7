import { useMemo, useState } from 'react';
import { press } from '../show/air';
import { cardName, useShow, type Graphic } from '../show/show';
import { inputLook } from '../ui/inputLook';

/** From so many cards on they are looked for, by words or by their first letter. */
const many = 12;

/** The cards, to click through: while it is lit the picture changes in place. */
export function CardPick({ graphic }: { graphic: Graphic }) {
  const show = useShow();
  const [find, setFind] = useState('');
  const [letter, setLetter] = useState<string | null>(null);
  const named = useMemo(
    () => graphic.cards.map((card, at) => ({ id: card.id, no: at + 1, name: cardName(show, graphic, card) })),
    [show, graphic],
  );
  const letters = useMemo(() => [...new Set(named.map(({ name }) => firstOf(name)))].sort(), [named]);
  const low = find.trim().toLocaleLowerCase();
  const found = named.filter(
    ({ no, name }) =>
      (letter === null || firstOf(name) === letter) &&
      (!low || name.toLocaleLowerCase().includes(low) || String(no) === low),
  );
  return (
    <>
      {named.length > many && (
        <div className="grid gap-1.5">
          <input
            type="search"
            aria-label="Find a card"
            placeholder={`Find among ${named.length} cards, by words or number`}
            value={find}
            onChange={({ target }) => setFind(target.value)}
            // Of one that is left, Enter is enough.
            onKeyDown={(event) => {
              if (event.key !== 'Enter' || event.ctrlKey || event.metaKey || found.length !== 1) return;
              event.preventDefault();
              void press('step', { graphic: graphic.id, card: found[0]!.id });
            }}
            className={inputLook}
          />
          {letters.length > 1 && letters.length <= 40 && (
            <div role="group" aria-label="First letters" className="flex flex-wrap">
              {letters.map((one) => (
                <button
                  key={one}
                  type="button"
                  aria-pressed={one === letter}
                  onClick={() => setLetter(one === letter ? null : one)}
                  className="min-h-6 min-w-6 rounded-md px-1 text-small text-quiet hover:bg-ridge hover:text-ink aria-pressed:bg-ridge aria-pressed:font-semibold aria-pressed:text-ink"
                >
                  {one}
                </button>
              ))}
            </div>
          )}
        </div>
      )}
      <div role="group" aria-label="Cards" className="flex max-h-36 flex-wrap gap-1 overflow-y-auto">
        {found.map(({ id, no, name }) => (
          <button
            key={id}
            type="button"
            aria-pressed={id === graphic.up}
            onClick={() => void press('step', { graphic: graphic.id, card: id })}
            className="max-w-full truncate rounded-lg bg-raised px-2 py-1 text-quiet hover:bg-ridge hover:text-ink aria-pressed:bg-ridge aria-pressed:font-semibold aria-pressed:text-ink aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-cool)]"
          >
            {no} {name}
          </button>
        ))}
        {found.length === 0 && <p className="text-quiet">No matches</p>}
      </div>
    </>
  );
}

/** Its first letter, as one reads it. */
const firstOf = (name: string): string => [...name.trim()][0]?.toLocaleUpperCase() ?? '#';
