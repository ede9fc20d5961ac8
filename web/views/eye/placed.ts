/** Points on a picture as a record, the order in which a placing check shows its pictures, and what a draft of a round holds. */
import { z } from 'zod';
import { OBSERVATION_FORMAT, type Observation } from '../../../core/formats/observation.js';
import {
  judgedPictureSchema,
  placedTwiceSchema,
  tappedHoldSchema,
  type Dealt,
  type PictureItem,
} from '../../../core/formats/eye.js';
import { layingSchema, type Handles } from '../bench/use-points.js';

/** A picture's record while points are laid on it. */
export const observationOf = (
  item: Pick<PictureItem, 'family' | 'rung' | 'athlete'>,
  handles: Handles,
): Observation => {
  const { 'floor-a': a, 'floor-b': b, ...points } = handles;
  return {
    format: OBSERVATION_FORMAT,
    version: 1,
    position: item.family,
    rung: item.rung,
    view: 'side',
    athlete: item.athlete,
    ...(a && b ? { floor: [[...a], [...b]] } : {}),
    frames: [{ t: 0, points: points as Observation['frames'][number]['points'] }],
  };
};

/**
 * Which picture each step of a check shows: all once, then all again in another order, so that none is remembered from a moment ago.
 * @example stepsOf(3) // => [0, 1, 2, 1, 0, 2]
 */
export function stepsOf(pictures: number): number[] {
  const once = Array.from({ length: pictures }, (_, i) => i);
  // Backwards from the middle: none follows itself where there are three or more.
  const middle = Math.floor(pictures / 2);
  const again = once.map((i) => (middle - i + pictures) % pictures);
  return [...once, ...again];
}

/** A picture that is being judged; once what was there has been told, its answer stands. */
export const halfPictureSchema = judgedPictureSchema
  .pick({ faults: true })
  .extend({ degrees: z.number(), sure: judgedPictureSchema.shape.sure.nullable(), told: z.boolean() });
export type HalfPicture = z.infer<typeof halfPictureSchema>;

/** A round that is not sent: its answers, and what is begun of the item after them. Earlier drafts held answers alone. */
export const roundDraftSchema = z.union([
  z.array(z.unknown()).transform((answers): RoundDraft => ({ answers, half: null })),
  z.object({ answers: z.array(z.unknown()), half: z.unknown() }),
]);
export interface RoundDraft {
  answers: unknown[];
  /** Of a hold, its taps once it has ended; of a picture, what was chosen; of a placing, what is laid. Null: nothing. */
  half: unknown;
}
const READ: Record<Dealt['kind'], { whole: z.ZodType; half: z.ZodType }> = {
  holds: { whole: tappedHoldSchema, half: tappedHoldSchema },
  pictures: { whole: judgedPictureSchema, half: halfPictureSchema },
  placing: { whole: placedTwiceSchema.def.items[0], half: layingSchema },
};
/** A draft as far as it can be read: answers all or none, and the half of an item only after them. */
export function readRound(kind: Dealt['kind'], { answers, half }: RoundDraft): RoundDraft {
  const { whole, half: begun } = READ[kind];
  if (!answers.every((a) => whole.safeParse(a).success)) return { answers: [], half: null };
  return { answers, half: begun.safeParse(half).success ? half : null };
}
