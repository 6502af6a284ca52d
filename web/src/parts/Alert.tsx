import type { ReactNode } from 'react';

/** What went wrong, or has to be known now, told at once; `className` gives its place. */
export function Alert({ children, className = '' }: { children: ReactNode; className?: string }) {
  return (
    <div role="alert" className={`care-band px-4 py-3 text-note ${className}`}>
      {children}
    </div>
  );
}
