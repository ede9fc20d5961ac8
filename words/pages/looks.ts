/** What the result of a look says. */

export const answersCard = {
  answers: 'Answers',
  note: 'Note',
  noteOnThisLook: 'Note on this look',
  keepTheNote: 'Keep the note',
  writeANote: 'Write a note',
  changeTheNote: 'Change the note',
};

export const assignDrills = {
  assignedVersionLookAgain: (version: number, day: string): string =>
    `Assigned, version ${version}. Look again ${day}.`,
  theSheet: 'The sheet',
  aCoachAssignsDrills: 'A coach assigns drills.',
  assignTheseDrills: 'Assign these drills',
  assignAgain: 'Assign again',
  from: 'From',
  wordsForTheSheet: 'Words for the sheet',
  inPlaceOfVersion: (version: number, day: string): string => `In place of version ${version} from ${day}`,
  assign: 'Assign',
  chosenByTheCoach: 'chosen by the coach',
  theAssignment: 'The assignment',
  assigned: (count: number, countPart: string): string => `Assigned: ${count} ${countPart}.`,
};

export const carefulCard = {
  noneOnRecord: 'None on record for today.',
  stopOnSharpSpreading:
    'Stop on sharp, spreading or growing pain, numbness, dizziness, chest discomfort, unusual breathlessness or headache. This helps a coach and clears nobody; local rules and licensed practice come first.',
};

export const doseEditor = {
  changeTheDose: 'Change the dose',
  doseOf: (name: string): string => `Dose of ${name}`,
  unit: 'Unit',
  each: 'Each',
  tempo: 'Tempo',
  seconds: (part: string): string => `Seconds ${part}`,
  sOutPauseBack: 's out, pause, back',
  onlyCleanOnesCount: 'Only clean ones count',
  breath: 'Breath',
  inWords: 'In words',
  itsOwnDoseAgain: 'Its own dose again',
  work: 'Work',
  heldEachTime: 'Held each time',
  daysAWeek: 'Days a week',
  emptyToLostShape: 'empty: to lost shape',
  emptyNotHeld: 'empty: not held',
  emptyAsNeeded: 'empty: as needed',
  emptyAsClassesRun: 'empty: as classes run',
};

export const drillList = {
  drillsForIt: 'Drills for it',
  ofMinutes: (minutes: number, minutes2: number): string => `${minutes} of ${minutes2} minutes`,
  noStatedFault: 'No stated fault, so nothing is proposed. Keep and build: choose a version or a drill below.',
  noDrillThatWould:
    'No drill that would help fits the minutes, the kit and the cautions. Give more minutes, or ask the person’s professional first.',
  dragToReorder: 'Drag to reorder',
  howAndWhy: 'How, and why this one',
  breath: 'Breath:',
  checkYourself: 'Check yourself:',
  why: 'Why:',
  keepWhateverElseChanges: (name: string): string => `Keep ${name} whatever else changes`,
  swapForTheNext: (name: string): string => `Swap ${name} for the next best`,
  swap: 'Swap',
  notInThisWeeks: (missing: string): string => `Not in this week’s drills: ${missing}.`,
  addAVersion: 'Add a version or a drill',
  whatElseThere: 'What else there is, and why it was left out',
  take: (drillName: string): string => `Take ${drillName}`,
  takeAlone: 'Take',
  leftOutBecause: (count: number): string => `Left out because of cautions: ${count}`,
  backToTheBest: 'Back to the best choice',
};

export const findingList = {
  howSureBy: (name: string): string => `How sure, by ${name}`,
  nothingToMend: 'Nothing to mend by this method.',
  noFaultWasSeen: 'No fault was seen, but what decides this position was not judged.',
  seenByTheCoach: 'seen by the coach',
  measured: 'measured',
  firstToGoAt: (seconds: string): string => `first to go, at ${seconds}`,
  whereTheNumberComes: 'Where the number comes from',
  below: 'below',
  above: 'above',
  isSlightClearGross: (name: string, measure: string, sidePart: string, limits: string): string =>
    `${name} ${measure}; ${sidePart} ${limits} is slight / clear / gross. The percentage is the chance that the true value lies beyond the limit named.`,
  driftsASecond: (name: string, perSecond: string, seconds: string): string =>
    `${name} drifts ${perSecond} a second; it would have crossed its limit near ${seconds}. `,
};

export const framesClip = {
  theClip: 'The clip',
  itIsKept: 'It is kept by the studio, without sound.',
  deleteTheClip: 'Delete the clip',
  theClipIsDeleted: 'The clip is deleted for good; the numbers stay.',
  deleteIt: 'Delete it',
  itIsBeingSent: 'It is being sent. Leave this page open until it is there.',
  thePointsAreHere: 'The points are here, the clip is not. Choose it to see it with them.',
  shownFromThisDevice: 'Shown from this device.',
  clipOfThisLook: 'Clip of this look',
  chooseTheClip: 'Choose the clip',
  keepIt: 'Keep it with the look',
  noPermissionToKeep: 'No permission to keep clips: it is shown, not kept. Record the permission on the person’s page.',
};

