import { z } from 'zod';
import { figureFileSchema } from '../formats/figure-records.ts';
import { cocoFileSchema } from '../formats/read-coco-keypoints.ts';
import { rosterRowSchema } from '../roster/roster-row.ts';
import {
  importedSchema,
  jointsReadSchema,
  invitedSchema,
  madeSchema,
  mailSentSchema,
  mailShownSchema,
  outsideAgesSchema,
  resetSchema,
  shownSchema,
} from './answers.ts';
import { agreedLevelKeptSchema, agreedLevelSchema } from './agreed.ts';
import { bibEntrySchema } from './bib-entry.ts';
import {
  campSettingsSchema,
  footageSchema,
  mailSettingsSchema,
  messageFateSchema,
  newCampSchema,
  organisationSchema,
} from './camp-settings.ts';
import {
  camperFactsSchema,
  consentSchema,
  erasedSchema,
  erasureSchema,
  importSchema,
  lateSchema,
  sameChildSchema,
  withdrawalSchema,
} from './camper.ts';
import { careEntrySchema } from './care-entry.ts';
import { checkedInSchema, checkInSchema } from './check-in.ts';
import { list } from './codes.ts';
import {
  changedPlanSchema,
  dayPlanPageSchema,
  daySchema,
  laterSchema,
  moveInPlanSchema,
  solvedPlanSchema,
  solveDaySchema,
} from './day-plan-page.ts';
import { entrySchema, recordedSchema } from './entry.ts';
import { eveningLevelSchema, eveningMadeSchema } from './evening.ts';
import { draftSavedSchema, draftStartedSchema, releasedSchema, saveDraftSchema, startDraftSchema } from './evaluation.ts';
import { camperFilmsSchema, deliverySchema } from './films-page.ts';
import { proposalsSchema } from './proposals-page.ts';
import {
  cameraViewSchema,
  clipsComeFromSchema,
  clipsPlacedSchema,
  cutClipsSchema,
  cutOutSchema,
  droppedFileSchema,
  fileDroppedSchema,
  joinClipSchema,
  placeClipsSchema,
  refilmSchema,
  setAsideSchema,
  splitClipSchema,
  takeOutClipsSchema,
  traySchema,
} from './tray.ts';
import {
  arrivedSchema,
  atMoundSchema,
  moundClaimSchema,
  moundFilmSchema,
  captureScaleKeptSchema,
  captureScaleSchema,
  filmQuerySchema,
  filmStandingSchema,
  filmTakenSchema,
  moveFilmSchema,
  newDeliverySchema,
  removedFilmSchema,
  simulatedFilmSchema,
} from './films.ts';
import { gateListSchema } from './gate-page.ts';
import { campAtWorkSchema, joinSchema, makesCampsSchema, newStaffSchema, signInSchema, staffChangeSchema } from './staff.ts';
import { newPracticeClipSchema, practiceClipMadeSchema, qualificationDecisionSchema, sittingMadeSchema } from './practice.ts';
import {
  campSheetSchema,
  releaseSheetSchema,
  saveSheetDraftSchema,
  sheetDraftKeptSchema,
  sheetEffectSchema,
  sheetReleasedSchema,
  startSheetDraftSchema,
} from './sheet-desk.ts';
import { standingSchema } from './standing.ts';
import { campIdSchema, sheetIdSchema, staffIdSchema } from './ids.ts';

/** What an endpoint takes and what it answers with when all went well. Problems have one form for all: RFC 9457, with a stable code. */
export interface Endpoint {
  /** In words, for whoever reads the list. */
  readonly does: string;
  /** Of the address, behind its `?`. */
  readonly query?: z.ZodObject;
  /** What is in the body: JSON, the fields of a form, or the bytes of a film. */
  readonly body?: z.ZodType;
  readonly form?: z.ZodObject;
  readonly bytes?: true;
  /** Part of a film, by the protocol of resumable uploads. */
  readonly partly?: true;
  /** Headers without which it is not understood. */
  readonly headers?: z.ZodObject;
  readonly status: 200 | 201 | 202 | 204 | 303;
  /** JSON by a schema, a file of a kind, or nothing beside the status. */
  readonly answers: z.ZodType | { readonly file: string } | null;
}

