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
