import { Brush, X } from 'lucide-react';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { feedEdits } from '../show/feedEdits';
import { nowOf } from '../show/show';
import { KeptNumber } from '../show/KeptNumber';
import { KeptText } from '../show/KeptText';
import { Choose } from '../ui/Choose';
import { same } from '../ui/Field';
import { Tick } from '../ui/Tick';
import { SignButton } from '../ui/SignButton';
import { TableDrawer } from './TableDrawer';
import { steps, type Step, type StepKind } from './cleanSteps';

interface Props {
  feed: Schemas['Feed'];
  columns: readonly string[];
}

/** What is done to the cells of a column before anybody sees them, step by step. */
export function CleanColumns({ feed, columns }: Props) {
  const [chosen, setChosen] = useState('');
  const column = chosen || (feed.cleaning[0]?.column ?? columns[0] ?? '');
  const now = feed.cleaning.find((one) => one.column === column)?.steps ?? [];
  const keep = (next: readonly Step[]): Promise<boolean> => {
    const others = nowOf((show) => show.feeds, feed).cleaning.filter((one) => one.column !== column);
    return feedEdits.feed(feed.id, { cleaning: next.length > 0 ? [...others, { column, steps: [...next] }] : others });
  };
  const count = feed.cleaning.length;
  return (
    <TableDrawer
      label="Cleaning"
      title="What is done to the words before anybody sees them"
      words={
        <>
          <Brush aria-hidden size={14} /> {count === 0 ? 'Clean' : `${count} cleaned`}
        </>
      }
    >
      <div className="flex items-center gap-1.5">
        <span className="text-quiet">Clean the column</span>
        <Choose
          label="Clean the column"
          value={column}
          choices={same([...new Set([...columns, ...feed.cleaning.map((one) => one.column)])])}
          onChoose={setChosen}
          className="max-w-52"
        />
      </div>
      <ol className="grid gap-1">
        {now.map((step, at) => (
          <li key={at} className="flex items-center gap-1.5 rounded-lg bg-panel py-0.5 pr-0.5 pl-2">
            <OneStep step={step} onKeep={(next) => keep(now.with(at, next))} />
            <SignButton
              label={`Drop step ${at + 1}`}
              onClick={() => void keep(now.filter((_, one) => one !== at))}
              className="ml-auto"
            >
              {' '}
              <X aria-hidden size={14} />
            </SignButton>
          </li>
        ))}
        {now.length === 0 && <li className="text-faint">Its words are shown as they came.</li>}
      </ol>
      <Choose
        label="Add a step"
        value=""
        choices={[['', 'add a step …'], ...Object.entries(steps).map(([kind, { words }]) => [kind, words] as const)]}
        onChoose={(kind) => kind && void keep([...now, steps[kind as StepKind].begun])}
        className="max-w-64"
      />
    </TableDrawer>
  );
}

function OneStep({ step, onKeep }: { step: Step; onKeep(next: Step): Promise<boolean> }) {
  const { words } = steps[step.step];
  switch (step.step) {
    case 'replace':
      return (
        <>
          <span>{words}</span>
          <Short label="Replace what" value={step.what} onKeep={(what) => onKeep({ ...step, what })} />
          <span>by</span>
          <Short label="Replace by" placeholder="nothing" value={step.by} onKeep={(by) => onKeep({ ...step, by })} />
        </>
      );
    case 'cut':
      return (
        <>
          <span>{words}</span>
          <KeptNumber
            aria-label="Cut to so many letters"
            min={1}
            step={1}
            className="w-16!"
            value={String(step.most)}
            onKeep={(text) => onKeep({ ...step, most: Math.round(Number(text)) })}
          />
          <Tick checked={step.atWord} onChange={(atWord) => void onKeep({ ...step, atWord })}>
            at a word’s end
          </Tick>
        </>
      );
    case 'figures':
      return (
        <>
          <span>{words}</span>
          <Short label="Place of the numbers" value={step.locale} onKeep={(locale) => onKeep({ ...step, locale })} />
          <KeptNumber
            aria-label="Places after the point"
            min={0}
            max={6}
            step={1}
            mayBeEmpty
            placeholder="places"
            className="w-16!"
            value={step.places == null ? '' : String(step.places)}
            onKeep={(text) => onKeep({ ...step, places: text === '' ? undefined : Math.round(Number(text)) })}
          />
        </>
      );
    case 'moment':
      return (
        <>
          <span className="whitespace-nowrap">{words}</span>
          <Short label="Pattern of the dates" value={step.pattern} onKeep={(pattern) => onKeep({ ...step, pattern })} />
          <Short
            label="Zone of the dates"
            placeholder="zone, such as Europe/Berlin"
            value={step.zone ?? ''}
            onKeep={(zone) => onKeep({ ...step, zone: zone || undefined })}
          />
        </>
      );
    default:
      return <span className="py-1.5">{words}</span>;
  }
}

interface ShortProps {
  label: string;
  placeholder?: string;
  value: string;
  onKeep(text: string): Promise<boolean>;
}

function Short({ label, placeholder, value, onKeep }: ShortProps) {
  return (
    <KeptText
      aria-label={label}
      placeholder={placeholder}
      value={value}
      maxLength={200}
      isWhole={() => false}
      onKeep={(text) => onKeep(text)}
      className="w-24! min-w-0 flex-1"
    />
  );
}