export const framesOut = {
  takeItOut: 'Take it out',
  drawn: 'Drawn',
  stop: 'Stop',
  picturePng: 'Picture (PNG)',
  drawingSvg: 'Drawing (SVG)',
  pointsCocoOrder: 'Points (COCO order)',
  clipWithTheLine: 'Clip with the line',
  aFileThatLeaves:
    'A file that leaves the studio is out of its hands: give it only to the person it shows, unless they agree.',
  thisDeviceCould: 'This device could not make that file.',
};

export const framesPage = {
  theLook: 'The look',
  thisHoldWasWatched: 'This hold was watched: it has no frames.',
  framesWithTheLine: 'Frames with the line',
  theFrameWithIts: 'The frame with its line and what was measured on it',
  whatTheStripShows: 'What the strip shows',
  theClipCannot: 'The clip cannot be shown on this device; the points are.',
  inShort: 'In short',
  seconds: 'seconds',
  reps: 'reps',
  clean: (repsPart: string): string => ` clean ${repsPart}`,
  of: (repsPart: string | number): string => ` of ${repsPart}`,
  setByHand: 'Set by hand',
  at: (seconds: string): string => `at ${seconds}`,
};

export const itemEditor = {
  inTheSession: 'In the session',
};

export const lookHeader = {
  inAClass: 'in a class',
  keptOnThisDevice: ' · kept on this device, not yet sent',
  judgedBy: (name: string): string => `Judged by: ${name}`,
  judgedByLabel: 'Judged by:',
  saveThisLook: 'Save this look as a file',
  takeThisLookOut: 'Take this look out of the history',
  againstTheLookBefore: 'Against the look before',
  againstTheReLook: 'Against the re-look',
};

export const lookPage = {
  thisLookIsTaken: 'This look is taken out of the history.',
  to: (name: string): string => `To ${name}`,
  painEndedThisHold: 'Pain ended this hold: leave this position for now.',
  noteWhatWasSaid:
    'Note what was said, add a caution on the person’s page, and advise a licensed professional before the next load. Chest pain, loss of feeling or control, sudden weakness: urgent help now. Nothing here is a diagnosis.',
  onTheLadder: 'On the ladder',
  lookedAnAssistantAnswers: (by: string): string => `${by} looked. An assistant answers for own looks only.`,
  thisPersonsStopSigns: 'This person’s stop signs and cautions cannot be read now, so nothing is proposed.',
  drillsAreNotProposed: (stopped: string): string =>
    `${stopped} Drills are not proposed until the stop signs are asked again and clear.`,
  thisLookIsKept: 'This look is kept on this device, and the server does not take it. The header says what and why.',
};

export const markList = {
  measureFreely: 'Measure freely',
  angle: 'Angle',
  distance: 'Distance',
  orBetweenNamedPoints: 'Or between named points',
  otherEnd: 'Other end',
  oneEnd: 'One end',
  corner: 'Corner',
  whatWasMeasured: 'What was measured',
  at: (seconds: string): string => ` at ${seconds}`,
  inThePlane: (countPart: string): string => `In the plane in which the body lies. ${countPart}`,
  theOtherEnd: 'the other end',
  theCornerThen: 'the corner, then the other end',
  oneEndTheCorner: 'one end, the corner, the other end',
  tap: (leftPart: string): string => `Tap ${leftPart}.`,
  bothEnds: 'both ends',
};

export const mendGuide = {
  mendIt: (name: string): string => `Mend it: ${name}`,
  thatOneHelpedLook: 'That one helped. Look again to see it in seconds.',
  stepOf: (count: number, count2: number, mend: string): string => `Step ${count} of ${count2} · ${mend}`,
  helpedBefore: 'helped before',
  andHowItShould: (name: string): string => `${name}, and how it should look`,
  didItHelp: 'Did it help?',
  allStepsTriedLeave: 'All steps tried. Leave the position for today and take the drills.',
  stepsLeftOutFor: (leftOut: string): string => `Steps left out for: ${leftOut}.`,
  undoTheLastAnswer: 'Undo the last answer',
};

export const otherSchools = {
  whatTheOtherSchools: 'What the other schools would say',
  verdict: 'Verdict:',
  differs: 'differs',
  wouldSay: 'Would say:',
  wouldStartWith: 'Would start with:',
  holdsUpToS: (cap: number): string => `Holds up to ${cap} s, then harder.`,
  nothingToMend: 'nothing to mend',
};

export const overruleForm = {
  iKnowBetter: 'I know better: it is',
  because: 'Because',
  overrule: 'Overrule',
};

