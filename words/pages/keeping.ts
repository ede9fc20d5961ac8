/** What keeping says: accounts’ own pages, the trail, backups, erasing. */

export const accountPage = {
  yourAccount: 'Your account',
  changeYourPassword: 'Change your password',
  whereYouAreSigned: 'Where you are signed in',
};

export const backupsPage = {
  backups: 'Backups',
  makeOneNow: 'Make one now',
  working: 'Working …',
  takeOneIn: 'Take one in',
  oneFileHolds:
    'One file holds the whole studio: records, pictures, clips, who saw what. It holds health notes: keep it as closed as this machine, and one copy on another.',
  theLastBackup: 'The last backup is too old.',
  thereIsNone: 'There is none.',
  itWasMade: (ago: string): string => `It was made ${ago}.`,
  theProgramWas: 'The program was not running when one was due.',
  theLastTryFailed: (failed: string): string => `The last try failed: ${failed}`,
  makeOneNowWithNewestPart: (newestPart: string, failedPart: string): string =>
    `${newestPart} ${failedPart} Make one now.`,
  theNewestWasMade: 'The newest was made',
  everythingUpToThen: '. Everything up to then is safe.',
  byItself: 'By itself',
  howOften: 'How often',
  atByTheHalls: 'At, by the hall’s clock',
  howManyAreKept: 'How many are kept',
  theyLieInThose: (folder: string): string => `They lie in ${folder}. Those made by hand stay until you let them go.`,
  whatIsThere: 'What is there',
  noBackupYetMake: 'No backup yet. Make one now.',
  checkThatOf: (dayTime: string): string => `Check that of ${dayTime}`,
  check: 'Check',
  checking: 'Checking …',
  takeOutThatOf: (dayTime: string): string => `Take out that of ${dayTime}`,
  takeOut: 'Take out',
  restoreThatOf: (dayTime: string): string => `Restore that of ${dayTime}`,
  restore: 'Restore',
  theFileIsDeleted: 'The file is deleted.',
  deleteIt: 'Delete it',
  asItWasBefore: 'As it was before a restore',
  theStudio: 'The studio as it was then is deleted, pictures too.',
  aBackupWasMade: (size: string): string => `A backup was made: ${size}.`,
  wholePeopleLooksFiles: (people: number, looks: number, files: number, without: number | null): string =>
    `Whole: ${people} people, ${looks} looks, ${files} files, each as it was.${
      without ? ` ${without} pictures or clips had lost their file when it was made: their records are not in it.` : ''
    }`,
  datedInTheFuture: 'dated in the future: the clock was wrong. It counts for nothing',
  theClockJumped: 'The clock jumped.',
  itSaysNow: (now: string, seen: string): string =>
    `It says ${now}; what was seen last was ${seen}. Nobody who is archived is let go, and no old backup, trail or picture of a look that was taken out goes by itself until the clock is right or you say that it is.`,
  theTimeIsRight: 'The time is right',
  itCould: 'It could not be checked.',
  takenInAndWhole: 'Taken in, and whole. It is restored only when you say so.',
  everyDay: 'Every day',
  everyWeek: 'Every week',
  notByItself: 'Not by itself',
};

export const devicesCard = {
  nowhere: 'Nowhere.',
  thisOne: 'this one',
  sinceAnEarlierVersion: 'since an earlier version',
  since: (dayTime: string): string => `since ${dayTime}`,
  used: (ago: string): string => ` · used ${ago}`,
  signOutThere: 'Sign out there',
  theLastSignIns: 'The last sign-ins',
  wrongPasswordOrCode: 'wrong password or code',
};

export const erasePerson = {
  erase: 'Erase',
  eraseWithName: (name: string): string => `Erase ${name}?`,
  erased: 'Erased',
  saveTheReceipt: 'Save the receipt',
  toThePeople: 'To the people',
  everythingGoesForGood:
    'Everything goes for good: looks, pictures, clips, drills, programmes, cautions, letters, notes of classes. It cannot be undone. To let somebody rest, archive them instead.',
  keepWhatYourLocal: 'Keep what your local rules ask you to keep.',
  takeEverythingOutFirst: 'Take everything out first',
  typeTheName: (name: string): string => `Type the name: ${name}`,
  eraseForGood: 'Erase for good',
  erasing: 'Erasing …',
  keepThem: 'Keep them',
};

