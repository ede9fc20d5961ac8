/** What the data layer says: of what is kept, waits and was refused. */

export const call = {
  noConnection: 'No connection to the studio’s server. What you enter is kept on this device and sent later.',
  theServerDid: 'The server did not answer as expected',
  thisDevicesStorage:
    'This device’s storage is full, so nothing was kept. Make room on it and try again; this page still has what you entered.',
  somethingWentWrong: 'Something went wrong on this page. Reload it and try again.',
};

export const catalogue = {
  theHallsDefaults: 'the hall’s defaults',
};

export const clips = {
  thisIsNoClip: 'This is no clip that can be read. MP4, MOV and WebM can.',
  thisPictureCannot: 'This picture cannot be read.',
  clip: 'Clip',
  thisClip: 'This clip is not there any more.',
  theServerDoes: 'The server does not take its look.',
  theLookIsKept: (words: string): string =>
    `The look is kept, its clip is not: ${words} Add it on the page with the look’s frames.`,
};

export const conflict = {
  keptSomebodyElseChanged: (theirs: string): string =>
    `Kept. Somebody else changed ${theirs} meanwhile; that is kept too.`,
  nothingWasChanged: 'Nothing was changed. What you entered is still here.',
  othersAreChanging: 'Others are changing this all the time. Nothing was changed; try again in a moment.',
};

export const drafts = {
  isKept: (name: string): string => `${name} is kept on this device as a draft. Come back to go on with it.`,
};

export const looks = {
  itsRecordCannot: 'its record cannot be judged',
};

export const names = {
  ago: (distance: string): string => `${distance} ago`,
  neverLookedAt: 'never looked at',
};

export const plans = {
  whatIsAssigned: 'what is assigned',
  assignedTheSame: (by: string): string => `${by} assigned the same a moment ago. It stands once.`,
};

export const programmes = {
  theProgramme: 'the programme',
};

export const solo = {
  takingTheSoundOut: 'Taking the sound out …',
  takingTheSoundOutWithDone: (done: number): string => `Taking the sound out, ${done} % …`,
  itIsLargerThan: (clipBytes: number): string => `It is larger than ${clipBytes} MB: film a shorter one.`,
  sending: 'Sending …',
  clip: 'Clip',
  thisDeviceKeepsNothing: 'This device keeps nothing: stay on this page until everything is sent.',
  someOfWhatYou: (words: string): string => `Some of what you noted no longer stands in the programme: ${words}`,
};

export const waitingWords = {
  anAnswer: 'An answer to a look',
  whatAMendDid: 'What a mend did',
  aMendTakenBack: 'A mend taken back',
  aLookAt: (who: string, familyName: string): string => `A look at ${who}: ${familyName}`,
  at: (what: string, who: string): string => `${what} at ${who}`,
};
