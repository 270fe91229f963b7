import type { ReactNode } from 'react';
import { HelpLink } from './HelpLink';

interface Props {
  title: string;
  /** The page of the help about it. */
  help?: string;
  actions?: ReactNode;
  children: ReactNode;
}

/** A place of the app: its name, what can be done at once, and its contents. */
export function Page({ title, help, actions, children }: Props) {
  return (
    <section className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] gap-3 px-[18px] pt-1.5 pb-4 max-sm:px-3">
      <div className="flex min-h-9 items-center gap-3 max-sm:flex-wrap max-sm:gap-1">
        <h1 className="text-title font-bold">{title}</h1>
        {help && <HelpLink about={help} name={title} />}
        <div className="ml-auto flex items-center gap-2 max-sm:flex-wrap max-sm:justify-end">{actions}</div>
      </div>
      {children}
    </section>
  );
}

/** Says what to do first where there is nothing yet, and offers it. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="m-auto grid max-w-md justify-items-center gap-3 p-8 text-center text-quiet">
      <h2 className="text-base font-semibold text-ink">{title}</h2>
      {children}
    </div>
  );
}