export const passwordForm = {
  yourPassword: 'Your password',
};

export const restoreDialog = {
  restoreThisBackup: 'Restore this backup?',
  theStudioCloses:
    'The studio closes for a moment, and the one of the backup takes its place. What was entered since is not in it. Everybody signs in anew.',
  theStudio: 'The studio as it is now stays beside it, in a folder of its own, until you let it go.',
  theStudioDoes: 'The studio does not answer yet. Look at where the program runs, then reload this page.',
  closeTheStudio: 'Close the studio and restore',
  restoring: 'Restoring …',
  leaveIt: 'Leave it as it is',
};

export const retentionCard = {
  whoHasLeft: 'Who has left',
  whoeverHasBeenArchived:
    'Whoever has been archived this long is erased for good, pictures and all. Keep what your local rules ask you to keep.',
  erasedWhenArchivedFor: 'Erased when archived for',
  are: 'are',
  is: 'is',
  erasedWithinTheHour: (count: number, countPart: string): string => `${count} ${countPart} erased within the hour:`,
  withThisRuleWould: (count: number): string => `With this rule ${count} would be erased within the hour:`,
  nobodyWouldBeErased: 'Nobody would be erased today.',
  archivedLooksPicturesClips: (day: string, looks: number, pictures: number, clips: number): string =>
    `archived ${day} · ${looks} looks · ${pictures} pictures · ${clips} clips`,
  letThisRuleHold: 'Let this rule hold',
  peopleAre: 'people are',
  personIs: 'person is',
  erasedForGoodWithin: (count: number, countPart: string): string =>
    `${count} ${countPart} erased for good within the hour.`,
  letItHold: 'Let it hold',
  asItWas: 'As it was',
  nobodyIsLetGo: 'Nobody is let go by itself',
  months: (n: number): string => `${n} months`,
};

export const secondFactor = {
  aCodeBeside: 'A code beside the password',
  inUse: 'In use.',
  atSignInYou: 'At sign-in you are asked for a code of six digits from your device.',
  whoeverLearnsYourPassword:
    'Whoever learns your password alone does not get in. Any program that shows codes of six digits by the time will do; it needs no network.',
  keepTheseApart: 'Keep these apart from the device. Each lets you in once when it is lost. They are shown only now.',
  codesForALost: 'Codes for a lost device',
  saveThem: 'Save them as a file',
  iHaveThem: 'I have them',
  scanThis: 'Scan this with the program on your device, or type the secret into it.',
  theSecret: 'The secret as a picture to scan',
  theCode: 'The code that it shows now',
  takeItIntoUse: 'Take it into use',
  begin: 'Begin',
  codesForWhen: (codes: string): string => `Codes for when the device is lost. Each lets in once.

${codes}
`,
};

export const trailPage = {
  whoSawWhat: 'Who saw what',
  takeOut: 'Take out as a table',
  eachTimeSomebodyReads:
    'Each time somebody reads, changes, takes out or deletes health data, a line is added. Lines are never changed. A person’s own part goes with their record.',
  howItStands: 'How it stands',
  lineDoesNotFollow: (brokenAt: number): string =>
    `Line ${brokenAt} does not follow from the one before it: somebody changed the file from outside. Keep a backup of it, and find out who can reach this machine.`,
  lines: 'lines',
  since: (day: string): string => `, since ${day}`,
  eachFollows: '. Each follows from the one before: nothing is missing.',
  couldNotBeWritten: (missed: number): string =>
    `${missed} could not be written since the program was started. See whether the disk is full.`,
  newLinesAreKept: 'New lines are kept for',
  about: 'About',
  everybody: 'Everybody',
  by: 'By',
  everything: 'Everything',
  noLineSaysThat: 'No line says that.',
  linesNewestFirst: 'Lines, newest first',
  showOlder: 'Show older',
  oneYear: 'one year',
  years: (n: number): string => `${n} years`,
};
