/** The finder's words. */
export const HIT_WORDS = {
  person: 'person',
  place: 'place',
  position: 'position',
  version: 'version',
  drill: 'drill',
  fault: 'fault',
  test: 'quick test',
  cause: 'cause',
  method: 'method',
} as const;
export const FINDER = {
  title: 'Find',
  label: 'A person, a position, a drill, a fault, a place',
  hint: 'A name, or a part of it',
  nothing: 'Nothing is called that. Try a part of the name.',
  open: 'Find anything',
} as const;

/** Where one can go, with what people call it. Who is no coach is led to less. */
export const FINDER_PLACES: readonly { name: string; to: string; also: string; coach?: true; owner?: true }[] = [
  { name: 'Floor', to: '/', also: 'today here home start' },
  { name: 'People', to: '/people', also: 'athletes members add a person list' },
  { name: 'Bench', to: '/bench', also: 'watch a hold clock picture clip camera new look' },
  { name: 'Movement screen', to: '/screen', also: 'squat screening five reps range' },
  { name: 'Ladders', to: '/ladders', also: 'gates progressions next step' },
  { name: 'Lever calculator', to: '/lever', also: 'load moment kit sizes' },
  { name: 'Classes', to: '/classes', also: 'group run plan timetable', coach: true },
  { name: 'Plans', to: '/plans', also: 'programmes weeks work alone link' },
  { name: 'Library', to: '/library', also: 'drills faults positions tests methods limits' },
  { name: 'Studio', to: '/studio', also: 'accounts settings hall defaults kit time zone' },
  { name: 'Inbox', to: '/inbox', also: 'sent in clips pictures', coach: true },
  { name: 'Outbox', to: '/letters', also: 'letters mail sent', coach: true },
  { name: 'Bring records in', to: '/in', also: 'import csv workbook file roster', coach: true },
  { name: 'Your eye', to: '/eye', also: 'practice placing check taps' },
  { name: 'First steps', to: '/start', also: 'begin new studio help how it works', coach: true },
  { name: 'Try it on a drawn body', to: '/try', also: 'demo simulated athlete practice hold' },
  { name: 'Your account', to: '/account', also: 'password devices second factor code sign out' },
  { name: 'Who saw what', to: '/trail', also: 'audit trail privacy access log', owner: true },
  { name: 'Backups', to: '/backups', also: 'restore save retention erase archived', owner: true },
];
