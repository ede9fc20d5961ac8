import type { CautionId, Rung } from '../formats/catalog.js';
import { placeKey } from './ladders.js';

/** What makes a class move easier. */
export const OPERATORS = {
  'bend-knees': 'bend the knees',
  'half-range': 'half range',
  reset: 'one rep, then set again on the floor',
  'one-leg': 'one leg',
  'opposite-limbs': 'opposite arm and leg',
  'hand-support': 'a hand supports',
  'raised-surface': 'hands on a raised surface',
  slower: 'slower, no jump',
  'head-down': 'head down or cradled',
  'feet-down': 'feet on the floor',
  'no-turn': 'no turn',
} as const;
export type Operator = keyof typeof OPERATORS;

/** Why a version is made easier: a caution, or a back that is tight today. */
export const REASONS = [
  'low-back',
  'tight-back',
  'neck',
  'shoulder',
  'wrist',
  'knee',
  'heavier',
  'beginner',
  'pregnancy',
  'abdominal-wall',
  'osteoporosis',
  'hip',
  'blood-pressure',
] as const;
export type Reason = (typeof REASONS)[number];

export interface EasierVersion {
  operators: readonly Operator[];
  /** `family/rung`: the concrete version, or a substitute of the same kind. */
  to: string;
}

const easier = (to: string, ...operators: Operator[]): EasierVersion => ({ to, operators });
const SMALL_CRUNCH = easier('class-moves/crunch-cradled', 'half-range', 'head-down');
const BRACE = easier('class-moves/brace-head-down', 'half-range', 'head-down', 'feet-down');
const SMALL_CURL = easier('class-moves/reverse-curl-small', 'bend-knees', 'half-range', 'head-down');
const BENT_LOWER = easier('class-moves/leg-lower-bent', 'bend-knees', 'half-range', 'one-leg');
const HIGH_FLUTTER = easier('class-moves/flutter-high', 'one-leg', 'half-range', 'hand-support', 'slower');
const BENT_V = easier('class-moves/v-up-bent', 'bend-knees', 'half-range', 'opposite-limbs');
const RAISED_DRIVE = easier('class-moves/knee-drive-raised', 'raised-surface', 'slower');
/** Nobody lies flat or loads the front for long: the same bracing on hands and knees, raised where the wrists ask for it. */
const ON_ALL_FOURS = easier('all-fours/raised-hands', 'raised-surface', 'slower');
const SLIDES = easier('bird-dog/leg-slides', 'slower', 'one-leg');

type Row = Readonly<Record<Reason, EasierVersion>>;
const row = (base: EasierVersion, over: Partial<Row> = {}): Row =>
  ({
    ...Object.fromEntries(REASONS.map((reason) => [reason, base])),
    pregnancy: ON_ALL_FOURS,
    'abdominal-wall': BRACE,
    osteoporosis: BRACE,
    ...over,
  }) as Row;

/** Each class move and each reason: what is made easier, and the version that comes of it. */
export const EASIER: Readonly<Record<string, Row>> = {
  'class-moves/crunch': row(SMALL_CRUNCH, {
    'low-back': BRACE,
    'tight-back': easier('class-moves/crunch-cradled', 'half-range', 'reset'),
    wrist: easier('class-moves/crunch-cradled', 'half-range'),
  }),
  'class-moves/reverse-curl': row(SMALL_CURL, { 'low-back': SMALL_CURL, hip: BRACE }),
  'class-moves/side-crunch': row(easier('class-moves/side-crunch-supported', 'half-range', 'hand-support'), {
    neck: BRACE,
    'low-back': easier('class-moves/side-crunch-supported', 'half-range', 'hand-support', 'no-turn'),
  }),
  'class-moves/leg-lower': row(BENT_LOWER),
  'class-moves/flutter': row(HIGH_FLUTTER, { 'low-back': BENT_LOWER, hip: BENT_LOWER, 'abdominal-wall': BRACE }),
  'class-moves/sit-up': row(easier('class-moves/crunch', 'half-range', 'feet-down'), {
    'low-back': easier('class-moves/crunch', 'half-range', 'feet-down'),
    neck: SMALL_CRUNCH,
    beginner: SMALL_CRUNCH,
  }),
  'class-moves/v-up': row(BENT_V, { neck: BENT_LOWER, hip: BENT_LOWER }),
  'class-moves/knee-drive': row(RAISED_DRIVE, {
    pregnancy: SLIDES,
    'abdominal-wall': SLIDES,
    osteoporosis: RAISED_DRIVE,
  }),
  'class-moves/climber': row(RAISED_DRIVE, { pregnancy: SLIDES, 'abdominal-wall': SLIDES, osteoporosis: RAISED_DRIVE }),
};

/** A caution as the reason of the table. */
const AS_REASON: Partial<Record<CautionId, Reason>> = {
  'low-back': 'low-back',
  neck: 'neck',
  shoulder: 'shoulder',
  wrist: 'wrist',
  knee: 'knee',
  'heavier-or-beginner': 'beginner',
  pregnancy: 'pregnancy',
  'abdominal-wall': 'abdominal-wall',
  osteoporosis: 'osteoporosis',
  hip: 'hip',
  'blood-pressure': 'blood-pressure',
};

/** The row of a move for a caution; undefined where the table has none. */
export const easierBy = (move: Pick<Rung, 'family' | 'id'>, caution: CautionId): EasierVersion | undefined => {
  const reason = AS_REASON[caution];
  return reason && EASIER[placeKey(move)]?.[reason];
};
