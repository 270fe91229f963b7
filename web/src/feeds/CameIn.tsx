import type { Schemas } from '../api/client';
import { Button } from '../ui/Button';

interface Props {
  looked: Schemas['LookedAt'] | undefined;
  /** Why it cannot be had, in a sentence. */
  refused: string | null;
  /** Tried in its place; null = nothing is tried. */
  sample: string | null;
  onSample(sample: string | null): void;
}

/** What came in, as it stands in the source; or a sample of one's own, to see what it would make. */
export function CameIn({ looked, refused, sample, onSample }: Props) {
  return (
    <section
      aria-label="What came in"
      className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)_auto] gap-2 rounded-[14px] bg-panel p-3"
    >
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="font-semibold">{sample === null ? 'What came in' : 'A sample of yours'}</h2>
        {looked && sample === null && <span className="text-[11.5px] text-quiet">{sizeOf(looked.bytes)}</span>}
      </div>
      {sample === null ? (
        <pre className="min-h-0 overflow-auto font-mono text-[11.5px] leading-normal break-words whitespace-pre-wrap text-quiet">
          {refused ?? (looked && (looked.cameIn ?? 'No text: see the table.'))}
        </pre>
      ) : (
        <textarea
          autoFocus
          aria-label="A sample of yours"
          spellCheck={false}
          value={sample}
          onChange={(event) => onSample(event.target.value)}
          className="min-h-0 resize-none rounded-lg bg-ground p-2 font-mono text-[11.5px] leading-normal text-ink"
        />
      )}
      {sample === null ? (
        <Button kind="bare" className="justify-self-start px-2!" onClick={() => onSample(looked?.cameIn ?? '')}>
          Try with a sample
        </Button>
      ) : (
        <div className="flex items-center gap-2">
          <Button kind="bare" className="px-2!" onClick={() => onSample(null)}>
            Back to the source
          </Button>
          <span className="text-[11.5px] text-quiet">The source is not touched.</span>
        </div>
      )}
    </section>
  );
}

function sizeOf(bytes: number): string {
  return bytes < 1000
    ? `${bytes} bytes`
    : bytes < 1e6
      ? `${(bytes / 1000).toFixed(1)} kB`
      : `${(bytes / 1e6).toFixed(1)} MB`;
}
