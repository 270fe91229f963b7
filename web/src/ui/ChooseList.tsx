import clsx from 'clsx';
import { Check } from 'lucide-react';
import { Select as Radix } from 'radix-ui';
import { Chosen } from './Chosen';
import { menuItem, menuLook } from './menuLook';

/** What it is called: a label points to its id, or it says so itself. */
type Called = { id: string; label?: string } | { id?: undefined; label: string };

type Props = Called & {
  value: string;
  /** Value and words of each. */
  choices: readonly (readonly [string, string])[];
  onChoose(value: string): void;
  /** Whether it is no field but a word among others. */
  bare?: boolean;
  /** Whether it is open from the first. */
  atOnce?: boolean;
  className?: string;
};

/** Radix keeps the empty value for itself. */
const none = '\u0000';

/** One of a few, from a list that opens. */
export function ChooseList({ id, label, value, choices, onChoose, bare, atOnce, className }: Props) {
  return (
    <Radix.Root
      defaultOpen={atOnce}
      value={value || none}
      onValueChange={(next) => onChoose(next === none ? '' : next)}
    >
      <Radix.Trigger asChild>
        <Chosen id={id} label={label} bare={bare} className={className}>
          <Radix.Value />
        </Chosen>
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
