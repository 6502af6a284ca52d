/** How alike the deliveries of a camper are, over the campers of a group. */
export interface Repeatability {
  /** Standard deviation within a camper, pooled over all of them: what one delivery of his differs from his own mean. */
  readonly withinSd: number;
  /** Standard error of measurement of one delivery (Weir): the same number, since here every delivery is a measurement of its own. */
  readonly sem: number;
  /** The smallest difference between two deliveries of a camper that is more than chance with 95 %. */
  readonly smallestDetectableChange: number;
  /** ICC(1,1): the share of the spread that lies between campers; null with one camper, or where nothing differs. */
  readonly icc: number | null;
  /** One a camper in the order given; null `sd` with fewer than two deliveries. */
  readonly perCamper: ReadonlyArray<{ readonly deliveries: number; readonly mean: number | null; readonly sd: number | null }>;
}

/** 1.96 times the root of two: two deliveries are compared, and either has its error. */
const TWO_MEASUREMENTS = 1.96 * Math.SQRT2;

/**
 * Repeatability of a figure over the deliveries of campers: one-way analysis of variance, campers may have different numbers of deliveries (`k0`, as Weir gives it). Weir JP, J Strength Cond Res 2005;19:231-240 (SEM, smallest detectable
 * change); Hopkins WG, Sports Med 2000;30:1-15 (typical error, which is `withinSd`); Shrout PE, Fleiss JL, Psychol Bull 1979;86:420-428 (ICC(1,1)).
 *
 * @param values `values[camper][delivery]`, in the figure's unit; null: not measured
 * @returns null where no camper has two deliveries
 * @throws RangeError for a value that is no number
 * @example repeatability([[52, 54], [61, 60]])?.withinSd // 1.118
 */
export function repeatability(values: ReadonlyArray<ReadonlyArray<number | null>>): Repeatability | null {
  const campers = values.map((row, i) =>
    row.filter((v, j): v is number => {
      if (v !== null && !Number.isFinite(v)) throw new RangeError(`delivery ${j + 1} of camper ${i + 1} is no number`);
      return v !== null;
    }),
  );
  const mean = (of: readonly number[]): number => of.reduce((a, b) => a + b, 0) / of.length;
  const squares = (of: readonly number[]): number => {
    const middle = mean(of);
    return of.reduce((sum, v) => sum + (v - middle) ** 2, 0);
  };
  const perCamper = campers.map((own) => ({
    deliveries: own.length,
    mean: own.length > 0 ? mean(own) : null,
    sd: own.length > 1 ? Math.sqrt(squares(own) / (own.length - 1)) : null,
  }));
  const counted = campers.filter((own) => own.length > 0);
  const all = counted.flat();
  const freedom = all.length - counted.length;
  if (freedom < 1) return null;
  const within = counted.reduce((sum, own) => sum + squares(own), 0) / freedom;
  const withinSd = Math.sqrt(within);
  return {
    withinSd,
    sem: withinSd,
    smallestDetectableChange: TWO_MEASUREMENTS * withinSd,
    icc: iccOf(counted, within),
    perCamper,
  };
}

function iccOf(campers: ReadonlyArray<readonly number[]>, within: number): number | null {
  const n = campers.length;
  if (n < 2) return null;
  const all = campers.flat();
  const middle = all.reduce((a, b) => a + b, 0) / all.length;
  const between =
    campers.reduce((sum, own) => sum + own.length * (own.reduce((a, b) => a + b, 0) / own.length - middle) ** 2, 0) / (n - 1);
  const usual = (all.length - campers.reduce((sum, own) => sum + own.length ** 2, 0) / all.length) / (n - 1);
  const whole = between + (usual - 1) * within;
  return whole === 0 ? null : (between - within) / whole;
}
