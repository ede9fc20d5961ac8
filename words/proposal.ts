/** The next step on a ladder in sentences: what, why, and the numbers that the rule used. */
import type { Body } from '../core/body/anthropometry.js';
import type { Catalog } from '../core/catalog/index.js';
import type { Rung } from '../core/formats/catalog.js';
import { rungAt } from '../core/ladder/gates.js';
import { BETWEEN, type Proposal, type StepNumber } from '../core/ladder/next-step.js';
import { missingText } from './gates.js';
import { stepText } from './loads.js';
import { cautionName, placeName } from './names.js';
import { percentText, shortSeconds } from './numbers.js';

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
};

function numberText({ value, unit }: StepNumber): string {
  switch (unit) {
    case 's':
      return shortSeconds(value);
    case 'days':
      return String(value);
    case 's-a-week':
      return `${value.toFixed(1)} s a week`;
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
      return `${because}, but ${name(p.held!.next)} first asks for ${
        p.held?.by === 'gates' ? p.held.gates.flatMap((g) => g.missing.map(missingText)).join('; ') : ''
      }.`;
    case 'step-up':
      return `${because}: step up to ${name(p.to)}; this one stays as the warm-up or the easy part of a split set.`;
    case 'step-down':
      return `${because}: one rung down, to ${name(p.to)}.`;
    case 'split':
      return `Stay, or split the set: ${p.seconds} s here, the other ${p.rest!.seconds} s at ${name(p.rest!.at)} without stopping; move seconds over each week.`;
    case 'lengthen':
      return p.dropSet
        ? `Lengthen to ${Math.round(p.seconds)} s and drop a set: the week’s load would rise by more than a fifth.`
        : `Clean to the working time: lengthen to ${Math.round(p.seconds)} s.`;
    case 'stay':
      if (p.held) return `${because}. ${name(p.held.next)} is left out for a caution. Stay here.`;
      if (p.rule === 5)
        return `${because}, and nothing easier on this ladder: half of the working time, and look at the cause.`;
      return p.because === 'stopped-before-the-time'
        ? 'Stopped before the working time without a break: stay, and hold to the working time next.'
        : `Stay at ${Math.round(p.seconds)} s until the break moves back.`;
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
