/** What happens while a class runs: the clock's turns and what was seen, one event each. Kept by the server and by each device. */
import { z } from 'zod';
import { FELT_SITES } from './catalog.js';

const id = z.string().min(1).max(60);
const member = id;
const second = z.number().min(0, 'must be 0–3600 s').max(3600, 'must be 0–3600 s');
const fault = z.string().min(1).max(60);

/** Which work of the class: the block's round, and which of its sides. */
export const whereSchema = z.strictObject({
  block: id,
  round: z.number().int().min(1).max(20),
  side: z.enum(['one', 'other']).nullable(),
});
export type Where = z.infer<typeof whereSchema>;

/** What an event says. */
const said = [
  z.strictObject({ is: z.literal('start') }),
  z.strictObject({ is: z.literal('pause') }),
  z.strictObject({ is: z.literal('go-on') }),
  /** The clock goes to the start of a part of the timeline, counted from 0. */
  z.strictObject({ is: z.literal('to'), part: z.number().int().min(0).max(5000) }),
  /** The part under way takes longer, s. */
  z.strictObject({ is: z.literal('longer'), seconds: z.number().min(1).max(300) }),
  z.strictObject({ is: z.literal('end') }),
  /** A fault was seen at a second of the work; null: after it, the second is not known. */
  z.strictObject({ is: z.literal('seen'), member, where: whereSchema, fault, t: second.nullable() }),
  /** Watched to the end, and nothing went. */
  z.strictObject({ is: z.literal('clean'), member, where: whereSchema }),
  z.strictObject({ is: z.literal('pain'), member, where: whereSchema, t: second }),
  z.strictObject({ is: z.literal('felt'), member, where: whereSchema, site: z.enum(FELT_SITES) }),
  /** Another version from a round on. */
  z.strictObject({
    is: z.literal('swap'),
    member,
    block: id,
    round: z.number().int().min(1).max(20),
    version: z.string().min(3).max(120),
  }),
  z.strictObject({ is: z.literal('came'), member }),
  z.strictObject({ is: z.literal('left'), member }),
  /** An event is taken back. */
  z.strictObject({ is: z.literal('undo'), of: z.string().max(60) }),
] as const;

/** Turns of the clock. */
export const CLOCK_EVENTS = ['start', 'pause', 'go-on', 'to', 'longer', 'end'] as const;

const [first, ...others] = said;
/** Made by the device, so that one that is sent twice counts once. */
const made = {
  id: z.uuid(),
  /** Epoch ms by the server's clock, as well as the device knows it. */
  at: z.number().int().min(0).max(8.64e15),
};
export const runEventSchema = z.discriminatedUnion('is', [
  first.extend(made),
  ...(others.map((o) => o.extend(made)) as unknown as never[]),
]) as unknown as z.ZodType<RunEvent>;
export type RunSaid = z.infer<(typeof said)[number]>;
export type RunEvent = RunSaid & { id: string; at: number };
/** Events of one class: a coach who taps once a second for an hour makes fewer. */
export const MAX_EVENTS = 5000;
