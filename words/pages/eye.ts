/** What the practice of a coach’s own eye says. */

export const blindHold = {
  theClip: 'The clip',
  clock: 'Clock',
  theClipPlays: 'The clip plays.',
  theClipCannot: 'The clip cannot be played on this device.',
  theHoldEnds: 'It ends',
  tapWhatGoes: (by: string): string =>
    `Watch it once, as on the floor: tap what goes, when it goes; sometimes nothing goes. What ${by} saw is shown when yours is kept.`,
  whatYouTapped: 'What you tapped',
  nothingTapped: (seconds: string): string => `Nothing went in ${seconds}.`,
  at: (fault: string, seconds: string): string => `${fault} at ${seconds}`,
  mendedAt: (fault: string, seconds: string): string => `${fault} mended at ${seconds}`,
  endsAt: (seconds: string): string => `Ends at ${seconds}`,
  keepItAndCompare: 'Keep it and compare',
  watchItAgain: 'Watch it again, taps anew',
};

export const blindPage = {
  aSecondEye: 'A second eye',
  backToYourEye: 'Back to your eye',
  whatYouSee: 'What you see',
  whatSawIsShown: (by: string): string => `What ${by} saw is shown when yours is kept.`,
  theRestFits: (count: number): string => `The rest fits (${count})`,
  keepItAndCompare: 'Keep it and compare',
  thePicture: 'The picture',
  thePictureCannot: 'The picture cannot be fetched now.',
};

export const eyeFigure = {
  placingErrorByPoint: (points: string): string => `Placing error by point: ${points}.`,
};

export const eyeLine = {
  taps: 'Taps',
  forNothing: 'For nothing',
  seen: 'Seen',
  round: 'Round',
  faultsSeenOverRounds: (count: number, ofText: string, day: string, ofText2: string, day2: string): string =>
    `Faults seen over ${count} rounds, from ${ofText} on ${day} to ${ofText2} on ${day2}.`,
  noRoundsYet: 'No rounds yet.',
  ofAHundred: 'Of a hundred',
  namedForNothing: 'Named for nothing',
};

export const eyePage = {
  yourEye: 'Your eye',
  aVerdictIsOnly:
    'A verdict is only as sure as the eye behind it. What is measured here replaces the assumed errors in every look you make.',
  pointsOnAPicture: 'Points on a picture',
  studio: (placing: string): string => ` · studio ${placing}`,
  checkedPicturesTwiceAssumed: (day: string, pictures: number, placing: string, placingPart: string): string =>
    `checked ${day}, ${pictures} pictures twice · assumed of anybody: ${placing}${placingPart}`,
  thisCheckIsOver: 'This check is over half a year old: do it again.',
  pointByPoint: 'Point by point',
  notMeasuredIsAssumed: (placing: string): string =>
    `Not measured: ${placing} is assumed. Five simulated pictures, each placed twice, take about five minutes.`,
  checkYourPoints: 'Check your points',
  doTheCheckAgain: 'Do the check again',
  twoEyes: 'Two eyes',
  judgeWhatAColleague:
    'Judge what a colleague judged, without seeing what they said. Where you differ is worth talking about.',
  picturesToJudgeBlind: 'Pictures and clips to judge blind',
  by: (person: string, familyName: string, rungPart: string, day: string, by: string): string =>
    `${person}: ${familyName}${rungPart}, ${day}, by ${by}`,
  clip: 'Clip of ',
  roundsOfColleagues: 'Rounds of colleagues',
  thatPlayedOn: (kind: string, by: string, day: string): string => `${kind} that ${by} played on ${day}`,
  nothingWaitsNoColleague:
    'Nothing waits: no colleague has a stored picture, a clip or a round that you have not judged.',
  whatToPractiseNext: 'What to practise next',
  allOfThem: 'All of them',
  fault: 'Fault',
  holdsAgainstTheClock: 'Holds against the clock',
  firstToGoTold: 'First to go told right',
  aTapIsTrue: 'A tap is true',
  tapsCome: 'Taps come',
  cleanSeconds: 'Clean seconds',
  off: (signed: string, seconds: string): string => `${signed}, ${seconds} off`,
  taps: (late: string): string => `, taps ${late}`,
  studioEyesSeen: (eyes: number, percent: string, latePart: string): string =>
    `Studio (${eyes} eyes): ${percent} seen${latePart}.`,
  notPractisedATap: (percent: string): string =>
    `Not practised: a tap is taken as true in ${percent}. Six moving figures, three minutes; some of them do nothing wrong.`,
  threeMinutesOfHolds: 'Three minutes of holds',
  picturesByEye: 'Pictures by eye',
  bodyLine: 'Body line',
  offWithFixed: (fixed: string): string => `${fixed}° off`,
  onTheWhole: (signed: string): string => `, on the whole ${signed}`,
  howOftenEachWord: 'How often each word was right',
  youSaid: 'You said',
  itWasRightIn: 'It was right in',
  of: 'of',
  notPractisedTenPictures:
    'Not practised. Ten pictures: what stands out, how far, and how sure you are. Half of coaching is knowing when you are not.',
  tenPictures: 'Ten pictures',
  faultByFault: 'Fault by fault',
  afterTheFirstRound: 'After the first round you read here what you see and what you miss.',
  rounds: 'Rounds',
  seenForNothing: (ofText: string, hits: number): string => `${ofText} seen, ${hits} for nothing`,
};

