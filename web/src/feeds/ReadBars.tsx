import clsx from 'clsx';
import type { Schemas } from '../api/client';
import { Drawer } from '../ui/Drawer';

type Read = Schemas['FeedRead'];

const words: Record<Schemas['ReadResult'], string> = {
  changed: 'something new',
  same: 'the same as before',
  missing: 'nothing there',
  failed: 'failed',
};

const colours: Record<Schemas['ReadResult'], string> = {
  changed: 'bg-cool',
  same: 'bg-line',
  missing: 'bg-ridge',
  failed: 'bg-orchid',
};

/** A slow one is tall: from 1 ms to 15 s, in px. */
const heightOf = ({ took }: Read): number => 5 + 13 * Math.min(1, Math.log10(Math.max(1, took)) / Math.log10(15_000));

/** The last reads as bars: tall is slow, bright changed something, pink failed. They open into a list. */
export function ReadBars({ reads }: { reads: readonly Read[] }) {
  if (reads.length === 0) return null;
  const count = (result: Schemas['ReadResult']) => reads.filter((read) => read.result === result).length;
  const said = `The last ${reads.length} reads: ${count('changed')} brought something new, ${count('failed')} failed`;
  return (
    <Drawer
      label="The last reads"
      align="end"
      className="max-h-[60vh] w-[26.25rem] overflow-y-auto"
      trigger={
        <button
          type="button"
          aria-label={said}
          title={`${said}. Tall is slow.`}
          className="flex h-6 shrink-0 items-end gap-[3px] rounded-md px-1.5 pb-0.5 hover:bg-raised"
        >
          {reads.map((read, at) => (
            <span
              key={`${read.at} ${at}`}
              style={{ height: heightOf(read) }}
              className={clsx('w-[0.3125rem] rounded-sm', colours[read.result])}
            />
          ))}
        </button>
      }
    >
      <ol className="grid grid-cols-[auto_auto_1fr] gap-x-3 gap-y-1 p-1.5">
        {[...reads].reverse().map((read, at) => (
          <li key={`${read.at} ${at}`} className="col-span-3 grid grid-cols-subgrid items-baseline">
            <span className="text-quiet tabular-nums">{new Date(read.at).toLocaleTimeString()}</span>
            <span className="text-right text-quiet tabular-nums">{tookText(read.took)}</span>
            <span className={read.result === 'failed' ? 'text-orchid' : read.result === 'changed' ? 'text-cool' : ''}>
              {read.why ?? words[read.result]}
            </span>
          </li>
        ))}
      </ol>
    </Drawer>
  );
}

function tookText(ms: number): string {
  return ms < 1 ? 'under 1 ms' : ms < 1000 ? `${Math.round(ms)} ms` : `${(ms / 1000).toFixed(1)} s`;
}
