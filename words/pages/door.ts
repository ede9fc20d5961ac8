/** What is said at the door: sign-in. */

export const lostPage = {
  thereIsNothing: 'There is nothing at this address',
  toTheFloor: 'To the floor',
};

export const signInPage = {
  uprightAnchor: 'Upright Anchor',
  watchAHold:
    'Watch a hold or lay points on a picture. A minute later: the clean seconds, what went first and how sure that is, what to say, and which drills.',
  itHelpsACoach:
    'It helps a coach. It does not diagnose or clear anyone for exercise; local rules and licensed practice come first.',
  signIn: 'Sign in',
  openThisStudio: 'Open this studio',
  theyWait: 'they wait',
  itWaits: 'it waits',
  them: 'them',
  it: 'it',
  signInToSend: (waiting: number, waitingPart: string, waitingPart2: string): string =>
    `Sign in to send ${waiting}: ${waitingPart} on this device for who kept ${waitingPart2}.`,
  theProgramPrinted: 'The program printed a one-time code where it was started. It makes you the owner.',
  oneTimeCode: 'One-time code',
  yourName: 'Your name',
  password: 'Password',
  codeFromYourDevice: 'Code from your device, or one for when it is lost',
  theStudiosServerCannot: 'The studio’s server cannot be reached.',
  makeMeTheOwner: 'Make me the owner',
  showAClass: 'Show a class on this screen',
  demoAMadeUp: 'Demo: a made-up harbour hall. Sign in as its coach,',
  passwordInSentence: ', password',
  enterTheDemo: 'Enter the demo',
  theCode: 'The code is not one of now, or was used already.',
  nowTheCode: 'Now the code from your device.',
};
