import type { ComponentProps, ReactNode } from 'react';

const SIZES = { lead: 'text-lead', head: 'text-head', large: 'text-large' } as const;

/** A part of a page with a heading of its own, by which it is found. */
export function Panel({
  id,
  title,
  count,
  size = 'head',
  headClass = '',
  children,
  ...rest
}: {
  id: string;
  title: ReactNode;
  count?: number;
  size?: keyof typeof SIZES;
  headClass?: string;
} & Omit<ComponentProps<'section'>, 'id' | 'title'>) {
  return (
    <section aria-labelledby={id} {...rest}>
      <h2 id={id} className={`m-0 mb-1 ${SIZES[size]} ${headClass}`.trim()}>
        {title}
        {count !== undefined && <span className="text-soft"> {count}</span>}
      </h2>
      {children}
    </section>
  );
}
