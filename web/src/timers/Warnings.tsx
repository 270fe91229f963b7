import { Plus, X } from 'lucide-react';
import type { Schemas } from '../api/client';
import { nowOf, type Timer } from '../show/show';
import { Button } from '../ui/Button';
import { Select } from '../ui/Field';
import { Heading } from '../ui/Heading';
import { SignButton } from '../ui/SignButton';
import { Tick } from '../ui/Tick';
import { CueSelect } from './CueSelect';
import { LengthField } from './LengthField';
import type { ChangeTimer } from './TimerSettings';

type Warning = Schemas['TimerWarning'];

const most = 4;

const inks = [
  ['', 'as before'],
  ['alarm', 'alarm'],
  ['accent', 'accent'],
  ['glow', 'highlight'],
  ['quiet', 'quiet'],
] as const;

/** What a timer does shortly before zero. */
export function Warnings({ timer, change }: { timer: Timer; change: ChangeTimer }) {
  const { warnings } = timer;
  const listNow = (): typeof warnings => nowOf((show) => show.timers, timer).warnings;
  const set = (at: number, part: Partial<Warning>, from?: number): Promise<boolean> =>
    change({ warnings: listNow().map((one, place) => (place === at ? { ...one, ...part } : one)) }, from);
  return (
    <Heading name="Before zero" note={warnings.length === 0 && 'nothing'}>
      <ul className="grid gap-3">
        {warnings.map((warning, at) => (
          <li key={at} aria-label={`Warning ${at + 1}`} className="grid gap-1.5">
            <div className="grid grid-cols-[4.5rem_1fr_1fr_1.75rem] items-end gap-2">
              <LengthField
                label="With left"
                placeholder="1:00"
                value={warning.left}
                onKeep={(left, from) => set(at, { left: left ?? 0 }, from)}
              />
              <Select
                label="its colour"
                value={warning.ink ?? ''}
                choices={inks}
                onChoose={(ink) => void set(at, { ink: ink || null })}
              />
              <CueSelect
                label="and it runs"
                value={warning.cue}
                onChoose={(cue) => void set(at, { cue: cue ?? undefined })}
              />
              <SignButton
                label={`Remove warning ${at + 1}`}
                onClick={() => void change({ warnings: listNow().filter((_, place) => place !== at) })}
              >
                <X aria-hidden size={14} />
              </SignButton>
            </div>
            <Tick checked={warning.pulse} onChange={(pulse) => void set(at, { pulse })}>
              Figures swell three times
            </Tick>
          </li>
        ))}
      </ul>
      {warnings.length < most && (
        <Button
          kind="bare"
          className="justify-self-start"
          onClick={() => void change({ warnings: [...listNow(), { left: 60_000, ink: 'alarm', pulse: false }] })}
        >
          <Plus aria-hidden size={14} /> Add a warning
        </Button>
      )}
    </Heading>
  );
}
