import { usePicture } from '../monitor/usePicture';
import { edits } from '../show/edits';
import { beltIn, fastest, fitting, secondsOf } from '../show/belts';
import { clockText } from '../show/format';
import { KeptNumber } from '../show/KeptNumber';
import { nowOf, useShow, type Card, type Graphic } from '../show/show';
import { KeptText } from '../show/KeptText';
import { Field, Select } from '../ui/Field';
import { Heading } from '../ui/Heading';
import { Range } from '../ui/Range';
import { Tick } from '../ui/Tick';

const mostGap = 1000;

const ends = [
  ['runsOff', 'the last one runs off, and it leaves'],
  ['stops', 'it stops on the last one, then fades'],
] as const;

/** How the items of a ticker or roll move: in whole px a frame, so that no letter ever stands between two px. */
export function Ticker({ graphic, card }: { graphic: Graphic; card: Card }) {
  const { data } = usePicture(graphic.id, undefined, card.id);
  const { width, height } = useShow((show) => show.canvas);
  const belt = beltIn(data);
  if (!belt) return null;
  const { program } = belt;
  // Gaps are told for a frame of 1920 × 1080, as all that templates say.
  const scale = Math.min(Math.max(width, height) / 1920, Math.min(width, height) / 1080);
  const flips = program.motion === 'flip';
  const set = (next: Partial<NonNullable<Graphic['belt']>>, from?: number): Promise<boolean> => {
    const all = { ...nowOf((show) => show.graphics, graphic).belt, ...next };
    const own = Object.values(all).some((value) => value != null);
    return edits.graphic(graphic.id, { belt: own ? all : null }, from);
  };
  const rate = program.rate.numerator / program.rate.denominator;
  const px = program.pace[0]!.px;
  const once = program.rounds ? secondsOf(program, px) : null;
  return (
    <Heading name={flips ? 'One by one' : program.motion === 'climb' ? 'Roll' : 'Crawl'}>
      {flips ? (
        <p className="text-small text-quiet">Each item stays as long as it takes to read it twice.</p>
      ) : (
        <Range
          label="Speed, px a second"
          value={px}
          min={1}
          max={fastest}
          words={(value) => String(Math.round(value * rate))}
          onKeep={(value) => void set({ px: value })}
        />
      )}
      <div className="grid grid-cols-2 items-start gap-2">
        <Field
          label="Passes"
          render={(id) => (
            <KeptNumber
              id={id}
              min={1}
              step={1}
              mayBeEmpty
              placeholder="for ever"
              value={program.rounds ? String(program.rounds) : ''}
              onKeep={(text, from) => set({ rounds: Math.round(Number(text)) || 0 }, from)}
            />
          )}
        />
        {!flips && (
          <Field
            label="Gap, px"
            render={(id) => (
              <KeptNumber
                id={id}
                min={0}
                step={4}
                value={String(graphic.belt?.gap ?? Math.round(program.gap / scale))}
                onKeep={(text, from) => set({ gap: Math.round(Number(text)) }, from)}
              />
            )}
          />
        )}
      </div>
      {program.rounds && !flips ? (
        <Select
          label="When all has passed"
          value={graphic.belt?.ending ?? program.end}
          choices={ends}
          onChoose={(ending) => void set({ ending: ending as 'runsOff' | 'stops' })}
        />
      ) : null}
      <Field
        label="Pinned lines"
        note="They come first in every round, whatever its list brings."
        render={(id) => (
          <KeptText
            id={id}
            long
            rows={1}
            placeholder="none"
            value={graphic.belt?.pinned ?? ''}
            onKeep={(pinned, from) => set({ pinned: pinned.trim() ? pinned : undefined }, from)}
          />
        )}
      />
      {program.rounds ? null : (
        <Tick checked={graphic.belt?.goesOn ?? false} onChange={(goesOn) => void set({ goesOn: goesOn || undefined })}>
          Lit again, it goes on where it was
        </Tick>
      )}
      {once !== null && (
        <div className="grid grid-cols-2 items-start gap-2">
          {!flips && (
            <Field
              label="Fit into, s"
              note="Never faster than it can be read. What is left over goes between the lines."
              render={(id) => (
                <KeptNumber
                  id={id}
                  min={1}
                  step={1}
                  value={String(Math.round(once))}
                  onKeep={(text, from) => {
                    const fit = fitting(belt, Number(text));
                    return set(
                      { px: fit.px, gap: Math.min(mostGap, Math.round((program.gap + fit.spare) / scale)) },
                      from,
                    );
                  }}
                />
              )}
            />
          )}
          <p className="pt-1 text-small text-quiet">
            Takes <b className="font-semibold text-ink tabular-nums">{clockText(Math.round(once) * 1000)}</b>, then it
            leaves by itself.
          </p>
        </div>
      )}
    </Heading>
  );
}
