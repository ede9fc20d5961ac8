/** What people’s pages say. */

export const addPersonDialog = {
  somebodyNew: 'Somebody new',
};

export const addPersonForm = {
  someSet: ': some set',
  cautionsAndPermissions: (countPart: string): string => `Cautions and permissions${countPart}`,
  careIsDueWith: 'Care is due with',
  bornYear: 'Born, year',
  picturesMayBeTaken: 'Pictures may be taken and kept',
  clipsMayBeKept: 'Clips may be kept too',
  aHandOnBack: 'A hand on back, ribs or shoulders is all right',
  guardianWhoGave: 'Guardian who gave the permission',
  givenByThemselvesUnder: 'Given by themselves. Under 18 a guardian gives it: enter the year.',
  heightAndWeightSet:
    'Height and weight set the loads. Without them an average body is used. Ask the stop signs on the person’s page before the first load.',
  addAndFill: 'Add, and fill in the rest',
  theForm: 'The form',
};

export const betweenCard = {
  between: (counted: string): string => `${counted} between`,
  theSameDay: 'The same day',
  atItInBetween: (counted: string): string => `${counted} at it in between.`,
  tried: 'Tried',
  drillsGiven: 'Drills given',
  from: (day: string): string => `from ${day}`,
  noMendWasTried: 'No mend was tried and no drills were given in between.',
  aStepOfAnother: 'a step of another catalogue',
  one: (one: string): string => `one ${one}`,
};

export const bodySize = {
  inches: 'inches',
  height: (unitsPart: string): string => `Height (${unitsPart})`,
  pounds: 'pounds',
  weight: (unitsPart: string): string => `Weight (${unitsPart})`,
};

export const cautionsPanel = {
  noneOnRecordAsk: 'None on record. Ask again when it has been a while.',
  notNow: 'not now',
  on: 'on',
  to: (day: string): string => `to ${day}`,
  setBy: (day: string, untilPart: string, setBy: string): string => `${day} ${untilPart} · set by ${setBy}`,
  editCaution: (cautionName: string): string => `Edit caution ${cautionName}`,
  edit: 'Edit',
  removeCaution: (cautionName: string): string => `Remove caution ${cautionName}`,
  remove: 'Remove',
  removed: 'Removed.',
  caution: 'Caution',
  from: 'From',
  until: 'Until',
  notePrivate: 'Note (private)',
  save: 'Save',
  generalCautions:
    'General cautions for a coach, not medical advice. Local rules, the hall’s policy and licensed professionals come first.',
  theCaution: 'The caution',
};

export const changeAssigned = {
  changeWhatIsAssigned: 'Change what is assigned',
  itBecomesVersion: (version: number, version2: number): string =>
    `It becomes version ${version} from today. Version ${version2} stays on record.`,
  noLonger: (gone: string): string => `No longer in the library, so it falls out: ${gone}.`,
  writtenInWordsBefore: (anew: string): string =>
    `Written in words before, set as numbers now: ${anew}. Check the dose.`,
  takeOut: (name: string): string => `Take ${name} out`,
  out: 'Out',
  aCautionInForce: 'A caution in force excludes it. Take it out.',
  addAVersion: 'Add a version or a drill',
  wordsForTheSheet: 'Words for the sheet',
  keepAsVersion: (version: number): string => `Keep as version ${version}`,
  chosenByTheCoach: 'chosen by the coach',
  theChangedList: 'The changed list',
  keptAsVersionFrom: (version: number, day: string): string => `Kept as version ${version}, from ${day}.`,
};

export const cleanChart = {
  total: 'Total',
  cleanAndTotal: 'Clean, and total',
  cleanSecondsOverHolds: (count: number, seconds: string, day: string, seconds2: string, day2: string): string =>
    `Clean seconds over ${count} holds, from ${seconds} on ${day} to ${seconds2} on ${day2}.`,
  noHoldsYet: 'No holds yet.',
};

export const comparePage = {
  thenAndNow: ': then and now',
  eachByItsOwn: 'Each by its own method',
  bothBy: 'Both by',
  theseAreTwoDifferent: 'These are two different positions; seconds and angles do not compare.',
  pictureWithTheBody: (title: string): string => `${title}: picture with the body line`,
  of: (total: string): string => `of ${total}`,
  nothingToMend: 'Nothing to mend.',
  whatWasDifferent: 'What was different',
  then: 'Then',
  now: 'Now',
  whatChanged: 'What changed',
  measure: 'Measure',
  didItChange: 'Did it change?',
  yesSurely: (percent: string): string => `yes, surely (${percent})`,
  cannotBeTold: (percent: string): string => `cannot be told (${percent})`,
  setUp: 'Set-up',
  asTheVersionHas: 'as the version has it',
  notAsked: 'not asked',
  cue: 'Cue',
  noneNoted: 'none noted',
  firstToGo: 'First to go',
  aStill: 'a still',
};

