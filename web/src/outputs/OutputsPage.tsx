import { Check, Copy, ExternalLink, Eye, EyeOff, RefreshCw, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { toast } from '../ui/toast';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { troubleOf } from '../show/carried';
import { edits } from '../show/edits';
import { useShow } from '../show/show';
import { litIn, press } from '../show/air';
import { Button } from '../ui/Button';
import { UndoButtons } from '../show/UndoButtons';
import { Page } from '../ui/Page';
import { Tick } from '../ui/Tick';
import { ask } from '../ui/ask';
import { PhoneRemote } from './PhoneRemote';

/** The links that show the graphics, and what the pages that use them really paint. */
export function OutputsPage() {
  const show = useShow();
  return (
    <Page title="Outputs" help="outputs" actions={<UndoButtons />}>
      <ul className="grid min-h-0 auto-rows-max content-start gap-3 overflow-y-auto">
        {show.outputs.map((output) => (
          <OutputRow key={output.id} output={output} />
        ))}
        <li className="flex items-center gap-4 rounded-[14px] bg-panel p-5">
          <div className="min-w-0 flex-1">
            <h2 className="text-sm font-semibold">Confidence view</h2>
            <p className="text-quiet">
              For your own eyes, on another screen: what viewers see, how long it stays, timers, the next alert, and who
              is to be thanked.
            </p>
          </div>
          <a
            href="/confidence"
            target="_blank"
            rel="noreferrer"
            className="flex min-h-9 items-center gap-1.5 rounded-[10px] bg-raised px-3 font-semibold hover:bg-line"
          >
            <ExternalLink aria-hidden size={15} /> Open in a window
          </a>
        </li>
        <PhoneRemote />
      </ul>
    </Page>
  );
}

function OutputRow({ output }: { output: Schemas['Output'] }) {
  const show = useShow();
  const [seen, setSeen] = useState(false);
  // The old link is dead before this page knows the new one: meanwhile neither may be copied.
  const [replacing, setReplacing] = useState(false);
  const linkAt = (origin: string): string => `${origin}/out/#${output.token}`;
  const link = linkAt(location.origin);
  const network = useLive(({ network: now }) => (now?.port != null ? now : null));
  const pages = useLive((live) => [...live.pages.values()].filter((page) => page.output === output.id));
  const lit = useLive(litIn);
  const { width, height } = show.canvas;

  const copy = async (what: string): Promise<void> => {
    await navigator.clipboard.writeText(what);
    toast.success('The link is copied. Paste it into your mixing software as a web-page source.');
  };
  const replace = async (): Promise<void> => {
    const open = pages.length > 0 ? ' The page that shows it now goes dark at once.' : '';
    const words = `The old link never works again.${open}`;
    if (!(await ask({ title: `Make a new link for “${output.name}”?`, words, yes: 'Make a new link' }))) return;
    setReplacing(true);
    if (await edits.newLink(output.id)) {
      toast.success('The old link is dark. Copy the new one.');
    }
    setReplacing(false);
  };

  return (
    <li className="stacks grid grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)] gap-8 rounded-[14px] bg-panel p-5">
      <div className="grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-4">
        <h2 className="text-sm font-semibold">
          {output.name}
          <span className="ml-2 font-normal text-quiet">
            {width} × {height}, transparent
          </span>
        </h2>
        <div className="flex items-center gap-2 rounded-lg bg-ground p-1.5 pl-3 shadow-[inset_0_0_0_1px_var(--color-ridge)]">
          <code className="min-w-0 flex-1 truncate text-cool">
            {seen ? link : `${location.origin}/out/#${'•'.repeat(16)}`}
          </code>
          <Button kind="bare" aria-label={seen ? 'Hide the link' : 'Show the link'} onClick={() => setSeen(!seen)}>
            {seen ? <EyeOff aria-hidden size={16} /> : <Eye aria-hidden size={16} />}
          </Button>
          <Button kind="cool" disabled={replacing} onClick={() => void copy(link)}>
            <Copy aria-hidden size={15} /> Copy the link
          </Button>
        </div>
        <ol className="grid list-decimal gap-1 pl-5 text-quiet">
          <li>In your mixing software, add a source that shows a web page.</li>
          <li>
            Paste the link as its address, and set its size to {width} × {height}.
          </li>
          <li>Put it above your camera. It is transparent; what you light appears there.</li>
        </ol>
        <div className="flex flex-wrap">
          <Button kind="bare" disabled={replacing} onClick={() => void replace()}>
            <RefreshCw aria-hidden size={14} /> Make a new link, if this one leaked
          </Button>
          {network?.addresses[0] && (
            <Button
              kind="bare"
              disabled={replacing}
              onClick={() => void copy(linkAt(`http://${network.addresses[0]}:${network.port}`))}
            >
              <Copy aria-hidden size={14} /> Copy it for a second computer
            </Button>
          )}
        </div>
      </div>
      <div className="grid content-start gap-2">
        <Tick checked={output.sounds} onChange={(checked) => void edits.output(output.id, { sounds: checked })}>
          Its page plays the sounds of graphics
        </Tick>
        <h3 className="text-quiet">Pages that show it now</h3>
        {pages.length === 0 && (
          <p className="flex items-start gap-2">
            <TriangleAlert aria-hidden size={16} className="mt-px shrink-0 text-orchid" />
            <span>None. What you light is seen by nobody yet.</span>
          </p>
        )}
        {pages.length === 0 && lit.length > 0 && (
          <div className="grid justify-items-start gap-2 rounded-lg bg-raised px-3 py-2">
            <p>
              {lit.length === 1 ? 'One graphic is lit and appears' : `${lit.length} graphics are lit and appear`} there
              as soon as the link is opened.
            </p>
            <Button kind="lamp" onClick={() => void press('lightsOut', { how: 'the outputs' })}>
              Clear the air first
            </Button>
          </div>
        )}
        {pages.map((page, at) => (
          <PageLine key={at} page={page} fits={page.width * height === page.height * width} />
        ))}
      </div>
    </li>
  );
}

function PageLine({ page, fits }: { page: Schemas['PageView']; fits: boolean }) {
  const show = useShow();
  const well = troubleOf(page, show) === null;
  return (
    <p className="flex items-start gap-2 rounded-lg bg-raised px-3 py-2">
      {well ? (
        <Check aria-hidden size={16} className="mt-px shrink-0 text-moss" />
      ) : (
        <TriangleAlert aria-hidden size={16} className="mt-px shrink-0 text-orchid" />
      )}
      <span>
        <b className="font-semibold">{page.awake ? 'Awake' : 'Asleep: its source is not shown'}</b>
        <span className="block text-quiet">
          {page.width} × {page.height} px{page.awake && `, ${page.fps} fps`}
          {page.behind && '. It is behind: what was lit last is not to be seen there yet.'}
          {page.mute && '. It was not allowed to play a sound: let the source play audio in your mixing software.'}
          {!fits && '. Its shape differs from the show’s, so the graphics have empty edges.'}
        </span>
      </span>
    </p>
  );
}
