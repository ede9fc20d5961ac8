/** The trail of who saw what, in words. */

/** What is read, by its kind. */
const READS: Readonly<Record<string, string>> = {
  record: 'the record',
  pictures: 'pictures or clips',
  list: 'a list of people',
};
/** What a route is about, by the first part of its name. */
const ABOUT: Readonly<Record<string, string>> = {
  people: 'the details',
  person: 'the whole record',
  attendance: 'who is here',
  cautions: 'a caution',
  consents: 'a permission',
  looks: 'a look',
  mends: 'a mend',
  media: 'a picture',
  prescriptions: 'drills',
  intakes: 'stop signs',
  screens: 'a movement screen',
  steps: 'a ladder step',
  goals: 'a goal',
  clips: 'a clip',
  letters: 'a letter',
  programmes: 'a programme',
  links: 'a link',
  solo: 'work done alone',
  runs: 'notes of a class',
  classes: 'a class',
  groups: 'a group over weeks',
  imports: 'records brought in',
  sets: 'sets of everybody',
  studio: 'all people',
  trail: 'this trail',
  seconds: 'a second eye’s look',
  blind: 'a look judged blind',
  backups: 'a backup',
  retention: 'who is let go after a time',
  second: 'the second factor',
};
/** Where a route is better told by a sentence of its own. */
const SAID: Readonly<Record<string, string>> = {
  'people.add': 'Added a person',
  'people.erase': 'Erased a person',
  'retention.run': 'Erased who was archived long enough',
  'retention.set': 'Changed after how long people are erased',
  'people.everything': 'Took out everything of a person',
  'prescriptions.add': 'Assigned drills',
  'prescriptions.sheet': 'Took out the sheet of drills',
  'looks.add': 'Kept a look',
  'cautions.add': 'Added a caution',
  'consents.add': 'Recorded a permission',
  'consents.withdraw': 'Withdrew a permission',
  'intakes.add': 'Asked the stop signs',
  'media.add': 'Kept a picture',
  'letters.send': 'Sent a letter',
  'links.add': 'Gave a link out',
  'backups.make': 'Made a backup',
  'backups.take': 'Took a backup in',
  'backups.restore': 'Restored a backup',
  'backups.content': 'Took out a backup of the whole studio',
  'second.keep': 'Began to use a code beside the password',
  'second.off': 'Took the code beside the password away',
  'trail.keep': 'Changed how long these lines are kept',
};
const ACT: Readonly<Record<string, string>> = {
  read: 'Read',
  changed: 'Changed',
  exported: 'Took out',
  deleted: 'Deleted',
  'signed-in': 'Signed in',
  refused: 'Was refused at the door',
};

/** @example actText('read', 'record') // => 'Read the record' */
export function actText(act: string, what: string): string {
  const verb = ACT[act] ?? act;
  if (act === 'signed-in' || act === 'refused') return verb;
  return SAID[what] ?? `${verb} ${READS[what] ?? ABOUT[what.split('.')[0]!] ?? what}`;
}
export const ACT_NAMES = ACT;

export interface TrailLineToTell {
  at: string;
  act: string;
  what: string;
  account: { name: string; role: string } | null;
  person: { name: string } | null;
  erased: boolean;
  device: string;
}
/** Whom a line is about. */
export const aboutText = ({ person, erased }: Pick<TrailLineToTell, 'person' | 'erased'>): string =>
  person?.name ?? (erased ? 'somebody who was erased' : '');
/** Who it was. */
export const whoText = ({ account, act }: Pick<TrailLineToTell, 'account' | 'act'>): string =>
  account?.name ?? (act === 'refused' ? 'somebody unknown' : 'the person, by link');

export const trailTable = (lines: readonly TrailLineToTell[]) => ({
  name: 'Trail',
  head: ['when (UTC)', 'who', 'role', 'what', 'about', 'device'],
  rows: lines.map((l) => [l.at, whoText(l), l.account?.role ?? '', actText(l.act, l.what), aboutText(l), l.device]),
});
