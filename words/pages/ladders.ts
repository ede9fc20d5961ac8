/** What ladders and the lever calculator say. */

export const crossGateItem = {
  asksFor: (passedPart: string, says: string): string => `${passedPart} asks for ${says}`,
  best: (name: string, seconds: string): string => `(${name}, best ${seconds})`,
  changeTheGate: (says: string): string => `Change the gate: ${says}`,
  restoreTheShippedGate: 'Restore the shipped gate',
  cleanS: 'Clean, s',
  outOfForce: 'Out of force',
  keepTheGate: 'Keep the gate',
  sClean: (name: string, setsPart: string, seconds: number): string => `${name}, ${setsPart}${seconds} s clean`,
};

export const fanChart = {
  oneInTenAbove: 'One in ten above',
  oneInTenBelow: 'One in ten below',
  likely: 'Likely',
  reps: (n: number): string => `${n} reps`,
  atTheLast: (amount: string): string => `, ${amount} at the last`,
  byLikelyEightTimes: (day: string, amount: string, amount2: string, amount3: string): string =>
    `by ${day} likely ${amount}, eight times in ten between ${amount2} and ${amount3}; `,
  cleanOfSessions: (
    unitPart: string,
    count: number,
    nowPart: string,
    thenPart: string,
    gate: number,
    unit: string,
  ): string => `Clean ${unitPart} of ${count} sessions${nowPart}; ${thenPart}the gate is ${gate} ${unit}.`,
  gate: (gate: number, unit: string): string => `gate ${gate} ${unit}`,
};

export const giveVersion = {
  giveIt: 'Give it',
  assignThisVersion: 'Assign this version',
};

export const goalPath = {
  skillsToReach: 'Skills to reach',
  noneChosen: 'None chosen.',
  drop: (name: string): string => `Drop ${name}`,
  dropAlone: 'Drop',
  everyGate: 'Every gate on the way is passed.',
  nextToWorkOn: 'Next to work on: ',
  tooFewSessions: 'too few sessions to say how long',
  askedForBy: (placeName: string): string => `; asked for by ${placeName}`,
  andMoreAfterThem: (count: number): string => `and ${count} more after them`,
  skill: 'Skill',
  addASkill: 'Add a skill …',
  lessThanAWeek: 'less than a week to go',
  aboutToGo: (weeks: number, weeksPart: string): string => `about ${weeks} ${weeksPart} to go`,
  ofS: (seconds: string, seconds2: number): string => `${seconds} of ${seconds2} s`,
  ofReps: (best: number, reps: number): string => `${best} of ${reps} reps`,
};

export const kitSizes = {
  kitForThisBody: 'Kit for this body',
  startValuesWhatWorked: 'Start values; what worked comes first.',
  surfaceFor: 'Surface for',
  onTheHands: '% on the hands',
  high: (cm: string): string => `${cm} high`,
  elbowsAheadFor: 'Elbows ahead for',
  more: '% more',
  edgeFor: 'Edge for',
  ofToday: '% of today',
  holdSFirst: 'hold 20 s first',
  creaseBeyond: (cm: string): string => `crease ${cm} beyond`,
  creaseOnTheBlock: (cm: string): string => `crease ${cm} on the block`,
  outOfReach: 'out of reach',
  bandAtTheHips: 'Band at the hips, half of the margin',
  nAbout: (newtons: number, half: string): string => `${newtons} N, about ${half}`,
  blocksForTheSlide: 'Blocks for the slide-through',
  rollersOutBy: 'Rollers, out by',
  apart: (cm: string): string => `${cm} apart`,
  carry: 'Carry',
  level: 'Level',
  aHand: ' a hand',
  aSurfaceHighRollers: (cm: string, cm2: string): string => `A surface ${cm} high, rollers ${cm2} apart`,
  bothHands: 'both hands',
  oneSide: 'one side',
};

export const ladderMap = {
  findOnTheMap: 'Find on the map',
  findAVersion: 'Find a version',
  theMapsSize: 'The map’s size',
  farther: 'Farther',
  nearer: 'Nearer',
  allOfIt: 'All of it',
  leftOut: 'left out',
};

export const ladderRungs = {
  hardestFirst: (name: string): string => `${name}, hardest first`,
  between: 'Between:',
  leftOut: ' · left out',
  here: ' · here',
  beside: ' · beside',
  onYourWay: ' · on your way',
  first: 'first ',
  evenChanceFrom: (day: string): string => `Even chance from ${day}`,
  gate: (knot: string): string => `Gate ${knot}`,
  best: (best: string): string => `, best ${best}`,
  last: (day: string): string => `last ${day}`,
  reps: (best: number): string => `${best} reps`,
};

export const laddersPage = {
  anAverageBody: 'An average body',
  allLadders: 'All ladders',
  theEasiestStands: 'The easiest stands at the bottom. Beside each version you read what to show before the next.',
  ladder: 'Ladder',
  leverCalculator: 'Lever calculator',
  chooseAPerson:
    'Choose a person to see places, gates and loads for their body. The figures shown are an average body’s.',
  theirDetails: 'Their details are not on this device: the figures are an average body’s.',
};

