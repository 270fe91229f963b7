import { Popover } from 'radix-ui';
import { useRef, useState } from 'react';
import { HexColorPicker } from 'react-colorful';

interface Props {
  label: string;
  /** As #rrggbb. */
  value: string;
  onKeep(colour: string): void;
  className?: string;
}

const pause = 120;

/** A colour, chosen from a field of all; kept while it is drawn, at short pauses. */
export function ColourPick({ label, value, onKeep, className }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const timer = useRef(0);
  const draw = (colour: string): void => {
    setDraft(colour);
    clearTimeout(timer.current);
    timer.current = window.setTimeout(() => {
      setDraft(null);
      onKeep(colour);
    }, pause);
  };
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={label}
        className={className}
        style={{ background: draft ?? value, boxShadow: 'inset 0 0 0 1px var(--color-line)' }}
      />
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          aria-label={label}
          className="z-40 rounded-xl bg-raised p-3 shadow-[0_12px_40px_#000a,inset_0_0_0_1px_var(--color-line)]"
        >
          <HexColorPicker color={draft ?? value} onChange={draw} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
