/** What classes and their plans say. */

export const blockRow = {
  dragToReorder: 'Drag to reorder',
  moveOfBlock: (at: number): string => `Move of block ${at}`,
  paceOfBlock: (at: number): string => `Pace of block ${at}`,
  ofBlock: (label: string, at: number): string => `${label} of block ${at}`,
  takeOut: (name: string): string => `Take ${name} out`,
  moreOfBlock: (at: number, block: string): string => `More of block ${at}: ${block}`,
  sidesOfBlock: (at: number): string => `Sides of block ${at}`,
  easierVersionFromSecond: 'Easier version from second (empty: none)',
  leadInS: 'Lead-in, s',
  withABandHalf: 'With a band, half the time',
  inPairsOneSpots: 'In pairs, one spots',
  inTurn: 'In turn with the next block',
  breaths: 'Breaths',
  inS: 'In, s',
  outS: 'Out, s',
  upS: 'Up, s',
  pauseS: 'Pause, s',
  downS: 'Down, s',
  atMostS: 'At most, s',
  workS: 'Work, s',
  restS: 'Rest, s',
  rounds: 'Rounds',
};

export const classPage = {
  template: 'Template',
  keepAsATemplate: 'Keep as a template',
  aClass: 'A class of it today',
  runIt: 'Run it',
  cards: 'Cards',
  print: 'Print',
  notKeptYet: 'Not kept yet.',
  everyChangeIsKept: 'Every change is kept.',
  blocks: 'Blocks',
  addABlock: 'Add a block',
  expected: (count: number): string => `Expected (${count})`,
  addAGroup: 'Add a group',
  everybodyOf: 'Everybody of …',
  addSomebody: 'Add somebody',
  typeAName: 'Type a name',
  expectedAlone: 'Expected',
  doesNotCome: (name: string): string => `${name} does not come`,
  kitInTheRoom: 'Kit in the room',
  whoDoesWhat: 'Who does what',
  hasAStopSign: (name: string): string =>
    `${name} has a stop sign: nothing that loads today. Ask the signs again, or let them watch.`,
  bestFound: '(best found)',
  provenBest: '(proven best)',
  lessThanWithout: (unpinned: string): string => `, ${unpinned} less than without what was set by hand`,
  ofMinutesGain: (
    minutes: number,
    minutes2: number,
    total: string,
    provenPart: string,
    unpinnedPart: string,
    kinds: string,
    planes: string,
  ): string => `${minutes} of ${minutes2} minutes · gain ${total} ${provenPart}${unpinnedPart} · ${kinds} · ${planes}`,
  whomToWatch: 'Whom to watch',
  roundFromS: (blockName: string, round: number, at: number): string => `${blockName}, round ${round}, from ${at} s:`,
  fromThe: (from: string): string => `from the ${from}`,
  fromTheSide: 'from the side',
  addMembersAndBlocks: 'Add members and blocks, and it is worked out here.',
  aTemplateHas: 'A template has no names. Make a class of it to see who does what.',
  whenItRan: 'When it ran',
  whatWasNoted: 'What was noted',
  whatWasKept: 'What was kept',
  allClasses: 'All classes',
};

export const classesPage = {
  calendar: 'Calendar',
  newTemplate: 'New template',
  aClassToday: 'A class today',
  isTakenAway: (name: string): string => `“${name}” is taken away.`,
  noClassIsPlanned:
    'No class is planned yet. A plan says who does which version with which kit, and whom to watch when: start with a class today.',
  nonePlanned: 'None planned.',
  aTemplateHasBlocks: 'A template has blocks and kit, and no names.',
  expected: (members: number): string => ` · ${members} expected`,
  minBlocks: (dayPart: string, minutes: number, blocks: number, dayPart2: string): string =>
    `${dayPart}${minutes} min · ${blocks} blocks${dayPart2}`,
  copyToToday: (name: string): string => `Copy ${name} to today`,
  copyToTodayAlone: 'Copy to today',
  takeAway: (name: string): string => `Take ${name} away`,
  takeAwayAlone: 'Take away',
};

export const planTable = {
  whoDoesWhat: 'Who does what',
  whoDoes: 'Who does what in each block',
  then: ', then ',
  otherVersions: (name: string, name2: string, versions: string): string =>
    `${name}, ${name2}: ${versions}. Other versions`,
  setByHand: 'set by hand',
  thenWithShortName: (shortName: string): string => `then ${shortName}`,
  letThePlanChoose: 'Let the plan choose',
  theCoach: 'the coach',
  spots: (turn: string, spotterPart: string): string => `${turn}, ${spotterPart} spots`,
};

export const versionChoices = {
  noVersionIsLeft: 'No version is left for this member here.',
};

export const moves = {
  bothAtOnce: 'Both at once',
  oneSideThen: 'One side, then the other',
  sidesInTurn: 'Sides in turn by round',
  oneTheOtherThen: 'One, the other, then both in turn',
  matMove: 'mat move',
  seconds: 'Seconds',
  breaths: 'Breaths',
  repsWithATempo: 'Reps with a tempo',
  untilTheShapeGoes: 'Until the shape goes',
  newTemplate: 'New template',
  newClass: 'New class',
};
