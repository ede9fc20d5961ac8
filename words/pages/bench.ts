/** What the bench says: holds, pictures and clips. */

export const afterHold = {
  painEndsTheHold: 'Pain ends the hold. No more of this position today.',
  chestPainLoss:
    'Chest pain, loss of feeling or control, sudden weakness: call for urgent help now. Otherwise advise a licensed professional before the next load. This program does not diagnose.',
  theClockRanOver: (seconds: string): string =>
    `The clock ran ${seconds}, over three times the target. When did the hold really end, s?`,
  itEndedThen: 'It ended then',
  itWasHeld: 'It was held that long',
  whyDidItEnd: 'Why did it end?',
  reason: 'Reason',
  notEndedGoOn: 'Not ended, go on',
  whoseHoldWasIt: 'Whose hold was it?',
  whoseHoldItWas: 'Whose hold it was',
  somebodyNew: 'Somebody new',
  whereIsThePain: 'Where is the pain?',
  whereDidTheyFeel: 'Where did they feel it first?',
  onABody: 'On a body',
  listOnly: 'List only',
  moreThatWasNoticed: 'More that was noticed',
  saveTheHold: 'Save the hold as a file',
  keepRestNextSet: 'Keep, rest, next set',
  throwThisHoldAway: 'Throw this hold away',
  really: 'Really?',
  throwAway: 'Throw away',
};

export const benchPage = {
  belongsToTheLook: (view: string): string => `Belongs to the look ${view}: both are judged as one.`,
  itIsALook: 'It is a look of its own',
  somebodyElse: 'Somebody else',
  isOnTheClock: (name: string): string => `${name} is on the clock.`,
  thisHoldIsTheirs: (name: string): string =>
    `This hold is theirs; the bench is ${name}’s when it is kept or thrown away.`,
  theLookIsKept: 'The look is kept on this device. Its page is not here yet: it opens when the server can be reached.',
  tryIt: 'Try it',
  somebody: 'Somebody',
  lookAgain: ': look again',
  setUp: (relookOfPart: string): string => `Set up${relookOfPart}`,
  howToLook: 'How to look',
  watchA: 'Watch a ',
  hold: 'hold',
  useA: 'Use a ',
  picture: 'picture',
  clip: 'clip',
  practiseYourEye: 'Practise your eye',
};

export const clipBench = {
  whatWasRead: (name: string): string => `What was read is here, the clip is not: choose ${name} again to see it.`,
  chooseAClip: 'Choose a clip',
  clipFile: 'Clip file',
  dropAClipHere: 'Drop a clip here',
  fromBesideTheHips: (maxSeconds: number): string =>
    `From beside the hips, camera still and level, all of the person and the floor in view. MP4, MOV or WebM, up to ${maxSeconds} minutes. It is read on this device and not sent anywhere.`,
  thisDevicesCamera: 'This device’s camera',
  simulatedCamera: 'Simulated camera',
  whatIsSeen: 'What is seen',
  nearerSide: (side: string): string => `Nearer side: ${side}`,
  partOfTheClip: 'Part of the clip, or one person',
  noPermissionForPictures: 'No permission for pictures: the numbers are kept, no picture of the clip is.',
  keepTheClip: 'Keep the clip as well, without sound',
  withOnePicture: ', with one picture',
  theClipItselfStays: 'The clip itself stays where it is.',
  theSeriesOfPoints: (picturesPart: string, clipsPart: string): string =>
    `The series of points is kept${picturesPart}. ${clipsPart}`,
  chooseAPerson: 'Choose a person to keep this.',
  otherClip: 'Other clip',
  theClip: 'The clip',
};

export const clipPart = {
  whichPartAndWho: 'Which part, and who',
  dragABoxRound: 'Drag a box round the person who is meant',
  othersInThePicture: 'Others in the picture? Drag a box round who is meant, or choose a half.',
  wholePicture: 'Whole picture',
  begins: 'Begins',
  ends: 'Ends',
  readThisPart: 'Read this part',
  leaveIt: 'Leave it',
  thePartLasts: 'The part lasts a second at least.',
  thePartLastsMinutes: (maxSeconds: number): string => `The part lasts ${maxSeconds} minutes at most.`,
  leftHalf: 'Left half',
  middle: 'Middle',
  rightHalf: 'Right half',
};

