/** The next step on a ladder in sentences: what, why, and the numbers that the rule used. */
import type { Body } from '../core/body/anthropometry.js';
import type { Catalog } from '../core/catalog/index.js';
import type { Rung } from '../core/formats/catalog.js';
import { rungAt } from '../core/ladder/gates.js';
import { BETWEEN, type Proposal, type StepNumber } from '../core/ladder/next-step.js';
import { missingText, rangeText } from './gates.js';
import { stepText } from './loads.js';
import { cautionName, placeName } from './names.js';
import { fixed, percentText, shortSeconds } from './numbers.js';

export interface ProposalWords {
  says: string;
  /** The in-between step, where one is proposed. */
  step: string | null;
  numbers: { label: string; value: string }[];
}

const LABELS: Readonly<Record<StepNumber['is'], string>> = {
  clean: 'clean',
  'best-clean': 'best clean',
  'working-time': 'working time',
  'usual-break': 'usual break',
  'days-in-four-weeks': 'days in four weeks',
  'trend-a-week': 'trend',
  'sides-apart': 'sides apart',
  'week-against-last': 'week against the last',
  'load-of-the-next': 'load of the next',
  'load-of-the-one-below': 'load of the one below',
  'load-of-the-step': 'step',
  'working-time-a-week-ago': 'a week ago',
  'load-as-set': 'load as set',
};

function numberText({ value, unit }: StepNumber): string {
  switch (unit) {
    case 's':
      return shortSeconds(value);
    case 'reps':
      return `${Math.round(value)} reps`;
    case 'days':
      return String(value);
    case 's-a-week':
      return `${fixed(value)} s a week`;
    case 'reps-a-week':
      return `${fixed(value)} reps a week`;
    case 'share':
      return percentText(value);
    case 'of-this':
      return `${value.toFixed(2)} of this`;
  }
}

function why({ because, cap }: Proposal): string {
  switch (because) {
    case 'gate-passed':
      return 'Gate passed';
    case 'cap-reached':
      return `Clean to the method’s cap of ${cap} s: harder, not longer`;
    case 'gross-fault':
      return 'A gross fault';
    case 'broke-early':
      return 'A lasting break before half of the working time';
    case 'mended-by-cue':
      return 'It broke, and one cue or set-up step mended it';
    case 'broke-early-after-cue':
      return 'A lasting break before half of the working time, even after a cue';
    default:
      return '';
  }
}

/** The sentence, without the sides. */
function sentence(catalog: Catalog, p: Proposal, step: string | null): string {
  const name = (place: string): string => `“${rungAt(catalog, place).name}”`;
  const because = why(p);
  const work = p.reps === null ? `${Math.round(p.seconds)} s` : `${p.reps} ${p.reps === 1 ? 'rep' : 'reps'}`;
  switch (p.kind) {
    case 'leave':
      return p.because === 'pain'
        ? 'Pain: leave this ladder and ask the stop signs before anything that loads it.'
        : 'A caution now leaves this version out: leave this ladder, choose an easier version or ask the person’s professional.';
    case 'easier-week':
      return 'No progress in three weeks of done work: an easier week, about half, then look at the cause again.';
    case 'top':
      return `${because}. This is the top of the ladder: keep it, or choose a goal elsewhere.`;
    case 'between': {
      if (p.rule === 5) return `${because}: the step between, at ${BETWEEN.down} of today: ${step}.`;
      const held =
        p.held?.by === 'caution'
          ? `${name(p.held.next)} is left out for a caution.`
          : `${name(p.held!.next)} is too far a step.`;
      return `${because}. ${held} The step between, at ${BETWEEN.up} of today: ${step}.`;
    }
    case 'first':
      return p.held?.by === 'range'
        ? `${because}, but ${name(p.held.next)} first asks for range: ${p.held.ranges.map((r) => rangeText(catalog, r)).join('; ')}. Range work comes first.`
        : `${because}, but ${name(p.held!.next)} first asks for ${
            p.held?.by === 'gates' ? p.held.gates.flatMap((g) => g.missing.map(missingText)).join('; ') : ''
          }.`;
    case 'step-up':
      return `${because}: step up to ${name(p.to)}; this one stays as the warm-up or the easy part of a split set.${
        p.check.length > 0 ? ` Check first: ${p.check.map((r) => rangeText(catalog, r)).join('; ')}.` : ''
      }`;
    case 'step-down':
      return `${because}: one rung down, to ${name(p.to)}.`;
    case 'split':
      return p.rest!.reps === null
        ? `${p.because === 'hard-part-clean' ? 'The hard part was clean: split the set again' : 'Stay, or split the set'}: ${p.seconds} s here, the other ${p.rest!.seconds} s at ${name(p.rest!.at)} without stopping; move seconds over each week.`
        : `Stay, or split the set: ${work} here, the other ${p.rest!.reps} at ${name(p.rest!.at)}; move a rep over each week.`;
    case 'lengthen':
      return p.dropSet
        ? `Clean to the target: drop a set before it grows to ${work}, since the week’s load would rise by more than a fifth.`
        : `Clean to the ${p.reps === null ? 'working time: lengthen' : 'last rep: go on'} to ${work}.`;
    case 'stay':
      if (p.held) return `${because}. ${name(p.held.next)} is left out for a caution. Stay here.`;
      if (p.because === 'mended-by-cue') return `${because}: the same again with it, ${work}.`;
      if (p.because === 'lengthened-this-week') return `Clean, and this week has had its rise: stay at ${work}.`;
      if (p.rule === 5)
        return `${because}, and nothing easier on this ladder: ${work}, half of the work, and look at the cause.`;
      return p.because === 'stopped-before-the-time'
        ? 'Stopped before the working time without a break: stay, and hold to the working time next.'
        : `Stay at ${work} until the break moves back.`;
  }
}

/**
 * A proposal in words.
 * @param rung the version it is about, and the body that an in-between step was found for
 */
export function proposalWords(catalog: Catalog, rung: Rung, body: Body, proposal: Proposal): ProposalWords {
  const step = proposal.step && stepText(rung, body, proposal.step);
  const { sides, held, barred } = proposal;
  const says = sentence(catalog, proposal, step);
  return {
    says: sides ? `${says} Weak side first (${sides.weak}), and one set more on it.` : says,
    step,
    numbers: [
      ...(proposal.because === 'pain' ? [{ label: 'pain', value: 'yes' }] : []),
      ...(barred.length > 0
        ? [{ label: 'cautions', value: barred.map((c) => cautionName(catalog, c).toLowerCase()).join(', ') }]
        : []),
      ...proposal.numbers.map((n) => ({ label: LABELS[n.is], value: numberText(n) })),
      ...(held?.by === 'gates'
        ? held.gates.map(({ gate, best }) => ({
            label: placeName(catalog, gate.from),
            value: `best ${shortSeconds(best)} of ${gate.seconds} s`,
          }))
        : []),
    ],
  };
}
