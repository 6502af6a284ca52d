import { z } from 'zod';
import { VIEW_IDS } from '../sheet/shape.ts';
import { captureKnownSchema, filmStateSchema, list, viewSchema } from './codes.ts';
import { cameraIdSchema, clipIdSchema, droppedFileIdSchema } from './ids.ts';

/** What a file is whose bytes have come, in parts, to `/api/uploads` under the id in the address. */
export const droppedFileSchema = z.object({
  fileName: z.string().min(1).max(1000),
  /** The folder in which it lay, without what all files that came with it share; empty where there is none. */
  folder: z.string().max(1000),
  bytes: z.number().int().positive(),
  /** When it was changed last, by the clock of its camera. */
  modifiedAt: z.iso.datetime(),
});

const droppedStateSchema = z.enum(['waiting', 'looking', 'taken', 'double', 'refused', 'failed']);
export const fileDroppedSchema = z.object({ id: droppedFileIdSchema, state: droppedStateSchema });

/** Why a clip is set aside. */
export const USELESS_REASONS = ['nobody throws', 'cannot be seen', 'filmed twice', 'not of the camp'] as const;

/** What a clip was filmed at that does not come from the camp. */
export const OCCASIONS = ['game', 'practice', 'home'] as const;
export const PITCHES = ['fastball', 'changeup', 'curveball', 'slider', 'other'] as const;
export const PITCH_RESULTS = ['ball', 'strike'] as const;
export const PITCH_HEIGHTS = ['high', 'middle', 'low'] as const;
/** The side of the throwing arm, or that of the glove. */
export const PITCH_SIDES = ['armSide', 'middle', 'gloveSide'] as const;
export const SPEED_UNITS = ['mph', 'km/h'] as const;

/** Of a clip from a game or from a family: where and when it was filmed, who sent it, and what became of the pitch as far as somebody knows. */
export const clipOriginSchema = z
  .object({
    occasion: z.enum(OCCASIONS),
    filmedOn: z.iso.date(),
    sentBy: z.string().trim().min(1).max(120).nullable(),
    pitch: z.enum(PITCHES).nullable(),
    result: z.enum(PITCH_RESULTS).nullable(),
    height: z.enum(PITCH_HEIGHTS).nullable(),
    side: z.enum(PITCH_SIDES).nullable(),
    /** As somebody measured it, with its unit; both or none. */
    speed: z.number().positive().max(200).nullable(),
    speedUnit: z.enum(SPEED_UNITS).nullable(),
  })
  .refine((o) => (o.speed === null) === (o.speedUnit === null), { message: 'A speed has a unit.', path: ['speedUnit'] });
export type ClipOrigin = z.infer<typeof clipOriginSchema>;

/** Says of some clips of the tray where they come from; null: from the camp. */
export const clipsComeFromSchema = z.object({
  clips: z.array(clipIdSchema).min(1).max(2000),
  origin: clipOriginSchema.nullable(),
});

/** Why somebody is filmed once more. */
export const REFILM_REASONS = ['blurred or too dark', 'not whole in the picture', 'from the wrong place', 'broken off'] as const;

/** Asks for somebody to be filmed once more. */
export const refilmSchema = z.object({
  bib: z.number().int().positive(),
  view: z.enum(VIEW_IDS),
  why: z.string().trim().min(1).max(200),
});

/** Where a clip stands: the delivery, under its throw where one was told. */
const trayPlaceSchema = z.object({
  bib: z.number().int(),
  /** The throw of the ledger; null for one that nobody has told. */
  throwId: z.uuid().nullable(),
  /** The how-manieth of his visit. */
  number: z.number().int(),
  /** The same for the same delivery, whichever camera filmed it. */
  key: z.string(),
});
export type TrayPlace = z.infer<typeof trayPlaceSchema>;

const whySchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('slate'), bib: z.number().int(), at: z.number() }),
  z.object({ kind: z.literal('tap'), seconds: z.number() }),
  z.object({ kind: z.literal('order'), bib: z.number().int(), number: z.number().int() }),
  z.object({ kind: z.literal('camera') }),
  z.object({ kind: z.literal('plan') }),
  z.object({ kind: z.literal('nothing') }),
]);

