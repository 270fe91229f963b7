import { useLayoutEffect, useState, type RefObject } from 'react';

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
