import type { ReactNode } from 'react';

/** What a page is, the count of what it shows, and what is done with the whole of it. */
export function PageHead({ title, count, children }: { title: ReactNode; count?: number; children?: ReactNode }) {
  return (
    <header className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <h1 className="m-0 me-auto text-title">
        {title}
        {count !== undefined && <span className="text-soft"> {count}</span>}
      </h1>
      {children}
    </header>
  );
}