export const clipReps = {
  cleanReps: 'clean reps',
  of: (count: number): string => ` of ${count}`,
  oneIn: (shortSeconds: string): string => ` · one in ${shortSeconds}`,
  unevenPace: ' · uneven pace',
  repWas: (i: number): string => `Rep ${i} was`,
  upPauseDownEach: (within: string): string => `Up · pause · down, each ± ${within} s.`,
  noRep: 'No rep',
  noRepInSentence: 'no rep',
};

export const clipSeen = {
  ofS: (whole: string): string => ` of ${whole} s`,
  readS: (upTo: string, factsPart: string): string => `Read ${upTo} s${factsPart} …`,
  read: 'Read',
  stopReading: 'Stop reading',
  lookingCloser: 'Looking closer at the break …',
  cleanSeconds: 'clean seconds',
  toByTheError: (fixed: string, seconds: string): string => `${fixed} to ${seconds} by the error of the points, `,
  settledAt: (shortSeconds: string): string => `, settled at ${shortSeconds}`,
  of: (seconds: string, settledPart: string): string => `of ${seconds}${settledPart}`,
  firstToGo: 'First to go:',
  breaks: 'Breaks',
  recovered: ', recovered',
  pointsWereFound: (plusMinusSays: string): string =>
    `Points were found by the device: less sure than a hand’s. Set them right on any frame. ${plusMinusSays}`,
};

export const clipStage = {
  clipWithWhatWas: 'Clip with what was found',
  theLine: 'The line and the points of this frame',
  redo: 'Redo',
  whatTheStripShows: 'What the strip shows',
  setPointsRight: 'Set points right on this frame',
  orDragThem: '· or drag them in the picture',
  setByHand: (count: number): string => `· ${count} set by hand`,
  pointsOfThisFrame: 'Points of this frame',
  guessed: '\u00a0guessed',
  byHand: '\u00a0by hand',
  letThePoints: 'Let the points of this frame go',
};

export const clipTaps = {
  tapsMadeLive: 'Taps made live on this hold',
  tapsALittleEarlier: 'Taps a little earlier',
  tapsALittleLater: 'Taps a little later',
  nothingWasTapped: 'Nothing was tapped.',
  holdOf: (dayTime: string): string => `Hold of ${dayTime}`,
};

export const deviceCamera = {
  takeThePicture: 'Take the picture',
};

export const faultPads = {
  faultPads: 'Fault pads',
  repBroken: (name: string): string => `Rep broken: ${name}`,
  key: (i: number): string => `key ${i}`,
  isMended: (name: string): string => `${name} is mended`,
  broken: (broken: number): string => `${broken} broken`,
  on: 'clear ●●',
  gross: 'gross ●●●',
};

export const holdRunner = {
  watchedHold: 'Watched hold',
  clockSeconds: (clock: string): string => `Clock ${clock} seconds`,
  of: (targetReps: number, count: string): string => `of ${targetReps} ${count},`,
  clean: 'clean',
  rest: 'rest',
  setNext: (sets: number): string => `, set ${sets} next`,
  now: 'now:',
  firstToGo: 'first to go:',
  cleanSoFar: 'clean so far',
  resting: 'resting',
  set: (sets: number): string => `set ${sets}`,
  lineHolds: 'line holds',
  setWithSets: (sets: number): string => `set ${sets}, `,
  targetS: (setsPart: string, target: number): string => `${setsPart}target ${target} s`,
  stepDown: (name: string): string => `Step down: ${name}`,
  tapWhatGoesWhen: 'tap what goes, when it goes',
  atS: (faultName: string, state: string, t: string): string => `${faultName} ${state} at ${t} s`,
  cleanWithSeconds: (seconds: string): string => `${seconds} clean`,
  ofClean: (cleanReps: number, done: number): string => `${cleanReps} of ${done} clean`,
  first: (faultName: string): string => `, ${faultName} first`,
  end: 'End',
  thisDeviceCannotKeep:
    'This device cannot keep anything now: its storage is full or shut. A hold is sent when it ends; leave this page open, and stay where the server can be reached.',
  anotherPage: 'Another page on this device holds the clock. Taps here count too.',
  holdItHere: 'Hold it here',
  theHoldWasEnded: 'The hold was ended on another page of this device.',
  theClockIsPast: 'The clock is past three times the target. Is it still held?',
  stillHeld: 'Still held',
  nobodyIsChosenAsk: 'Nobody is chosen. Ask the stop signs; whose hold it was is said when it has ended.',
  oneTapForEach: 'One tap for each finished rep: Clean, or the pad of what broke it.',
  tapWhatGoesWhenItGoes: 'Tap what goes, when it goes. Tap again if it gets gross; the tick says it is mended.',
  shortRest: 'Short rest',
  setAgain: (count: number): string => `Set again (${count})`,
  moreFaults: (count: number): string => `More faults (${count})`,
  moreThatWasNoticed: (takenAs: string): string => `${takenAs} “More that was noticed” says otherwise.`,
  stepDownWithName: (name: string): string => `Step down: ${name}.`,
  targetReached: 'Target reached.',
  theClockRuns: 'The clock runs.',
  theClockGoesOn: 'The clock goes on.',
  endedAtCleanWhy: (seconds: string, seconds2: string): string =>
    `Ended at ${seconds}, ${seconds2} clean. Why did it end?`,
  setIsKeptSeconds: (sets: number, rest: number): string => `Set ${sets} is kept. ${rest} seconds of rest.`,
  theRestIsOver: 'The rest is over.',
  onTheClockClean: (seconds: string, seconds2: string): string => `${seconds} on the clock, ${seconds2} clean`,
  sayWhyItEnded: 'Say why it ended',
  sayWhoseItWas: 'Say whose it was',
  notAskedKeep: 'Not asked; keep it and see',
};

