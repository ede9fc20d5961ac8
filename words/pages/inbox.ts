/** What the inbox says. */

export const inboxPage = {
  inbox: 'Inbox',
  clipsAndPictures: 'Clips and pictures that wait to be looked at.',
  waiting: 'Waiting',
  nothingWaitsClips:
    'Nothing waits. Clips and pictures that people send by their links, or that are dropped here, wait until somebody looks at them.',
  sentInByLink: (by: string): string => `sent in by link (${by} made it)`,
  play: 'Play',
  show: 'Show',
  isDeletedForGood: (name: string): string => `${name} is deleted for good.`,
  deleteIt: 'Delete it',
  sentInFor: (personName: string): string => `Sent in for ${personName}`,
  putClipsIn: 'Put clips in',
  whose: 'Whose',
  noPermissionToKeep: (name: string): string => `No permission to keep clips of ${name}.`,
  recordIt: 'Record it',
  clipsToPutIn: 'Clips to put in',
  chooseClipsOrDrop: 'Choose clips, or drop them here',
  sending: (sending: string): string => `Sending ${sending} …`,
  waitsNow: ' waits now.',
  soundAndThePlace: 'Sound and the place where it was filmed are taken out before a clip leaves this device.',
  itIsEmpty: 'It is empty.',
  itIsLargerThan: (clipBytes: number): string => `It is larger than ${clipBytes} MB: cut it first.`,
};
