/** What a class says while it runs, on its walls and after it. */

export const afterPage = {
  backToTheClass: 'Back to the class',
  itsPlan: 'Its plan',
  offlineWhatYouCorrect: 'Offline. What you correct is kept on this device; looks are kept when the server answers.',
  whatWasNoted: 'What was noted',
  nothingWasNoted: 'Nothing was noted in this class. A name and a fault, tapped while it runs, make a look.',
  roundOf: (placeName: string, round: number, sidePart: string, blockName: string): string =>
    `${placeName}, round ${round}${sidePart} of ${blockName}`,
  of: (work: number): string => `of ${work} `,
  sClean: (openPart: string): string => `${openPart}s clean`,
  atWhichSecond: 'at which second?',
  keptSeeWhy: 'Kept: see why',
  painAtSNothing: (pain: number): string =>
    `Pain at ${pain} s: nothing of this position until the stop signs are asked again and clear.`,
  atS: (faultName: string): string => `${faultName} at, s`,
  ofWasNone: (faultName: string, name: string): string => `${faultName} of ${name} was none`,
  notAsked: 'Not asked',
  notesLack: (count: number): string => `${count} notes lack`,
  oneNoteLacks: 'One note lacks',
  theSecond: (countPart: string): string =>
    `${countPart} the second of a fault: say it, or drop the note. It is not kept as it is.`,
  looks: (count: number): string => `${count} looks`,
  theLook: 'the look',
  keep: (countPart: string): string => `Keep ${countPart}`,
  everyNote: 'Every note is a look in its person’s record.',
  dueForACloser: 'Due for a closer look',
  nobodyByWhatWas: 'Nobody, by what was noted.',
  lookAt: 'Look at',
  askTheSignsOf: 'Ask the signs of',
  askTheSigns: 'Ask the signs',
  mostOfAll: 'Most of all:',
  inPeople: (members: number): string => `, in ${members} people.`,
  there: (count: number): string => `There (${count})`,
  nobody: 'Nobody.',
  notThereOrLeft: (away: string): string => `Not there, or left: ${away}`,
  whatIsDropped: 'What is dropped of the class',
};

export const hallScreen = {
  forTheHall: 'For the hall',
  untilTheShapeGoes: '. Until the shape goes',
  easierVersionNow: '. Easier version now',
  roundOf: (
    round: number,
    rounds: number,
    sidePart: string,
    turnPart: string,
    openPart: string,
    steppedPart: string,
  ): string => ` · round ${round} of ${rounds}${sidePart}${turnPart}${openPart}${steppedPart}`,
  of: (n: number, ofText: number): string => `${n} of ${ofText}`,
  seconds: (seconds: number): string => `${seconds} seconds`,
  whoDoesWhat: 'Who does what',
  wait: (waiting: string): string => `Wait: ${waiting}`,
  next: 'Next:',
  spots: (name: string): string => `${name} spots`,
  theCoachSpots: 'the coach spots',
  ready: 'Ready',
  paused: 'Paused',
  work: 'Work',
  getReady: 'Get ready',
};

export const openWallPage = {
  theServerCannot: 'The server cannot be reached; the clock goes on.',
  showAClassHere: 'Show a class here',
  theCoachHasShut: 'The coach has shut this wall, or the class is long over.',
  theCoachsScreenHas: 'The coach’s screen has a code: press',
  wall: 'Wall',
  underTheClock: 'under the clock of the class.',
  code: 'Code',
  showIt: 'Show it',
  signInInstead: 'Sign in instead',
};

export const runPage = {
  allClasses: 'All classes',
  clock: 'Clock',
  next: 'Next',
  soundAndLight: 'Sound and light',
  fillTheScreen: 'Fill the screen',
  wall: 'Wall',
  end: 'End',
  endTheClassNow: 'End the class now?',
  theClockStops: 'The clock stops. What was noted comes next, to be kept or corrected.',
  endIt: 'End it',
  keysAndClicker:
    'Keys and clicker: → or Page down next, ← or Page up back, Space pauses, + ten seconds more, Z takes back.',
  offlineKept: (waiting: number): string => `Offline. ${waiting} kept on this device, sent later.`,
  sending: (waiting: number): string => `Sending ${waiting} …`,
  everyNoteIsKept: 'Every note is kept.',
};

export const wallDialog = {
  onAnotherScreen: 'On another screen',
  itShowsTheClock: 'It shows the clock, the moves, and who does what by first name. Nothing that is noted.',
  inAWindow: 'In a window of this device',
  onTheOtherScreen: 'On the other screen, open',
  andType: 'and type',
  itWorksForTwelve: 'It works for twelve hours, on as many screens as you like.',
  aCodeForAnother: 'A code for another screen',
  anotherCodeShuts: 'Another code (shuts the walls)',
  shutTheWalls: 'Shut the walls',
  everyWall: 'Every wall of this class is shut.',
};

export const watchStrip = {
  whomToWatch: 'Whom to watch',
  watch: (name: string): string => `Watch ${name}`,
  the: (from: string): string => `the ${from}`,
  theSide: 'the side',
  from: (fromPart: string): string => `from ${fromPart},`,
  members: 'Members',
  hasAStopSign: (name: string): string => `${name} has a stop sign: nothing that loads.`,
  somebodyElseCame: 'Somebody else came',
  about: (name: string): string => `About ${name}`,
  askThem: 'Ask them',
  heldClean: 'Held clean',
  otherVersion: 'Other version',
  left: 'Left',
  isHere: 'Is here',
  faultPads: 'Fault pads',
  anotherVersionFor: (name: string): string => `Another version for ${name}`,
  whatTheRoomHas: 'What the room has was not kept with this class: see that there is one.',
  typeAName: 'Type a name',
  spots: (name: string): string => `spots ${name}`,
  painNoMore: 'pain: no more of this today',
  notHere: 'not here',
  heldCleanInSentence: 'held clean',
  last: (faultName: string): string => `last: ${faultName}`,
};

export const shown = {
  oneSide: 'one side',
  otherSide: 'other side',
  firstOfEachPair: 'first of each pair',
  theOtherOfEach: 'the other of each pair',
  getReady: (move: string): string => `Get ready: ${move}`,
  restNextBlock: 'Rest. Next block',
};

export const useCues = {
  tones: 'Tones',
  sayWhatComes: 'Say what comes, and the last ten seconds',
  flash: 'Flash',
  easierVersion: 'Easier version.',
};

export const useRunning = {
  thisDeviceCannotKeep: 'This device cannot keep the notes; they are sent as they are made.',
};