export const lensTold = {
  whereTheLensStood: 'Where the lens stood:',
  awayM: 'Away, m',
  lensToTheBody: 'Lens to the body, m',
  upCm: 'Up, cm',
  lensAboveTheFloor: 'Lens above the floor, cm',
  asUsual: (placed: string): string => `As usual: ${placed}`,
  notSure: 'Not sure',
  howToFilmIt: 'How to film it',
  theLens: {
    side: (said: string): string => `The lens ${said}, beside the hips, level`,
    front: (said: string): string => `The lens ${said}, straight ahead, level`,
    rear: (said: string): string => `The lens ${said}, straight behind, level`,
    above: (said: string): string => `The lens ${said}, looking straight down`,
  },
  howTo: {
    side: 'Stand beside the hips, square on, three big steps away, the lens at the hips’ height, the whole mat line in view. A floor line along the middle of the mat shows how far the camera looked down. From nearer or higher, the near shoulder looks larger and lower than it is. Say where the camera stood and that is corrected; if you do not, the range is wider.',
    front:
      'Stand straight ahead, three big steps away, the lens at the hips’ height, whole feet in view, and lay the floor line through both feet. A knee that is nearer to the camera looks further out than it is, and a camera off to one side makes one knee look in and the other out. Say where the camera stood and the first is corrected; of the second a squat on two legs tells most. The range takes in what is left.',
    rear: 'Stand straight behind, three big steps away, the lens at the hips’ height, whole feet in view, and lay the floor line through both of them. A camera off to one side makes a level pelvis look tilted, the more the higher it stands. Say where it stood; the range takes in what is left.',
    above:
      'Hold the camera over the hips, as high as you can, and look straight down. Shoulders are higher than feet and look larger than they are: say how high the camera was and that is corrected.',
  },
  cmOver: (height: number): string => `${height} cm over the mat`,
  mAwayCmUp: (distance: number, height: number): string => `${distance} m away, ${height} cm up`,
  notTold: 'not told',
};

export const liveCamera = {
  theLine: 'The line as it is now',
  nobodyIsFoundYet: 'Nobody is found yet',
  theLineHolds: 'The line holds',
  looksASecond: (perSecond: string): string => `${perSecond} looks a second`,
  filmIt: 'Film it',
  stopS: (filmed: string): string => `Stop, ${filmed} s`,
  aQuietSoundWhen: 'A quiet sound when the line goes',
  asInAMirror: 'As in a mirror',
  thisDeviceCannotDraw: 'This device cannot draw the simulated person.',
};

export const nudgePad = {
  theChosenPoint: 'The chosen point',
  pointBefore: 'Point before',
  noPointChosen: 'No point chosen',
  nextPoint: 'Next point',
  moveIt: (label: string): string => `Move it ${label}`,
};

export const padPanel = {
  pressureUnderTheLow: 'Pressure under the low back',
  pressurePadSimulated: 'Pressure pad, simulated',
  listening: 'listening',
  beingSet: 'being set',
  pressure: 'Pressure',
  pressureOnThePad: 'Pressure on the pad',
  noPad: 'no pad',
  aSliderInPlace: 'a slider in place of one',
  aMadeUpBack: 'a made-up back',
};

