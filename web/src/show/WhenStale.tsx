import { Select } from '../ui/Field';
import { edits } from './edits';
import { KeptNumber } from './KeptNumber';
import { KeptText } from './KeptText';
import type { Graphic } from './show';

const choices = [
  ['keep', 'keep the last good words'],
  ['words', 'show other words'],
  ['dark', 'go dark after a while'],
] as const;

/** What a graphic does while a feed of its words is stale. */
export function WhenStale({ label, graphic: { id, whenStale } }: { label: string; graphic: Graphic }) {
  const value = whenStale?.words != null ? 'words' : whenStale?.darkAfter != null ? 'dark' : 'keep';
  const choose = (next: string): void =>
    void edits.graphic(id, {
      whenStale: next === 'keep' ? null : next === 'dark' ? { darkAfter: 30_000 } : { words: 'Back soon' },
    });
  return (
    <div className="grid gap-2">
      <Select label={label} value={value} choices={choices} onChoose={choose} />
      {value === 'words' && (
        <KeptText
          aria-label="Words in place of stale ones"
          value={whenStale?.words ?? ''}
          maxLength={400}
          onKeep={(words, from) => edits.graphic(id, { whenStale: { words } }, from)}
        />
      )}
      {value === 'dark' && (
        <label className="flex items-center gap-1.5 text-quiet">
          after
          <KeptNumber
            aria-label="Dark after, in seconds"
            min={0}
            step={5}
            className="w-16!"
            value={String((whenStale?.darkAfter ?? 0) / 1000)}
            onKeep={(text, from) =>
              edits.graphic(id, { whenStale: { darkAfter: Math.round(Number(text) * 1000) } }, from)
            }
          />
          s of trouble
        </label>
      )}
    </div>
  );
}
