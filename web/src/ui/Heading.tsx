import type { ReactNode } from 'react';

/** A part of the inspector, with what it is called. */
export function Heading({ name, note, children }: { name: string; note?: ReactNode; children: ReactNode }) {
  return (
    <section aria-label={name} className="grid gap-2.5 border-t border-ridge pt-3">
      <h2 className="flex items-center justify-between font-semibold">
        {name}
        {note && <span className="font-normal text-quiet">{note}</span>}
      </h2>
      {children}
    </section>
  );
}
