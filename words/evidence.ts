/** What a coach is asked about a look, in words: one question for every fact that the tables weigh. */
import type { Family, Rung } from '../core/formats/catalog.js';
import { FELT_SITES } from '../core/formats/catalog.js';
import type { Evidence } from '../core/formats/observation.js';
import { SITE_WORDS } from './labels.js';

export interface Question {
  key: keyof Evidence;
  /** What is asked. */
  asks: string;
  answers: readonly { value: string; says: string }[];
}
export interface QuestionGroup {
  name: string;
  questions: readonly Question[];
}

const answers = (of: Record<string, string>): Question['answers'] =>
  Object.entries(of).map(([value, says]) => ({ value, says }));
const sites = FELT_SITES.map((value) => ({ value, says: SITE_WORDS[value] }));
const MENDED = { mended: 'mended it', 'not-mended': 'did not' };

const FELT: Question = { key: 'felt-first', asks: 'Felt first', answers: sites };
const CRAMP: Question = { key: 'cramp', asks: 'Cramp', answers: sites };
const GAP: Question = {
  key: 'back-gap',
  asks: 'Under the low back goes',
  answers: answers({ nothing: 'nothing', fingertips: 'fingertips', 'flat-hand': 'a flat hand', fist: 'a fist' }),
};
const PELVIS: Question = {
  key: 'pelvic-tilt',
  asks: 'Pelvis by eye',
  answers: answers({ forward: 'tipped forward', neutral: 'neutral', back: 'tucked back' }),
};
const BREATH: Question = { key: 'breath', asks: 'Breath', answers: answers({ steady: 'went on', stopped: 'stopped' }) };
const ONSET: Question = {
  key: 'onset',
  asks: 'It went',
  answers: answers({ 'at-once': 'at once', early: 'early', late: 'late' }),
};
const SHAKING: Question = {
  key: 'shaking',
  asks: 'Shaking',
  answers: answers({ early: 'early', late: 'in the last third', none: 'none' }),
};
const CUE: Question = {
  key: 'cue',
  asks: 'One cue',
  answers: answers({ mended: 'mended it', 'mended-for-a-moment': 'for a moment', 'not-mended': 'did not' }),
};
const EASIER: Question = { key: 'easier-version', asks: 'An easier version', answers: answers(MENDED) };
const RAISED: Question = { key: 'raised-surface', asks: 'A raised surface', answers: answers(MENDED) };
const BENT: Question = {
  key: 'straight-against-bent',
  asks: 'Knees straight against bent',
  answers: answers({ 'straight-worse': 'straight is worse', 'both-bad': 'both are bad', same: 'the same' }),
};
const SIDES: Question = {
  key: 'sides',
  asks: 'Left against right',
  answers: answers({ even: 'even', 'left-worse': 'left is worse', 'right-worse': 'right is worse' }),
};

/**
 * The questions of a version, grouped. What the version cannot answer is not asked: no gap under a back that is not on the floor, no
 * raised surface for a body on its back, no bent knees where they are bent.
 * @param hold whether something lasted; a still has no onset, and nothing shakes in it
 */
export function questionsFor(
  family: Pick<Family, 'orientation'>,
  rung: Pick<Rung, 'chordEnd'>,
  hold: boolean,
): QuestionGroup[] {
  const supine = family.orientation === 'supine';
  const prone = family.orientation === 'prone';
  const straight = rung.chordEnd === 'ankle';
  return [
    { name: 'Felt', questions: [FELT, CRAMP, BREATH] },
    { name: 'Seen', questions: [...(supine ? [GAP] : []), PELVIS, ...(hold ? [ONSET, SHAKING] : []), SIDES] },
    { name: 'Tried', questions: [CUE, EASIER, ...(prone ? [RAISED] : []), ...(straight ? [BENT] : [])] },
  ];
}

/** An answer in words; the value itself where it is none of the question's. */
export const answerText = (question: Question, value: string): string =>
  question.answers.find((a) => a.value === value)?.says ?? value;
