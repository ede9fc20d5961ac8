/** Observations that tests start from. */
import { catalog } from './catalog/shipped.js';
import type { Advised, Wishes } from './evaluate/advise.js';
import { evaluate } from './evaluate/evaluate.js';
import type { LookRecord } from './evaluate/see.js';
import { nobody, type Circumstance } from './person/circumstance.js';
import { observationSchema, type Observation } from './formats/observation.js';
import { bareHold, type LoggedHold } from './ladder/holds.js';

/** A forearm plank watched for 40 s whose hips sag at 21.4 s, with what a test changes. */
export const watchedPlank = (change: Partial<Observation> = {}): Observation =>
  observationSchema.parse({
    format: 'upright-anchor/observation',
    version: 1,
    position: 'front-plank',
    rung: 'forearm',
    view: 'side',
    picture: { width: 1280, height: 720 },
    frames: [],
    events: [{ t: 21.4, fault: 'hip-sag', state: 'on' }],
    ended: { t: 40, reason: 'coach' },
    target: 40,
    ...change,
  });

/** A forearm plank on a picture, with the points that its line takes. */
export const placedPlank = (change: Partial<Observation> = {}): Observation =>
  watchedPlank({
    events: undefined,
    ended: undefined,
    target: undefined,
    frames: [{ t: 0, points: { shoulder: [900, 400], hip: [600, 440], ankle: [100, 450] } }],
    ...change,
  });

/** Twenty clean seconds of a forearm plank as the ladders see them, with what a test changes. */
export const plankHold = (change: Partial<LoggedHold> = {}): LoggedHold => {
  const day = change.day ?? '2026-05-20';
  const bare = { place: 'front-plank/forearm', day, at: `${day}T09:00:00Z`, clean: 20 };
  return bareHold(bare, { total: change.clean ?? 20, target: 40, mended: change.cue === 'mended', ...change });
};

/** A record of nobody evaluated whole; `change` is what a test says stands about the person. */
export const evaluated = (
  observation: Observation,
  change: Partial<Circumstance> & Omit<LookRecord, 'observation'> & Wishes = {},
): Advised => {
  const { mends, overruled, minutes, count, pins, bans, places, ...circumstance } = change;
  return evaluate(
    { observation, mends, overruled },
    catalog,
    { ...nobody(), ...circumstance },
    { minutes, count, pins, bans },
  );
};
