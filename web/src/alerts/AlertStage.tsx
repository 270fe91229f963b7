import { useState } from 'react';
import { BackdropChoice } from '../monitor/BackdropChoice';
import { PictureView } from '../monitor/PictureView';
import { usePicture } from '../monitor/usePicture';
import { press } from '../show/air';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { ask } from '../ui/ask';
import { whenOf, type AlertRule } from './alertWords';

/** How many a burst is of. */
const burst = 15;

/** The chosen alert in the frame, coming and going, with made-up names; on air only when that is asked for. */
export function AlertStage({ rule }: { rule: AlertRule }) {
  const currency = useShow((show) => show.counting.currency);
  const [turn, setTurn] = useState(0);
  const [plays, setPlays] = useState(true);
  const { data } = usePicture(rule.graphic);
  const test = async (count: number): Promise<void> => {
    const words = 'Viewers see it. It tells of somebody made up, and is counted nowhere.';
    if (
      await ask({ title: count === 1 ? 'Send a test to air?' : `Send ${count} to air at once?`, words, yes: 'Send it' })
    )
      void press('test', { rule: rule.id, count });
  };
  return (
    <section aria-label={`${whenOf(rule, currency)}, as it looks`} className="grid gap-2">
      <PictureView key={turn} picture={data} play={plays} label="The alert, as it would look" className="w-full" />
      <div className="flex flex-wrap items-center gap-2">
        <Button
          onClick={() => {
            setPlays(true);
            setTurn(turn + 1);
          }}
        >
          Play a test here
        </Button>
        {plays && (
          <Button kind="bare" onClick={() => setPlays(false)}>
            Stand still
          </Button>
        )}
        <Button kind="bare" onClick={() => void test(1)}>
          Test on air
        </Button>
        <Button kind="bare" onClick={() => void test(burst)}>
          A burst on air
        </Button>
        <span className="ml-auto">
          <BackdropChoice />
        </span>
      </div>
    </section>
  );
}
