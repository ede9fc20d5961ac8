/** What drawn figures and strips say to whoever cannot see them, and their legends. */

export const clipTimeline = {
  timeWith: (name: string): string => `Time, with ${name}`,
  from: (faultName: string, limits: string, unit: string): string => `${faultName} from ${limits}${unit}`,
  mended: (faultName: string): string => `${faultName}: mended`,
  notKnown: 'not known',
};

export const figureView = {
  holdItStill: 'Hold it still',
  letItMove: 'Let it move',
  holdItStillWithSpoken: (spoken: string): string => `${spoken}. Hold it still`,
};

export const holdTimeline = {
  at: (faultName: string, seconds: string): string => `${faultName} at ${seconds}`,
  cleanOf: (seconds: string, seconds2: string, breaks: string): string => `${seconds} clean of ${seconds2}. ${breaks}`,
};

export const playedTogether = {
  playedTogether: 'Played together',
  playBoth: 'Play both',
  playAll: 'Play all',
  speedOfPlaying: 'Speed of playing',
  aligned: 'Aligned',
  fromTheStart: 'From the start',
  atTheBreak: 'At the break',
  timeOfAll: 'Time of all',
  breaksAt: (shortSeconds: string): string => ` · breaks at ${shortSeconds}`,
};

export const playerBar = {
  aFrameBack: 'A frame back',
  play: 'Play',
  aFrameOn: 'A frame on',
  speedOfPlaying: 'Speed of playing',
};

export const pressureStrip = {
  pressureUnderTheLow: (told: string): string => `Pressure under the low back. ${told}`,
  pressureUnderTheLowBack: 'Pressure under the low back.',
  noBackWas: 'No back was on it for a second.',
};

export const severityKnots = {
  maybe: (severity: string): string => `maybe ${severity}`,
};
