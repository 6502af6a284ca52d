import { cloneElement, useId, type ReactElement, type ReactNode } from 'react';

interface Named {
  readonly id?: string;
  readonly className?: string;
  readonly 'aria-invalid'?: boolean;
  readonly 'aria-describedby'?: string;
}

/** A field with its name above it, and under it why what stands in it cannot be taken. */
export function Field({
  label,
  why,
  className = '',
  children,
}: {
  label: ReactNode;
  why?: ReactNode;
  className?: string;
  children: ReactElement<Named>;
}) {
  const id = useId();
  const wrong = why ? { 'aria-invalid': true, 'aria-describedby': `${id}-why` } : {};
  return (
    <div className={`grid min-w-0 content-start gap-1 text-small ${className}`}>
      <label htmlFor={id} className="text-soft">
        {label}
      </label>
      {cloneElement(children, { id, className: `field ${children.props.className ?? ''}`.trim(), ...wrong })}
      {why && (
        <span id={`${id}-why`} role="alert" className="font-semibold text-clay">
          {why}
        </span>
      )}
    </div>
  );
}
