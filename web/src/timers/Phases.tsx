import { Plus, X } from 'lucide-react';
import type { Schemas } from '../api/client';
import { KeptNumber } from '../show/KeptNumber';
import { KeptText } from '../show/KeptText';
import { clockText } from '../show/format';
import { nowOf, type Timer } from '../show/show';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Heading } from '../ui/Heading';
import { SignButton } from '../ui/SignButton';
import { Tick } from '../ui/Tick';
import { CueSelect } from './CueSelect';
import { LengthField } from './LengthField';
import type { ChangeTimer } from './TimerSettings';

type Phase = Schemas['TimerPhase'];

const most = 6;

/** The phases of a round, how many rounds there are, and what ends the last of them. */
export function Phases({
  timer,
  phases,
  change,
}: {
  timer: Timer;
  phases: NonNullable<Timer['phases']>;
  change: ChangeTimer;
}) {
  const planNow = (): typeof phases => nowOf((show) => show.timers, timer).phases ?? phases;
  const keep = (part: Partial<typeof phases>, from?: number): Promise<boolean> =>
    change({ phases: { ...planNow(), ...part } }, from);
  const set = (at: number, part: Partial<Phase>, from?: number): Promise<boolean> =>
    keep({ each: planNow().each.map((one, place) => (place === at ? { ...one, ...part } : one)) }, from);
  const all = [...Array<unknown>(phases.rounds)].flatMap(() => phases.each);
  if (phases.last) all[all.length - 1] = phases.last;
  return (
    <Heading
      name="Phases"
      help="timers#phases"
      note={`${clockText(all.reduce((sum, { length }) => sum + length, 0))} in all`}
    >
      <ul className="grid gap-3">
        {phases.each.map((phase, at) => (
          <PhaseRow
            key={at}
            name={`Phase ${at + 1}`}
            phase={phase}
            onKeep={(part, from) => set(at, part, from)}
            onRemove={
              phases.each.length > 1
                ? () => void keep({ each: phases.each.filter((_, place) => place !== at) })
                : undefined
            }
          />
        ))}
      </ul>
      <div className="flex items-end gap-3">
        <Field
          label="Rounds"
          render={(id) => (
            <KeptNumber
              id={id}
              value={String(phases.rounds)}
              onKeep={(rounds, from) => keep({ rounds: Number(rounds) }, from)}
              className="w-16!"
            />
          )}
        />
        {phases.each.length < most && (
          <Button
            kind="bare"
            onClick={() => void keep({ each: [...phases.each, { name: 'Another phase', length: 300_000 }] })}
          >
            <Plus aria-hidden size={14} /> Add a phase
          </Button>
        )}
      </div>
      <Tick
        checked={!!phases.last}
        onChange={(on) => void keep({ last: on ? { name: 'Long rest', length: 900_000 } : undefined })}
      >
        The last round ends differently
      </Tick>
      {phases.last && (
        <ul>
          <PhaseRow
            name="Last phase"
            phase={phases.last}
            onKeep={(part, from) => keep({ last: { ...(planNow().last ?? phases.last!), ...part } }, from)}
          />
        </ul>
      )}
    </Heading>
  );
}

function PhaseRow(props: {
  name: string;
  phase: Phase;
  onKeep(part: Partial<Phase>, from?: number): Promise<boolean>;
  onRemove?(): void;
}) {
  const { name, phase, onKeep, onRemove } = props;
  return (
    <li aria-label={name} className="grid grid-cols-[1.1fr_4.5rem_1.2fr_1.75rem] items-end gap-2">
      <Field
        label={name}
        render={(id) => <KeptText id={id} value={phase.name} onKeep={(next, from) => onKeep({ name: next }, from)} />}
      />
      <LengthField
        label="Lasts"
        value={phase.length}
        onKeep={(length, from) => onKeep({ length: length ?? 0 }, from)}
      />
      <CueSelect label="begins with" value={phase.cue} onChoose={(cue) => void onKeep({ cue: cue ?? undefined })} />
      {onRemove && (
        <SignButton label={`Remove ${phase.name}`} onClick={onRemove}>
          <X aria-hidden size={14} />
        </SignButton>
      )}
    </li>
  );
}
