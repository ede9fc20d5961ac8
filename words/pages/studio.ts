/** What the studio’s page says. */

export const accountForm = {
  firstPassword: 'First password',
  tenCharactersOrMore: 'Ten characters or more.',
  role: 'Role',
  groupsThatThisAssistant: 'Groups that this assistant sees',
};

export const accountsCard = {
  accounts: 'Accounts',
  addAnAccount: 'Add an account',
  accountsOfTheStudio: 'Accounts of the studio',
  change: (name: string): string => `Change ${name}`,
  personThatIs: (name: string): string => `Person that ${name} is`,
  isNoPersonHere: 'Is no person here',
  whatSawAndDid: (name: string): string => `What ${name} saw and did`,
  closeAccount: 'Close account',
  openAgain: 'Open again',
  takeTheCodeAway: 'Take the code away',
  signsIn: (name: string): string =>
    `${name} signs in with the password alone until a new one is begun. Do it when device and codes are lost.`,
  groupsThatThisAssistant: 'Groups that this assistant sees',
  role: 'Role',
  code: 'Code',
  inUse: 'in use',
  state: 'State',
};

export const hallForm = {
  theHallsName: 'The hall’s name',
  whoeverOpensAProgramme: 'Whoever opens a programme by its link reads it.',
  eachPositionsOwn: 'Each position’s own',
  kitRoom: 'Kit room',
  allKitThatDrills: 'All kit that drills and tests ask for',
  theHallsTimeZone: 'The hall’s time zone',
  theDaysOfLooks: 'The days of looks, gates and cautions follow the clock of this place.',
  unitsOnThisDevice: 'Units on this device',
  feetAndPounds: 'Feet and pounds',
  centimetresAndKilograms: 'Centimetres and kilograms',
  devicesMayKeepCopies: 'Devices may keep copies for reading without a network',
  peopleLaddersHistory:
    ' People, ladders, history and open drills, seven days at most; removed at signing out. Never pictures. ',
  kept: 'Kept.',
};

export const studioEyes = {
  eyes: 'Eyes',
  howSureEachEye:
    'How sure each eye is in practice, and where two eyes differ about the same thing: the same round, pictures judged blind, holds watched together. Not a ranking: a reason to look together.',
  yourOwnEye: 'Your own eye',
  noEyeHasPractised:
    'No eye has practised yet. Three minutes of practice tell how late a coach taps and what is missed.',
  eyesOfTheStudio: 'Eyes of the studio',
  pairsOfEyes: 'Pairs of eyes',
  and: (a: string, b: string): string => `${a} and ${b}`,
  agree: 'Agree',
  overThingsBothJudged: (things: number): string => `over ${things} things both judged.`,
  namedInOf: (faultName: string, kappaPart: string, named: number, things: number): string =>
    `${faultName}: ${kappaPart}, named in ${named} of ${things}`,
  eye: 'Eye',
  rounds: 'Rounds',
  faultsSeen: 'Faults seen',
  taps: 'Taps',
  points: 'Points',
  notChecked: 'not checked',
  cleanSeconds: 'Clean seconds',
  lessOnTheWhole: (
    name: string,
    b: string,
    a: string,
    fixed: string,
    unit: string,
    fixed2: string,
    fixed3: string,
    unit2: string,
    things: number,
  ): string =>
    `${name}, ${b} less ${a}: ${fixed}${unit} on the whole; nineteen in twenty lie from ${fixed2} to ${fixed3}${unit2} (${things} things)`,
};

export const studioPage = {
  studio: 'Studio',
  firstSteps: 'First steps',
  inbox: 'Inbox',
  outbox: 'Outbox',
  whoSawWhat: 'Who saw what',
  backups: 'Backups',
  theLastBackup: 'The last backup is too old.',
  seeToIt: 'See to it',
  accountsAreKept: 'Accounts are kept by the studio’s owner.',
  defaults: 'Defaults',
  theseHoldForEverybody:
    'These hold for everybody, unless the person’s page or the look says otherwise. Methods are read and copied in the',
  library: 'library',
  keepTheDefaults: 'Keep the defaults',
  eachPositionsOwn: 'each position’s own',
  methodTheOwnerSets: (methodPart: string): string => `Method: ${methodPart}. The owner sets it.`,
  generalCautionsNotMedical:
    'General cautions, not medical advice; the studio edits the table to its own policy. Local rules, the hall’s policy and licensed practice come first.',
  leavesOutDrillsTests: (leftOut: number): string => `leaves out ${leftOut} drills, tests and versions`,
  open: 'Open',
};
