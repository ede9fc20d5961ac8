/** What the library says around its entries. */

export const drillTable = {
  drillsThatWereFound: 'Drills that were found',
  drill: 'Drill',
  phase: 'Phase',
  kit: 'Kit',
  answers: 'Answers',
  plane: 'Plane',
  positions: 'Positions',
  notWith: 'Not with',
};

export const entryEditor = {
  keepTheChange: 'Keep the change',
  keepTheCopy: 'Keep the copy',
  ownVersion: (name: string): string => `${name}, own version`,
  theCopy: 'The copy',
  theChange: 'The change',
  isNoDraft: 'is no draft of this',
};

export const entryTools = {
  theStudiosOwn: 'The studio’s own',
  changedHere: 'Changed here',
  by: (isShippedPart: string, by: string, dayTime: string): string => `${isShippedPart} by ${by}, ${dayTime}.`,
  takenAwayStillShown: 'Taken away: still shown where it is used, no longer offered.',
  changeIt: 'Change it',
  copyToChange: 'Copy to change',
  putItBack: 'Put it back',
  whoChangedWhat: 'Who changed what',
  neverChangedHere: 'Never changed here: as shipped.',
  keptAVersion: 'kept a version',
  takenBack: 'taken back',
};

export const libraryPage = {
  library: 'Library',
  whatToRead: 'What to read',
  search: 'Search',
  everyPosition: 'Every position',
  cause: 'Cause',
  anyCause: 'Any cause',
  plane: 'Plane',
  phase: 'Phase',
  kit: 'Kit',
  noKitMatWall: 'No kit (mat, wall)',
  found: (count: number): string => `${count} found`,
  nothingFitsTake: 'Nothing fits. Take a filter away.',
  nothingHereFits: 'Nothing here fits.',
  foundIn: 'Found in',
  entries: 'Entries',
  isTakenAway: (name: string): string => `“${name}” is taken away.`,
  chooseOne: (count: number): string => `Choose one of the ${count} on the left.`,
};

export const library = {
  positions: 'Positions',
  faults: 'Faults',
  drills: 'Drills',
  quickTests: 'Quick tests',
  causes: 'Causes',
  limits: 'Limits',
  methods: 'Methods',
  takenAwayRead: 'taken away, read where it is used',
  versions: (count: number): string => `${count} versions`,
  upToS: (cap: number): string => `up to ${cap} s`,
};
