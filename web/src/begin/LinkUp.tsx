import { Check } from 'lucide-react';
import { Link } from 'wouter';
import { useLive } from '../live/live';
import { useShow } from '../show/show';
import { CopyButton } from '../ui/CopyButton';
import { Question } from './BeginPage';

/** The link into the mixing software, with a sign that it has arrived. */
export function LinkUp() {
  const { output, canvas } = useShow((show) => ({ output: show.outputs[0], canvas: show.canvas }));
  const seen = useLive((live) => [...live.pages.values()].some((page) => page.awake));
  return (
    <>
      <Question
        title="Copy this into your mixing software"
        words="Once. The link stays the same, whatever you change here."
      />
      <ol className="grid list-decimal gap-2 pl-5">
        <li>
          <span className="inline-flex items-center gap-2">
            Copy your output link:
            <span className="rounded-lg bg-raised">
              <CopyButton
                name="Copy the link"
                text={`${location.origin}/out/#${output?.token ?? ''}`}
                said="Copied. Paste it as the address of a web-page source."
              />
            </span>
          </span>
        </li>
        <li>In your mixing software, add a source that shows a web page, and paste the link as its address.</li>
        <li>
          Set its size to {canvas.width} × {canvas.height}, and put it above your camera. It is transparent.
        </li>
      </ol>
      <p
        role="status"
        className={
          seen
            ? 'flex items-center gap-2 rounded-xl bg-moss/15 p-4 font-semibold text-moss'
            : 'flex items-center gap-2 rounded-xl bg-raised p-4 text-quiet'
        }
      >
        {seen ? (
          <>
            <Check aria-hidden size={18} /> Your output page is open and listening.
          </>
        ) : (
          'Nobody has opened the link yet. This changes by itself as soon as the page is seen.'
        )}
      </p>
      <p className="text-small text-quiet">
        Only want to look around? Go on; the link stays under{' '}
        <Link to="/outputs" className="link">
          Outputs
        </Link>
        .
      </p>
    </>
  );
}