export const faultTable = {
  seen: 'Seen',
  ofWhatWasThere: 'of what was there; first to go right in',
  yourFaults: 'Your faults',
  fault: 'Fault',
  forNothing: 'For nothing',
  aTapIsTrue: 'A tap is true',
};

export const holdRound = {
  simulatedHold: 'Simulated hold',
  theSimulatedHold: 'The simulated hold',
  clock: 'Clock',
  tapWhatGoesWhen: 'Tap what goes, when it goes. Sometimes nothing goes. The hold ends by itself.',
  whatWentIn: (seconds: string): string => `What went in ${seconds}`,
  seeItAgain: 'See it again',
  nextHold: 'Next hold',
  toTheRoundsResult: 'To the round’s result',
  theClockRuns: 'The clock runs.',
};

export const pictureRound = {
  simulatedPicture: 'Simulated picture',
  whatTheSimulatedCamera: 'What the simulated camera sees',
  bodyLineByEye: 'Body line by eye',
  degrees: (fixed: string): string => `${fixed} degrees`,
  howSureAreYou: 'How sure are you of what stands out?',
  whatStandsOut: 'What stands out?',
  noneChosenNothingStands: 'None chosen: nothing stands out.',
  seeWhatWasThere: 'See what was there',
  sayHowSure: 'Say how sure',
  whatWasThere: 'What was there',
  nextPicture: 'Next picture',
  toTheRoundsResult: 'To the round’s result',
};

export const placingRound = {
  twoClicksLay:
    'Two clicks lay the figure, shoulder and ankle; then drag every ring to where the joint is. Work as you do with a real picture: neither faster nor with more care.',
  ofPlaced: (set: number, count: number): string => `${set} of ${count} placed`,
  theRestFits: 'The rest fits',
  nextPicture: 'Next picture',
  toTheResult: 'To the result',
};

export const placingTable = {
  yourPoints: 'Your points',
  point: 'Point',
  error: 'Error',
  knownTo: 'Known to',
  to: (placing: string, placing2: string): string => `${placing} to ${placing2}`,
  placedAgain: 'Placed again',
  usuallyLies: 'Usually lies',
};

export const roundPage = {
  practice: 'Practice',
  again: ', again',
  of: (step: number, count: number, kindPart: string): string => `${step} of ${count}${kindPart}`,
  leaveTheRound: 'Leave the round',
  sendTheRound: 'Send the round',
  theRound: 'The round',
};

export const roundResult = {
  whatItCameTo: 'What it came to',
  overAllPoints: 'over all points, on a body of average height',
  everyPictureYouPlace:
    'Every picture you place from now on has ranges of this width, and so do those you placed before.',
  allYourRoundsNow: 'All your rounds now',
  toYourEye: 'To your eye',
  anotherRound: 'Another round',
  iWasDisturbedLet: 'I was disturbed: let it go',
  faultsSeen: 'Faults seen',
  namedAndNotThere: 'Named and not there',
  taps: 'Taps',
  bodyLineRead: 'Body line read',
};
