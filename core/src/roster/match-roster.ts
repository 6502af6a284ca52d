import { loosens } from './consent.ts';
import type { RosterPatch, RosterRow } from './roster-row.ts';
import { plainName, sameName } from './same-name.ts';
import type { CamperId } from '../record/ids.ts';

/** A camper whom the roster holds already. */
export interface KnownCamper extends RosterRow {
  readonly id: CamperId;
}

export interface RosterChange {
  readonly field: keyof RosterRow;
  readonly from: string;
  readonly to: string;
}

export type RosterMatch =
  | { readonly kind: 'new' }
  | { readonly kind: 'same'; readonly id: CamperId }
  | { readonly kind: 'update'; readonly id: CamperId; readonly changes: readonly RosterChange[] }
  /** It may be one of these, or somebody new: somebody must say. */
  | { readonly kind: 'unsure'; readonly why: string; readonly candidates: readonly CamperId[] };

/** How the fields of a camper are called where a change of them is shown. */
export const ROW_NAMES: Readonly<Record<keyof RosterRow, string>> = {
  bib: 'bib',
  name: 'name',
  born: 'birth date',
  hand: 'throwing hand',
  throwsBoth: 'throws with both',
  heightCentimetres: 'height, cm',
  guardian: 'guardian',
  guardianEmail: 'guardian mail',
  guardianPhone: 'guardian phone',
  consentToFilm: 'consent to film',
  consentToShare: 'consent to share',
  consentUntil: 'consent until',
  togetherWith: 'kept together',
};

const show = (value: RosterRow[keyof RosterRow]): string =>
  value === null ? 'none' : value === true ? 'yes' : value === false ? 'no' : String(value);

/** A roster laid out so that a row finds its camper without a walk through all of them. */
export interface RosterIndex {
  readonly byId: ReadonlyMap<string, KnownCamper>;
  readonly byBib: ReadonlyMap<number, KnownCamper>;
  readonly byName: ReadonlyMap<string, readonly KnownCamper[]>;
}

/** @example matchRoster({ bib: 7, name: 'Ann Lee' }, indexRoster(roster)).kind */
export function indexRoster(roster: readonly KnownCamper[]): RosterIndex {
  const byName = new Map<string, KnownCamper[]>();
  for (const k of roster) {
    const name = plainName(k.name);
    const others = byName.get(name);
    if (others) others.push(k);
    else byName.set(name, [k]);
  }
  return { byId: new Map(roster.map((k) => [k.id, k])), byBib: new Map(roster.map((k) => [k.bib, k])), byName };
}

/**
 * Which camper of the roster a row of a file means. The same name with the same bib or birth date, is the same child; anything in between is
 * asked about: another name under the same bib may be a twin, also with the same birth date.
 *
 * @param said what the row says; a field that it does not say tells nobody apart
 * @example matchRoster(said, indexRoster(roster)).kind // 'new', 'same', 'update' or 'unsure'
 */
export function matchRoster(said: RosterPatch, roster: RosterIndex): RosterMatch {
  const byBib = said.bib === undefined ? undefined : roster.byBib.get(said.bib);
  const named = said.name === undefined ? [] : (roster.byName.get(plainName(said.name)) ?? []);
  const child = said.born === undefined ? undefined : named.find((k) => k.born === said.born);
  const unsure = (why: string, candidates: readonly KnownCamper[]): RosterMatch => ({
    kind: 'unsure',
    why,
    candidates: candidates.map((c) => c.id),
  });
  if (child && byBib && child.id !== byBib.id)
    return unsure(`${child.name} has bib ${child.bib}; bib ${said.bib} is ${byBib.name}'s`, [child]);
  if (child) return differing(child, said);
  if (byBib && said.name !== undefined) {
    if (sameName(byBib.name, said.name)) return differing(byBib, said);
    return unsure(
      byBib.born === said.born
        ? `bib ${said.bib} is ${byBib.name}'s, born on the same day: the same child, or a twin?`
        : `bib ${said.bib} is ${byBib.name}'s, born ${byBib.born}`,
      [byBib],
    );
  }
  if (byBib) return byBib.born === said.born ? differing(byBib, said) : unsure(`bib ${said.bib} is ${byBib.name}'s`, [byBib]);
  if (named.length === 1 && said.born === undefined && said.bib === undefined) return differing(named[0]!, said);
  if (named.length > 0)
    return unsure(
      said.born === undefined
        ? `${named[0]!.name} is in the roster with bib ${named[0]!.bib}`
        : `${named[0]!.name} is in the roster with another birth date, ${named[0]!.born}`,
      named,
    );
  return { kind: 'new' };
}

/** What a row would change of a known camper. What it does not say changes nothing. */
export function changesOf(known: RosterRow, said: RosterPatch): RosterChange[] {
  return (Object.keys(said) as Array<keyof RosterRow>).flatMap((field) => {
    const [from, to] = [known[field], said[field]];
    if (to === undefined) return [];
    const same = field === 'heightCentimetres' ? Math.abs(Number(from) - Number(to)) < 0.06 : from === to;
    return same ? [] : [{ field, from: show(from), to: show(to) }];
  });
}

/** Whether a row would loosen or lengthen the consent that the roster holds: then somebody has to say so for this camper. */
export const loosensConsent = (known: RosterRow, said: RosterPatch): boolean =>
  loosens(
    { film: known.consentToFilm, share: known.consentToShare, until: known.consentUntil },
    {
      film: said.consentToFilm ?? known.consentToFilm,
      share: said.consentToShare ?? known.consentToShare,
      until: said.consentUntil === undefined ? known.consentUntil : said.consentUntil,
    },
  );

function differing(known: KnownCamper, said: RosterPatch): RosterMatch {
  const changes = changesOf(known, said);
  return changes.length === 0 ? { kind: 'same', id: known.id } : { kind: 'update', id: known.id, changes };
}
