import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './Button';

interface Props {
  refused: boolean;
  /** Left out: somebody, or something, was against it, and that has been said. */
  why?: string;
  mine: string;
  /** What stands instead. */
  theirs: string;
  /** Left out: mine cannot stand. */
  onMine?(): void;
  onTheirs(): void;
  /** The field. */
  children: ReactNode;
}

/** Beside a field whose words were not kept: what stands now, and the choice. */
export function Refused({ refused, why, mine, theirs, onMine, onTheirs, children }: Props) {
  return (
    <Popover.Root open={refused}>
      <Popover.Anchor asChild>{children}</Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          side="bottom"
          align="start"
          sideOffset={4}
          aria-label="Not saved"
          // Whoever is typing goes on typing.
          onOpenAutoFocus={(event) => event.preventDefault()}
          onCloseAutoFocus={(event) => event.preventDefault()}
          className="z-40 grid max-w-96 gap-2 rounded-xl bg-raised p-3 shadow-[0_12px_40px_#000a,inset_0_0_0_1.5px_var(--color-orchid)]"
        >
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
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

const longest = 160;

function short(text: string): string {
  return text.length > longest ? `${text.slice(0, longest)}…` : text;
}