export const secondEyes = {
  aSecondEye: 'A second eye',
  judgedTheSamePicture: (by: string, day: string): string => `${by} judged the same picture blind on ${day}.`,
  judgedTheSameClip: (by: string, day: string): string =>
    `${by} watched the same clip blind on ${day}. A tap says that a fault is there, not how much.`,
  seen: 'seen',
  none: 'none',
  cleanSeconds: 'Clean seconds',
  agree: 'Agree',
  differ: 'differ',
  agreeInSentence: 'agree',
};

export const seenCard = {
  whatWasSeen: 'What was seen',
  cleanReps: 'clean reps',
  cleanSeconds: 'clean seconds',
  targetS: (target: number): string => `, target ${target} s`,
  target: (targetReps: number): string => `, target ${targetReps}`,
  of: (total: string, repsPart: string, endedByPart: string): string => `of ${total}${repsPart}${endedByPart}`,
  thePicture: 'The picture with the measured body line',
  measureOnIt: 'Measure on it',
  playItMeasure: 'Play it, measure on it',
  bodyLine: (plusMinus: string): string => `${plusMinus} body line`,
  setUp: 'Set-up:',
  partsOfTheSet: 'Parts of the set',
  cleanOf: (seconds: string): string => `clean of ${seconds}`,
};

export const sidesCard = {
  fromAnotherSide: 'From another side',
  fromSeveralSidesJudged: 'From several sides, judged as one',
  otherSides: 'Other sides',
  lookAsWell: (view: string): string => `Look ${view} as well`,
};

export const sittingCard = {
  oneThingChanged: 'One thing changed in this sitting',
  before: 'Before',
  thisSet: 'This set',
  sideBySide: 'Side by side',
  itMended: 'it mended',
  itMendedForAMoment: 'it mended for a moment',
  itDidNotMend: 'it did not mend',
  insteadOf: (placeName: string, placeName2: string): string => `${placeName} instead of ${placeName2}`,
  theSideInstead: (now: string, was: string): string => `the ${now} side instead of the ${was}`,
  aCueWasGiven: (cues: string): string => `a cue was given: ${cues}`,
  asTheVersionHas: 'as the version has it',
  insteadOfWithName: (name: string, said: string, said2: string): string => `${name}: ${said} instead of ${said2}`,
  notAsked: 'not asked',
  firstToGo: 'First to go',
  aStartValue: (pairs: number): string => `a start value and ${pairs} pairs of this person’s sets`,
  aStartValueSince: 'a start value, since this person has no such pair',
  moreThanSetsDiffer: 'more than sets differ by anyway',
  perhapsTheChange: 'perhaps the change',
  noMoreThanSets: 'no more than sets differ by anyway',
  twoSetsWithNothing: (told: string, says: string, percent: string, plusMinus: string, by: string): string =>
    `${told}: ${says} (${percent}; two sets with nothing changed differ by ${plusMinus}, by ${by}). One pair is a hint, not a proof.`,
};

export const whyPanel = {
  why: 'Why',
  howLikelyTheHip:
    'How likely the hip flexors do the trunk’s work, from what was felt, the pelvis, levers and tests alone',
  hipFlexorTakeover: 'hip-flexor takeover',
  of: 'of 100',
  theCoachDecided: 'The coach decided:',
  because: (reason: string): string => `, because ${reason}.`,
  backToTheEvidence: 'Back to the evidence',
  nothingStandsOutYet: 'Nothing stands out yet: a test or an answer would tell.',
  nothingKnown: 'nothing known for or against it yet',
  likelierTogether: 'Likelier together:',
  whatWouldChangeIt: 'What would change it:',
  chosenTest: 'Chosen test',
  nextBestTest: 'Next best test',
  positive: 'Positive:',
  resultIn: (unit: string): string => `Result in ${unit}`,
  measured: (unit: string): string => `measured, ${unit}`,
  takeIt: 'Take it',
  resultOfTheTest: 'Result of the test',
  positiveWithName: (name: string): string => `${name}: positive`,
  positiveAlone: 'Positive',
  negative: (name: string): string => `${name}: negative`,
  negativeAlone: 'Negative',
  noTestWouldChange: 'No test would change this much. Mend it, or take the drills.',
  answerAnotherTest: 'Answer another test',
  theWorking: 'The working',
  takeBackTheAnswer: (name: string): string => `Take back the answer of ${name}`,
  allSetsOfUp: (percent: string): string =>
    `All sets of up to three causes that this position’s faults can have are weighed at once: what explains the same thing competes, and several may hold, so the shares need not add up. That nothing lasting is behind it: ${percent}. On simulated people, what is said at 0.8 or more is right in more than eight of ten. “Fits best” is not a diagnosis.`,
  overruleThis: 'Overrule this',
};

export const useLook = {
  theChoiceOfDrills: 'The choice of drills',
};
