import type { ReactNode } from 'react';

/** A place of the app: its name, what can be done at once, and its contents. */
export function Page({ title, actions, children }: { title: string; actions?: ReactNode; children: ReactNode }) {
  return (
    <section className="grid min-h-0 grid-rows-[auto_1fr] gap-3 px-[18px] pt-1.5 pb-4">
      <div className="flex h-9 items-center gap-3">
        <h1 className="text-[15px] font-bold">{title}</h1>
        <div className="ml-auto flex items-center gap-2">{actions}</div>
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
