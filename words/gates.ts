/** What a gate asks for and what is missing, and why a forecast says nothing. */
import type { Gate } from '../core/catalog/ladders.js';
import type { NoForecast } from '../core/ladder/forecast.js';
import type { Missing } from '../core/ladder/gates.js';
import type { GateHere } from '../core/ladder/places.js';
import type { Catalog } from '../core/catalog/index.js';
import type { RangeStatus } from '../core/ladder/range.js';
import { siteText } from './labels.js';
import { testName } from './names.js';

/** @example missingText({ is: 'seconds', more: 9, wanted: 40 }) // => '9 s more, 40 s clean' */
export function missingText(missing: Missing): string {
  switch (missing.is) {
    case 'seconds':
      return `${missing.more.toFixed(0)} s more, ${missing.wanted} s clean`;
    case 'reps':
      return `${missing.more} ${missing.more === 1 ? 'rep' : 'reps'} more, ${missing.wanted} clean`;
    case 'set-up':
      return 'held on an easier set-up than this version’s own';
    case 'undecided':
      return 'what decides this position was not judged';
    case 'reopened':
      return 'passed before, but a gross fault or an early break since opens it again';
    case 'expired':
      return 'passed more than six weeks ago: show it again';
    case 'felt':
      return `not felt first in the ${siteText(missing.site)}`;
    case 'worst':
      return `nothing worse than ${missing.worst}`;
    case 'sets':
      return `${missing.more} more of ${missing.wanted} sets in one day`;
    case 'days':
      return `${missing.more} more of ${missing.wanted} days`;
    case 'held':
      return missing.gate.says;
    case 'measure':
      return missing.gate.measure!.says;
  }
}

/** A gate in one sentence. */
export function gateText(gate: Gate): string {
  const sets = gate.sets > 1 ? `${gate.sets} × ` : '';
  const days = gate.days > 1 ? `, on ${gate.days} days` : '';
  const felt = gate.notFelt.length > 0 ? `, not felt first: ${gate.notFelt.map(siteText).join(', ')}` : '';
  const work = gate.reps === null ? `${gate.seconds} s clean` : `${gate.reps} clean reps`;
  return `${sets}${work}, nothing worse than ${gate.worst}${days}${felt}.`;
}

/** A gate as the person themselves reads it: what to show, and the best so far. */
export function nextGateText({ rung, gate, status }: GateHere): string {
  if (status.passed) return `${rung.name} is shown. Your coach says what comes after it.`;
  const unit = gate.reps === null ? 's' : 'reps';
  const sets = gate.sets > 1 ? `${gate.sets} times ` : '';
  const days = gate.days > 1 ? ` on ${gate.days} days` : '';
  const best = status.best > 0 ? ` Best so far: ${Math.floor(status.best)} ${unit}.` : '';
  return `${rung.name}, ${sets}${gate.reps ?? gate.seconds} ${unit} clean${days}.${best}`;
}

/** Range that a version asks for, as it is missing or to be checked. */
export function rangeText(catalog: Pick<Catalog, 'tests'>, range: RangeStatus): string {
  if (range.by === 'back')
    return range.is === 'short' ? 'the low back on the floor in this version' : 'does the low back stay on the floor';
  const name = testName(catalog, range.test).toLowerCase();
  const wanted =
    range.atLeast === null
      ? ''
      : ` (${range.atLeast}° wanted${range.got === null ? '' : `, ${Math.round(range.got)}° seen`})`;
  return `${name}${wanted}`;
}

/**
 * Why no date is said.
 * @param dayText a day in the hall's words
 */
export function noForecastText(why: NoForecast, dayText: (iso: string) => string): string {
  switch (why.is) {
    case 'few-sessions':
      return `Cannot say yet: ${why.sessions} of ${why.wanted} sessions.`;
    case 'within-a-week':
      return 'Cannot say yet: the sessions lie within one week.';
    case 'rises-or-levels-off':
      return `Cannot say yet: if it goes on rising as it did, from ${dayText(why.from)}; if it levels off, not. A few more sessions tell.`;
    case 'not-on-this-course':
      return `Will not get there on this course: it leads to about ${Math.round(why.middle)}. Look at the cause, the version or the work.`;
  }
}

/** A gate's amount in short: what a rung says beside its knot. */
export const gateAmountText = (gate: Pick<Gate, 'seconds' | 'reps' | 'sets'>): string =>
  `${gate.sets > 1 ? `${gate.sets} × ` : ''}${gate.reps === null ? `${gate.seconds} s` : `${gate.reps} reps`}`;
/** A gate as a knot. */
export const KNOT_WORDS = { tied: 'passed', loose: 'worked on', shut: 'not opened' } as const;
