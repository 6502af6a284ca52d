import { ROLES, type Role } from '@stride-chalk/core';

export { ROLES, type Role };

const EVERYBODY = ROLES;
const COACHES = ['lead', 'coach'] as const;
const LEAD = ['lead'] as const;

/** What each role may do. docs/roles.md is printed from this table: `npm run roles -w web`. */
export const DUTIES = {
  'see the camp and the plan of the day': EVERYBODY,
  'check campers in': EVERYBODY,
  'count throws': EVERYBODY,
  'film and sort films': EVERYBODY,
  'read the checkpoint sheet': EVERYBODY,
  'break down and score': COACHES,
  'practise on the clips of the set': COACHES,
  'settle where coaches differ': COACHES,
  'write up, release and print hand-outs': COACHES,
  'plan the day': LEAD,
  'see how alike the staff score': LEAD,
  'keep the checkpoint sheet': LEAD,
  'keep the practice set, decide who is qualified': LEAD,
  'keep the roster and the consents': LEAD,
  'lift a sore arm, allow more throws': LEAD,
  'export or erase a child': LEAD,
  'keep the staff': LEAD,
  'read the outbox': LEAD,
  'set up camps': LEAD,
} as const satisfies Record<string, readonly Role[]>;
export type Duty = keyof typeof DUTIES;

/** 'anyone': without an account; 'staff': whoever is signed in. */
type Access = Duty | 'anyone' | 'staff';

/**
 * Every route of the product with what it takes to use it. A route that does not stand here is closed to everybody, and a test
 * walks every route of the build.
 */
