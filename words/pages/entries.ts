/** What the library says of its entries, read and edited. */

export const causeEntry = {
  beforeAnythingIsKnown: (prior: number): string =>
    `Before anything is known it is taken to be there in ${prior} of 100 people with a fault; an assumption.`,
  evidence: 'Evidence',
  drillsThatAnswerIt: 'Drills that answer it',
  of: (causes: number): string => `(${causes} of 3)`,
};

export const causeFields = {
  thereBeforeAnything: 'There before anything is known',
  ofAHundredPeople:
    'Of a hundred people of this hall who show some fault, in how many this cause is there, alone or with others. Twice as many makes it about twice as likely wherever it is possible, until evidence speaks.',
};

export const cautionFields = {
  whatChangesInWords: 'What changes, in words',
  leaveOut: 'Leave out with this caution',
  leaveOneMoreOut: 'Leave one more out …',
  leaveOutAlone: 'Leave out',
  leftOutWithIt: (count: number): string => `Left out with it: ${count}`,
  allow: (referenceName: string): string => `Allow ${referenceName}`,
  allowAlone: 'Allow',
  allowedAgainstTheShipped: (allows: string): string => `Allowed against the shipped table: ${allows}.`,
  drill: (name: string): string => `Drill: ${name}`,
  test: (name: string): string => `Test: ${name}`,
};

export const drillEntry = {
  spaceMin: (
    phase: string,
    place: string,
    plane: string,
    words: string,
    words2: string,
    minutes: number,
    countPart: string,
  ): string => `${phase} · ${place} · ${plane}, ${words} · space: ${words2} · ${minutes} min${countPart}`,
  dose: 'Dose:',
  sizedForEachBody: 'Sized for each body:',
  breath: 'Breath:',
  checkYourself: 'Check yourself:',
  watchFor: 'Watch for:',
  answers: 'Answers:',
  of: (weight: number): string => `(${weight} of 3)`,
  easier: 'Easier:',
  harder: 'Harder:',
  notWith: (excludedBy: string): string => `Not with: ${excludedBy}.`,
};

export const drillFields = {
  dose: 'Dose',
  howKitPositionsCauses: 'How, kit, positions, causes and cautions: as in the drill it is a copy of',
  howALine: 'How, a line a step',
  checkYourself: 'Check yourself',
  breath: 'Breath',
  phase: 'Phase',
  kitWithCommas: 'Kit, with commas',
  plane: 'Plane',
  positionsItIsFor: 'Positions it is for',
  causesItAnswers: 'Causes it answers, how strongly',
  notWithTheseCautions: 'Not with these cautions',
  itsFigure: (drillName: string): string => `Its figure is that of “${drillName}”.`,
};

export const faultEntry = {
  inEachPosition: 'In each position',
  in: (name: string, familyName: string): string => `${name} in ${familyName}`,
  mendItOneStep: 'Mend it, one step at a time',
  pointsTo: 'Points to:',
};

export const faultFields = {
  onThePad: 'On the pad',
  whatIsSeen: 'What is seen',
  riskIfTrained: 'Risk if trained',
  mendSequence: 'Mend sequence',
  kindOfStep: (i: number): string => `Kind of step ${i}`,
  wordsOfStep: (i: number): string => `Words of step ${i}`,
  takeStepAway: (i: number): string => `Take step ${i} away`,
  oneMoreStep: 'One more step',
};

export const limitEntry = {
  countedFromWhatWas: ', counted from what was declared',
  countedFromTheVersions: ', counted from the version’s own pose on this body',
  only: (rungs: string): string => `; only: ${rungs}`,
  theLimit: (name: string, unit: string, side: string, fromPart: string, rungsPart: string): string =>
    `${name} (${unit}), ${side} the limit${fromPart}${rungsPart}.`,
  for: 'For',
  everyMethod: 'every method',
  notJudged: 'not judged',
};

export const limitFields = {
  theseIsSlightClear: (faultName: string, words: string, side: string): string =>
    `, ${faultName}: ${words} ${side} these is slight, clear, gross.`,
  everyMethod: 'every method',
  notJudged: 'not judged',
};

export const methodEntry = {
  holdsUpToS: (cap: number): string => `Holds up to ${cap} s, then harder instead of longer.`,
};

export const methodFields = {
  holdsUpToS: 'Holds up to, s',
  inASentence: 'In a sentence',
  spineTarget: 'Spine target',
  trunkEffort: 'Trunk effort',
  lowBack: 'Low back on the floor',
  breath: 'Breath',
  repeatedTrunkBending: 'Repeated trunk bending',
  pelvisInACurl: 'Pelvis in a curl',
  leanInAPlank: 'Lean in a plank',
  shoulderBlades: 'Shoulder blades',
  head: 'Head',
  holdStrategy: 'Hold strategy',
  base: 'Base',
  correcting: 'Correcting',
  endOfASet: 'End of a set',
  pelvisCue: 'Pelvis cue',
  repsOrHolds: 'Reps or holds',
};

export const ofHundred = {
  of: (label: string): string => `${label}, of 100`,
};

export const padFields = {
  padsAtOnceLikeliest: 'Pads at once, likeliest first',
  faultsThatAPerson: 'Faults that a person showed before still come first for them.',
  behindMore: (faultName: string): string => `${faultName} behind more`,
  behindMoreAlone: 'Behind more',
  behindMoreHeading: 'Behind “more”',
  show: (name: string): string => `${name}: show`,
};

export const positionEntry = {
  lookedAtFromDefault: (views: string, name: string): string => `Looked at from: ${views}. Default method: ${name}.`,
  base: ' (base)',
  faults: 'Faults:',
};

export const testEntry = {
  noKit: ' · no kit',
  seconds: (seconds: number, countPart: string): string => `${seconds} seconds${countPart}`,
  positive: 'Positive:',
  speaksFor: 'Speaks for:',
  speaksAgainst: 'Speaks against:',
  positiveInOfPeople: (positive: number, causeName: string, base: number): string =>
    `Positive in ${positive} of 100 people with ${causeName} alone, in ${base} of 100 with none of its causes; assumptions.`,
  notWithStop: (excludedBy: string): string => `Not with: ${excludedBy}. Stop at any pain.`,
};

export const testFields = {
  positiveWhereTheCause: 'Positive where the cause is there',
  ofAHundredPeople: (causeName: string): string =>
    `Of a hundred people with ${causeName} alone, in how many the test is positive. The nearer to a hundred, the more a negative answer says.`,
  positiveWhereNone: 'Positive where none is there',
  ofAHundredPeopleWithNone:
    'Of a hundred people with none of the causes that it is for, in how many it is positive all the same. The nearer to nought, the more a positive answer says. Must be less than the figure above.',
};
