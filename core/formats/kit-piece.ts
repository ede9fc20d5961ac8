/** Kit that a pose is drawn with, as data: what it is and where on the figure; `core/body/kit.ts` draws it. Lengths in metres. */
import { z } from 'zod';
import { EXTRA_LANDMARKS, SIDE_LANDMARKS } from '../landmarks.js';

/** Points of a pose that can rest on something. */
export const CONTACT_POINTS = ['elbow', 'wrist', 'knee', 'toe', 'heel', 'lowback', 'hip'] as const;

const near = z.enum([...SIDE_LANDMARKS, ...EXTRA_LANDMARKS, 'vertex', 'lumbar', 'thorax']);
const far = z.enum(['shoulder', 'elbow', 'wrist', 'fingertip', 'hip', 'knee', 'ankle', 'heel', 'toe']);
/** A point of the figure, one of its far side, or one so far from a point to another (0–1, beyond them outside). */
const spot = z.union([near, z.strictObject({ far }), z.tuple([near, near, z.number().min(-2).max(3)])]);
export type Spot = z.infer<typeof spot>;
const metres = z.number().min(-4).max(4);
const point = z.tuple([metres, metres]);
/** The contact of the pose that rests on the piece. */
const bears = z.enum(CONTACT_POINTS);

export const kitPieceSchema = z.discriminatedUnion('kind', [
  /** Something upright that a place touches: ahead of it (to the right) or behind it, so far beyond it. */
  z.strictObject({
    kind: z.enum(['wall', 'post']),
    touch: spot,
    side: z.enum(['ahead', 'behind']),
    gap: metres.optional(),
  }),
  /** A box whose middle is so far ahead of a place, as high as the place less the flesh, or as it says. */
  z.strictObject({ kind: z.literal('box'), under: spot, ahead: metres.optional(), height: metres.optional() }),
  /** Something round on the floor under a place. */
  z.strictObject({
    kind: z.enum(['roller', 'ball']),
    under: spot,
    radius: z.number().positive().max(0.6),
    bears: bears.optional(),
  }),
  /** Something round, or seen from its end, that is held, or lies against the body, so far off a place. */
  z.strictObject({ kind: z.enum(['soft-ball', 'weights', 'bar', 'stick-end']), at: spot, off: point.optional() }),
  /** A long roller under the spine. */
  z.strictObject({ kind: z.literal('long-roller'), from: spot, to: spot, bears }),
  z.strictObject({ kind: z.enum(['pad', 'towel', 'wedges', 'sliders']), under: spot }),
  z.strictObject({ kind: z.literal('sheet'), at: spot }),
  /** A line of tape on the floor under a place: seen from its end, or so long where it runs with the body. */
  z.strictObject({ kind: z.literal('tape'), under: spot, length: z.number().positive().max(4).optional() }),
  /** A band or a strap from a place, or from a point of the room, to a place. */
  z.strictObject({
    kind: z.enum(['band', 'strap']),
    from: z.union([spot, z.strictObject({ room: point })]),
    to: spot,
  }),
  /** A band round a limb: at a place of it, the limb goes on toward another. */
  z.strictObject({ kind: z.literal('loop'), round: spot, toward: spot }),
  /** A stick along the back, over two places. */
  z.strictObject({ kind: z.literal('stick'), from: spot, to: spot, off: metres }),
  /** A sloping board under the back. */
  z.strictObject({ kind: z.literal('board'), from: spot, to: spot, off: metres, bears }),
  /** A partner's hand on a place; the arm comes from so many degrees from ahead. */
  z.strictObject({ kind: z.literal('partner'), at: spot, from: z.number().min(-360).max(360) }),
]);
/** A piece of kit and where it is. */
export type KitPiece = z.infer<typeof kitPieceSchema>;
