import clsx from 'clsx';
import { Slider } from 'radix-ui';

interface Props {
  id?: string;
  label: string;
  value: number;
  min?: number;
  max: number;
  step?: number;
  /** The value as it is read out; left out: the number. */
  words?: string;
  /** Called while it is drawn. */
  onDraw(value: number): void;
  className?: string;
}

/** A number drawn along a line, by pointer, touch or keys. */
export function SlideLine({ id, label, value, min = 0, max, step = 1, words, onDraw, className }: Props) {
  return (
    <Slider.Root
      value={[value]}
      min={min}
      max={max}
      step={step}
      onValueChange={([next]) => next !== undefined && onDraw(next)}
      className={clsx('relative flex h-9 min-w-0 touch-none items-center', className)}
    >
      <Slider.Track className="relative h-1.5 grow rounded-full bg-ridge">
        <Slider.Range className="absolute h-full rounded-full bg-cool" />
      </Slider.Track>
      <Slider.Thumb
        id={id}
        aria-label={label}
        aria-valuetext={words}
        className="block size-4 rounded-full bg-cool outline-offset-2 focus-visible:outline-2 focus-visible:outline-ink"
      />
    </Slider.Root>
  );
}
