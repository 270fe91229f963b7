import { Minus, Plus, RotateCcw } from 'lucide-react';
import type { Card, Graphic, Template } from '../show/show';
import { press } from '../show/air';
import { Button } from '../ui/Button';
import { KeptNumber } from '../show/KeptNumber';
import type { NumberField } from './OneMore';

/** A number with its steps: to air at once where its card is lit. */
export function Counter({ graphic, card, field }: { graphic: Graphic; card: Card; field: NumberField }) {
  const value = card.words[field.name] ?? field.sample;
  const count = (what: { by?: number; to?: number }): Promise<boolean> =>
    press('count', { graphic: graphic.id, card: card.id, field: field.name, ...what });
  const keys = graphic.countKeys[field.name];
  return (
    <span className="flex items-center gap-1">
      <Step label={`${field.label} one less`} keyName={keys?.down} onPress={() => void count({ by: -1 })}>
        <Minus aria-hidden size={15} />
      </Step>
      <KeptNumber
        aria-label={field.label}
        value={value}
        onKeep={(text) => count({ to: Number(text) })}
        className="h-9 w-16! min-w-0 text-center text-title font-semibold"
      />
      <Step label={`${field.label} one more`} keyName={keys?.up} onPress={() => void count({ by: 1 })}>
        <Plus aria-hidden size={15} />
      </Step>
    </span>
  );
}

interface StepProps {
  label: string;
  keyName: string | null | undefined;
  onPress(): void;
  children: React.ReactNode;
}

function Step({ label, keyName, onPress, children }: StepProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={keyName ? `Key ${keyName.toUpperCase()}` : label}
      onClick={onPress}
      className="grid h-9 w-10 place-items-center rounded-lg bg-ridge hover:bg-line"
    >
      {children}
    </button>
  );
}

/** A new round: what is counted begins anew. */
export function NewRound({ graphic, card, template }: { graphic: Graphic; card: Card; template: Template }) {
  if (!template.fields.some((field) => field.start != null)) return null;
  const named = template.fields.some((field) => field.kind !== 'number' && field.kind !== 'picture');
  const reset = (keep: boolean): void => void press('reset', { graphic: graphic.id, card: card.id, keepWords: keep });
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <Button onClick={() => reset(true)} title="The numbers begin anew; the words stay.">
        <RotateCcw aria-hidden size={13} /> New round
      </Button>
      {named && (
        <Button
          kind="bare"
          onClick={() => reset(false)}
          title="The numbers begin anew, and the words are the template's again."
        >
          Reset text too
        </Button>
      )}
    </div>
  );
}
