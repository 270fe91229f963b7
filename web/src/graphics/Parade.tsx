import { ArrowLeft, ArrowRight, Pause, Play, Plus } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { PictureView } from '../monitor/PictureView';
import type { Template } from '../show/show';
import { Button } from '../ui/Button';
import { Segmented } from '../ui/Segmented';
import { useSample } from '../monitor/useSample';

type Dwell = '4' | '6' | '10';
const dwells: Dwell[] = ['4', '6', '10'];

/** Templates one after another, each coming, staying and going, by a dwell or by key. */
export function Parade({
  templates,
  onTake,
  onDone,
}: {
  templates: Template[];
  onTake(id: string): void;
  onDone(): void;
}) {
  const [at, setAt] = useState(0);
  const [dwell, setDwell] = useState<Dwell>('6');
  const [running, setRunning] = useState(true);
  const template = templates[at % templates.length]!;
  const { data } = useSample(template.id);
  const step = useCallback(
    (by: number) => setAt((now) => (now + by + templates.length) % templates.length),
    [templates.length],
  );

  // The dwell of one template is over.
  useEffect(() => {
    if (!running) return undefined;
    const timer = setTimeout(() => step(1), Number(dwell) * 1000);
    return () => clearTimeout(timer);
  }, [running, dwell, at, step]);

  // The keys belong to the whole stage, so it has the focus from the start; afterwards it is where the hand puts it.
  const whole = useRef<HTMLDivElement>(null);
  useEffect(() => whole.current?.focus(), []);

  const keys = (event: React.KeyboardEvent): void => {
    // Buttons in it keep theirs.
    if (event.target !== event.currentTarget) return;
    if (event.key === 'ArrowRight') step(1);
    else if (event.key === 'ArrowLeft') step(-1);
    else if (event.key === ' ') setRunning(!running);
    else if (event.key === 'Enter') onTake(template.id);
    else return;
    event.preventDefault();
  };

  return (
    <div
      ref={whole}
      tabIndex={0}
      role="group"
      aria-label="Templates one after another"
      onKeyDown={keys}
      className="grid min-h-0 grid-rows-[minmax(0,1fr)_auto] gap-3 focus-visible:outline-none"
    >
      <div className="grid min-h-0 place-items-center">
        <PictureView
          key={template.id}
          play
          picture={data}
          label={`${template.name}, as it would look`}
          className="max-h-full rounded-xl"
        />
      </div>
      <div className="flex items-center gap-3">
        <Button aria-label="Previous" onClick={() => step(-1)}>
          <ArrowLeft aria-hidden size={16} />
        </Button>
        <Button onClick={() => setRunning(!running)} aria-label={running ? 'Pause' : 'Play on'}>
          {running ? <Pause aria-hidden size={16} /> : <Play aria-hidden size={16} />}
        </Button>
        <Button aria-label="Next" onClick={() => step(1)}>
          <ArrowRight aria-hidden size={16} />
        </Button>
        <Segmented
          label="How long each is shown"
          value={dwell}
          choices={dwells.map((value) => ({ value, words: `${value} s` }))}
          onChoose={(value) => setDwell(value)}
        />
        <p className="min-w-0 truncate" role="status">
          <b className="font-semibold">{template.name}</b>{' '}
          <span className="text-quiet">
            {at + 1} of {templates.length} · {template.about}
          </span>
        </p>
        <span className="ml-auto flex gap-2">
          <Button kind="bare" onClick={onDone}>
            Back to the tiles
          </Button>
          <Button kind="cool" onClick={() => onTake(template.id)}>
            <Plus aria-hidden size={16} /> Add this one
          </Button>
        </span>
      </div>
    </div>
  );
}
