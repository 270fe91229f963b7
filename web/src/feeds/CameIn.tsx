import clsx from 'clsx';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { Button } from '../ui/Button';

interface Props {
  /** Null or left out: nothing has come in yet. */
  came: Schemas['CameIn'] | null | undefined;
  /** Tried in its place; null = nothing is tried. */
  sample: string | null;
  onSample(sample: string | null): void;
}

/** What came in, as it stands in the source; or a sample of one's own, to see what it would make. */
export function CameIn({ came, sample, onSample }: Props) {
  const lines = useNewLines(came?.text ?? '');
  const count = lines.filter(({ isNew }) => isNew).length;
  return (
    <section
      aria-label="What came in"
      className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)_auto] gap-2 rounded-[14px] bg-panel p-3"
    >
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="font-semibold whitespace-nowrap">{sample === null ? 'What came in' : 'A sample of yours'}</h2>
        {came && sample === null && (
          <span
            className="text-small whitespace-nowrap text-quiet"
            title={count > 0 ? 'Lines that were not there before, and the size' : 'The size'}
          >
            {count > 0 ? `${count} new · ` : ''}
            {sizeOf(came.bytes)}
          </span>
        )}
      </div>
      {sample === null ? (
        <pre className="min-h-0 overflow-auto font-mono text-small leading-normal break-words whitespace-pre-wrap text-quiet">
          {!came
            ? 'Nothing has come in yet.'
            : came.text == null
              ? 'No text: see the table.'
              : lines.map(({ line, isNew }, at) => (
                  <span key={at} className={clsx(isNew && 'bg-raised text-ink')}>
                    {line + '\n'}
                  </span>
                ))}
        </pre>
      ) : (
        <textarea
          autoFocus
          aria-label="A sample of yours"
          spellCheck={false}
          value={sample}
          onChange={(event) => onSample(event.target.value)}
          className="min-h-0 resize-none rounded-lg bg-ground p-2 font-mono text-small leading-normal text-ink"
        />
      )}
      {sample === null ? (
        <Button kind="bare" className="justify-self-start px-2!" onClick={() => onSample(came?.text ?? '')}>
          Try with a sample
        </Button>
      ) : (
        <div className="flex items-center gap-2">
          <Button kind="bare" className="px-2!" onClick={() => onSample(null)}>
            Back to the source
          </Button>
          <span className="text-small text-quiet">The source is not touched.</span>
        </div>
      )}
    </section>
  );
}

/** The lines of a text, and which of them were not there the last time it was another one. */
function useNewLines(text: string): { line: string; isNew: boolean }[] {
  const [seen, setSeen] = useState<{ text: string; before: ReadonlySet<string> | null }>({ text, before: null });
  if (seen.text !== text) setSeen({ text, before: seen.text ? new Set(seen.text.split('\n')) : null });
  return text
    .split('\n')
    .map((line) => ({ line, isNew: !!seen.before && line.trim() !== '' && !seen.before.has(line) }));
}

function sizeOf(bytes: number): string {
  return bytes < 1000
    ? `${bytes} bytes`
    : bytes < 1e6
      ? `${(bytes / 1000).toFixed(1)} kB`
      : `${(bytes / 1e6).toFixed(1)} MB`;
}