const zip = { file: 'application/zip' } as const;
const csv = { file: 'text/csv' } as const;
/** A number of bytes, as a header has it. */
const digits = z.string().regex(/^\d+$/);
/** A document whose form is published elsewhere. */
const json = z.record(z.string(), z.unknown());
const jpeg = { file: 'image/jpeg' } as const;

/** Every endpoint under `/api`, by method and path as the pages' folders have them. Who may use which stands in `ROUTES` of the server. */
export const ENDPOINTS = {
  'GET /api/health': {
    does: 'Says whether the product and its database answer.',
    status: 200,
    answers: z.object({ ok: z.boolean() }),
  },
  'POST /api/sign-in': { does: 'Signs somebody in.', form: signInSchema, status: 303, answers: null },
  'POST /api/join': {
    does: 'Chooses the password that belongs to an invitation or a reset.',
    form: joinSchema,
    status: 303,
    answers: null,
  },
  'POST /api/sign-out': { does: 'Signs out on this device.', status: 303, answers: null },
  'POST /api/camp-at-work': {
    does: 'Changes the camp at work on this device.',
    form: campAtWorkSchema,
    status: 303,
    answers: null,
  },
  'GET /api/live': {
    does: 'Tells an open page what has changed at its camp, as server-sent events: what about, and of which camper.',
    query: z.object({ camp: campIdSchema }),
    status: 200,
    answers: { file: 'text/event-stream' },
  },
  'GET /api/openapi.json': {
    does: 'This list, by the OpenAPI Specification.',
    status: 200,
    answers: z.looseObject({ openapi: z.literal('3.1.0') }),
  },

  'GET /api/campers': {
    does: 'Lists every camper with the page where his work goes on.',
    status: 200,
    answers: list(bibEntrySchema),
  },
  'POST /api/campers': { does: 'Adds a camper.', body: rosterRowSchema, status: 201, answers: madeSchema },
  'PUT /api/campers/[id]': { does: 'Changes the facts of a camper.', body: camperFactsSchema, status: 200, answers: madeSchema },
  'POST /api/campers/[id]/consents': {
    does: 'Writes down what a family has answered about filming.',
    body: consentSchema,
    status: 201,
    answers: consentSchema,
  },
  'POST /api/campers/[id]/same-child': {
    does: 'Asks other camps whether they know a child, or answers.',
    body: sameChildSchema,
    status: 200,
    answers: sameChildSchema,
  },
  'PUT /api/campers/[id]/withdrawal': {
    does: 'Takes a camper off the camp, or back.',
    body: withdrawalSchema,
    status: 200,
    answers: withdrawalSchema,
  },
  'PUT /api/campers/[id]/late': { does: 'Notes that a camper comes late.', body: lateSchema, status: 200, answers: lateSchema },
  'GET /api/campers/[id]/everything.zip': { does: 'Everything that is kept about a child.', status: 200, answers: zip },
  'POST /api/campers/[id]/erasure': {
    does: 'Erases everything that the camp keeps about a camper.',
    body: erasureSchema,
    status: 200,
    answers: erasedSchema,
  },
  'GET /api/campers/[id]/films': { does: 'The films of a camper.', status: 200, answers: camperFilmsSchema },
  'GET /api/campers/[id]/proposals': {
    does: 'What the computer proposes for the films of a camper: key frames and joints that nobody has seen.',
    status: 200,
    answers: proposalsSchema,
  },
  'GET /api/campers/[id]/figures.csv': {
    does: 'The measured figures of a camper as a table, long form.',
    status: 200,
    answers: csv,
  },
  'GET /api/campers/[id]/figures.json': { does: 'The same with what each figure is.', status: 200, answers: figureFileSchema },
  'GET /api/figures.schema.json': { does: 'The form of a file of figures, as a JSON Schema.', status: 200, answers: json },
  'GET /api/campers/[id]/joints.json': {
    does: 'The joints of a camper that somebody has placed or confirmed, as COCO keypoints.',
    status: 200,
    answers: json,
  },
  'PUT /api/campers/[id]/joints.json': {
    does: 'Takes joints from COCO keypoints as proposals: on marked key frames of his films, beside what somebody has placed.',
    body: cocoFileSchema,
    status: 200,
    answers: jointsReadSchema,
  },
  'GET /api/clips/[id]/chapters.vtt': {
    does: 'The key frames of a film as chapters beside it.',
    status: 200,
    answers: { file: 'text/vtt' },
  },
  'GET /api/clips/[id]/chalk/[frame].svg': {
    does: 'A frame with what is drawn on it, in pixels of the film.',
    status: 200,
    answers: { file: 'image/svg+xml' },
  },
  'GET /api/clips/[id]/chalk/[frame].png': { does: 'The same as a picture.', status: 200, answers: { file: 'image/png' } },
  'GET /api/clips/[id]/chalk-line.mp4': {
    does: 'A film with its key frames and drawings burnt in.',
    status: 200,
    answers: { file: 'video/mp4' },
  },
  'GET /api/campers/[id]/shown': { does: 'Says whether a child may be shown still.', status: 200, answers: shownSchema },
  'POST /api/roster/import': {
    does: 'Takes the rows of a file: all of them or none.',
    body: importSchema,
    status: 200,
    answers: importedSchema,
  },
  'GET /api/sheet.json': {
    does: 'The checkpoint sheet of the camp as a document, or another version of it.',
    query: z.object({ sheet: sheetIdSchema.optional() }),
    status: 200,
    answers: json,
  },
  'POST /api/sheet-draft': {
    does: 'Begins a draft of the sheet: of the version in use, or of a document.',
    body: startSheetDraftSchema,
    status: 201,
    answers: sheetDraftKeptSchema,
  },
  'PUT /api/sheet-draft': {
    does: 'Keeps the draft of the sheet, whole or not, and says what is to mend.',
    body: saveSheetDraftSchema,
    status: 200,
    answers: sheetDraftKeptSchema,
  },
  'DELETE /api/sheet-draft': { does: 'Throws the draft of the sheet away.', status: 204, answers: null },
  'GET /api/sheet-draft/effect': {
    does: 'What the draft would have changed at this camp and the last one.',
    status: 200,
    answers: sheetEffectSchema,
  },
  'POST /api/sheet-draft/release': {
    does: 'Releases the draft as the next version of the sheet.',
    body: releaseSheetSchema,
    status: 200,
    answers: sheetReleasedSchema,
  },
  'PUT /api/camp-sheet': {
    does: 'Lets the camp use another version of the sheet.',
    body: campSheetSchema,
    status: 200,
    answers: campSheetSchema,
  },
  'GET /api/sheet.schema.json': { does: 'The form of a sheet as a JSON Schema (2020-12).', status: 200, answers: json },
  'GET /api/roster.csv': { does: 'The roster as a table.', status: 200, answers: csv },
  'GET /api/same-page.csv': { does: 'Every level that was given, as a table.', status: 200, answers: csv },

  'GET /api/gate': {
    does: 'The list at the gate as it stands.',
    query: z.object({ day: daySchema.optional() }),
    status: 200,
    answers: gateListSchema,
  },
  'PUT /api/check-ins/[id]': {
    does: 'One check-in, under an id of the device.',
    body: checkInSchema,
    status: 200,
    answers: checkedInSchema,
  },
  'PUT /api/care/[id]': {
    does: 'One entry about an arm, under an id of the device.',
    body: careEntrySchema,
    status: 200,
    answers: standingSchema,
  },

  'POST /api/deliveries': { does: 'Adds a delivery.', body: newDeliverySchema, status: 201, answers: deliverySchema },
  'DELETE /api/deliveries/[id]': { does: 'Takes away a delivery of which nothing is there.', status: 204, answers: null },
  'POST /api/clips': { does: 'Takes a film.', query: filmQuerySchema, bytes: true, status: 202, answers: filmTakenSchema },
  'POST /api/uploads': {
    does: 'Begins to bring a film in parts: tus 1.0, creation; id and camper stand in its Upload-Metadata.',
    headers: z.object({ 'tus-resumable': z.literal('1.0.0'), 'upload-length': digits, 'upload-metadata': z.string() }),
    status: 201,
    answers: null,
  },
  'GET /api/uploads/[id]': { does: 'How much of a film has arrived.', status: 200, answers: arrivedSchema },
  'PATCH /api/uploads/[id]': {
    does: 'Brings the next part of a film: tus 1.0.',
    partly: true,
    headers: z.object({ 'tus-resumable': z.literal('1.0.0'), 'upload-offset': digits }),
    status: 204,
    answers: null,
  },
  'GET /api/stand-in-film': {
    does: 'What the simulated camera shows on a phone that has no camera.',
    status: 200,
    answers: { file: 'video/mp4' },
  },
  'PUT /api/films/[id]': {
    does: 'Says what a film is whose bytes have arrived, under an id of the device.',
    body: moundFilmSchema,
    status: 202,
    answers: filmTakenSchema,
  },
  'PUT /api/mounds/[device]': {
    does: 'Says at which mound a device stands; answers which others do.',
    body: moundClaimSchema,
    status: 200,
    answers: list(atMoundSchema),
  },
  'GET /api/clips/[id]': { does: 'How far a film has come.', status: 200, answers: filmStandingSchema },
  'PATCH /api/clips/[id]': {
    does: 'Says at which rate a film was taken.',
    body: captureScaleSchema,
    status: 200,
    answers: captureScaleKeptSchema,
  },
  'DELETE /api/clips/[id]': { does: 'Removes a film.', status: 200, answers: removedFilmSchema },
  'POST /api/clips/[id]/again': { does: 'Tries a film that has failed once more.', status: 202, answers: null },
  'POST /api/clips/[id]/move': {
    does: 'Moves a film with the work on it.',
    body: moveFilmSchema,
    status: 204,
    answers: null,
  },
  'GET /api/clips/[id]/film': { does: 'The copy of a film for the bench.', status: 200, answers: { file: 'video/mp4' } },
  'GET /api/clips/[id]/frames/[frame]': { does: 'One frame of a film.', status: 200, answers: jpeg },
  'PUT /api/removed-clips/[id]': { does: 'Puts a removed film back.', status: 204, answers: null },
  'DELETE /api/removed-clips/[id]': { does: 'Erases a removed film for good.', status: 204, answers: null },
  'GET /api/clips/[id]/strip': { does: 'Four small pictures of a film in a row.', status: 200, answers: jpeg },
  'GET /api/tray': { does: 'What came in folders, and what each clip most probably shows.', status: 200, answers: traySchema },
  'PUT /api/dropped-files/[id]': {
    does: 'Says what a file of a folder was called, once its bytes have arrived under this id.',
    body: droppedFileSchema,
    status: 202,
    answers: fileDroppedSchema,
  },
  'DELETE /api/dropped-files/[id]': { does: 'Puts away a file that was turned away or has failed.', status: 204, answers: null },
  'POST /api/dropped-files/[id]/again': { does: 'Tries a file that has failed once more.', status: 202, answers: null },
  'PUT /api/cameras/[id]': { does: 'Says from where a camera films.', body: cameraViewSchema, status: 204, answers: null },
  'POST /api/tray/place': {
    does: 'Puts clips under the deliveries that they show.',
    body: placeClipsSchema,
    status: 200,
    answers: clipsPlacedSchema,
  },
  'POST /api/tray/take-out': {
    does: 'Takes clips out of their deliveries, with the work on them.',
    body: takeOutClipsSchema,
    status: 204,
    answers: null,
  },
  'POST /api/tray/come-from': {
    does: 'Says of clips that they come from a game or a family, or from the camp after all.',
    body: clipsComeFromSchema,
    status: 204,
    answers: null,
  },
  'PUT /api/refilms/[id]': {
    does: 'Asks for a camper to be filmed once more.',
    body: refilmSchema,
    status: 204,
    answers: null,
  },
  'DELETE /api/refilms/[id]': { does: 'Takes back that he is to be filmed once more.', status: 204, answers: null },
  'PUT /api/clips/[id]/aside': {
    does: 'Sets a clip aside with the reason, or takes it up again.',
    body: setAsideSchema,
    status: 204,
    answers: null,
  },
  'POST /api/clips/[id]/split': { does: 'Cuts a clip in two.', body: splitClipSchema, status: 200, answers: cutClipsSchema },
  'POST /api/clips/[id]/cut-out': {
    does: 'Makes a clip of a part of a film that runs on.',
    body: cutOutSchema,
    status: 200,
    answers: cutClipsSchema,
  },
  'GET /api/clips/[id]/overview': {
    does: 'A small copy of the film that runs on of which a clip is.',
    status: 200,
    answers: { file: 'video/mp4' },
  },
  'POST /api/clips/[id]/join': {
    does: 'Joins two parts of one film.',
    body: joinClipSchema,
    status: 200,
    answers: cutClipsSchema,
  },
  'DELETE /api/refusals/[id]': { does: 'Puts away that a file was turned away.', status: 204, answers: null },
  'POST /api/simulated-films': {
    does: 'Lets the simulated camera film a view.',
    body: simulatedFilmSchema,
    status: 202,
    answers: z.object({ filming: z.literal(true) }),
  },
  'GET /api/pictures/[sha256]': { does: 'A freeze frame of a hand-out.', status: 200, answers: jpeg },

  'PUT /api/entries/[id]': {
    does: 'One thing entered at the bench, under an id of the device.',
    body: entrySchema,
    status: 200,
    answers: recordedSchema,
  },
  'PUT /api/agreed-levels/[id]': {
    does: 'Proposes, or as the lead decides, the level that holds where coaches differ, under an id of the device.',
    body: agreedLevelSchema,
    status: 200,
    answers: agreedLevelKeptSchema,
  },
  'POST /api/agreed-levels/[id]/agreement': {
    does: 'Agrees to the level that another coach has proposed.',
    status: 200,
    answers: agreedLevelKeptSchema,
  },
  'POST /api/evening-rounds': {
    does: 'Begins a round of the five clips that teach the staff most.',
    status: 201,
    answers: eveningMadeSchema,
  },
  'PUT /api/evening-rounds/[id]/level': {
    does: 'What a coach gives a clip of the round.',
    body: eveningLevelSchema,
    status: 200,
    answers: eveningLevelSchema,
  },
  'POST /api/practice-clips': {
    does: 'Makes a practice clip of a delivery, with its reference levels.',
    body: newPracticeClipSchema,
    status: 201,
    answers: practiceClipMadeSchema,
  },
  'DELETE /api/practice-clips/[id]': { does: 'Takes a practice clip out of the set.', status: 204, answers: null },
  'POST /api/practice-clips/[id]/sittings': {
    does: 'Sits down before a practice clip, or goes on where one was.',
    status: 201,
    answers: sittingMadeSchema,
  },
  'POST /api/sittings/[id]/finish': {
    does: 'Ends a practice clip: its levels stay, and the reference is shown.',
    status: 204,
    answers: null,
  },
  'PUT /api/staff/[id]/qualification': {
    does: 'Decides whether what a coach scores is scored a second time.',
    body: qualificationDecisionSchema,
    status: 200,
    answers: qualificationDecisionSchema,
  },
  'POST /api/evaluations': { does: 'Starts a draft.', body: startDraftSchema, status: 201, answers: draftStartedSchema },
  'PUT /api/evaluations/[id]': { does: 'Saves a draft.', body: saveDraftSchema, status: 200, answers: draftSavedSchema },
  'POST /api/evaluations/[id]/release': { does: 'Releases a draft.', status: 200, answers: releasedSchema },

  'GET /api/day-plan/[day]': { does: 'The plan of a day as it stands.', status: 200, answers: dayPlanPageSchema },
  'GET /api/day-plan/[day]/plan.csv': { does: 'The plan as a table.', status: 200, answers: csv },
  'GET /api/day-plan/[day]/plan.ics': {
    does: 'The sessions of a day for a calendar, or what one person films of them.',
    query: z.object({ staff: staffIdSchema.optional() }),
    status: 200,
    answers: { file: 'text/calendar' },
  },
  'POST /api/day-plan/[day]/solve': {
    does: 'Plans the day, or what is left of it.',
    body: solveDaySchema,
    status: 200,
    answers: solvedPlanSchema,
  },
  'POST /api/day-plan/[day]/move': {
    does: 'Moves one camper by hand.',
    body: moveInPlanSchema,
    status: 200,
    answers: changedPlanSchema,
  },
  'POST /api/day-plan/[day]/later': {
    does: 'Moves everything that has not begun.',
    body: laterSchema,
    status: 200,
    answers: changedPlanSchema,
  },

  'PUT /api/settings': {
    does: 'Keeps the settings of the camp.',
    body: campSettingsSchema,
    status: 200,
    answers: outsideAgesSchema,
  },
  'PUT /api/footage': {
    does: 'Keeps films whose time is over, or says that the clock is right.',
    body: footageSchema,
    status: 200,
    answers: footageSchema,
  },
  'POST /api/camps': { does: 'Makes another camp.', body: newCampSchema, status: 201, answers: madeSchema },
  'PUT /api/organisation': {
    does: 'Names the organisation.',
    body: organisationSchema,
    status: 200,
    answers: organisationSchema,
  },
  'POST /api/staff': { does: 'Invites somebody.', body: newStaffSchema, status: 201, answers: invitedSchema },
  'PATCH /api/staff/[id]': {
    does: 'Changes what somebody is at the camp.',
    body: staffChangeSchema,
    status: 200,
    answers: staffChangeSchema,
  },
  'PUT /api/staff/[id]/makes-camps': {
    does: 'Gives the right to make camps, or takes it.',
    body: makesCampsSchema,
    status: 200,
    answers: makesCampsSchema,
  },
  'POST /api/staff/[id]/reset': { does: 'Makes a link to a new password.', status: 201, answers: resetSchema },
  'PATCH /api/messages/[id]': {
    does: 'Notes what has become of a message.',
    body: messageFateSchema,
    status: 200,
    answers: messageFateSchema,
  },
  'PUT /api/mail': {
    does: 'Keeps the settings of the mail service.',
    body: mailSettingsSchema,
    status: 200,
    answers: mailShownSchema,
  },
  'POST /api/mail/test': { does: 'Sends a test message to who asks.', status: 200, answers: mailSentSchema },
} as const satisfies Readonly<Record<string, Endpoint>>;
export type EndpointName = keyof typeof ENDPOINTS;

type Answered<N extends EndpointName> = (typeof ENDPOINTS)[N]['answers'] extends infer S extends z.ZodType ? z.output<S> : never;

/**
 * What an endpoint has answered, read by its schema: for programs that ask without a page.
 *
 * @throws ZodError for an answer that is not as the endpoint has promised
 * @example readAnswer('POST /api/staff', await answer.json()).link
 */
export const readAnswer = <N extends EndpointName>(endpoint: N, answer: unknown): Answered<N> =>
  (ENDPOINTS[endpoint].answers as unknown as z.ZodType).parse(answer) as Answered<N>;
