import clsx from 'clsx';
import { useState, type ComponentProps } from 'react';
import { inputLook } from '../ui/inputLook';
import { Beside, RefusedNote } from '../ui/Beside';
import { useKept, type OnKeep } from './useKept';

interface Props extends Omit<ComponentProps<'input'>, 'value' | 'onChange' | 'type'> {
  value: string;
  /** Called with a number in figures, or with nothing where that is allowed. */
  onKeep: OnKeep;
  /** Whether there may be no number. */
  mayBeEmpty?: boolean;
}

/** A number. It is kept by Enter, or when the field is left, and never half typed; Escape brings back what stood. */
export function KeptNumber({ value, onKeep, mayBeEmpty, className, ...props }: Props) {
  const { text, refused, type, keep, leave, discard, insist } = useKept(value, onKeep);
  const [wrong, setWrong] = useState(false);
  const hand = (send: () => void): void => {
    const isNumber = text.trim() === '' ? (mayBeEmpty ?? false) : Number.isFinite(Number(text));
    setWrong(!isNumber);
    if (isNumber) send();
  };
  const giveUp = (): void => {
    setWrong(false);
    discard();
  };
  return (
    <Beside
      label="Not saved"
      trouble
      said={
        refused || wrong ? (
          <RefusedNote
            why={wrong ? 'This is not a number.' : undefined}
            mine={text}
            theirs={value}
            onMine={wrong ? undefined : insist}
            onTheirs={giveUp}
          />
        ) : null
      }
    >
      <input
        inputMode="decimal"
        {...props}
        type="text"
        role="spinbutton"
        aria-valuenow={Number.isFinite(Number(text)) && text !== '' ? Number(text) : undefined}
        aria-invalid={refused || wrong || undefined}
        value={text}
        className={clsx(inputLook, className)}
        onChange={(event) => {
          setWrong(false);
          type(event.target.value.replace(',', '.'));
        }}
        onBlur={() => hand(leave)}
        onKeyDown={(event) => {
          const step = { ArrowUp: 1, ArrowDown: -1 }[event.key];
          if (event.key === 'Enter') hand(keep);
          else if (event.key === 'Escape') giveUp();
          else if (step !== undefined && Number.isFinite(Number(text))) {
            event.preventDefault();
            type(stepped(Number(text), step * Number(props.step ?? 1), props.min, props.max));
          }
        }}
      />
    </Beside>
  );
}

/** A step further, within its bounds, without the dust of binary fractions. */
function stepped(from: number, by: number, min?: number | string, max?: number | string): string {
  const to = Math.min(Number(max ?? Infinity), Math.max(Number(min ?? -Infinity), from + by));
  return String(Number(to.toFixed(6)));
}
