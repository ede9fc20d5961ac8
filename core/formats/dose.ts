/** A dose as numbers with units: what a sheet, a programme and a clock can count with. */
import { z } from 'zod';

/** What one set is counted in; `s` are seconds, `m` metres. */
export const DOSE_UNITS = ['s', 'reps', 'breaths', 'steps', 'm', 'pulls', 'shapes', 'rounds'] as const;
export const DOSE_EACH = ['side', 'way', 'spot', 'position'] as const;
/** Tempos that are words; a counted one is seconds up or out, of the pause, and down or back. */
export const DOSE_TEMPOS = [
  'with-breath',
  'steady',
  'slow',
  'controlled',
  'full-tension',
  'pause-each-step',
  'even',
] as const;

/** How far somebody is in a position: it chooses within the range of a dose. */
export const LEVELS = ['beginner', 'trained', 'strong'] as const;
export type Level = (typeof LEVELS)[number];

/** From the least to the most; both the same where one number is meant. */
const span = (least: number, most: number, whole = true): z.ZodType<readonly [number, number]> => {
  const one = whole ? z.number().int().min(least).max(most) : z.number().min(least).max(most);
  return z.tuple([one, one]).refine(([a, b]) => a <= b, 'the first number must not be above the second');
};
export type Span = readonly [number, number];

export const doseSchema = z.strictObject({
  sets: span(1, 12),
  /** Of one set, in the unit; null: until the shape is lost. */
  amount: span(1, 600).nullable(),
  unit: z.enum(DOSE_UNITS),
  /** Whether only clean seconds or reps count. */
  clean: z.boolean(),
  each: z.enum(DOSE_EACH).nullable(),
  /** Seconds that every rep, step or shape is held; null: not held. */
  hold: span(1, 60).nullable(),
  tempo: z.union([
    z.enum(DOSE_TEMPOS),
    z.tuple([z.number().min(0).max(20), z.number().min(0).max(20), z.number().min(0).max(20)]),
  ]),
  /** Seconds between sets; null: as needed. */
  rest: span(0, 600).nullable(),
  /** Days a week; null: as classes run. */
  days: span(1, 7).nullable(),
  /** What numbers do not say. */
  remark: z.string().trim().max(80).default(''),
  /** The coach's words in place of the drill's own breath. */
  breath: z.string().trim().max(200).optional(),
});
export type Dose = z.infer<typeof doseSchema>;

/** A dose as it was written before doses were numbers: what is on somebody's sheet is not read anew. */
export const writtenDoseSchema = z.strictObject({
  sets: z.string(),
  work: z.string(),
  tempo: z.string(),
  rest: z.string(),
  days: z.string(),
});
export type WrittenDose = z.infer<typeof writtenDoseSchema>;
export const anyDoseSchema = z.union([doseSchema, writtenDoseSchema]);
export type AnyDose = z.infer<typeof anyDoseSchema>;

/** Two numbers at the start of a text, `8–12`, or one twice. */
const spanIn = (text: string): [number, number] | null => {
  const [, a, b] = /^\D{0,6}?(\d+)(?:\s*[–-]\s*(\d+))?/.exec(text) ?? [];
  return a === undefined ? null : [Number(a), Number(b ?? a)];
};
const WORK = /^(\d+)(?:\s*[–-]\s*(\d+))?\s*(s|reps|breaths|steps|m|pulls|shapes|rounds)?( clean| each side)?$/;
const DAYS: Readonly<Record<string, Span>> = { daily: [7, 7], 'most days': [5, 6] };

/**
 * The numbers of a part of a dose that was once written as text, for a studio's own drills. What no number holds is kept as the
 * remark, so that nothing written is lost.
 */
export function readWritten(written: Partial<WrittenDose>): Partial<Dose> {
  const left: string[] = [];
  const dose: Partial<Dose> = {};
  const { sets, work, tempo, rest, days } = written;
  const count = sets === undefined ? null : spanIn(sets);
  if (count) dose.sets = count;
  else if (sets) left.push(sets);
  if (work !== undefined) {
    const [, a, b, unit, more] = WORK.exec(work.trim()) ?? [];
    if (a !== undefined) {
      dose.amount = [Number(a), Number(b ?? a)];
      dose.unit = (unit as Dose['unit'] | undefined) ?? 'reps';
      dose.clean = more === ' clean';
      dose.each = more === ' each side' ? 'side' : null;
    } else left.push(work);
  }
  if (tempo !== undefined) {
    const counted = /^(\d+)-(\d+)-(\d+)$/.exec(tempo)?.slice(1).map(Number);
    if (counted) dose.tempo = [counted[0]!, counted[1]!, counted[2]!];
    else if ((DOSE_TEMPOS as readonly string[]).includes(tempo)) dose.tempo = tempo as Dose['tempo'];
    else left.push(tempo);
  }
  if (rest !== undefined) {
    const seconds = spanIn(rest);
    const minutes = /min/.test(rest) ? 60 : 1;
    if (seconds) dose.rest = [seconds[0] * minutes, seconds[1] * minutes];
    else if (rest === 'none') dose.rest = [0, 0];
    else dose.rest = null;
  }
  if (days !== undefined) {
    const weekly = DAYS[days] ?? spanIn(days);
    if (weekly) dose.days = weekly;
    else left.push(days);
  }
  const remark = left.join(', ').slice(0, 80);
  return remark ? { ...dose, remark } : dose;
}

const isWritten = (value: unknown): value is Partial<WrittenDose> =>
  typeof value === 'object' &&
  value !== null &&
  Object.values(value).length > 0 &&
  Object.entries(value).every(
    ([key, text]) => key in writtenDoseSchema.shape && (text === undefined || typeof text === 'string'),
  );

/** A drill's own fields of a dose; those written as text before doses were numbers are read. */
export const ownDoseSchema = z.preprocess(
  (value) => (isWritten(value) ? readWritten(value) : value),
  doseSchema.partial(),
);
