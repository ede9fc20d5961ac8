/** Observations that tests start from. */
import { observationSchema, type Observation } from './formats/observation.js';

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
