/** What the parts say that pages are made of. */

export const appHeader = {
  uprightAnchor: 'Upright Anchor, to the floor',
  uprightAnchorAlone: 'Upright\u00a0Anchor',
  places: 'Places',
  underWay: 'under way',
  of: (name: string): string => `of ${name}`,
  hold: (heldPart: string): string => `Hold ${heldPart}`,
  account: (name: string): string => `Account: ${name}`,
  yourOwnRecord: 'Your own record',
  yourOwnProgramme: 'Your own programme',
  yourEye: 'Your eye',
  dark: 'Dark',
  light: 'Light',
  surfaces: (darkPart: string): string => `${darkPart} surfaces`,
  centimetresAndKilograms: 'centimetres and kilograms',
  feetAndPounds: 'feet and pounds',
  show: (unitsPart: string): string => `Show ${unitsPart}`,
  on: 'on',
  off: 'off',
  turnSingleKeys: (keysPart: string): string => `Turn single keys ${keysPart}`,
  letFiguresMove: 'Let figures move',
  holdFiguresStill: 'Hold figures still',
  keysAndWords: 'Keys and words',
  passwordDevicesCode: 'Password, devices, code',
  signOut: 'Sign out',
  are: 'are',
  is: 'is',
  keptOnThisDevice: (count: number, countPart: string, title: string): string =>
    `${count} kept on this device ${countPart} not taken by the server: ${title}`,
  seeWhatAndWhy: 'See what and why',
  somethingThatYouLeft:
    'Something that you left on this device when you signed out was locked with an earlier password and cannot be opened.',
  floor: 'Floor',
  people: 'People',
  library: 'Library',
  studio: 'Studio',
  waiting: (waiting: number): string => `, ${waiting} waiting`,
  notTaken: (refused: number, waitingPart: string): string => `${refused} not taken${waitingPart}`,
  offlineWaiting: (waiting: number): string => `offline, ${waiting} waiting`,
  waitingToBeSent: (waiting: number): string => `${waiting} waiting to be sent`,
};

export const chartTable = {
  theNumbers: 'The numbers as a table',
};

export const columnChoice = {
  columns: 'Columns',
};

export const conflictDialog = {
  twoVersionsOf: (title: string): string => `Two versions of ${title}`,
  changedItAfterYou: (who: string): string => `${who} changed it after you opened it`,
  nothingOfYours: '. Nothing of yours is kept yet.',
  itWasTakenAway: 'It was taken away after you opened it. Keep yours to bring it back.',
  whatDiffers: 'What differs',
  yours: 'yours',
  allOf: (titlePart: string): string => `All of ${titlePart}`,
  before: (lines: string): string => `Before: ${lines}`,
  keptWithoutAsking: 'Kept without asking',
  keepYours: 'Keep yours',
  keepWhatIsChosen: 'Keep what is chosen',
  goBack: 'Go back to the page',
  chooseOneOfEach: 'Choose one of each pair.',
  somebodyElse: 'Somebody else',
  yoursAlone: 'Yours',
  theirs: 'Theirs',
  onlyYouChangedIt: 'only you changed it',
  onlyTheyChangedIt: 'only they changed it',
  bothOfYou: 'both of you the same',
};

export const draftBack = {
  thisDeviceCannotKeep: 'This device cannot keep a draft of this: finish it before you leave the page.',
  yourDraft: (dayTime: string): string => `Your draft of ${dayTime} is here again.`,
  beginAnew: 'Begin anew',
};

export const evidenceAsked = {
  known: ' (known)',
};

export const judgeBy = {
  judgeBy: 'Judge by',
};

export const kitPicker = {
  kitThereIs: 'Kit there is',
};

export const leaveDialog = {
  beforeYouSignOut: 'Before you sign out',
  thingsAre: 'things are',
  thingIs: 'thing is',
  onThisDevice: (unsentPart: string): string => `${unsentPart} on this device and not with the server.`,
  aHoldIsUnder: 'A hold is under way on the bench and not kept yet.',
  draftsAre: 'drafts are',
  draftIs: 'draft is',
  onThisDeviceAPicture: (draftsPart: string): string =>
    `${draftsPart} on this device. A picture that belongs to one is not locked; it is deleted.`,
  sendNowThenSign: 'Send now, then sign out',
  saveAsAFile: 'Save as a file',
  signOutLock: 'Sign out; lock it here until I sign in again',
  thisBrowserCanLock:
    'This browser can lock nothing without https, so what is unsent cannot stay here after signing out.',
  signOutAndLet: 'Sign out and let it go',
  itIsNowhereElse: 'It is nowhere else. Really?',
  staySignedIn: 'Stay signed in',
};

export const loadState = {
  fetching: 'Fetching …',
};

export const methodChoice = {
  method: 'Method',
  anotherMethodForSingle: (countPart: string): string => `Another method for single positions${countPart}`,
  takeAway: (familyName: string): string => `Take away ${familyName}`,
  takeAwayAlone: 'Take away',
  methodForIt: 'Method for it',
  set: 'Set',
};

export const newVersion = {
  aNewVersion: 'A new version is ready. What you entered stays.',
  takeIt: 'Take it',
  later: 'Later',
};

