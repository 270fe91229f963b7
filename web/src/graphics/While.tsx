import { edits } from '../show/edits';
import { KeptNumber } from '../show/KeptNumber';
import { RowTestFields } from '../show/RowTestFields';
import { useShow, type Graphic } from '../show/show';
import { useLive } from '../live/live';
import { Choose } from '../ui/Choose';
import { Select } from '../ui/Field';

type Condition = NonNullable<Graphic['while']>;

/** What a feed says while the graphic is lit, by itself. */
export function While({ graphic }: { graphic: Graphic }) {
  const feeds = useShow((show) => show.feeds);
  const condition = graphic.while;
  const shape = useLive(({ shapes }) => shapes.get(condition?.feed ?? ''));
  if (feeds.length === 0 && !condition) return null;
  const columns = shape?.tables[0]?.columns.map(({ name }) => name) ?? [];
  const keep = (next: Partial<Condition>): Promise<boolean> =>
    edits.graphic(graphic.id, { while: { ...condition!, ...next } });
  const known = feeds.some((feed) => feed.id === condition?.feed);
  return (
    <div className="grid gap-2">
      <Select
        label="Lit by itself while"
        value={condition?.feed ?? ''}
        choices={[
          ['', 'never: by hand'],
          ...feeds.map(({ id, name }) => [id, `the feed ${name} …`] as const),
          ...(condition && !known ? [[condition.feed, 'a feed that is gone'] as const] : []),
        ]}
        onChoose={(feed) => void edits.graphic(graphic.id, { while: feed ? { feed } : null })}
      />
      {condition && (
        <>
          <Choose
            label="What it says"
            value={condition.test ? 'test' : 'any'}
            choices={[
              ['any', 'says anything at all'],
              ['test', 'says something certain'],
            ]}
            onChoose={(kind) =>
              void keep({ test: kind === 'any' ? undefined : { column: columns[0] ?? 'text', is: 'filled' } })
            }
          />
          {condition.test && (
            <RowTestFields
              label="Condition"
              columns={columns}
              test={condition.test}
              onKeep={(test) => keep({ test })}
            />
          )}
          <span className="flex flex-wrap items-center gap-1.5 text-quiet">
            comes after
            <Seconds label="Comes after, in seconds" ms={condition.on ?? 2000} onKeep={(on) => keep({ on })} />s of it,
            goes after
            <Seconds label="Goes after, in seconds" ms={condition.off ?? 10_000} onKeep={(off) => keep({ off })} />s
            without
          </span>
          <p className="text-small text-quiet">
            Your hand wins: what you darken stays dark until the feed has said otherwise once, and what you light stays.
          </p>
        </>
      )}
    </div>
  );
}

function Seconds({ label, ms, onKeep }: { label: string; ms: number; onKeep(ms: number): Promise<boolean> }) {
  return (
    <KeptNumber
      aria-label={label}
      min={0}
      step={1}
      className="w-14!"
      value={String(ms / 1000)}
      onKeep={(text) => onKeep(Math.max(0, Math.round(Number(text) * 1000)))}
    />
  );
}
