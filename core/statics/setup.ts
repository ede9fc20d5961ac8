/** What was declared of a version's set-up: which knobs a version offers, what they make of it, and whether it is easier than the version's own. */
import type { Body } from '../body/anthropometry.js';
import type { Rung } from '../formats/catalog.js';
import type { Setup } from '../formats/observation.js';
import { GRAVITY } from './balance.js';
import { blockHeight } from './kit.js';
import { groundOf, knobsOf, type Knobs } from './knobs.js';
import { CARRY_SHARE, loadOf, type Load } from './load.js';
import { rollerRange } from './rollers.js';
import { poseOf } from './statics.js';
import { SAME } from './table.js';

export const SETUP_KNOB_IDS = [
  'handHeight',
  'footHeight',
  'elbowAhead',
  'kneeBend',
  'armElevation',
  'legElevation',
  'bandForce',
  'bandAngle',
  'addedMass',
  'edgeDistance',
  'rollerSpacing',
  'blockHeight',
  'carriedLeft',
  'carriedRight',
] as const satisfies readonly (keyof Setup)[];
export type SetupKnobId = (typeof SETUP_KNOB_IDS)[number];

export interface SetupKnob {
  id: SetupKnobId;
  name: string;
  unit: 'm' | '°' | 'kg' | 'N';
  low: number;
  high: number;
  /** The version's own setting. */
  base: number;
}

/** Heaviest weight that is offered for a hand, as a share of body mass. Assumption: more is declared by typing it. */
const HEAVIEST_HAND = 1;
const SETUP_IDS: ReadonlySet<string> = new Set(SETUP_KNOB_IDS);

function carried(rung: Rung, body: Body): SetupKnob[] {
  const all = (CARRY_SHARE[rung.id] ?? 0.2) * body.mass;
  const both = rung.id === 'both-hands';
  const hand = (id: SetupKnobId, name: string, base: number): SetupKnob => ({
    id,
    name,
    unit: 'kg',
    low: 0,
    high: Math.max(HEAVIEST_HAND * body.mass, base),
    base,
  });
  return [
    hand('carriedLeft', 'Left hand', both ? all / 2 : all),
    hand('carriedRight', 'Right hand', both ? all / 2 : 0),
  ];
}

/**
 * The knobs that can be declared for a version, for a body: those of the body model that are part of a set-up, and kit that has no
 * knob there.
 * @returns metres, degrees, newtons or kilograms with range and own setting; empty where nothing can be set
 */
export function setupKnobsOf(rung: Rung, body: Body): SetupKnob[] {
  if (rung.family === 'carry') return carried(rung, body);
  const own = knobsOf(rung, body)
    .filter((k) => SETUP_IDS.has(k.id))
    .map((k) =>
      k.id === 'addedMass' && groundOf(rung) === 'fours' ? { ...k, name: 'Object on the low back', high: 20 } : k,
    );
  if (rung.family === 'rollers') {
    const { start, widest, own: base } = rollerRange(body, rung.id);
    return [
      { id: 'rollerSpacing', name: 'Between the rollers', unit: 'm', low: 0.5 * start, high: widest, base },
      ...own,
    ];
  }
  if (rung.id === 'slide-through')
    return [{ id: 'blockHeight', name: 'Blocks', unit: 'm', low: 0, high: 0.6, base: blockHeight(body) }, ...own];
  return own;
}

/** A set-up by its present names. */
export function declared(setup: Setup | undefined): Partial<Record<SetupKnobId, number>> {
  if (!setup) return {};
  const { surfaceHeight, ...rest } = setup;
  const named = { ...(surfaceHeight === undefined ? {} : { handHeight: surfaceHeight }), ...rest };
  return Object.fromEntries(Object.entries(named).filter(([, v]) => v !== undefined));
}

