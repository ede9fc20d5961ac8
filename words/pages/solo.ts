/** What a programme says to who works alone. */

export const soloItem = {
  forYou: (c: string): string => `For you: ${c}`,
  itHurtLeave: 'It hurt: leave it out until your coach has asked you about it.',
  howItIsDone: 'How it is done',
  less: 'Less',
  breath: 'Breath:',
  checkYourself: 'Check yourself:',
  youNeed: 'You need:',
  whatWasDoneOf: (name: string): string => `What was done of ${name}`,
  reps: 'reps',
  stoppedAt: (best: number, secondsPart: string): string => `stopped at ${best} ${secondsPart}`,
  ofSets: (sets: number, sets2: number): string => `${sets} of ${sets2} sets`,
  partly: 'Partly',
  notToday: 'Not today',
};

export const soloLines = {
  soFar: 'So far',
  ofSetsDone: (shown: string, planned: number, percent: string): string =>
    `${shown} of ${planned} sets done, ${percent}.`,
  nothingWasDueYet: 'Nothing was due yet.',
  clean: (shown: string, unit: string): string => `${shown} ${unit} clean`,
  on: (shown: string, format: string): string => `, ${shown} on ${format}`,
  onWithFormat: (format: string, countPart: string): string => ` on ${format}${countPart}`,
};

export const soloPage = {
  thisLinkOpensNothing: 'This link opens nothing',
  itWasTakenBack: 'It was taken back, or it has run out. Ask your coach for a new one.',
  removeFromDevice: 'Remove from this device',
  removeIt: 'Remove it',
  whatIsHere: (waiting: number): string =>
    waiting > 0
      ? `The copy of this programme on this device goes, and with it ${waiting} of what you noted here that your coach has not got yet. What was sent stays with your hall.`
      : 'The copy of this programme on this device goes. What was sent stays with your hall, and the link opens it again.',
  nothingIsHere: 'Nothing of it is on this device now',
  theLinkOpensIt:
    'The link opens it again as long as it stands. To be shut out for good, ask your coach to take it back.',
  noProgrammeNow: 'No programme now',
  noneOfYoursRuns: 'None of yours runs at the moment. A coach makes one on the page Plans.',
  toTheFloor: 'To the floor',
  yourProgramme: 'Your programme',
  aProgrammeByLink: 'A programme by link',
  theHallsServerCannot: 'The hall’s server cannot be reached. Open this again when there is a network.',
  sProgramme: (name: string): string => `${name}’s programme`,
  fromWeek: (coach: string, weekOf: string): string => `From ${coach} · week ${weekOf}`,
  dMmmYyyy: 'd MMM yyyy',
  opensUntil: (format: string): string => `· opens until ${format}`,
  sending: 'Sending',
  noNetwork: 'No network',
  keptOnThisDevice: (waiting: number): string => `: ${waiting} kept on this device, sent later`,
  noTrainingNow: 'No training now.',
  yourCoachAsks: (advice: string): string => `${advice} Your coach asks the questions again before you go on.`,
  anEasierWeek: ' · an easier week',
  stillToCome: 'Still to come.',
  nothingOnThisDay: 'Nothing on this day.',
  yourCoachLooksAgain: 'Your coach looks again today',
  otherDays: 'Other days',
  weekBefore: 'Week before',
  week: (week: number): string => `Week ${week}`,
  weekAfter: 'Week after',
  painOrSomethingOdd: 'Pain, or something odd',
  generalGuidanceNotMedical:
    'General guidance, not medical advice. Stop on pain, numbness, dizziness, chest discomfort or unusual breathlessness, and ask a licensed professional; where it is acute, the emergency number of the place.',
  stopHere: 'Stop here',
  stopForToday: 'Stop for today.',
  painThatIsSharp:
    'Pain that is sharp, spreads or grows, numbness, dizziness, pressure in the chest, unusual breathlessness: ask a licensed professional before you go on. Where it is acute, call the emergency number of the place.',
  whatBroughtItOn: 'What brought it on',
  chooseSoThatYour: 'Choose, so that your coach knows',
  itIsLeftAlone: 'It is left alone until your coach has asked you about it.',
  tellMyCoach: 'Tell my coach',
  today: 'Today, ',
};

export const soloRun = {
  backToTheSheet: 'Back to the sheet',
  setOf: (round: number, sets: number, sidePart: string): string => ` · set ${round} of ${sets}${sidePart}`,
  seconds: (secondsShown: number): string => `${secondsShown} seconds`,
  of: (n: number, ofText: number): string => `${n} of ${ofText}`,
  theLastOne: 'The last one',
  next: (next: string): string => `Next: ${next}`,
  allOfIt: 'All of it',
  thatWasIt: 'That was it',
  notSaidYet: (open: string): string => `Not said yet: ${open}.`,
  allOfThatWas: 'All of that was done',
  whereWasItFelt: (name: string): string => `${name}: where was it felt first?`,
  chooseOrGoOn: 'Choose, or go on',
  skip: 'Skip',
  stoppedHere: 'Stopped here',
  clock: 'Clock',
  nextAlone: 'Next',
  firstSide: 'first side',
  otherSide: 'other side',
  easy: (rungName: string): string => `easy: ${rungName}`,
  hardS: (hard: number): string => `hard, ${hard} s`,
  ready: 'Ready',
  paused: 'Paused',
  work: 'Work',
  getReady: 'Get ready',
  set: (name: string, round: number, sidePart: string): string => `${name}, set ${round}${sidePart}`,
  getReadyWithName: (name: string): string => `Get ready: ${name}`,
  wellDone: 'Well done',
};

export const soloSend = {
  aClip: (coach: string): string => `A clip or a picture for ${coach}`,
  ofYourClipsWait: (waiting: number): string =>
    `${waiting} of your clips wait. Send the next when they were looked at.`,
  fromTheSide:
    'From the side, the whole body in the picture. Sound and place are taken out before it leaves this phone. Only your hall’s coaches see it.',
  clipOrPicture: 'Clip or picture to send',
  filmItOrChoose: 'Film it, or choose one',
  whatToLookAt: 'What to look at',
  yourName: 'Your name',
  guardiansName: 'Guardian’s name',
  iAm: 'I am',
  theirGuardian: 'their guardian',
  thePersonInIt: 'the person in it',
  thisOneMay: 'This one may be kept by this hall for training, until I say otherwise.',
  takenBack: (coach: string, minor: boolean): string =>
    `The permission to keep clips was taken back. Nothing is sent by this link until ${minor ? 'a guardian gives' : 'you give'} ${coach} a new one in the hall.`,
  sendIt: 'Send it',
  itIsWithNow: (coach: string): string => `It is with ${coach} now.`,
  itIsStillHere: (error: string): string => `${error} It is still here: try again.`,
};
