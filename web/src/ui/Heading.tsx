import type { ReactNode } from 'react';
import { HelpLink } from './HelpLink';

interface Props {
  name: string;
  note?: ReactNode;
  /** The page of the help about it, and the heading there. */
  help?: string;
  children: ReactNode;
}

/** A part of the inspector, with what it is called. */
export function Heading({ name, note, help, children }: Props) {
  return (
    <section aria-label={name} className="grid gap-2.5 border-t border-ridge pt-3">
      <div className="flex items-center gap-1">
        <h2 className="font-semibold">{name}</h2>
        {help && <HelpLink about={help} name={name} />}
        {note && <span className="ml-auto text-quiet">{note}</span>}
      </div>
      {children}
    </section>
  );
}
