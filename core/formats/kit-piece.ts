/** Kit that a version is drawn with, as it lies in a file; what the pieces are is said where they are drawn (`core/body/kit-piece.ts`). */
import { z } from 'zod';
import { EXTRA_LANDMARKS, SIDE_LANDMARKS } from '../landmarks.js';

const near = z.enum([...SIDE_LANDMARKS, ...EXTRA_LANDMARKS, 'vertex', 'lumbar', 'thorax']);
const far = z.enum(['shoulder', 'elbow', 'wrist', 'fingertip', 'hip', 'knee', 'ankle', 'heel', 'toe']);
const spot = z.union([near, z.strictObject({ far }), z.tuple([near, near, z.number().min(-2).max(3)])]);
const metres = z.number().min(-4).max(4);
const point = z.tuple([metres, metres]);
const bears = z.enum(['elbow', 'wrist', 'knee', 'toe', 'heel', 'lowback', 'hip']);

export const kitPieceSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.enum(['wall', 'post']),
    touch: spot,
    side: z.enum(['ahead', 'behind']),
    gap: metres.optional(),
  }),
  z.strictObject({ kind: z.literal('box'), under: spot, ahead: metres.optional(), height: metres.optional() }),
  z.strictObject({
    kind: z.enum(['roller', 'ball']),
    under: spot,
    radius: z.number().positive().max(0.6),
    bears: bears.optional(),
  }),
  z.strictObject({ kind: z.enum(['soft-ball', 'weights', 'bar', 'stick-end']), at: spot, off: point.optional() }),
  z.strictObject({ kind: z.literal('long-roller'), from: spot, to: spot, bears }),
  z.strictObject({ kind: z.enum(['pad', 'towel', 'wedges', 'sliders']), under: spot }),
  z.strictObject({ kind: z.literal('sheet'), at: spot }),
  z.strictObject({
    kind: z.enum(['band', 'strap']),
    from: z.union([spot, z.strictObject({ room: point })]),
    to: spot,
  }),
  z.strictObject({ kind: z.literal('loop'), round: spot, toward: spot }),
  z.strictObject({ kind: z.literal('stick'), from: spot, to: spot, off: metres }),
  z.strictObject({ kind: z.literal('board'), from: spot, to: spot, off: metres, bears }),
  z.strictObject({ kind: z.literal('partner'), at: spot, from: z.number().min(-360).max(360) }),
]);