export const leverFigure = {
  ofBodyWeight: (name: string, share: number): string => `${name} ${share} % of body weight`,
  lowBack: 'low back',
};

export const leverPage = {
  leverCalculator: 'Lever calculator',
  anAverageBody: 'An average body',
  figure: 'Figure',
  thisBodyCannotStand: (failed: string): string => `This body cannot stand like that: ${failed}.`,
  outOfBalance: 'Out of balance: the weight does not lie over what carries it. Only speed or a helper holds this.',
  ofThisVersion: (load: string): string => `${load} of this version as it is`,
  of: (load: string, familyName: string, name: string): string => ` · ${load} of ${familyName}, ${name}`,
  ofTodays: (load: string, name: string): string => `${load} of today’s “${name}”`,
  joint: 'Joint',
  ofWeightHeight: 'of weight × height',
  ofTheReference: 'of the reference',
  works: 'works',
  moreThanTwoContacts: 'More than two contacts: how they share the weight is an estimate (least squares). ',
  heightOrWeight: 'Height or weight are not known: figures are an average body’s. ',
  aComparisonOfLoads: (sharedPart: string, knowsBodyPart: string): string =>
    `${sharedPart}${knowsBodyPart}A comparison of loads at rest, not a measure of risk.`,
  findTheStep: 'Find the step',
  ofThisVersionsLoad: 'Of this version’s load',
  ofTodaysLoad: 'Of today’s load',
  find: 'Find',
  steps: 'Steps',
  noSetting: 'No setting of this version gives that load. Try another version.',
  knobs: 'Knobs',
  asItIs: 'As it is',
  lowBack: 'Low back',
  hips: 'Hips',
  shoulders: 'Shoulders',
  knees: 'Knees',
};

export const ownVersion = {
  aVersionOfYour: 'A version of your own',
  plateBandAndEdge: 'Plate, band and edge are kit, not shape: set them back to keep the rest.',
  keepThis: 'Keep this as a version',
  targetS: 'Target, s',
  how: 'How',
  theVersion: 'The version',
};

export const rungPanel = {
  leftOutFor: (barred: string): string => `Left out for: ${barred}.`,
  ofTodays: (against: string, name: string): string => ` · ${against} of today’s “${name}”`,
  turningAndPullingShow: 'Turning and pulling show no lever in the plane: effort grows',
  sameLeverMoreEffort: '; same lever, more effort',
  heightOrWeight: '; height or weight are not known, so this is an average body’s',
  aComparison: (loadPart: string, moreEffortPart: string, knowsBodyPart: string): string =>
    `${loadPart}${moreEffortPart}${knowsBodyPart}. A comparison, not a risk of injury.`,
  moveTheFigure: 'Move the figure',
  hamstringsMeasuredAsked: (measured: number, needed: number, low: number, high: number): string =>
    `Hamstrings: ${measured}° measured, ${needed}° asked for. They may add ${low}–${high} N·m at the hips; a rough band by assumption, range first.`,
  whyIt: (exceptions: string): string => `Why it is no heavier than the one below: ${exceptions}.`,
  gate: 'Gate',
  passedBest: (best: string): string => `Passed. Best ${best}.`,
  notHeldYet: 'Not held yet. ',
  best: (best: string): string => `Best ${best}. `,
  missing: 'Missing:',
  whenTheGateOpens: 'When the gate opens',
  ofSessions: (told: number, count: number): string =>
    `${told} of ${count} sessions are the person’s own word, and count less.`,
  openAlready: 'Open already. ',
  evenChanceFrom: ' Even chance from',
  beyondHalfAYear: 'beyond half a year',
  fourInFiveFrom: ', four in five from',
  aDayThatCannot: 'a day that cannot be said yet',
  reps: 'reps',
  aWeekOver: (slope: string, countedPart: string): string =>
    `${slope} ${countedPart} a week over the next four, if the work is done as it was.`,
  outOfForceHere: (silent: string): string => `Out of force here: ${silent}.`,
  putItBack: 'Put it back',
  placesOnThisLadder: 'Places on this ladder',
  decided: 'Decided',
  rule: (rule: number, reasonPart: string): string => `(rule ${rule}${reasonPart})`,
  repsWithBest: (best: number): string => `${best} reps`,
};

export const stepProposal = {
  nextStep: 'Next step',
  rule: (rule: number): string => `rule ${rule}`,
  by: (by: string, day: string, decisionPart: string, reasonPart: string): string =>
    `by ${by}, ${day}${decisionPart}${reasonPart}`,
  takeItBack: 'Take it back',
  accept: 'Accept',
  decline: 'Decline',
  goTo: 'Go to',
  forS: 'For, s',
  why: 'Why',
  accepted: 'Accepted',
  changed: 'Changed',
  declined: 'Declined',
};