export const consentsPanel = {
  permissions: 'Permissions',
  notGiven: 'not given',
  given: 'given',
  clipsMayBeKept: ', clips may be kept',
  recordPermissionFor: (name: string): string => `Record permission for ${name}`,
  record: 'Record',
  askForHands: 'Ask for hands-on help every time as well.',
  andClips: ' and clips',
  oneClip: 'One clip, sent in by link,',
  thatClip: 'That clip is deleted for good; the numbers stay.',
  guardian: ' (guardian)',
  to: (day: string): string => ` to ${day}`,
  by: (givenBy: string, relationPart: string, day: string, untilPart: string): string =>
    `by ${givenBy}${relationPart}, ${day}${untilPart}`,
  withdrawn: (day: string): string => ` · withdrawn ${day}`,
  withdraw: 'Withdraw',
  touchCues: 'Touch cues are no longer offered.',
  allPicturesAndClips: 'All pictures and clips that no other permission covers are deleted for good; the numbers stay.',
  withdrawIt: 'Withdraw it',
  givenBy: 'Given by',
  whoIsThat: 'Who is that',
  aGuardian: 'A guardian',
  thePerson: 'The person',
  whatFor: 'What for',
  clipsMayBeKeptAsWell: 'Clips may be kept as well',
  from: 'From',
  until: 'Until',
  save: 'Save',
  pictures: 'Pictures',
  handsOnHelp: 'Hands-on help',
  thePermission: 'The permission',
};

export const historyPanel = {
  looks: 'Looks',
  judgedByTheMethod: 'Judged by the method in force',
  judgedBy: 'Judged by',
  thenAndNow: 'Then and now',
  tickTwoLooks: 'Tick two looks to lay them side by side.',
  theNewest: (count: number): string => `The newest ${count}, in the order that you set.`,
  asATable: 'As a table',
  asAList: 'As a list',
  looksAre: 'looks are',
  lookIs: 'look is',
  keptOnThisDevice: (waiting: number, waitingPart: string): string =>
    `${waiting} ${waitingPart} kept on this device and will be sent.`,
  noLooksYet: 'No looks yet.',
  takeTheFirstLook: 'Take the first look',
  compareTheLookOf: (dayTime: string): string => `Compare the look of ${dayTime}`,
  inAClass: ' · in a class',
  reLook: ' · re-look',
  notYetSent: ' · not yet sent',
  clean: ' clean',
  of: (seconds: string): string => `of ${seconds}`,
  cannotBeJudged: (cannot: string): string => `cannot be judged: ${cannot}`,
  nothingToMend: 'nothing to mend',
  notJudgedYet: 'not judged yet',
  olderLooks: 'Older looks',
  nothingSeenToMend: 'nothing seen to mend',
};

export const importLook = {
  addALook: 'Add a look from a file',
  observationFile: 'Observation file',
  thisFileWas: 'This file was not taken; nothing was kept.',
  aSeriesFor: (name: string): string => `A series for ${name}`,
  aLookFor: (name: string): string => `A look for ${name}`,
  length: 'Length',
  aStill: 'a still',
  body: 'Body',
  whenItWas: 'When it was',
  aFileHas: 'A file has no date of its own: this one is from its name or its last change.',
  keepItAll: 'Keep it all the same',
  isNotJson: 'is not JSON',
};

export const intakePanel = {
  stopSigns: 'Stop signs',
  askNow: 'Ask now',
  aCoachAsksThem: 'A coach asks them.',
  notAskedYet: 'Not asked yet',
  askedTooLongAgo: 'Asked too long ago',
  askBeforeTheNext: (lastPart: string): string => `${lastPart}: ask before the next load.`,
  painEndedTheLast: (painIn: string): string =>
    `Pain ended the last hold: ${painIn}. Nothing that loads it is proposed until the signs are asked again and clear.`,
  none: 'none',
  answeredYes: (count: number): string => `${count} answered yes`,
  lastAskedBy: (day: string, by: string, countPart: string): string => `Last asked ${day} by ${by}: ${countPart}.`,
  readThemOut: 'Read them out. A yes is no diagnosis: it means somebody else looks first.',
  no: 'No',
  yes: 'Yes',
  noneOfThese: 'None of these',
  noneOfTheOthers: 'None of the others',
  notePrivate: 'Note (private)',
  theAsking: 'The asking',
};

export const lookTable = {
  looks: 'Looks',
  when: 'When',
  total: 'Total',
  standsOut: 'Stands out',
  notJudgedYet: 'not judged yet',
  bodyLine: 'Body line',
  endedBy: 'Ended by',
};

