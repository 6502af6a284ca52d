import type { ComponentProps } from 'react';

type Look = { readonly main?: boolean; readonly className?: string };
type ActionProps =
  | (Look & { readonly href: string } & Omit<ComponentProps<'a'>, 'className'>)
  | (Look & { readonly href?: undefined } & Omit<ComponentProps<'button'>, 'className'>);

/** Something to press: a button, or with an address a link that looks like one. `main`: the next thing to do on its page; there is one of them. */
export function Action({ main = false, className = '', ...rest }: ActionProps) {
  const look = `${main ? 'main-action' : 'quiet-action'} ${className}`.trim();
  if (rest.href !== undefined) return <a {...rest} className={look} />;
  return <button type="button" {...(rest as ComponentProps<'button'>)} className={look} />;
}
