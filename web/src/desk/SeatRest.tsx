import { ChevronDown } from 'lucide-react';
import { useLayoutEffect, useState, type RefObject } from 'react';
import { Drawer } from '../ui/Drawer';
import type { Graphic } from '../show/show';
import { Switch } from './Switch';

/**
 * How many of its children a box that scrolls does not show whole, wherever it stands.
 * @param count of its children: with another number it is measured anew
 */
export function useHidden(box: RefObject<HTMLElement | null>, count: number): number {
  const [hidden, setHidden] = useState(0);
  // Follows the box's own size, which the window gives it.
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const measure = (): void => {
      const { scrollHeight, clientHeight } = element;
      if (scrollHeight <= clientHeight + 4) return setHidden(0);
      const first = element.firstElementChild as HTMLElement;
      const style = getComputedStyle(element);
      const room = clientHeight - parseFloat(style.paddingTop) - parseFloat(style.paddingBottom);
      const columns = style.display === 'grid' ? style.gridTemplateColumns.split(' ').length : 1;
      const rows = Math.floor((room + parseFloat(style.rowGap)) / (first.offsetHeight + parseFloat(style.rowGap)));
      setHidden(Math.max(0, count - Math.max(1, rows) * columns));
    };
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    return () => watch.disconnect();
  }, [box, count]);
  return hidden;
}

/** Says how many switches of a seat are out of sight, and opens all of them. */
export function SeatRest({ name, hidden, graphics }: { name: string; hidden: number; graphics: readonly Graphic[] }) {
  return (
    <Drawer
      label={`All of ${name}`}
      stays
      side="bottom"
      align="start"
      tall
      className="w-80"
      trigger={
        <button
          type="button"
          aria-label={`${hidden} more in ${name}`}
          className="flex h-4 shrink-0 items-center gap-0.5 rounded-md px-1 text-lamp-soft normal-case hover:bg-raised"
        >
          {hidden} more <ChevronDown aria-hidden size={11} />
        </button>
      }
    >
      <div className="grid gap-1">
        {graphics.map((graphic) => (
          <Switch key={graphic.id} graphic={graphic} />
        ))}
      </div>
    </Drawer>
  );
}
