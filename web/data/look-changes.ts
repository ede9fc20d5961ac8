/** A change of a look that waited: laid beside what somebody else changed of the same look meanwhile. */
import { lookSchema, type Look, type LookPatch } from '../../api/observations.js';
import { differences, merged, type FieldDifference } from '../../core/studio/merge.js';
import { ask, type Stands } from './conflict.js';

/** A patch with a field for each answer. */
type Flat = Record<string, unknown>;
const ANSWERS = ['evidence', 'tests'] as const;

const flat = (patch: LookPatch): Flat => {
  const { evidence, tests, ...rest } = patch;
  const of = { evidence, tests };
  return {
    ...rest,
    ...Object.fromEntries(
      ANSWERS.flatMap((part) =>
        Object.entries(of[part] ?? {}).map(([key, value]) => [`${part}.${key}`, value ?? null]),
      ),
    ),
  };
};
const patchOf = (fields: Flat): LookPatch => {
  const patch: Record<string, unknown> = {};
  for (const [field, value] of Object.entries(fields)) {
    const [part, key] = field.split('.') as [string, string | undefined];
    if (key === undefined) patch[part] = value;
    else patch[part] = { ...(patch[part] as object | undefined), [key]: value };
  }
  return patch;
};
/** Of a look, the fields that a patch names. */
function fieldsOf(look: Pick<Look, 'note' | 'overrule' | 'marks' | 'observation'>, patch: LookPatch): Flat {
  const { evidence = {}, tests = {} } = look.observation;
  const whole: Flat = { note: look.note, overrule: look.overrule, marks: look.marks };
  const answers: Readonly<Record<string, object>> = { evidence, tests };
  return Object.fromEntries(
    Object.keys(flat(patch)).map((field) => {
      const [part, key] = field.split('.') as [string, string | undefined];
      return [field, key === undefined ? whole[part] : ((answers[part] as Flat)[key] ?? null)];
    }),
  );
}

/** What a patch changes, as it stood when the change was made. */
export const before = (look: Look, patch: LookPatch): LookPatch => patchOf(fieldsOf(look, patch));

/** The look that an answer of the server says stands; null for what is none. */
export const lookIn = (current: unknown): Look | null => lookSchema.safeParse(current).data ?? null;

/** What somebody else changed too of what a patch changes; empty where the patch can go on as it is. */
export const alsoChanged = (patch: LookPatch, was: LookPatch | undefined, now: Look): FieldDifference[] =>
  differences(flat(was ?? {}), flat(patch), fieldsOf(now, patch)).filter((d) => d.by === 'both');

/**
 * Lays both beside each other.
 * @param title whose look it is
 * @returns what is left to be kept; null where nothing was chosen
 */
export async function chooseBetween(
  title: string,
  patch: LookPatch,
  was: LookPatch | undefined,
  now: Look,
): Promise<LookPatch | null> {
  const mine = flat(patch);
  const fields = differences(flat(was ?? {}), mine, fieldsOf(now, patch));
  const stands: Stands<unknown> = {
    value: now,
    version: now.version ?? 0,
    by: now.changedBy ?? null,
    at: now.changedAt ?? null,
  };
  const picks = await ask({ kind: 'look', title, stands, fields });
  if (picks === null) return null;
  const kept = merged(mine, fields, picks);
  // What stays as it stands need not be sent.
  const sent = Object.entries(kept).filter(([field]) => picks[field] !== 'theirs');
  return patchOf(Object.fromEntries(sent));
}