export const pictureBench = {
  thePointsAreHere: (width: number, height: number): string =>
    `The points are here, the picture is not: choose the same picture again (${width} × ${height}).`,
  chooseAPicture: 'Choose a picture',
  the: (view: string): string => `the ${view}`,
  above: 'above',
  dropAPicture: (viewPart: string): string => `Drop a picture from ${viewPart} here`,
  dropASide: 'Drop a side-on picture here',
  straightOnCamera: 'Straight on, camera at hip height, both sides and the floor in view.',
  straightDownOver: 'Straight down over the hips, head and feet in view.',
  straightFromBeside: 'Straight from beside the hips, camera at hip height, the floor in view.',
  jpegPngOrWebp: (viewPart: string, maxMb: number): string => `${viewPart} JPEG, PNG or WebP, up to ${maxMb} MB.`,
  chooseAFile: 'Choose a file',
  thisDevicesCamera: 'This device’s camera',
  simulatedCamera: 'Simulated camera',
  pictureFile: 'Picture file',
  whatIsSeen: 'What is seen',
  findThePoints: 'Find the points',
  looking: 'Looking …',
  onlyInAPart: 'Only in a part of it',
  dragABoxRound: 'Drag a box round the person',
  theOtherOne: 'The other one',
  nearerSide: (side: string): string => `Nearer side: ${side}`,
  ringsAreGuesses: 'Rings are guesses and are not judged. Drag what is off',
  thenSay: ', then say that the rest fits',
  theRestFits: (count: number): string => `The rest fits (${count})`,
  noPermissionForPictures: 'No permission for pictures: the numbers are kept, the picture is not.',
  faces: 'Faces',
  whatIsBlurredHere: 'What is blurred here is blurred before the picture is kept; it cannot be undone later.',
  blurTheHead: 'Blur the head',
  blurAnotherPlace: 'Blur another place',
  dragABox: 'Drag a box on the picture',
  takeTheLast: (count: number): string => `Take the last one back (${count} blurred)`,
  chooseAPerson: 'Choose a person to keep this.',
  otherPicture: 'Other picture',
  somePointsStand: 'Some points stand as the device found them: less sure than a hand’s.',
  points: (placing: string): string => `Points ${placing},`,
  assumedCheckYours: 'assumed: check yours',
  asYouPlacedThem: (day: string): string => `as you placed them on ${day}`,
  thisIs: 'This is not a JPEG, PNG or WebP picture.',
  thisPictureIsMb: (size: number, maxMb: number): string =>
    `This picture is ${size} MB; at most ${maxMb} MB can be used. Take it smaller.`,
  tooLarge: 'too large',
  thisPictureHasMore: 'This picture has more than 50 megapixels. Take it smaller.',
  thisFileIsDamaged: 'This file is damaged; it cannot be shown as a picture.',
  thePicture: 'The picture',
};

export const pictureStage = {
  pictureWithPoints: 'Picture with points',
  pictureArrowKeysMove: 'Picture. Arrow keys move the mark, Enter sets it.',
  pictureWithPointsArrow: 'Picture with points. Arrow keys move the chosen point, square brackets choose another.',
  clickTheShoulder: 'Click the shoulder',
  nowTheAnkle: 'Now the ankle',
  clickThe: 'Click the',
  nowThe: 'Now the',
  thePersonsOwn: (firstPart: string, landmarkLabel: string): string =>
    `${firstPart} ${landmarkLabel} (the person’s own)`,
  redo: 'Redo',
  zoomOut: 'Zoom out',
  zoomIn: 'Zoom in',
  closer: 'Closer',
  wholePicture: 'Whole picture',
  addAnOptionalPoint: 'Add an optional point',
  addAPoint: 'Add a point …',
  cameraCheck: 'camera check',
  points: 'Points',
  guessed: '\u00a0guessed',
  fits: 'Fits',
  takeAway: (label: string): string => `Take away ${label}`,
  floorOneEnd: 'Floor, one end',
  floorOtherEnd: 'Floor, other end',
  far: (landmarkLabels: string): string => `Far ${landmarkLabels}`,
};

export const seenNow = {
  twoClicks: 'Two clicks on the picture lay the figure; then drag what is off.',
  tooFewPoints: 'Too few points are placed to judge anything.',
  inTheMiddle: ', in the middle of its course',
  insideTheLimitsOf: (name: string): string => `Inside the limits of ${name}.`,
  allJudgedMeasures: 'All judged measures',
};

