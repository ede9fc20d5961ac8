/** What is known of an eye, in words. */
import type { Catalog } from '../core/catalog/index.js';
import type { JudgedPicture, Sure } from '../core/formats/eye.js';
import { bodyOf } from '../core/body/anthropometry.js';
import { lateWithin, type Eye } from '../core/eye/eye.js';
import type { HoldTruth, PictureTruth } from '../core/eye/deal.js';
import { shareWithin, type Rate } from '../core/eye/rates.js';
import type { HoldScore, PictureScore } from '../core/eye/tapping.js';
import { measureDefinition } from '../core/measure/measures.js';
import { faultName } from './names.js';
import { fixed, percentText, secondsText } from './numbers.js';

export const KIND_WORDS = {
  placing: 'Placing check',
  holds: 'Holds',
  pictures: 'Pictures',
} as const;
export const SURE_WORDS: Readonly<Record<Sure, string>> = { guess: 'A guess', likely: 'Likely', sure: 'Sure' };

/** A share with its interval. @example rateText({ hits: 8, of: 10 }) // => '80 % (49 to 94)' */
export function rateText(rate: Rate): string {
  if (rate.of === 0) return 'not yet known';
  const [low, high] = shareWithin(rate).map((x) => Math.round(100 * x));
  return `${percentText(rate.hits / rate.of)} (${low} to ${high})`;
}
/** @example ofText({ hits: 8, of: 10 }) // => '8 of 10' */
export const ofText = ({ hits, of }: Rate): string => `${hits} of ${of}`;

/** @example lateText(-0.24) // => '0.2 s early' */
export const lateText = (seconds: number): string =>
  Math.abs(seconds) < 0.05 ? 'on time' : `${Math.abs(seconds).toFixed(1)} s ${seconds > 0 ? 'late' : 'early'}`;

/** Shoulder to ankle of a body of average height, cm: what shares are told in. */
const LONG = (() => {
  const { trunk, lengths } = bodyOf();
  return 100 * (trunk + lengths.thigh + lengths.shank);
})();
/** A share of the shoulder–ankle distance on a body of average height, cm. */
export const cmOfShare = (share: number): number => share * LONG;
/** The 95 % half-width of a placing error. @example placingText(0.012) // => '± 3.2 cm' */
export const placingText = (share: number): string => `± ${(1.96 * cmOfShare(share)).toFixed(1)} cm`;

/** Where a point usually lies. @example whereText([0, 0.012]) // => '1.6 cm too high' */
export function whereText([head, up]: readonly [number, number]): string {
  const told = (share: number, plus: string, minus: string): string[] => {
    const cm = cmOfShare(share);
    return Math.abs(cm) < 0.5 ? [] : [`${Math.abs(cm).toFixed(1)} cm ${cm > 0 ? plus : minus}`];
  };
  return (
    [...told(up, 'too high', 'too low'), ...told(head, 'towards the head', 'towards the feet')].join(', ') ||
    'where it should'
  );
}

/** How far two eyes agree. @example kappaWords(0.85) // => 'almost as one' */
export function kappaWords(kappa: number | null): string {
  if (kappa === null) return 'neither named any';
  if (kappa >= 0.8) return 'almost as one';
  if (kappa >= 0.6) return 'mostly';
  if (kappa >= 0.4) return 'in part';
  return kappa >= 0.2 ? 'little' : 'no more than chance';
}
/** An interval wider than this says nothing. */
const SAYS_NOTHING = 1;
export function kappaText({
  kappa,
  within,
}: {
  kappa: number | null;
  within: readonly [number, number] | null;
}): string {
  if (kappa === null) return kappaWords(kappa);
  if (!within || within[1] - within[0] > SAYS_NOTHING)
    return `${kappaWords(kappa)} so far, on too few to say how surely`;
  return `${kappaWords(kappa)} (${fixed(kappa, 2)}, ${fixed(within[0], 2)} to ${fixed(within[1], 2)})`;
}

/** The error of clean seconds that were tapped, and where it comes from. */
export const tappedText = (eye: Eye | null): string =>
  `± ${lateWithin(eye).toFixed(1)} s, ${eye?.late ? 'as late as this eye taps in practice' : 'as late as an eye is taken to tap'}`;

/** Half a year: a hand changes. */
const OLD_DAYS = 183;
/** Whether a placing check is old, on a day. */
export const isOld = (days: number): boolean => days > OLD_DAYS;

type Faults = Pick<Catalog, 'faults'>;
const list = (catalog: Faults, ids: readonly string[]): string =>
  ids.map((id) => faultName(catalog, id).toLowerCase()).join(', ');

/** A hold that was tapped: a line for each break, for each alarm, and for what came near its limit. */
export function holdTold(catalog: Faults, truth: HoldTruth, { named, late, clean }: HoldScore): string[] {
  const went = named
    .filter((n) => n.there)
    .map(({ fault, named: seen }) => {
      const [first, ...more] = truth.breaks.filter((b) => b.fault === fault);
      const at = `${faultName(catalog, fault)} went at ${secondsText(first!.t)}${more.length > 0 ? ' and again' : ''}`;
      if (!seen) return `${at}: missed.`;
      return `${at}: seen, ${lateText(late.find((l) => l.fault === fault)!.by)}.`;
    });
  const alarms = named.filter((n) => !n.there && n.named).map((n) => n.fault);
  return [
    ...(went.length > 0 ? went : ['Nothing went.']),
    ...(alarms.length > 0 ? [`Tapped and not there: ${list(catalog, alarms)}.`] : []),
    ...(truth.open.length > 0 ? [`Near its limit, so either answer is right: ${list(catalog, truth.open)}.`] : []),
    `Clean ${secondsText(clean.true)}; by your taps ${secondsText(clean.tapped)}.`,
  ];
}

/** A picture that was judged by eye. */
export function pictureTold(
  catalog: Faults,
  truth: PictureTruth,
  { degrees }: JudgedPicture,
  { named, right }: PictureScore,
  line: { id: string; value: number } | null,
): string[] {
  const missed = named.filter((n) => n.there && !n.named).map((n) => n.fault);
  const alarms = named.filter((n) => !n.there && n.named).map((n) => n.fault);
  return [
    right ? 'Right.' : 'Not quite.',
    truth.there.length > 0 ? `There: ${list(catalog, truth.there)}.` : 'Nothing stands out in it.',
    ...(missed.length > 0 ? [`Not named: ${list(catalog, missed)}.`] : []),
    ...(alarms.length > 0 ? [`Named and not there: ${list(catalog, alarms)}.`] : []),
    ...(truth.open.length > 0 ? [`Near its limit, so either answer is right: ${list(catalog, truth.open)}.`] : []),
    ...(line && degrees !== null
      ? [
          `${measureDefinition(line.id).name} ${fixed(line.value, 0)}°; you read ${fixed(degrees, 0)}°, ${fixed(Math.abs(degrees - line.value), 0)}° off.`,
        ]
      : []),
  ];
}
