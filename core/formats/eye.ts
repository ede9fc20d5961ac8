/** What an eye was shown and what it answered: simulated holds and pictures dealt for practice, kept whole so that the truth can be derived. */
import { z } from 'zod';
import { athleteSchema, eventSchema, pointSchema } from './observation.js';
import { LANDMARKS, SIDE_LANDMARKS } from '../landmarks.js';

export const DEAL_KINDS = ['placing', 'holds', 'pictures'] as const;
export type DealKind = (typeof DEAL_KINDS)[number];

const id = z.string().min(1).max(60);
const place = { family: id, rung: id, athlete: athleteSchema };
const share = z.number().min(0).max(1.2);

/** A fault in a still: how far of the way to its drawn example. */
const stillFault = z.strictObject({ fault: id, share });
/** The same over time: from nought, rising, and gone again where it was mended. */
const heldFault = z.strictObject({
  fault: id,
  share,
  from: z.number().min(0).max(600),
  rise: z.number().min(0.1).max(60),
  mended: z.number().min(0).max(600).nullable(),
});
export type HeldFault = z.infer<typeof heldFault>;

export const pictureItemSchema = z.strictObject({
  ...place,
  faults: z.array(stillFault).max(4),
  camera: z.strictObject({
    distance: z.number().min(1).max(20),
    height: z.number().min(0).max(3),
    offSquare: z.number().min(-45).max(45),
    roll: z.number().min(-20).max(20),
    pixelsPerMetre: z.number().min(100).max(2000),
  }),
});
export type PictureItem = z.infer<typeof pictureItemSchema>;

export const holdItemSchema = z.strictObject({
  ...place,
  seconds: z.number().min(5).max(120),
  faults: z.array(heldFault).max(4),
  /** Where in its breath the body begins, 0–1. */
  breath: z.number().min(0).max(1),
});
export type HoldItem = z.infer<typeof holdItemSchema>;

const items = <T extends z.ZodType>(item: T) => z.array(item).min(1).max(20);
export const dealtSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('placing'), items: items(pictureItemSchema) }),
  z.strictObject({ kind: z.literal('holds'), items: items(holdItemSchema) }),
  z.strictObject({ kind: z.literal('pictures'), items: items(pictureItemSchema) }),
]);
export type Dealt = z.infer<typeof dealtSchema>;

/** Points laid on a picture, px. */
const pointsSchema = z.partialRecord(z.enum(LANDMARKS as [string, ...string[]]), pointSchema);
/** The same picture placed twice, the second time without seeing the first. */
export const placedTwiceSchema = z.tuple([pointsSchema, pointsSchema]);
export type PlacedTwice = z.infer<typeof placedTwiceSchema>;

/** How sure somebody was of what they named. */
export const SURE = ['guess', 'likely', 'sure'] as const;
export type Sure = (typeof SURE)[number];
export const judgedPictureSchema = z.strictObject({
  /** Faults that were named; none: nothing stands out. */
  faults: z.array(id).max(20),
  sure: z.enum(SURE),
  /** The body line, or what else the picture asks for, as it was read by eye, degrees; null where nothing was asked. */
  degrees: z.number().min(-180).max(180).nullable(),
});
export type JudgedPicture = z.infer<typeof judgedPictureSchema>;
export const tappedHoldSchema = z.strictObject({ events: z.array(eventSchema).max(500) });
export type TappedHold = z.infer<typeof tappedHoldSchema>;

export const answeredSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('placing'), answers: items(placedTwiceSchema) }),
  z.strictObject({ kind: z.literal('holds'), answers: items(tappedHoldSchema) }),
  z.strictObject({ kind: z.literal('pictures'), answers: items(judgedPictureSchema) }),
]);
export type Answered = z.infer<typeof answeredSchema>;

const named = z.array(z.object({ fault: id, there: z.boolean(), named: z.boolean() }));
const pair = z.tuple([z.number(), z.number()]);
/** What a round came to: plain figures that stand whatever is changed about positions and limits later. */
export const scoredSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('placing'),
    placings: z.array(z.object({ point: z.enum(SIDE_LANDMARKS), first: pair, again: pair })),
    pictures: z.number(),
  }),
  z.object({
    kind: z.literal('holds'),
    holds: z.array(
      z.object({
        named,
        late: z.array(z.object({ fault: id, by: z.number() })),
        clean: z.object({ true: z.number(), tapped: z.number() }),
        first: z.boolean().nullable(),
      }),
    ),
  }),
  z.object({
    kind: z.literal('pictures'),
    pictures: z.array(z.object({ named, sure: z.enum(SURE), right: z.boolean(), off: z.number().nullable() })),
  }),
]);
export type Scored = z.infer<typeof scoredSchema>;
