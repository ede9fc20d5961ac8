/** Mutants that must never survive: each breaks a promise that a coach leans on. `put` stands for `find` in the file. */
export const named = [
  {
    name: 'view widening',
    file: 'core/measure/measure.ts',
    find: 'Math.sqrt(variance + unknown) * view.widen',
    put: 'Math.sqrt(variance + unknown)',
  },
  {
    name: 'what is not known of the camera',
    file: 'core/measure/measure.ts',
    find: 'Math.sqrt(variance + unknown)',
    put: 'Math.sqrt(variance)',
  },
  {
    name: 'view widening, its rise',
    file: 'core/measure/view.ts',
    find: 'widen: 1 + clamp(',
    put: 'widen: 1 - clamp(',
  },
  {
    name: 'judge rank sign',
    file: 'core/judge/judge.ts',
    find: 'findingRank(b) - findingRank(a)',
    put: 'findingRank(a) - findingRank(b)',
  },
  {
    name: 'judge rank sign, which measure of a fault stands',
    file: 'core/judge/judge.ts',
    find: 'findingRank(verdict) > findingRank(known)',
    put: 'findingRank(verdict) < findingRank(known)',
  },
  {
    name: 'drift direction',
    file: 'core/hold/hold.ts',
    find: "limit.side === 'above' ? line.perUnit > 0 : line.perUnit < 0",
    put: "limit.side === 'above' ? line.perUnit < 0 : line.perUnit > 0",
  },
  {
    name: 'finding probability in the ranking',
    file: 'core/reason/likelihoods.ts',
    find: 'sure: f.probability',
    put: 'sure: 1',
  },
  {
    name: 'crowded kinds',
    file: 'core/prescribe/choose.ts',
    find: 'crowded(drill.kind) ? CROWDED : 1',
    put: 'crowded(drill.kind) ? 1 : 1',
  },
  {
    name: 'crowded kinds, from three drills on',
    file: 'core/prescribe/choose.ts',
    find: 'weekKinds.length >= 3 &&',
    put: 'weekKinds.length >= 0 &&',
  },
  { name: 'level-passing raise', file: 'core/statics/load.ts', find: 'passesLevel ?', put: 'false ?' },
  {
    name: 'tilt error',
    file: 'core/measure/measure.ts',
    find: 'squares(floorMoved) * landmarkSd ** 2',
    put: '0',
  },
  {
    name: 'first-to-go order',
    file: 'core/hold/hold.ts',
    find: '].sort((a, b) => a.t - b.t);',
    put: '].sort((a, b) => b.t - a.t);',
  },
  {
    name: 'first-to-go leads among equals',
    file: 'core/evaluate/judge.ts',
    find: 'finding.fault === first ? WENT_FIRST : 0',
    put: '0',
  },
  {
    name: 'three-week span',
    file: 'core/ladder/next-step.ts',
    find: 'const THREE_WEEKS = 21',
    put: 'const THREE_WEEKS = 20',
  },
  {
    name: 'three-week span, longer',
    file: 'core/ladder/next-step.ts',
    find: 'const THREE_WEEKS = 21',
    put: 'const THREE_WEEKS = 22',
  },
  {
    name: 'tie-break',
    file: 'core/reason/rank.ts',
    find: 'b.test.seconds < a.test.seconds',
    put: 'b.test.seconds > a.test.seconds',
  },
];
