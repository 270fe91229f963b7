import { cardName, useShow, type Cue } from '../show/show';
import { Button, Key } from '../ui/Button';
import { timerActs, type CueSetting, type CueStep } from './cueEdits';

/** A cue in standby, told step by step before it is run. */
export function CueNote({ cue, onRun }: { cue: Cue; onRun(): void }) {
  return (
    <section
      aria-label="Cue in standby"
      className="flex max-h-full min-h-0 flex-col gap-2.5 self-start rounded-[14px] bg-panel px-3 py-2.5"
    >
      <h3 className="truncate font-semibold">{cue.name}</h3>
      <ol className="grid min-h-0 gap-2 overflow-y-auto">
        {cue.steps.map((step, at) => (
          <li key={at}>
            <span className="font-semibold text-cool">
              {at === 0 ? 'At the press' : `${step.after / 1000} s later`}
            </span>
            <Deeds step={step} />
          </li>
        ))}
      </ol>
      <Button kind="lamp" onClick={onRun}>
        Run the cue <Key>↵</Key>
      </Button>
    </section>
  );
}

function Deeds({ step }: { step: CueStep }) {
  const show = useShow();
  /** With the card that comes up, where it has several. */
  const named = (one: CueSetting): string => {
    const graphic = show.graphics.find((known) => known.id === one.graphic);
    const card = graphic?.cards.find((known) => known.id === one.card);
    return graphic
      ? graphic.name + (card && graphic.cards.length > 1 ? ` (${cardName(show, graphic, card)})` : '')
      : '';
  };
  const acting = (act: CueSetting['act']) => step.settings.filter((one) => one.act === act).map(named);
  const timers = step.timers.map((one) => {
    const timer = show.timers.find((known) => known.id === one.timer);
    return `${timer?.name} ${timerActs[one.act]}`;
  });
  const rows = [
    ['Lit', acting('light')],
    ['Dark', step.onlyThese ? ['all else'] : acting('dark')],
    ['Changed', acting('set')],
    ['Timers', timers],
  ] as const;
  return (
    <dl className="grid grid-cols-[4rem_1fr] gap-x-2">
      {rows
        .filter(([, what]) => what.length > 0)
        .map(([does, what]) => (
          <div key={does} className="col-span-2 grid grid-cols-subgrid">
            <dt className="text-quiet">{does}</dt>
            <dd>{what.join(', ')}</dd>
          </div>
        ))}
    </dl>
  );
}
