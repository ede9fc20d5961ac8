/** What bringing records in and taking them out says. */

export const columnsOf = {
  needed: ' (needed)',
  inNoColumn: (missing: string): string => `In no column: ${missing}`,
  inNoColumnInSentence: 'in no column',
  column: (i: number): string => `column ${i}`,
};

export const importPage = {
  aListOfPeople:
    'A list of people, a log of sets, looks or whole records. You see what would happen first; it is all kept or not at all, and can be taken back for a day.',
  theFile: 'The file',
  aTableIs: 'A table is',
  aLogOfSets: 'a log of sets',
  aListOfPeopleInSentence: 'a list of people',
  whoseSetsOrLooks: 'Whose sets or looks',
  asTheFileSays: 'As the file says',
  fileToBringIn: 'File to bring in',
  chooseAFile: 'Choose a file, or drop it here',
  anotherFile: 'Another file',
  tablesAsCsvAny:
    'Tables as CSV (any separator, UTF-8, UTF-16 or Windows-1252) or the first sheet of a workbook; this program’s JSON, one file, several or a zip. A look’s file name has its day, and its folder’s name the person.',
  it: (counts: string): string => `It ${counts}`,
  itCannotBeTaken: 'It cannot be taken in yet',
  takeItIn: 'Take it in',
  leaveIt: 'Leave it',
  readAs: (read: string): string => `Read as ${read}.`,
  are: 'are',
  is: 'is',
  knownHereByName: (knownPeople: number, knownPeoplePart: string): string =>
    `${knownPeople} ${knownPeoplePart} known here by name`,
  sayWhatToDo: 'Say what to do with them',
  problems: 'problems',
  problem: 'problem',
  mendTheFile: (problemCount: number, problemCountPart: string): string =>
    `${problemCount} ${problemCountPart}. Mend the file, or say below what it means.`,
  andMore: (more: number): string => `and ${more} more`,
  whatWouldHappen: 'What would happen',
  row: 'Row',
  does: 'Does',
  andMoreRows: (linesMore: number): string => `and ${linesMore} more rows`,
  howItIsRead: 'How it is read',
  days: 'Days',
  sayWhichComesFirst: 'Say which comes first',
  heightsWithoutAUnit: 'Heights without a unit',
  weightsWithoutAUnit: 'Weights without a unit',
  itIsInIt: (counts: string): string => `It is in: it ${counts}.`,
  toThePeople: 'To the people',
  leaveThemAsThey: 'Leave them as they are',
  changeWhatTheFile: 'Change what the file says otherwise',
  addThemOnceMore: 'Add them once more',
};

export const importsDone = {
  takenInLately: 'Taken in lately',
  nothingYet: 'Nothing yet.',
  stayedSinceSomethingWas: (stayed: string): string => `; ${stayed} stayed, since something was added to them`,
  takenBack: (ago: string, countPart: string): string => `Taken back ${ago}${countPart}.`,
  takeItBack: 'Take it back',
  everythingThatCame:
    'Everything that came with this file is taken out again. People who got new records since then stay.',
  until: (dayTime: string): string => `until ${dayTime}`,
};

export const recordOut = {
  sendTheRecord: 'Send the record',
  files: 'Files',
  theyHoldHealthNotes: 'They hold health notes: for nobody but the person, unless they agree.',
  recordOnPaper: 'Record on paper',
  recordAsAWorkbook: 'Record as a workbook',
  measures: 'Measures',
  workAlone: 'Work alone',
  theWholeRecordWithout: 'The whole record, without pictures',
  everythingRecordPicturesClips: 'Everything: record, pictures, clips, who saw it',
  bringSetsOrLooks: 'Bring sets or looks in',
};

export const useImport = {
  reading: (fileName: string): string => `Reading ${fileName} …`,
  files: (count: number): string => `${count} files`,
  overMbPart: (fileName: string, importBytes: number): string =>
    `${fileName}: over ${importBytes} MB. Part it, and take in one after the other.`,
  keeping: (adds: number): string => `Keeping ${adds} …`,
};
