import { ArrowLeft, ArrowRight, Pause, Play, Plus } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { PictureView } from '../monitor/PictureView';
import { useSample } from '../monitor/useSample';
import { useShow, type Template } from '../show/show';
import { Button } from '../ui/Button';
import { Segmented } from '../ui/Segmented';

export type Dwell = '4' | '6' | '10';
const dwells: Dwell[] = ['4', '6', '10'];

interface Props {
  /** What is found on the shelf just now. */
  templates: Template[];
  /** The id of the one that is shown. */
  shown: string;
  onShow(id: string): void;
  /** How long each is shown, in s, while they follow one another; null = they do not. */
  dwell: Dwell | null;
  onDwell(dwell: Dwell | null): void;
  onTake(id: string): void;
}

/** One template beside the others, coming, staying and going; or all of them, one after another. */
export function Preview({ templates, shown, onShow, dwell, onDwell, onTake }: Props) {
  const at = Math.max(
    0,
    templates.findIndex((template) => template.id === shown),
  );
  const template = templates[at]!;
  const seat = useShow((show) => show.seats.find((one) => one.id === template.seat)?.name);
  const { data } = useSample(template.id);
  const step = (by: number): void => onShow(templates[(at + by + templates.length) % templates.length]!.id);

  // The dwell of one template is over.
  const next = useRef(step);
  useEffect(() => {
    next.current = step;
  });
  useEffect(() => {
    if (!dwell) return undefined;
    const timer = setTimeout(() => next.current(1), Number(dwell) * 1000);
    return () => clearTimeout(timer);
  }, [dwell, template.id]);

  // While they follow one another the keys are its own; afterwards they are where the hand puts them.
  const whole = useRef<HTMLDivElement>(null);
  const begin = (): void => {
    whole.current?.focus();
    onDwell('6');
  };
  const keys = (event: React.KeyboardEvent): void => {
    // Buttons in it keep theirs.
    if (event.target !== event.currentTarget) return;
    if (event.key === 'ArrowRight') step(1);
    else if (event.key === 'ArrowLeft') step(-1);
    else if (event.key === ' ') onDwell(dwell ? null : '6');
    else if (event.key === 'Enter') onTake(template.id);
    else return;
    event.preventDefault();
  };

  return (
    <div
      ref={whole}
      tabIndex={0}
      role="group"
      aria-label="Preview"
      onKeyDown={keys}
      className="grid min-h-0 content-start gap-3 overflow-y-auto rounded-xl bg-panel p-3"
    >
      <PictureView
        key={template.id}
        play
        picture={data}
        label={`${template.name}, as it would look`}
        className="rounded-lg"
      />
      <div className="flex items-center justify-between gap-2">
        <Button aria-label="Previous" onClick={() => step(-1)}>
          <ArrowLeft aria-hidden size={16} />
        </Button>
        <Button onClick={() => (dwell ? onDwell(null) : begin())}>
          {dwell ? <Pause aria-hidden size={15} /> : <Play aria-hidden size={15} />}
          {dwell ? 'Pause' : `Play all ${templates.length}`}
        </Button>
        <Button aria-label="Next" onClick={() => step(1)}>
          <ArrowRight aria-hidden size={16} />
        </Button>
      </div>
      {dwell && (
        <Segmented
          label="How long each is shown"
          value={dwell}
          choices={dwells.map((value) => ({ value, words: `${value} s` }))}
          onChoose={(value) => onDwell(value)}
        />
      )}
      <p role="status">
        <b className="font-semibold">{template.name}</b>{' '}
        <span className="text-quiet">
          {at + 1} of {templates.length}
        </span>
      </p>
      <p className="text-quiet">{template.about}</p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-small">
        <dt className="text-quiet">Seat</dt>
        <dd className="lowercase">{seat}</dd>
        <dt className="text-quiet">To fill in</dt>
        <dd>{template.fields.map((field) => field.label).join(', ') || 'nothing'}</dd>
      </dl>
      <Button kind="cool" onClick={() => onTake(template.id)}>
        <Plus aria-hidden size={16} /> Add this one
      </Button>
    </div>
  );
}