export const setUp = {
  askTheStopSigns: 'Ask the stop signs',
  beforeAnyLoad: 'before any load.',
  wereNeverAsked: 'were never asked',
  wereAskedLongAgo: 'were asked long ago',
  stopSigns: (countPart: string): string => `Stop signs ${countPart}.`,
  askThem: 'Ask them',
  lookedAt: 'Looked at',
  side: 'Side',
  right: 'Right',
  left: 'Left',
  howItShouldLook: (name: string, name2: string): string => `${name}, ${name2}: how it should look`,
  chooseAnEasierVersion: 'Choose an easier version, or ask the person’s professional first.',
  leftOutFor: (barred: string, insteadPart: string): string => `Left out for: ${barred}. ${insteadPart}`,
  instead: 'Instead:',
  takeIt: 'Take it',
  method: 'Method',
  target: (count: string): string => `Target, ${count}`,
  targetS: 'Target, s',
  acceptedStep: 'Accepted step:',
  setAsItWas: 'set as it was decided.',
  splitSet: 'Split set:',
  no: 'no',
  theLastSAt: (seconds: number, restName: string): string => `the last ${seconds} s at ${restName}`,
  goesOnAt: 'Goes on at',
  oneVersionOnly: 'one version only',
  forS: 'For, s',
  lastTime: 'Last time:',
};

export const setUpKnobs = {
  setUp: 'Set-up:',
  asTheVersionHas: 'as the version has it',
  less: (name: string): string => `Less: ${name}`,
  more: (name: string): string => `More: ${name}`,
  asTheVersionHasIt: 'As the version has it',
};

export const signalChoice = {
  atTheTarget: 'At the target',
};

export const simulatedCamera = {
  whatTheSimulatedCamera: 'What the simulated camera sees',
  takeThisPicture: 'Take this picture',
  cameraTilted: 'Camera tilted',
  pelvisRightHigher: 'Pelvis: + right higher',
  shouldersRightHigher: 'Shoulders: + right higher',
  hipBehindTheLine: 'Hip behind the line',
  hipDroppedTooHigh: 'Hip dropped: − too high',
  leanToTheRight: 'Lean: + to the right',
  turnOfTheChest: 'Turn of the chest',
  armsAhead: 'Arms ahead of the chest',
  kneesInOut: 'Knees in: − out',
  toesOut: 'Toes out',
  bodyLinePikeSag: 'Body line: − pike, + sag',
  neckDroppedPoked: 'Neck: − dropped, + poked',
  archOfTheLow: 'Arch of the low back',
  kneeAngle: 'Knee angle',
  cameraOffTheSquare: 'Camera off square',
  leftKneeFurtherIn: 'Left knee further in (−: right)',
  lensAway: 'Lens away',
  lensAwayFar: 'Lens away (0: far)',
  lensUp: 'Lens up',
};

export const simulatedClip = {
  clothesAndLight: 'Clothes and light',
  file: 'File',
  filmed: 'Filmed',
  stopFilming: 'Stop filming',
  filmIt: 'Film it',
  lookOnLive: 'Look on live',
  blueShirt: 'Blue shirt',
  darkDimRoom: 'Dark, dim room',
  redShirtBrightRoom: 'Red shirt, bright room',
  upOrOut: 'Up or out',
  heldThere: 'Held there',
  downOrBack: 'Down or back',
  stillBetweenReps: 'Still between reps',
  length: 'Length',
  sagAtMost: 'Sag, at most',
  kneesInAtTheEnd: 'Knees in at the far end: − out',
  itBeginsAt: 'It begins at',
  andComesBy: 'And comes by',
  aSecond: '° a second',
  mendedAtNever: 'Mended at (0: never)',
  goesWithTheBreath: 'Goes with the breath',
  shakesFromThenOn: 'Shakes from then on',
  cameraOffTheSquare: 'Camera off square',
  cameraRolled: 'Camera rolled',
  bodyAside: 'Body aside of the middle',
  lensAway: 'Lens away',
  lensUp: 'Lens up',
  thisBrowserCannotWrite: (kindPart: string): string => `This browser cannot write ${kindPart}. Take the other one.`,
  thisDeviceCannotDraw: 'This device cannot draw the simulated person.',
};

export const tempoPacer = {
  tempo: 'Tempo',
};

export const setup = {
  theTargetWants: 'The target wants 1 to 1000 reps.',
  theTargetWantsToSeconds: 'The target wants 1 to 3600 seconds.',
  theSetUp: (message: string): string => `The set-up ${message}.`,
};

export const useSignals = {
  aSound: 'a sound',
  aVibration: 'a vibration',
  saidAloud: 'said aloud',
  targetSeconds: (target: number): string => `Target. ${target} seconds.`,
};