/** What was declared of the knobs that the version has; a nought of one that it lacks says nothing. */
export function settings(rung: Rung, body: Body, setup: Setup | undefined): Partial<Record<SetupKnobId, number>> {
  const has = new Set(setupKnobsOf(rung, body).map((k) => k.id));
  return Object.fromEntries(Object.entries(declared(setup)).filter(([id]) => has.has(id as SetupKnobId)));
}

/** Knobs that were declared with a value and that the version does not have. */
export const foreignKnobs = (rung: Rung, body: Body, setup: Setup | undefined): SetupKnobId[] => {
  const own = settings(rung, body, setup);
  return (Object.entries(declared(setup)) as [SetupKnobId, number][])
    .filter(([id, value]) => value !== 0 && !(id in own))
    .map(([id]) => id);
};

/** A set-up as the body model's knobs; a carry's weights are its mass. */
export function knobsOfSetup(rung: Rung, body: Body, setup: Setup | undefined): Knobs {
  const { carriedLeft, carriedRight, blockHeight: _block, ...knobs } = settings(rung, body, setup);
  return carriedLeft === undefined && carriedRight === undefined
    ? knobs
    : { ...knobs, addedMass: (carriedLeft ?? 0) + (carriedRight ?? 0) };
}

/**
 * Load of a version as it was set.
 * @returns N·m or a share of body weight; null where the family has no load figure or this body cannot stand so
 */
export function loadAsSet(rung: Rung, body: Body, setup: Setup | undefined): Load | null {
  try {
    return loadOf(rung, body, knobsOfSetup(rung, body, setup));
  } catch (problem) {
    if (problem instanceof RangeError) return null;
    throw problem;
  }
}

/** Below this a load is too small to compare with, N·m or share of body weight. */
const NEXT_TO_NOTHING = { 'N·m': 2, 'of body weight': 0.02 } as const;

/**
 * Load as set against the version's own set-up.
 * @returns 1 where nothing that matters was declared; null where loads cannot be compared
 */
export function shareAsSet(rung: Rung, body: Body, setup: Setup | undefined): number | null {
  if (Object.keys(settings(rung, body, setup)).length === 0) return 1;
  const [own, set] = [loadAsSet(rung, body, undefined), loadAsSet(rung, body, setup)];
  return own && set && own.value >= NEXT_TO_NOTHING[own.unit] ? set.value / own.value : null;
}

/** Whether a share of {@link shareAsSet} is lighter than the version's own set-up; what cannot be compared is not. */
export const isEasierShare = (share: number | null): boolean => (share ?? 1) < 1 - SAME;

/** Knees bent by more than this are bent knees: the chord ends at the knee and the knee's angle is not judged, degrees. */
const BENT = 15;
/** Hands higher than the feet by more than this stand square to the trunk instead of plumb, metres. */
const RAISED = 0.15;

/**
 * A version as it was set: its pose, where its line ends and how its arms stand follow what was declared.
 * @returns the version itself where nothing was declared, or where this body cannot stand so
 */
export function asSet(rung: Rung, body: Body, setup: Setup | undefined): Rung {
  const set = settings(rung, body, setup);
  if (Object.keys(set).length === 0) return rung;
  try {
    const pose = poseOf(rung, body, knobsOfSetup(rung, body, setup));
    const raised = (set.handHeight ?? 0) - (set.footHeight ?? 0) > RAISED && groundOf(rung) === 'prone';
    return {
      ...rung,
      pose: { ...pose, contacts: [...pose.contacts] },
      ahead: set.elbowAhead ?? rung.ahead,
      ...((set.kneeBend ?? 0) > BENT ? { chordEnd: 'knee' as const } : {}),
      ...(raised ? { stack: 'trunk' as const } : {}),
    };
  } catch (problem) {
    if (problem instanceof RangeError) return rung;
    throw problem;
  }
}

/** A band's pull in kilograms of stretch, as a scale shows it. */
export const kilogramsOf = (newtons: number): number => newtons / GRAVITY;
