/** What movement screens say. */

export const screenFromClip = {
  countTheReps: 'Count the reps of a clip',
  thatClip: 'That clip is from another side.',
  noRepsCan: 'No reps can be told of it.',
};

export const screenPage = {
  chooseAPersonFirst: 'Choose a person first.',
  screen: 'Screen ·',
  whichScreen: 'Which screen',
  doNotScreenToday: (advice: string): string => `${advice} Do not screen today.`,
  count: 'Count',
  seenFrom: 'Seen from',
  tapWhatThisRep: 'Tap what this rep shows, then close the rep.',
  inOf: (i: number, counts: number, reps: number): string => `${i} · in ${counts} of ${reps}`,
  repDone: 'Rep done',
  takeTheLastRep: 'Take the last rep back',
  stanceWideOnPurpose: 'Stance wide on purpose',
  heldOn: 'Held on to a support',
  measureIt: 'Measure it from a picture',
  rangeChecks: 'Range checks',
  in: (name: string, unit: string): string => `${name} in ${unit}`,
  keepTheRangeChecks: 'Keep the range checks',
  besideTheScreenOf: (dayTime: string): string => ` · beside the screen of ${dayTime}`,
  fromTheFront: 'From the front',
  fromTheSide: 'From the side',
  fromTheRear: 'From the rear',
  leftLeg: 'Left leg, from the front',
  rightLeg: 'Right leg, from the front',
  theScreen: 'The screen',
  theScreenIsKept: 'The screen is kept.',
};

export const screenResult = {
  whatTheScreenSays: 'What the screen says',
  nothingWasSeen: 'Nothing was seen.',
  seen: 'Seen',
  now: 'Now',
  verdict: 'Verdict',
  gone: 'gone',
  upToAQuarter:
    'Up to a quarter of the reps is noise, from a half on it is a finding. A screen describes movement; it diagnoses nothing.',
  usuallyShortEase: 'Usually short; ease and lengthen:',
  usuallyQuietWake: 'Usually quiet; wake and use:',
  compareTheSidesTest: 'Compare the sides; test ankle and hip.',
  forAKnee: 'For a knee that wanders, test ankle and hip before you blame the knee; calves first.',
  fitsBest: 'Fits best:',
  correctivesInFourPhases: 'Correctives in four phases',
  aStopSignStands: 'A stop sign stands: nothing is proposed.',
  nothingToCorrect: 'Nothing to correct.',
  of: (seen: number, reps: number): string => `${seen} of ${reps}`,
};
