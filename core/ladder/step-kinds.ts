/** What a next step can be. */
export const STEP_KINDS = [
  'leave',
  'easier-week',
  'step-up',
  'between',
  'first',
  'step-down',
  'stay',
  'split',
  'lengthen',
  'top',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];
