/** A dose in words, the same on every screen and sheet. */
import type { AnyDose, Dose, Span, WrittenDose } from '../core/formats/dose.js';

/** A range, one number where both are the same. @example spanText([3, 4]) // => '3–4' */
export const spanText = ([least, most]: Span): string => (least === most ? `${least}` : `${least}–${most}`);

export const EACH_WORDS: Readonly<Record<NonNullable<Dose['each']>, string>> = {
  side: 'each side',
  way: 'each way',
  spot: 'a spot',
  position: 'in each position',
};
export const TEMPO_WORDS: Readonly<Record<Extract<Dose['tempo'], string>, string>> = {
  'with-breath': 'with the breath',
  steady: 'steady',
  slow: 'slow',
  controlled: 'controlled, a pause at each end',
  'full-tension': 'full tension',
  'pause-each-step': 'a pause each step',
  even: 'even',
};
/** One of a unit where a set holds a single one. */
const ONE: Partial<Record<Dose['unit'], string>> = {
  reps: 'rep',
  breaths: 'breath',
  steps: 'step',
  pulls: 'pull',
  shapes: 'shape',
  rounds: 'round',
};

function workText({ amount, unit, clean, each, hold, remark }: Dose): string {
  const unitWord = amount?.[1] === 1 ? (ONE[unit] ?? unit) : unit;
  const words = amount
    ? `${spanText(amount)}${'\u00A0'}${clean && unit !== 's' ? 'clean ' : ''}${unitWord}${clean && unit === 's' ? ' clean' : ''}`
    : 'to lost shape';
  return [
    each ? `${words} ${EACH_WORDS[each]}` : words,
    ...(hold ? [`${spanText(hold)}\u00A0s hold`] : []),
    ...(remark ? [remark] : []),
  ].join(', ');
}
function restText(rest: Dose['rest']): string {
  if (rest === null) return 'as needed';
  if (rest[1] === 0) return 'none';
  const minutes = rest.every((s) => s >= 120 && s % 60 === 0);
  return minutes ? `${spanText([rest[0] / 60, rest[1] / 60])}\u00A0min` : `${spanText(rest)}\u00A0s`;
}
function daysText(days: Dose['days']): string {
  if (days === null) return 'as classes run';
  if (days[0] === 7) return 'daily';
  return `${spanText(days)} ${days[1] === 1 ? 'day' : 'days'} a week`;
}

/** A dose's five parts in words; those of a dose that was written as text are what was written. */
export const doseParts = (dose: AnyDose): WrittenDose =>
  'work' in dose
    ? dose
    : {
        sets: spanText(dose.sets),
        work: workText(dose),
        tempo: typeof dose.tempo === 'string' ? TEMPO_WORDS[dose.tempo] : dose.tempo.join('-'),
        rest: restText(dose.rest),
        days: daysText(dose.days),
      };
/** Sets and work, as in `3 × 20–40 s clean`. */
export function setsText(dose: AnyDose): string {
  const { sets, work } = doseParts(dose);
  return `${sets} × ${work}`;
}
/** Sets, work and days. */
export const doseText = (dose: AnyDose): string => `${setsText(dose)}, ${doseParts(dose).days}`;
/** Tempo and rest. */
export function paceText(dose: AnyDose): string {
  const { tempo, rest } = doseParts(dose);
  return `tempo ${tempo} · rest ${rest}`;
}
/** Tempo and rest as somebody reads them who was never told what 2-2-2 is. */
export function plainPaceText(dose: AnyDose): string {
  const { tempo, rest } = doseParts(dose);
  const [out, still, back] = 'work' in dose || typeof dose.tempo === 'string' ? [] : dose.tempo;
  const counted = [
    [out, 's there'],
    [still, 's still'],
    [back, 's back'],
  ].flatMap(([seconds, words]) => (seconds ? [`${seconds} ${words}`] : []));
  return `${counted.length ? counted.join(', ') : `tempo ${tempo}`} · rest ${rest}`;
}
/** The breath: the coach's words where there are some, the drill's by the method else. */
export const breathOf = (dose: AnyDose, own: string): string => ('work' in dose ? own : dose.breath || own);
