import clsx from 'clsx';
import { Check, ChevronDown } from 'lucide-react';
import { Select as Radix } from 'radix-ui';
import { inputLook } from './inputLook';
import { menuItem, menuLook } from './Menu';

interface Props {
  id?: string;
  /** Where no label points to it. */
  label?: string;
  value: string;
  /** Value and words of each. */
  choices: readonly (readonly [string, string])[];
  onChoose(value: string): void;
  /** Whether it is no field but a word among others. */
  bare?: boolean;
  className?: string;
}

/** Radix keeps the empty value for itself. */
const none = '\u0000';

/** One of a few, from a list that opens. */
export function Choose({ id, label, value, choices, onChoose, bare, className }: Props) {
  return (
    <Radix.Root value={value || none} onValueChange={(next) => onChoose(next === none ? '' : next)}>
      <Radix.Trigger
        id={id}
        aria-label={label}
        className={clsx(
          'flex min-w-0 items-center justify-between gap-1.5 text-left',
          bare ? 'rounded-md px-1 text-quiet hover:bg-panel' : inputLook,
          className,
        )}
      >
        <span className="truncate">
          <Radix.Value />
        </span>
        <Radix.Icon asChild>
          <ChevronDown aria-hidden size={14} className="shrink-0 text-quiet" />
        </Radix.Icon>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          position="popper"
          sideOffset={4}
          // What was chosen is no reason to keep the keys: on the desk they are presses.
          onCloseAutoFocus={(event) => bare && event.preventDefault()}
          className={clsx(menuLook, 'max-h-[min(22rem,var(--radix-select-content-available-height))] z-50')}
        >
          <Radix.Viewport>
            {choices.map(([choice, words]) => (
              <Radix.Item
                key={choice}
                value={choice || none}
                className={clsx(menuItem, 'flex items-center justify-between gap-3 py-1.5')}
              >
                <Radix.ItemText>{words}</Radix.ItemText>
                <Radix.ItemIndicator>
                  <Check aria-hidden size={14} className="text-cool" />
                </Radix.ItemIndicator>
              </Radix.Item>
            ))}
          </Radix.Viewport>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