export const peoplePage = {
  people: 'People',
  files: 'Files',
  addAPerson: 'Add a person',
  somebodyNewIsHalf: 'Somebody new is half entered.',
  goOnWithIt: 'Go on with it',
  typeAPart: 'Type a part of the name',
  all: 'All',
  caution: 'Caution',
  anyOrNone: 'Any or none',
  roster: 'Roster',
  archived: 'Archived',
  active: 'Active',
  order: 'Order',
  peopleInSentence: 'people',
  person: 'person',
  theGroupOverWeeks: 'The group over weeks',
  nobodyHereYetAdd: 'Nobody here yet. Add the first person, or bring a list in (Files).',
  nobodyFitsThisSearch: 'Nobody fits this search.',
  lookAt: (name: string): string => `Look at ${name}`,
  neverLookedAt: 'never looked at',
  lastLook: (ago: string): string => `last look ${ago}`,
  showMoreOf: (count: number, total: number): string => `Show more (${count} of ${total})`,
  byName: 'By name',
  longestWithoutALook: 'Longest without a look first',
  lastLookAlone: 'Last look',
  here: 'Here',
  peopleAsATable: 'People as a table',
  setsOfEverybody: 'Sets of everybody',
  theWholeStudioWithout: 'The whole studio, without pictures',
};

export const personForm = {
  newGroup: 'New group',
  make: 'Make',
  yearOfBirth: 'Year of birth',
  bodyTable: 'Body table',
  mens: 'Men’s',
  womens: 'Women’s',
  meanOfBoth: 'Mean of both',
  goal: 'Goal',
  asTheStudio: 'As the studio or the position has it',
  kitAtHand: 'Kit at hand',
  allTheRoomHas: 'All the room has',
  notes: 'Notes',
  save: 'Save',
  theForm: 'The form',
};

export const personPage = {
  edit: 'Edit',
  archive: 'Archive',
  bringBack: 'Bring back',
  newLook: 'New look',
  bodyAndGoal: 'Body and goal',
  height: 'Height',
  notMeasured: 'not measured',
  weight: 'Weight',
  born: 'Born',
  notGiven: 'not given',
  underAge: ', under age',
  method: 'Method',
  asThePositionsDefault: 'as the position’s default',
  goal: 'Goal',
  noneNoted: 'none noted',
  isBack: (name: string): string => `${name} is back.`,
  isArchived: (name: string): string => `${name} is archived.`,
};

export const prescriptionsPanel = {
  drillsAssigned: 'Drills assigned',
  noneInForceThey: 'None in force. They are assigned from a look.',
  ended: 'Ended.',
  versionFrom: (version: number, day: string, by: string, method: string): string =>
    `version ${version}, from ${day} · ${by} · ${method}`,
  due: ': due',
  lookAgain: (day: string, relookOnPart: string): string => `Look again ${day}${relookOnPart}`,
  sheet: 'Sheet',
  changeWhatIsAssigned: (familyName: string): string => `Change what is assigned for ${familyName}`,
  sendTheSheet: 'Send the sheet',
  theLookBehindIt: 'The look behind it',
  endIt: 'End it',
  before: (count: number): string => `Before: ${count}`,
  endedWithDay: (day: string): string => `, ended ${day}`,
  versionFromWithFamilyName: (
    familyName: string,
    version: number,
    day: string,
    endedOnPart: string,
    items: string,
  ): string => `${familyName}, version ${version}, from ${day}${endedOnPart}: ${items}`,
  sheetInSentence: 'sheet',
};

export const programmesPanel = {
  programmes: 'Programmes',
  planWeeks: 'Plan weeks',
  noneYetWeeks: 'None yet: weeks of work alone, made from places, causes and goal.',
  fromWeeks: (day: string, weeks: number): string => `From ${day}, ${weeks} weeks`,
  done: (percent: string): string => ` · ${percent} done`,
  toward: (placeName: string): string => ` · toward ${placeName}`,
  lookDue: 'look due',
};

export const screensPanel = {
  movementScreens: 'Movement screens',
  newScreen: 'New screen',
  noneYetAScreen: 'None yet. A screen shows where legs and shoulders spoil a line.',
  nothingFound: 'nothing found',
};

export const seriesAsked = {
  keypointsInCocoOrder: 'Keypoints in COCO order. What the file does not say:',
  lookedAt: 'Looked at',
  picturesASecond: 'Pictures a second, where they are only numbered',
  readIt: 'Read it',
};

export const setUpTrend = {
  setUpsOverTime: 'Set-ups over time',
  since: (day: string): string => ` since ${day}`,
};

export const takeoverTrend = {
  takeoverIndex: 'Takeover index',
  areTheHipFlexors: 'are the hip flexors doing the work, 0–100',
  takeoverIndexOverLooks: (
    count: number,
    known: number,
    day: string,
    last: number,
    day2: string,
    says: string,
  ): string => `Takeover index over ${count} looks, from ${known} on ${day} to ${last} on ${day2}: ${says}.`,
  on: (day: string, says: string): string => `on ${day}, ${says}`,
  index: 'Index, 0–100',
  oneLookSoFar: 'one look so far',
  aboutTheSame: 'about the same',
};
