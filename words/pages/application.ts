/** What the application’s frame says, and the titles of its pages. */

export const app = {
  skipToThePage: 'Skip to the page',
};

export const router = {
  floor: 'Floor',
  people: 'People',
  person: 'Person',
  thenAndNow: 'Then and now',
  screen: 'Screen',
  frames: 'Frames',
  inbox: 'Inbox',
  outbox: 'Outbox',
  leverCalculator: 'Lever calculator',
  library: 'Library',
  studio: 'Studio',
  whoSawWhat: 'Who saw what',
  backups: 'Backups',
  yourAccount: 'Your account',
  class: 'Class',
  programme: 'Programme',
  classUnderWay: 'Class under way',
  wall: 'Wall',
  afterTheClass: 'After the class',
  yourProgramme: 'Your programme',
  firstSteps: 'First steps',
  tryIt: 'Try it',
  yourEye: 'Your eye',
  practice: 'Practice',
  aSecondEye: 'A second eye',
  signIn: 'Sign in',
  noSuchPage: 'No such page',
  uprightAnchor: (string: string): string => `${string} · Upright Anchor`,
};
