/** What a group’s page says. */

export const groupPage = {
  people: 'people',
  person: 'person',
  theFirstByName: (count: number): string => `; the first ${count} by name are counted`,
  over: 'Over',
  weeks: (n: number): string => `${n} weeks`,
  table: 'Table',
  workbook: 'Workbook',
  print: 'Print',
  cleanSecondsOverWeeks: (weeks: number): string => `Clean seconds over ${weeks} weeks`,
  theMeanOfMembers: (members: number, looks: number): string =>
    `The mean of ${members} members, each against their own holds of the same version, side and set-up; ${looks} holds. 95 times in a hundred, the mean of people like these lies within the range.`,
  ofTheHoldsEnded: (percent: string): string =>
    `${percent} of the holds ended at their target: those people could have gone on, and the change may be larger.`,
  itTakesMembers: (leastMembers: number): string =>
    `It takes ${leastMembers} members who have held one version twice with ten days between. Look at them again.`,
  hereByWeeks: 'Here, by weeks',
  membersHereAtLeast: 'Members here at least once, by weeks',
  weekFrom: (day: string, members: number): string => `Week from ${day}: ${members}`,
  thisWeek: 'this week',
  whatStandsOutLast: (monthDays: number): string => `What stands out, last ${monthDays} days`,
  faultsByMembers: 'Faults by members',
  theMonthBefore: (counted: string, counted2: string): string => `${counted}; ${counted2} the month before`,
  nothingWasFound: (monthDays: number): string => `Nothing was found in the last ${monthDays} days.`,
  onTheSquatScreen: 'On the squat screen',
  findingsOfTheSquat: 'Findings of the squat screen by members',
  nobodyHasBeenScreened: 'Nobody has been screened. A screen takes three minutes.',
  noFindings: 'No findings.',
  whoStandsWhere: 'Who stands where',
  nobodyStands: 'Nobody stands on a ladder yet.',
  versionsUsedLastDays: (monthDays: number): string => `Versions used, last ${monthDays} days`,
  members: 'Members',
  dueForALook: 'Due for a look:',
  membersOfTheGroup: 'Members of the group',
  allPeople: 'All people',
  lastLook: 'Last look',
  due: ', due',
  daysHere: 'Days here',
  looks: 'Looks',
  cleanSecondsAWeek: 'Clean seconds a week',
  cannotBeTold: 'cannot be told',
  standsOutMost: 'Stands out most',
};

export const shareBars = {
  of: (count: number, ofText: number): string => `${count} of ${ofText}`,
};
