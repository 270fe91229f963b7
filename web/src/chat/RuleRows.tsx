import { Plus, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button';
import { Heading } from '../ui/Heading';
import { SignButton } from '../ui/SignButton';

interface Props<T> {
  name: string;
  about: string;
  all: readonly T[];
  /** What one is called, such as “rule”. */
  word: string;
  /** The widths of a row's fields, as CSS has them; its delete comes last. */
  columns: string;
  /** A new one, to be filled in. */
  fresh: T;
  onKeep(all: T[], from?: number): Promise<boolean>;
  /** The fields of a row. */
  row(one: T, no: number, put: (part: Partial<T>, from?: number) => Promise<boolean>): ReactNode;
}

/** A list of rules, each edited where it stands. */
export function RuleRows<T>({ name, about, all, word, columns, fresh, onKeep, row }: Props<T>) {
  return (
    <Heading name={name}>
      <p className="text-small text-quiet">{about}</p>
      <ul className="grid gap-1.5">
        {all.map((rule, at) => (
          <li key={at} className="grid items-center gap-1.5" style={{ gridTemplateColumns: `${columns} auto` }}>
            {row(rule, at + 1, (part, from) =>
              onKeep(
                all.map((one, place) => (place === at ? { ...one, ...part } : one)),
                from,
              ),
            )}
            <SignButton
              label={`Delete ${word} ${at + 1}`}
              onClick={() => void onKeep(all.filter((_, place) => place !== at))}
            >
              <X aria-hidden size={13} />
            </SignButton>
          </li>
        ))}
      </ul>
      <Button kind="bare" className="justify-self-start" onClick={() => void onKeep([...all, fresh])}>
        <Plus aria-hidden size={14} /> Add a {word}
      </Button>
    </Heading>
  );
}