export const ROUTES: Readonly<Record<string, Access>> = {
  'GET /sign-in': 'anyone',
  'POST /api/sign-in': 'anyone',
  'GET /join/[token]': 'anyone',
  'POST /api/join': 'anyone',
  'GET /api/health': 'anyone',
  'GET /404': 'anyone',
  'GET /missing': 'staff',
  'POST /api/sign-out': 'staff',
  'POST /api/camp-at-work': 'staff',

  'GET /': 'see the camp and the plan of the day',
  'GET /api/live': 'see the camp and the plan of the day',
  'GET /api/campers': 'see the camp and the plan of the day',
  'GET /cards': 'film and sort films',
  'GET /mound': 'count throws',
  'GET /campers/[bib]': 'film and sort films',
  'GET /api/campers/[id]/films': 'film and sort films',
  'GET /api/campers/[id]/shown': 'film and sort films',
  'POST /api/deliveries': 'film and sort films',
  'DELETE /api/deliveries/[id]': 'film and sort films',
  'POST /api/clips': 'film and sort films',
  'POST /api/uploads': 'film and sort films',
  'GET /api/uploads/[id]': 'film and sort films',
  'PATCH /api/uploads/[id]': 'film and sort films',
  'GET /api/stand-in-film': 'film and sort films',
  'PUT /api/films/[id]': 'film and sort films',
  'GET /api/clips/[id]': 'film and sort films',
  'PATCH /api/clips/[id]': 'film and sort films',
  'DELETE /api/clips/[id]': 'film and sort films',
  'POST /api/clips/[id]/move': 'film and sort films',
  'PUT /api/removed-clips/[id]': 'film and sort films',
  'DELETE /api/removed-clips/[id]': 'film and sort films',
  'POST /api/clips/[id]/again': 'film and sort films',
  'GET /api/clips/[id]/film': 'film and sort films',
  'GET /api/clips/[id]/frames/[frame]': 'film and sort films',
  'DELETE /api/refusals/[id]': 'film and sort films',
  'GET /sort': 'film and sort films',
  'GET /api/tray': 'film and sort films',
  'PUT /api/dropped-files/[id]': 'film and sort films',
  'DELETE /api/dropped-files/[id]': 'film and sort films',
  'POST /api/dropped-files/[id]/again': 'film and sort films',
  'PUT /api/cameras/[id]': 'film and sort films',
  'POST /api/tray/place': 'film and sort films',
  'POST /api/tray/take-out': 'film and sort films',
  'POST /api/tray/come-from': 'film and sort films',
  'PUT /api/refilms/[id]': 'film and sort films',
  'DELETE /api/refilms/[id]': 'film and sort films',
  'PUT /api/clips/[id]/aside': 'film and sort films',
  'POST /api/clips/[id]/split': 'film and sort films',
  'POST /api/clips/[id]/cut-out': 'film and sort films',
  'GET /api/clips/[id]/overview': 'film and sort films',
  'POST /api/clips/[id]/join': 'film and sort films',
  'GET /api/clips/[id]/strip': 'film and sort films',
  'POST /api/simulated-films': 'film and sort films',

  'GET /sheet': 'read the checkpoint sheet',
  'GET /sheet/print': 'read the checkpoint sheet',
  'GET /api/sheet.json': 'read the checkpoint sheet',
  'GET /api/sheet.schema.json': 'read the checkpoint sheet',
  'GET /sheet/desk': 'keep the checkpoint sheet',
  'GET /sheet/versions': 'keep the checkpoint sheet',
  'POST /api/sheet-draft': 'keep the checkpoint sheet',
  'PUT /api/sheet-draft': 'keep the checkpoint sheet',
  'DELETE /api/sheet-draft': 'keep the checkpoint sheet',
  'GET /api/sheet-draft/effect': 'keep the checkpoint sheet',
  'POST /api/sheet-draft/release': 'keep the checkpoint sheet',
  'PUT /api/camp-sheet': 'keep the checkpoint sheet',
  'GET /bench/[bib]': 'break down and score',
  'GET /compare/[bib]': 'break down and score',
  'GET /api/campers/[id]/figures.csv': 'break down and score',
  'GET /api/campers/[id]/figures.json': 'break down and score',
  'GET /api/campers/[id]/joints.json': 'break down and score',
  'PUT /api/campers/[id]/joints.json': 'break down and score',
  'GET /api/clips/[id]/chapters.vtt': 'break down and score',
  'GET /api/clips/[id]/chalk/[frame].svg': 'break down and score',
  'GET /api/clips/[id]/chalk/[frame].png': 'break down and score',
  'GET /api/clips/[id]/chalk-line.mp4': 'break down and score',
  'GET /api/figures.schema.json': 'break down and score',
  'GET /api/campers/[id]/proposals': 'break down and score',
  'PUT /api/entries/[id]': 'break down and score',
  'GET /practice': 'practise on the clips of the set',
  'GET /practice/[sitting]': 'practise on the clips of the set',
  'POST /api/practice-clips/[id]/sittings': 'practise on the clips of the set',
  'POST /api/sittings/[id]/finish': 'practise on the clips of the set',
  'GET /practice/set': 'keep the practice set, decide who is qualified',
  'POST /api/practice-clips': 'keep the practice set, decide who is qualified',
  'DELETE /api/practice-clips/[id]': 'keep the practice set, decide who is qualified',
  'PUT /api/staff/[id]/qualification': 'keep the practice set, decide who is qualified',
  // A coach sees those of which he has said something himself.
  'GET /differences': 'settle where coaches differ',
  'PUT /api/agreed-levels/[id]': 'settle where coaches differ',
  'POST /api/agreed-levels/[id]/agreement': 'settle where coaches differ',
  'GET /same-page': 'see how alike the staff score',
  'GET /same-page/tonight': 'see how alike the staff score',
  'POST /api/evening-rounds': 'see how alike the staff score',
  'PUT /api/evening-rounds/[id]/level': 'see how alike the staff score',
  'GET /api/same-page.csv': 'see how alike the staff score',
  'GET /handouts/[bib]': 'write up, release and print hand-outs',
  'GET /handouts/[bib]/print': 'write up, release and print hand-outs',
  'POST /api/evaluations': 'write up, release and print hand-outs',
  'PUT /api/evaluations/[id]': 'write up, release and print hand-outs',
  'POST /api/evaluations/[id]/release': 'write up, release and print hand-outs',
  'GET /api/pictures/[sha256]': 'write up, release and print hand-outs',

  'GET /campers/[bib]/card': 'see the camp and the plan of the day',
  'GET /check-in': 'check campers in',
  'GET /api/gate': 'check campers in',
  'PUT /api/check-ins/[id]': 'check campers in',
  'PUT /api/campers/[id]/late': 'check campers in',
  // Lifting and allowing are for the lead: `recordCare` asks for each kind of entry.
  'PUT /api/care/[id]': 'count throws',
  'PUT /api/mounds/[device]': 'count throws',

  'GET /day-plan': 'see the camp and the plan of the day',
  'GET /day-plan/print': 'see the camp and the plan of the day',
  'GET /api/day-plan/[day]': 'see the camp and the plan of the day',
  'GET /api/day-plan/[day]/plan.csv': 'see the camp and the plan of the day',
  'GET /api/day-plan/[day]/plan.ics': 'see the camp and the plan of the day',
  'POST /api/day-plan/[day]/solve': 'plan the day',
  'POST /api/day-plan/[day]/move': 'plan the day',
  'POST /api/day-plan/[day]/later': 'plan the day',

  'GET /roster': 'keep the roster and the consents',
  'GET /roster/import': 'keep the roster and the consents',
  'POST /api/roster/import': 'keep the roster and the consents',
  'GET /api/roster.csv': 'keep the roster and the consents',
  'POST /api/campers': 'keep the roster and the consents',
  'PUT /api/campers/[id]': 'keep the roster and the consents',
  'POST /api/campers/[id]/consents': 'keep the roster and the consents',
  'POST /api/campers/[id]/same-child': 'keep the roster and the consents',
  'PUT /api/campers/[id]/withdrawal': 'keep the roster and the consents',
  'GET /api/campers/[id]/everything.zip': 'export or erase a child',
  'POST /api/campers/[id]/erasure': 'export or erase a child',

  'GET /settings': 'set up camps',
  'GET /api/openapi.json': 'set up camps',
  'PUT /api/settings': 'set up camps',
  'PUT /api/footage': 'set up camps',
  // To make another camp is a right of its own: the functions that these routes call ask for it.
  'POST /api/camps': 'set up camps',
  'PUT /api/organisation': 'set up camps',
  'PUT /api/staff/[id]/makes-camps': 'keep the staff',
  'GET /staff': 'keep the staff',
  'POST /api/staff': 'keep the staff',
  'PATCH /api/staff/[id]': 'keep the staff',
  'POST /api/staff/[id]/reset': 'keep the staff',
  'GET /outbox': 'read the outbox',
  'PATCH /api/messages/[id]': 'read the outbox',
  'PUT /api/mail': 'set up camps',
  'POST /api/mail/test': 'set up camps',
};

/** Whether somebody may use a route: null for nobody signed in. HEAD is read as GET. */
export function mayUse(method: string, pattern: string, role: Role | null): 'yes' | 'sign in' | 'no' {
  const access = ROUTES[`${method === 'HEAD' ? 'GET' : method} ${pattern}`];
  if (access === 'anyone') return 'yes';
  if (role === null) return 'sign in';
  if (access === undefined) return 'no';
  return access === 'staff' || (DUTIES[access] as readonly Role[]).includes(role) ? 'yes' : 'no';
}

export const may = (role: Role, duty: Duty): boolean => (DUTIES[duty] as readonly Role[]).includes(role);
