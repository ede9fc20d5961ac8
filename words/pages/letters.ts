/** What letters and their outbox say. */

export const lettersPage = {
  byItself: 'by the studio itself',
  outbox: 'Outbox',
  lettersAsTheyWent: 'Letters as they went.',
  mailIsSimulatedEvery:
    'Mail is simulated: every letter is written whole, and none leaves this machine. Read here what would have gone.',
  theyAreKept: (leavesPart: string, letterDays: number): string =>
    `${leavesPart} They are kept for ${letterDays} days, sealed.`,
  noLetterYetSend: 'No letter yet. Send drills or a record from a person’s page, or a programme from its plan.',
  letters: 'Letters',
  theLetter: 'The letter',
  to: 'To',
  sent: 'Sent',
  filesWithIt: 'Files with it',
  theWholeMessage: 'The whole message',
  itIsDeleted: 'It is deleted from the outbox for good. A link in it works until you take it back on its programme.',
};

export const sendLetter = {
  send: 'Send',
  writtenTo: (sent: string): string => ` Written to ${sent}.`,
  readIt: 'Read it',
  for: (letter: string, name: string): string => `${letter} for ${name}`,
  to: 'To',
  underWrite: 'Under 18: write to the guardian.',
  keepThisAddress: 'Keep this address on their page',
  itsLinkOpensFor: 'Its link opens for',
  aLineOfYour: 'A line of your own',
  itHoldsHealthNotes: 'It holds health notes: send it only to the person, unless they agree.',
  itHoldsANew: 'It holds a new link and the days for a calendar.',
  mailIsSimulatedHere: (whatPart: string): string =>
    `${whatPart} Mail is simulated here: the letter is written in full and stays in the outbox.`,
  theLetter: 'The letter',
};
