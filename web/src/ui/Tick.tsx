import type { ReactNode } from 'react';

/** A choice of yes or no, with its words. */
export function Tick(props: { checked: boolean; onChange(checked: boolean): void; children: ReactNode }) {
  return (
    <label className="flex items-center gap-2">
      <input
        type="checkbox"
        checked={props.checked}
        onChange={(event) => props.onChange(event.target.checked)}
        className="size-4 shrink-0 accent-(--color-cool)"
      />
      {props.children}
    </label>
  );
}