const trayClipSchema = z.object({
  id: clipIdSchema,
  camera: cameraIdSchema,
  /** Parts of one film have it alike. */
  film: z.uuid(),
  fileName: z.string(),
  /** When it begins, by the clock of the server as far as it is known, milliseconds since 1970; null where nothing says so. */
  at: z.number().nullable(),
  /** How long it lasts, in seconds of real time; null until its frames are counted. */
  seconds: z.number().nullable(),
  frames: z.number().int().nullable(),
  state: filmStateSchema,
  progress: z.number(),
  problem: z.string().nullable(),
  captureKnown: captureKnownSchema,
  /** Which part of its film it is, in seconds of the file; null for the whole of it. Parts can be joined. */
  part: z.object({ from: z.number(), to: z.number() }).nullable(),
  /** How long its film plays, in seconds of the file, where there is a small copy of it to find one's way in; else null. */
  overview: z.number().nullable(),
  /** How much slower its film plays than it was filmed. */
  captureScale: z.number().positive(),
  /** What it most probably shows; null for no delivery, and where nothing can be said. */
  place: trayPlaceSchema.nullable(),
  probability: z.number(),
  others: list(z.object({ place: trayPlaceSchema.nullable(), probability: z.number() })),
  why: list(whySchema),
  /** Where it comes from, where it is not of the camp. */
  origin: clipOriginSchema.nullable(),
  /** What somebody has said that it shows. */
  bound: z
    .object({ bib: z.number().int(), delivery: z.number().int(), view: viewSchema, throwId: z.uuid().nullable() })
    .nullable(),
  /** Why it is set aside. */
  useless: z.string().nullable(),
});
export type TrayClip = z.infer<typeof trayClipSchema>;

const trayCameraSchema = z.object({
  id: cameraIdSchema,
  name: z.string(),
  /** From where it films; null until somebody or its slate says so. */
  view: viewSchema.nullable(),
  /** How far its clock is from that of the server, in seconds, and give or take how many; null where that cannot be told. */
  clock: z.object({ offset: z.number(), sd: z.number() }).nullable(),
  /** Why its clips cannot be told; null where they can. */
  unknown: z.enum(['no-log', 'plan-only', 'several-fits']).nullable(),
});
export type TrayCamera = z.infer<typeof trayCameraSchema>;

const trayFileSchema = z.object({
  id: droppedFileIdSchema,
  fileName: z.string(),
  folder: z.string(),
  state: droppedStateSchema,
  reason: z.string().nullable(),
  progress: z.number(),
});
export type TrayFile = z.infer<typeof trayFileSchema>;

/** What came in folders and is to be sorted. */
export const traySchema = z.object({
  cameras: list(trayCameraSchema),
  /** Of each camera in the order of its own clock. */
  clips: list(trayClipSchema),
  /** Files that wait, are looked at, or were turned away. */
  files: list(trayFileSchema),
  room: z.object({
    /** Bytes that are free for films, and that they take now. */
    free: z.number(),
    used: z.number(),
    /** For how many more clips like those of this camp; null before there is one. */
    clips: z.number().int().nullable(),
  }),
});
export type Tray = z.infer<typeof traySchema>;

export const cameraViewSchema = z.object({ view: z.enum(VIEW_IDS).nullable() });

/** What is said of some clips of the tray at once. */
export const placeClipsSchema = z.object({
  clips: z
    .array(
      z.object({
        id: clipIdSchema,
        bib: z.number().int().positive(),
        /** The throw that it shows; null for one that nobody has told, which is told with it. */
        throwId: z.uuid().nullable(),
        /** The same for clips of the same untold throw. */
        key: z.string().max(200).nullable(),
        /** When it was thrown, by the clock of the server, milliseconds since 1970; null where nobody can say. */
        at: z.number().int().nullable(),
        view: z.enum(VIEW_IDS),
      }),
    )
    .min(1)
    .max(2000),
});
/** What was done; each clip that was not, with the reason. */
export const clipsPlacedSchema = z.object({
  placed: list(clipIdSchema),
  refused: list(z.object({ id: clipIdSchema, reason: z.string() })),
});

export const takeOutClipsSchema = z.object({ clips: z.array(clipIdSchema).min(1).max(2000) });
/** Before which frame a clip is cut in two; what stands in its place. */
export const splitClipSchema = z.object({ frame: z.number().int().positive() });
/** A part of a film that runs on, in seconds of the file. */
export const cutOutSchema = z
  .object({ from: z.number().nonnegative(), to: z.number().positive() })
  .refine((r) => r.from < r.to, { message: 'A part ends behind its begin.', path: ['to'] });
export const joinClipSchema = z.object({ with: clipIdSchema });
export const cutClipsSchema = z.object({ clips: list(clipIdSchema) });
export const setAsideSchema = z.object({ why: z.string().trim().min(1).max(200).nullable() });
