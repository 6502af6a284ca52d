import { clockOf } from '@stride-chalk/core';

/** The day at the field in a few figures. */
export interface FieldDay {
  readonly expected: number;
  readonly atTheGate: number;
  readonly here: number;
  readonly planned: number;
  readonly done: number;
  readonly resting: number;
  readonly next: { readonly bib: number; readonly mound: string; readonly from: number } | null;
  /** What no longer holds of the plan, as the plan's own page says it. */
  readonly broken: ReadonlyArray<{ readonly bibs: readonly number[]; readonly says: string }>;
}

/** Where a camp stands, for whoever comes to its home page. */
export interface CampNow {
  readonly role: 'lead' | 'coach' | 'helper';
  readonly campers: number;
  readonly staff: number;
  /** The camp's days lie behind it. */
  readonly over: boolean;
  /** Whether the day that is on, or the first one to come, has a plan. */
  readonly planned: boolean;
  /** null when today is no day of the camp. */
  readonly field: FieldDay | null;
}

/** The next thing of this hour: what it is about as large as a bib, what it is, and where it is done. */
export interface NextThing {
  readonly big: string;
  readonly title: string;
  readonly more: string;
  readonly action: string;
  readonly href: string;
}

const thing = (big: string, title: string, more: string, action: string, href: string): NextThing => ({
  big,
  title,
  more,
  action,
  href,
});

/** What a new camp lacks, in the order in which it is made ready: only the lead makes it. */
function settingUp({ campers, staff, planned, over }: CampNow): NextThing | null {
  if (over) return null;
  if (campers === 0)
    return thing(
      '1',
      'Bring in the roster',
      'The file of any spreadsheet: what is unclear in it is asked.',
      'Import',
      '/roster/import',
    );
  if (staff < 2) return thing('2', 'Invite the staff', 'Who coaches, who helps: each gets a link of his own.', 'Staff', '/staff');
  if (!planned)
    return thing(
      '3',
      'Plan the day',
      'Mounds, cameras, hours; who throws when follows. What the staff teach where coaches differ stands in the settings.',
      'Plan',
      '/day-plan',
    );
  return null;
}

const atTheGate = ({ expected, atTheGate: came, here }: FieldDay): NextThing =>
  thing(String(expected - came), 'not at the gate yet', `${here} of ${expected} are here`, 'Check in', '/check-in');

/**
 * The next thing of this hour for a role; null where the next is a camper at the table.
 *
 * @example nextThing({ role: 'lead', campers: 0, staff: 1, over: false, planned: false, field: null })?.href // '/roster/import'
 */
export function nextThing(camp: CampNow): NextThing | null {
  const { role, field } = camp;
  if (role === 'lead') {
    const made = settingUp(camp);
    if (made) return made;
    const broken = field?.broken[0];
    if (broken) {
      const others = field.broken.length - 1;
      const more =
        others > 0 ? `And ${others} more that ${others === 1 ? 'does' : 'do'} not hold any more.` : 'The rest of the plan stays.';
      return thing(String(broken.bibs[0] ?? '!'), broken.says, more, 'Mend the plan', '/day-plan');
    }
  }
  if (!field) return null;
  const toCome = field.expected - field.atTheGate;
  // While somebody has still to throw, whoever has not come is looked for; a coach scores meanwhile.
  if (role !== 'coach' && toCome > 0 && (field.next !== null || field.planned === 0)) return atTheGate(field);
  if (role === 'helper' && field.next)
    return thing(
      String(field.next.bib),
      `next on ${field.next.mound}, at ${clockOf(field.next.from)}`,
      `${field.done} of ${field.planned} have thrown`,
      'Film',
      `/campers/${field.next.bib}`,
    );
  return null;
}
