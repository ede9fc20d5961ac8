/** What programmes say to the coach. */

export const groupDialog = {
  theSame: 'The same for a group',
  weeksDaysMinutesGoal:
    'Weeks, days, minutes, goal and what is set by hand are taken over. Everybody gets a programme of their own, from their places, causes, kit and cautions. Whoever has a stop sign gets none.',
  chooseOne: 'Choose one',
  givenTo: 'Given to',
  hasOneNow: 'has one now.',
  giveItToThem: 'Give it to them',
  tryThoseAgain: 'Try those again',
  working: 'Working …',
  theGroup: 'The group',
};

export const itemCard = {
  dragToAnotherDay: 'Drag to another day',
  whatToDoWith: (name: string): string => `What to do with ${name}`,
  pinnedHere: 'pinned here',
  partlyDone: 'partly done',
  notDone: 'not done',
};

export const linksCard = {
  byLink: 'By link',
  whoeverHasTheLink:
    'Whoever has the link reads this programme on a phone and says what was done, without an account. Give it to the person alone.',
  opensFor: 'Opens for',
  showsProgressSoFar: 'Shows progress so far too',
  clipsMayBeSent: 'Clips may be sent in by it',
  makeALink: 'Make a link',
  sendItByMail: 'Send it by mail',
  itIsShownOnly: 'It is shown only once.',
  copyItNow: 'Copy it now.',
  theLink: 'The link',
  forACalendar: 'For a calendar that keeps itself up to date:',
  theCalendarsAddress: 'The calendar’s address',
  copy: 'Copy',
  copied: 'Copied',
  notOpenedYet: 'not opened yet',
  opened: (dayTime: string): string => `opened ${dayTime}`,
  until: (day: string, openedAtPart: string): string => ` until ${day} · ${openedAtPart}`,
  takeBack: 'Take back',
};

export const numbersDialog = {
  ofWhichSHard: (hard: number): string => `, of which ${hard} s hard. With other seconds it is no longer split.`,
  plannedYourOwnNumbers: (sets: number, amount: string, splitPart: string): string =>
    `Planned: ${sets} × ${amount}${splitPart} Your own numbers are not cut to the week’s load.`,
  restS: 'Rest, s',
  setAndPin: 'Set and pin',
  seconds: 'Seconds',
  breaths: 'Breaths',
  steps: 'Steps',
  mustBeOrLess: (breaths: number): string => `must be ${breaths} or less`,
};

export const otherDialog = {
  drillOrVersion: 'Drill or version',
  typeAPart: 'Type a part of its name',
};

export const planPage = {
  aProgramme: 'A programme is for one person.',
  chooseWho: 'Choose who',
  week: 'week ',
  doneOfSets: (done: number, planned: number, percent: string): string =>
    ` · done ${done} of ${planned} sets, ${percent}`,
  fromTodaysPlaces: 'from today’s places',
  toward: (placeName: string): string => `toward ${placeName}`,
  aNewProgrammeNothing: 'A new programme. Nothing is kept yet.',
  makeAnew: 'Make anew',
  keepAsANew: 'Keep as a new version',
  endedOn: (day: string): string => `Ended on ${day}.`,
  takeTheEndBack: 'Take the end back',
  noLongerFitsMake: 'no longer fits: make the programme anew, or take it off.',
  setByHand: 'Set by hand',
  pinnedTakenOff: (count: number, count2: number, count3: number): string =>
    `${count} pinned, ${count2} taken off, ${count3} with numbers of your own.`,
  leftOutEverywhere: 'Left out everywhere',
  letItInAgain: (drillName: string): string => `${drillName}: let it in again`,
  letEverythingMoveAgain: 'Let everything move again',
  giveItOut: 'Give it out',
  onPaper: 'On paper',
  calendar: 'Calendar',
  forAGroup: 'For a group',
  print: 'Print',
  versions: 'Versions',
  endItToday: 'End it today',
  weekWithWeek: (week: number): string => `Week ${week}`,
  easier: ' · easier',
  changesCount: 'Changes count in the weeks after too',
  shownAs: 'Shown as',
  board: 'Board',
  table: 'Table',
  workingItOut: 'Working it out …',
  toMind: 'To mind',
  weekWithDrillName: (drillName: string, week: number, weekdayNames: string): string =>
    `${drillName}, week ${week}, ${weekdayNames}:`,
  whatWouldChangeAgainst: (version: number): string => `What would change against version ${version}`,
  leaveIt: 'Leave it as it stands',
  generalGuidanceNotMedical:
    'General guidance, not medical advice: stop on pain, numbness or dizziness. The programme is worked out from looks, gates and cautions as they stand; what is done on the day is the coach’s and the person’s own call.',
  workingOutTheWeeks: 'Working out the weeks …',
  addTo: (otherPart: string): string => `Add to ${otherPart}`,
  insteadOf: (drillName: string): string => `Instead of ${drillName}`,
  swap: 'Swap',
  allProgrammes: 'All programmes',
  to: (drillName: string, weekdayNames: string): string => `${drillName}: to ${weekdayNames}`,
  keptAsVersion: (version: number): string => `Kept as version ${version}`,
};

