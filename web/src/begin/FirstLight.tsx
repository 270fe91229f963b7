import { useLive } from '../live/live';
import { PictureView } from '../monitor/PictureView';
import { usePicture } from '../monitor/usePicture';
import { airingOf, isLit, press } from '../show/air';
import { isCarried } from '../show/carried';
import { useShow } from '../show/show';
import { Button, Key } from '../ui/Button';
import { Question } from './BeginPage';

/** The first graphic goes on air, and off again. */
export function FirstLight({ graphic }: { graphic: string }) {
  const lit = useLive((live) => isLit(airingOf(live, graphic)?.phase));
  const seen = useLive((live) => isCarried(live.pages));
  const known = useShow((show) => show.graphics.find((one) => one.id === graphic));
  const { data } = usePicture(graphic);
  return (
    <>
      <Question
        title={lit ? 'You are on air' : 'Light it'}
        words={
          lit
            ? `${seen ? 'Your output shows it now.' : 'It is lit; as soon as your output page is open, it is seen there.'} Press again, and it is gone.`
            : 'A switch lights a graphic, and darkens it again. Here is your first.'
        }
      />
      <PictureView picture={data} label="Your first graphic" className="w-full rounded-xl" />
      <Button
        kind={lit ? 'plain' : 'lamp'}
        className={lit ? 'lit! min-h-14 text-title!' : 'min-h-14 text-title!'}
        aria-pressed={lit}
        onClick={() => void press(lit ? 'dark' : 'light', { graphic, how: 'the beginning' })}
      >
        {lit ? 'On air: press to switch it off' : `Light ${known?.name ?? 'it'}`}
      </Button>
      {known?.key && (
        <p className="text-quiet">
          On the desk the key <Key>{known.key.toUpperCase()}</Key> does the same. Every graphic has one already.
        </p>
      )}
    </>
  );
}
