/** What a gate asks for and what is missing, and why a forecast says nothing. */
import type { Gate } from '../core/catalog/ladders.js';
import type { NoForecast } from '../core/ladder/forecast.js';
import type { Missing } from '../core/ladder/gates.js';
import { siteText } from './labels.js';

/** @example missingText({ is: 'seconds', more: 9, wanted: 40 }) // => '9 s more, 40 s clean' */
export function missingText(missing: Missing): string {
  switch (missing.is) {
    case 'seconds':
      return `${missing.more.toFixed(0)} s more, ${missing.wanted} s clean`;
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
  return `${sets}${gate.seconds} s clean, nothing worse than ${gate.worst}${days}${felt}.`;
}

export function noForecastText(why: NoForecast): string {
  switch (why.is) {
    case 'few-sessions':
      return `Cannot say yet: ${why.sessions} of ${why.wanted} sessions.`;
    case 'within-a-week':
      return 'Cannot say yet: the sessions lie within one week.';
    case 'no-clear-rise':
      return 'Cannot say: no clear rise over these sessions.';
  }
}
