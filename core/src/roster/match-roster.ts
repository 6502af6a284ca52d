import type { RosterRow } from './roster-row.ts';
import { sameName } from './same-name.ts';

/** A camper whom the roster holds already. */
export interface KnownCamper extends RosterRow {
  readonly id: string;
}

export type RosterMatch =
  | { readonly kind: 'new' }
  | { readonly kind: 'same'; readonly id: string }
  | {
      readonly kind: 'update';
      readonly id: string;
      readonly changes: ReadonlyArray<{ readonly field: keyof RosterRow; readonly from: string; readonly to: string }>;
    }
  /** It may be one of these, or somebody new: somebody must say. */
  | { readonly kind: 'unsure'; readonly why: string; readonly candidates: readonly string[] };

const show = (value: RosterRow[keyof RosterRow]): string =>
  value === null ? 'none' : value === true ? 'yes' : value === false ? 'no' : String(value);

/**
 * Which camper of the roster a row of a file means. The same bib with the same name or birth date, or the same name and birth
 * date, is the same child; anything in between is asked about.
 *
 * @example matchRoster(row, roster).kind // 'new', 'same', 'update' or 'unsure'
 */
export function matchRoster(row: RosterRow, roster: readonly KnownCamper[]): RosterMatch {
  const byBib = roster.find((k) => k.bib === row.bib);
  const child = roster.find((k) => k.born === row.born && sameName(k.name, row.name));
  if (child && byBib && child.id !== byBib.id)
    return {
      kind: 'unsure',
      why: `${child.name} has bib ${child.bib}; bib ${row.bib} is ${byBib.name}'s`,
      candidates: [child.id],
    };
  if (child) return differing(child, row);
  if (byBib && (sameName(byBib.name, row.name) || byBib.born === row.born)) return differing(byBib, row);
  if (byBib) return { kind: 'unsure', why: `bib ${row.bib} is ${byBib.name}'s, born ${byBib.born}`, candidates: [byBib.id] };
  const byName = roster.filter((k) => sameName(k.name, row.name));
  if (byName.length > 0)
    return {
      kind: 'unsure',
      why: `${byName[0]!.name} is in the roster with another birth date, ${byName[0]!.born}`,
      candidates: byName.map((k) => k.id),
    };
  return { kind: 'new' };
}

/** What an update of a known camper would change. */
function differing(known: KnownCamper, row: RosterRow): RosterMatch {
  const changes = (Object.keys(row) as Array<keyof RosterRow>).flatMap((field) => {
    const [from, to] = [known[field], row[field]];
    const same = field === 'heightCentimetres' ? Math.abs(Number(from) - Number(to)) < 0.06 : from === to;
    return same ? [] : [{ field, from: show(from), to: show(to) }];
  });
  return changes.length === 0 ? { kind: 'same', id: known.id } : { kind: 'update', id: known.id, changes };
}
