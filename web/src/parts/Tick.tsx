import type { ComponentProps, ReactNode } from 'react';

/** Something that is so or not, large enough for a thumb. */
export function Tick({ label, className = '', ...rest }: { label: ReactNode } & Omit<ComponentProps<'input'>, 'type'>) {
  return (
    <label className={`flex min-h-[48px] items-center gap-3 text-note ${className}`}>
      <input type="checkbox" {...rest} className="h-[26px] w-[26px] shrink-0 accent-clay" />
      {label}
    </label>
  );
}
