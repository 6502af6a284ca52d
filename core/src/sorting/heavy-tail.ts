const AT_CENTRE = 2 / (Math.PI * Math.sqrt(3));

/**
 * Logarithm of the density of Student's t with three degrees of freedom at `distance`, spread by `scale`: f(z) = 2 / (π √3 (1 + z²/3)²). A late tap costs little
 * more than a very late one, so that one of them does not pull a whole evening along.
 *
 * Source: the t density with ν = 3, where both gamma functions are known in closed form (Γ(2) = 1, Γ(3/2) = √π / 2).
 *
 * @example heavyTail(0, 1) // -1.0008, log(0.3676)
 */
export function heavyTail(distance: number, scale: number): number {
  return Math.log(density(distance, scale));
}

/** How much an observation counts in a least-squares step under the same density: (ν + 1) / (ν + z²), ν = 3. Source: Lange, Little and Taylor 1989 (value from memory). */
export const heavyTailWeight = (distance: number, scale: number): number => 4 / (3 + (distance / scale) ** 2);

/** Of sixteen taps one comes when somebody has time for it, some seconds later. Our own figures, no source. */
const LATE = { share: 0.06, by: 6000, spread: 8000 } as const;

/**
 * Logarithm of the density of a tap this long after the moment at which one is usual: mostly close, seldom some seconds late.
 *
 * @param distance and `scale` in milliseconds
 */
export function tapDensity(distance: number, scale: number): number {
  return Math.log(
    (1 - LATE.share) * density(distance, scale) + LATE.share * density(distance - LATE.by, Math.max(scale, LATE.spread)),
  );
}

function density(distance: number, scale: number): number {
  const z = distance / scale;
  const tail = 1 + (z * z) / 3;
  return AT_CENTRE / (scale * tail * tail);
}
