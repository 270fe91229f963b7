import { MapPin } from 'lucide-react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { feedEdits } from '../show/feedEdits';
import { nowOf } from '../show/show';
import { KeptNumber } from '../show/KeptNumber';
import { RowStepper } from '../show/RowStepper';
import { RowTestFields } from '../show/RowTestFields';
import { KeyField } from '../show/KeyField';
import { Choose } from '../ui/Choose';
import { Tick } from '../ui/Tick';
import { TableDrawer } from './TableDrawer';
import { ruleChoices } from './viewWords';

interface Props {
  feed: Schemas['Feed'];
  /** Of the rows that are used. */
  columns: readonly string[];
}

/** Which row the feed stands on: words that name a column say what it says there. */
export function StandsOn({ feed, columns }: Props) {
  const stand = useLive(({ feeds }) => feeds.get(feed.id)?.stand);
  const rule: Schemas['RowRule'] = feed.row ?? { kind: 'first', once: false };
  const keep = (change: Partial<Schemas['RowRule']>): Promise<boolean> =>
    feedEdits.feed(feed.id, { row: { ...rule, ...nowOf((show) => show.feeds, feed).row, ...change } });
  const choose = (kind: Schemas['RowRuleKind']): void =>
    void feedEdits.feed(feed.id, {
      row: {
        kind,
        once: false,
        number: kind === 'number' ? 1 : undefined,
        every: kind === 'turns' ? 8000 : undefined,
        test: kind === 'where' ? { column: columns[0] ?? '', is: 'filled' } : undefined,
      },
    });
  return (
    <TableDrawer
      label="Which row it stands on"
      title="Words that name a column show this row"
      words={
        <>
          <MapPin aria-hidden size={14} className="text-lamp-soft" />
          {stand == null ? 'on no row' : stand.at < 0 ? 'on a row that is gone' : `on row ${stand.at + 1}`}
          {stand?.isHeld && ', held'}
        </>
      }
    >
      <p className="text-quiet">Words that name a column show what the row says on which the feed stands.</p>
      <div className="flex flex-wrap items-center gap-1.5">
        <span className="text-quiet">It stands on</span>
        <Choose
          label="It stands on"
          value={rule.kind}
          choices={ruleChoices}
          onChoose={(kind) => choose(kind as Schemas['RowRuleKind'])}
        />
        {rule.kind === 'number' && (
          <KeptNumber
            aria-label="Number of the row"
            min={1}
            step={1}
            className="w-16!"
            value={String(rule.number ?? 1)}
            onKeep={(text) => keep({ number: Math.round(Number(text)) })}
          />
        )}
        {rule.kind === 'turns' && (
          <label className="flex items-center gap-1.5 text-quiet">
            each for
            <KeptNumber
              aria-label="Each row for, in seconds"
              min={1}
              step={1}
              className="w-16!"
              value={String((rule.every ?? 8000) / 1000)}
              onKeep={(text) => keep({ every: Math.round(Number(text) * 1000) })}
            />
            s
          </label>
        )}
      </div>
      {rule.kind === 'turns' && (
        <Tick checked={rule.once} onChange={(once) => void keep({ once })}>
          Once, to the last row, which stays
        </Tick>
      )}
      {rule.kind === 'where' && rule.test && (
        <RowTestFields label="Row" columns={columns} test={rule.test} onKeep={(test) => keep({ test })} />
      )}
      <div className="flex items-center justify-between gap-2 border-t border-line pt-2.5">
        <span className="text-quiet">By hand</span>
        <RowStepper feed={feed} />
      </div>
      <div className="flex items-center gap-3">
        <KeyField
          label="Key: row before"
          value={feed.backKey}
          onKeep={(key, from) => feedEdits.feed(feed.id, { backKey: key || null }, from)}
        />
        <KeyField
          label="Key: next row"
          value={feed.nextKey}
          onKeep={(key, from) => feedEdits.feed(feed.id, { nextKey: key || null }, from)}
        />
      </div>
    </TableDrawer>
  );
}