export const passwordDialog = {
  changeYourPassword: 'Change your password',
  changedYourSessions: 'Changed. Your sessions on other devices have ended.',
  changeIt: 'Change it',
  isNotTheSame: 'is not the same as the new one above',
};

export const personPicker = {
  typeAName: 'Type a name',
  fetching: 'Fetching …',
  nobodyFits: 'Nobody fits.',
  inAllTypeMore: (total: number): string => `${total} in all: type more of the name.`,
};

export const personTags = {
  archived: 'archived',
};

export const pickBox = {
  showTheList: (label: string): string => `Show the list: ${label}`,
};

export const pickOne = {
  choose: 'Choose',
};

export const searchPick = {
  nothingFits: 'Nothing fits.',
};

export const shortcutHelp = {
  keysAndWords: 'Keys and words',
  keysOrWords: 'Keys or words',
  listOfKeys: 'List of keys',
  singleKeysCan: 'Single keys can be turned off in the account’s menu.',
  listOfWords: 'List of words',
  watchedHold: 'Watched hold',
  startTheClockEnd: 'start the clock; end the hold',
  theFault: 'the fault on that pad is on; again: gross',
  shiftDigit: 'Shift + digit',
  thatFaultIsMended: 'that fault is mended',
  undoTheLastTap: 'undo the last tap',
  sayTheClock: 'say the clock',
  afterTheEndWhy: 'after the end: why it ended',
  esc: 'Esc',
  goOnAfter: 'go on after a mistaken end',
  picture: 'Picture',
  arrowsEnter: 'Arrows, Enter',
  beforeTheFigure: 'before the figure is laid: move the mark, set it; with Shift further',
  arrows: 'Arrows',
  moveTheChosenPoint: 'move the chosen point by a pixel of the screen; with Shift by ten',
  pointBeforeNextPoint: 'point before, next point',
  closerToTheChosen: 'closer to the chosen point; again: the whole picture',
  ctrlZCtrlY: 'Ctrl + Z, Ctrl + Y',
  undoRedoCtrlShift: 'undo, redo; Ctrl + Shift + Z redoes too',
  screen: 'Screen',
  thisRepShows: 'this rep shows that fault',
  theRepIsDone: 'the rep is done',
  takeTheLastRep: 'take the last rep back',
  upDown: 'Up, Down',
  theNextHarder: 'the next harder, the next easier version',
  leftRight: 'Left, Right',
  theNearestVersion: 'the nearest version of the next ladder',
  anywhere: 'Anywhere',
  orCtrlK: '/ or Ctrl + K',
  findAPerson: 'find a person, a position, a drill, a place',
  thisList: 'this list, and the words used',
};

export const sortTable = {
  of: (first: number, last: number, all: number): string => `${first}–${last} of ${all}`,
  next: 'Next',
};

export const takeAway = {
  isTakenAway: (name: string): string => `“${name}” is taken away.`,
  theShippedVersion: 'The shipped version is back.',
  takeAway: (name: string): string => `Take “${name}” away`,
  restoreTheShippedOne: 'Restore the shipped one',
  takeAwayWithName: (name: string): string => `Take “${name}” away?`,
  restoreTheShippedOneAlone: 'Restore the shipped one?',
  lookingForWhatUses: 'Looking for what uses it …',
  nothingUsesIt: 'Nothing uses it.',
  itIsUsedBy: (used: string): string => `It is used by ${used}.`,
  allOfThatStays: 'All of that stays readable and is judged as before. It is no longer offered.',
  restoreIt: 'Restore it',
  ladderStep: 'ladder step',
  choiceOfMethod: 'choice of method',
  choicesOfMethod: 'choices of method',
  theEntry: (key: string): string => `the entry “${key}”`,
};

export const timeZonePicker = {
  theHallsTimeZone: 'The hall’s time zone',
  showTheTimeZones: 'Show the time zones',
  noZoneHasSuch: 'No zone has such a name.',
  moreTypeMore: (count: number): string => `${count} more: type more of the name.`,
};

export const upDown = {
  up: (name: string): string => `${name} up`,
  down: (name: string): string => `${name} down`,
};

export const waitingItem = {
  keptByAnEarlier: 'kept by an earlier version',
  kept: (dayTime: string): string => `kept ${dayTime}`,
  times: (tries: number): string => `${tries} times`,
  once: 'once',
  theServerFailed: (triesPart: string): string => ` · the server failed at it ${triesPart}; tried again by itself`,
  theServerRefusesIt: 'The server refuses it:',
  mendItAndSend: 'Mend it and send',
  compareBoth: 'Compare both',
  sendItNow: 'Send it now',
  saveAsAFile: 'Save as a file',
  itIsNowhereElse: ' It is nowhere else. Really?',
};

export const waitingPanel = {
  waitingOnThisDevice: 'Waiting on this device',
  thatTheServerDoes: (count: number): string => `, ${count} that the server does not take`,
  toBeSentNothing: (count: number, countPart: string): string =>
    `${count} to be sent${countPart}. Nothing of it is lost until you let it go.`,
  everythingIs: 'Everything is with the server.',
  sendAllNow: 'Send all now',
  saveAll: 'Save all as a file',
};