export const planSettings = {
  whatItIsMade: 'What it is made by',
  goal: 'Goal',
  days: 'Days',
  fromAMonday: 'From a Monday',
  minutesADay: 'Minutes a day',
  length: 'Length',
  easierWeek: 'Easier week',
  pullingDays: 'Pulling days',
  anyDay: 'Any day',
  noteToThisVersion: 'Note to this version',
  todaysPlaces: 'Today’s places',
  weeks: (n: number): string => `${n} weeks`,
  week: (i: number): string => `Week ${i}`,
};

export const plansPage = {
  newProgrammeFor: 'New programme for',
  newProgrammeForAlone: 'New programme for …',
  looksAreDue: (count: number): string => `${count} looks are due`,
  aLookIsDue: 'A look is due',
  aProgrammeIsMade: (due: string): string => `${due}. A programme is made anew from the look.`,
  noProgrammeRuns:
    'No programme runs. One is two to eight weeks of work alone, made from a person’s places, causes and goal: choose somebody above.',
  programmes: 'Programmes',
  programmesThatRun: 'Programmes that run',
  week: 'Week',
  days: 'Days',
  due: ', due',
  by: 'By',
  version: (by: string, version: number): string => `${by}, version ${version}`,
};

export const weekBoard = {
  week: (week: number): string => `Week ${week}`,
  ofMin: (minutes: number, minutes2: number): string => `${minutes} of ${minutes2} min`,
  nothingOnThisDay: 'Nothing on this day.',
  allOfWasDone: (weekdayNames: string): string => `All of ${weekdayNames} was done`,
  allDone: 'All done',
  copyToAnotherDay: (weekdayNames: string): string => `Copy ${weekdayNames} to another day`,
  copy: 'Copy',
  to: (weekdayNames: string): string => `To ${weekdayNames}`,
  addTo: (weekdayNames: string): string => `Add to ${weekdayNames}`,
  letItMoveAgain: 'Let it move again',
  pinItHere: 'Pin it here',
  otherNumbers: 'Other numbers …',
  swapIt: 'Swap it …',
  moveTo: (weekdayNames: string): string => `Move to ${weekdayNames}`,
  takeItOff: 'Take it off this day',
  leaveItOutEverywhere: 'Leave it out everywhere',
  partlyDone: 'Partly done',
  notDone: 'Not done',
};

export const weekLine = {
  week: 'Week',
  weekWithWeek: (week: number, spoken: string): string => `Week ${week}, ${spoken}`,
  now: ' now',
  ofTheEasierWeek: ', of the easier week six tenths of it',
  loadOfEachWeek: (somePart: string): string =>
    `Load of each week; the dashed line is a fifth over the last ordinary one${somePart}.`,
  ofTheWeekBefore: (percent: string): string => `, ${percent} of the week before`,
  anEasierWeek: ', an easier week',
  loadKnMS: (load: number, against: string, easierPart: string): string => `load ${load} kN·m·s${against}${easierPart}`,
};

export const weekTable = {
  week: (week: number): string => `Week ${week}`,
  amount: 'Amount',
  eachSide: ' each side',
  item: 'Item',
  each: 'Each',
  restS: 'Rest, s',
  why: 'Why',
  ofOn: (what: string, drillName: string, weekdayNames: string): string => `${what} of ${drillName} on ${weekdayNames}`,
};

export const usePlan = {
  theProgramme: 'The programme',
};
