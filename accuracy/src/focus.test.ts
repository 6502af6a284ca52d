import { describe, expect, test } from 'vitest';
import {
  ageGroupOf,
  AGE_GROUPS,
  chooseFocus,
  defaultSheet,
  explainedBy,
  habitsOf,
  resolveSheet,
  suggestForFigure,
  type AgeGroup,
  type Level,
  type Score,
} from '@stride-chalk/core';
import {
  deliveryMotion,
  FAULT_PARAMETERS,
  randomSource,
  trueFigures,
  type FaultCode,
  type Faults,
  type Hand,
} from '@stride-chalk/fieldcam';

const SETS = process.env.ACCURACY === 'long' ? 2000 : 200;

/** Levels for checkpoints that no banded figure informs: a filmed fault is seen as it is filmed. */
const levelByTable = (amount: number): Level => (amount >= 0.9 ? 0 : amount >= 0.3 ? 1 : 2);

/** What a perfect eye would score: the true figures through the shipped bands, the table where no figure exists. */
function scoresOf(age: number, group: AgeGroup, hand: Hand, seed: number, faults: Faults): Score[] {
  const scored = resolveSheet(defaultSheet, group).filter((c) => c.scored);
  return [0, 1, 2].flatMap((delivery) => {
    const figures: Readonly<Record<string, number>> = trueFigures(
      deliveryMotion({ ageYears: age, hand, seed, delivery, faults }),
    );
    return scored.map((c): Score => {
      const judged = c.bands.flatMap((band) => {
        const value = figures[band.figure];
        const s = value === undefined ? null : suggestForFigure({ value, sd: 0 }, band);
        return s
          ? [{ level: s.level, fault: s.side === 'below' ? band.faultBelow : s.side === 'above' ? band.faultAbove : null }]
          : [];
      });
      if (judged.length > 0) {
        const level = Math.min(...judged.map((j) => j.level)) as Level;
        const seen = judged.filter((j) => j.level < 3 && j.fault).map((j) => j.fault!);
        return { delivery: String(delivery), checkpoint: c.id, level, faults: level === 3 ? [] : [...new Set(seen)] };
      }
      const own = Object.entries(faults).find(([code]) => code.startsWith(`${c.id}.`));
      return own
        ? { delivery: String(delivery), checkpoint: c.id, level: levelByTable(own[1] ?? 0), faults: [own[0]] }
        : { delivery: String(delivery), checkpoint: c.id, level: 3, faults: [] };
    });
  });
}

const AGES: Readonly<Record<AgeGroup, number>> = { '7-8': 8, '9-10': 10, '11-12': 12, '13-14': 14, '15-16': 16, '17-18': 17 };
const scoredFaults = (group: AgeGroup): FaultCode[] => {
  const ids = new Set(
    resolveSheet(defaultSheet, group)
      .filter((c) => c.scored)
      .map((c) => c.id),
  );
  return (Object.keys(FAULT_PARAMETERS) as FaultCode[]).filter((code) => ids.has(code.split('.')[0]!));
};

function sets(withFault: boolean) {
  const random = randomSource(withFault ? 711 : 712);
  return Array.from({ length: SETS }, (_, i) => {
    const group = AGE_GROUPS[i % AGE_GROUPS.length]!;
    const hand: Hand = random.uniform() < 0.5 ? 'R' : 'L';
    const offered = scoredFaults(group);
    const fault = offered[Math.floor(i / AGE_GROUPS.length) % offered.length]!;
    const amount = 0.65 + 0.35 * random.uniform();
    const faults: Faults = withFault ? { [fault]: amount } : {};
    const scores = scoresOf(AGES[group], group, hand, 1000 + i, faults);
    return { group, fault, amount, scores, focus: chooseFocus(habitsOf(scores), defaultSheet, group).chosen };
  });
}

describe(`${SETS} seeded sets over all ages and both hands`, () => {
  test('the fault that was filmed, or its listed cause, is the first focus in at least 90 %', () => {
    const rows = sets(true);
    const misses = rows.filter(({ fault, focus }) => {
      const first = focus[0]?.faults.map((f) => f.code) ?? [];
      const causes = first.some((code) => explainedBy([code, fault], defaultSheet).get(code)!.has(fault));
      return !first.includes(fault) && !causes;
    });
    const share = 1 - misses.length / rows.length;
    expect(
      share,
      `missed: ${misses
        .slice(0, 12)
        .map(
          (m) =>
            `${m.fault} ${m.amount.toFixed(2)} at ${m.group} -> ${m.focus.map((f) => f.faults[0]!.code).join(',') || 'none'}`,
        )
        .join('; ')}`,
    ).toBeGreaterThanOrEqual(0.9);
  });

  test('a faultless set gets no focus in at least 95 %', () => {
    const rows = sets(false);
    const wrong = rows.filter((r) => r.focus.length > 0);
    expect(
      1 - wrong.length / rows.length,
      wrong
        .slice(0, 12)
        .map((r) => `${r.group}: ${r.focus.map((f) => f.faults[0]!.code).join(',')}`)
        .join('; '),
    ).toBeGreaterThanOrEqual(0.95);
  });

  test('every age group is among them', () => {
    expect(Object.values(AGES).map((age) => ageGroupOf(`${2026 - age}-01-01`, '2026-07-13'))).toEqual([...AGE_GROUPS]);
  });
});
