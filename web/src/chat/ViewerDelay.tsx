import { useState } from 'react';
import { useLines } from '../audience/lines';
import { edits } from '../show/edits';
import { KeptSeconds } from '../show/KeptSeconds';
import { showNow, useShow } from '../show/show';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';

/** How much later viewers see what happens: votes stay open so much longer. */
export function ViewerDelay() {
  const delay = useShow((show) => show.chatRules.viewerDelay);
  return (
    <Drawer
      label="How late viewers see it"
      side="bottom"
      align="end"
      className="w-80 p-3!"
      trigger={
        <Button kind="bare" className="px-2!">
          {delay > 0 ? `viewers see us ${delay / 1000} s late` : 'viewer delay'}
        </Button>
      }
    >
      <div className="grid gap-3">
        <KeptSeconds
          label="Viewers see the picture so much later"
          note="Votes with a length stay open so much longer, so that nobody who sees the question is too late."
          max={120}
          value={delay}
          onKeep={(ms, from) => edits.show({ chatRules: withDelay(ms) }, from)}
        />
        <Measure />
      </div>
    </Drawer>
  );
}

const withDelay = (ms: number) => ({ ...showNow().chatRules, viewerDelay: Math.round(ms) });

/** A word is said on the stream; from then until chat repeats it is the delay, and a moment for typing. */
function Measure() {
  const lines = useLines().newest;
  const [word, setWord] = useState('lantern');
  const [began, setBegan] = useState<{ at: number; no: number } | null>(null);
  const found = began ? lines.find((line) => line.no > began.no && line.text.toLowerCase().includes(word)) : null;
  const late = found && began ? Math.max(0, Math.round((found.at - began.at) / 1000)) : null;
  return (
    <section aria-label="Measure it" className="grid gap-2 border-t border-ridge pt-3">
      <p className="text-quiet">
        Ask your viewers to type one word as soon as they hear it, press the button as you say it, and look who is
        first.
      </p>
      <div className="flex gap-2">
        <input
          aria-label="The word"
          value={word}
          onChange={(event) => {
            setWord(event.target.value.toLowerCase().trim());
            setBegan(null);
          }}
          className="w-full min-w-0 rounded-lg bg-ground px-2.5 py-1.5 shadow-[inset_0_0_0_1px_var(--color-ridge)]"
        />
        <Button disabled={!word} onClick={() => setBegan({ at: Date.now(), no: lines.at(-1)?.no ?? 0 })}>
          I say it now
        </Button>
      </div>
      {began && (
        <p className="flex min-h-9 items-center gap-2">
          {late === null ? (
            <span className="text-quiet">Waiting for “{word}” in chat …</span>
          ) : (
            <>
              <b className="font-semibold">{late} s</b>
              <Button kind="cool" onClick={() => void edits.show({ chatRules: withDelay(Math.min(120, late) * 1000) })}>
                Take {late} s
              </Button>
            </>
          )}
        </p>
      )}
    </section>
  );
}
