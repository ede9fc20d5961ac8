/** The demo's people: an invented harbour hall and invented people, eight weeks of looks. Days are counted back from the day it is filled. */
import type { ConsentInput, PersonInput } from '../api/people.js';
import type { ScreenInput } from '../api/plans.js';
import type { PoseFaults } from '../core/body/simulate.js';
import type { CautionId, FELT_SITES } from '../core/formats/catalog.js';

export interface DemoPerson {
  /** `age` stands for a birth year that keeps somebody as young as they are. */
  person: Partial<Omit<PersonInput, 'groupId'>> & { name: string; group: string; age?: number };
  cautions?: { caution: CautionId; daysAgo: number; untilIn?: number; note?: string }[];
  consents?: Pick<ConsentInput, 'kind' | 'relation' | 'givenBy'>[];
  /** Holds of one version: clean seconds grow from the first to the second number. */
  holds?: {
    position: string;
    rung: string;
    from: number;
    to: number;
    fault: string;
    felt: (typeof FELT_SITES)[number];
    every: number;
    until?: number;
  }[];
  pictures?: { rung: string; days: number; faults: PoseFaults }[];
  here?: boolean;
  /** Days since the stop signs were asked; never when left out. */
  asked?: number;
  /** Days since drills were assigned from the looks. */
  assigned?: number;
  /** Skills worked toward. */
  goals?: ('hanging-raise' | 'front-lever' | 'handstand-line')[];
  screens?: {
    days: number;
    record: Partial<ScreenInput['record']> & Pick<ScreenInput['record'], 'screen' | 'counts'>;
  }[];
}

export const GROUPS = ['Rescue-boat crew', 'Climbing squad', 'Lunch class'] as const;

const self = (name: string): DemoPerson['consents'] => [
  { kind: 'pictures', relation: 'self', givenBy: name },
  { kind: 'hands-on', relation: 'self', givenBy: name },
];

export const PEOPLE: readonly DemoPerson[] = [
  {
    person: {
      name: 'Marit Solheim',
      group: 'Rescue-boat crew',
      birthYear: 1991,
      stature: 1.72,
      mass: 68,
      sex: 'female',
      goal: 'Haul a casualty over the gunwale without the back giving',
    },
    consents: self('Marit Solheim'),
    holds: [
      {
        position: 'front-plank',
        rung: 'forearm',
        from: 17,
        to: 36,
        fault: 'hip-sag',
        felt: 'low-back',
        every: 6,
        until: 3,
      },
    ],
    pictures: [
      { rung: 'forearm', days: 43, faults: { hipLine: 14 } },
      { rung: 'forearm', days: 4, faults: { hipLine: 5 } },
    ],
    here: true,
    asked: 12,
    assigned: 9,
    screens: [
      {
        days: 40,
        record: {
          screen: 'overhead-squat',
          counts: { 'front/knee-in': 3, 'side/low-back-arch': 3, 'side/heels-rise': 1 },
          tests: { 'knee-to-wall': 6, 'thigh-drop': 'positive' },
        },
      },
      {
        days: 5,
        record: {
          screen: 'overhead-squat',
          counts: { 'front/knee-in': 1, 'side/low-back-arch': 2 },
          tests: { 'knee-to-wall': 9 },
        },
      },
    ],
  },
  {
    person: {
      name: 'Teo Aldana',
      group: 'Rescue-boat crew',
      birthYear: 1984,
      stature: 1.84,
      mass: 91,
      sex: 'male',
      goal: 'Hollow body for the rope ladder',
    },
    cautions: [{ caution: 'low-back', daysAgo: 90, note: 'Stiff after long sits in the wheelhouse.' }],
    consents: self('Teo Aldana'),
    holds: [
      {
        position: 'hollow',
        rung: 'bent-knee',
        from: 9,
        to: 21,
        fault: 'low-back-arch',
        felt: 'front-of-hip',
        every: 7,
        until: 4,
      },
    ],
    here: true,
    asked: 20,
    assigned: 6,
  },
  {
    person: {
      name: 'Ingeborg Quist',
      group: 'Rescue-boat crew',
      birthYear: 1978,
      stature: 1.66,
      mass: 71,
      sex: 'female',
      goal: 'Straight-arm work on a rolling deck',
    },
    cautions: [{ caution: 'wrist', daysAgo: 200 }],
    consents: self('Ingeborg Quist'),
    holds: [
      {
        position: 'front-plank',
        rung: 'forearm',
        from: 28,
        to: 41,
        fault: 'sunk-shoulders',
        felt: 'shoulders',
        every: 9,
        until: 18,
      },
    ],
    asked: 15,
  },
  {
    person: {
      name: 'Bram Oosterlo',
      group: 'Rescue-boat crew',
      birthYear: 1996,
      stature: 1.79,
      mass: 80,
      sex: 'male',
      goal: 'Toes to the bar',
    },
    consents: self('Bram Oosterlo'),
    holds: [
      {
        position: 'hollow',
        rung: 'straight',
        from: 14,
        to: 29,
        fault: 'soft-knees',
        felt: 'belly',
        every: 8,
        until: 6,
      },
    ],
    pictures: [{ rung: 'straight-arm', days: 9, faults: { hipLine: -16 } }],
    here: true,
    goals: ['hanging-raise'],
    asked: 33,
    assigned: 12,
    screens: [
      {
        days: 14,
        record: {
          screen: 'single-leg-squat',
          tests: { 'leg-raise-passive': 68 },
          counts: { 'front.left/knee-in': 3, 'front.right/knee-in': 1, 'front.left/hip-drops': 2 },
        },
      },
    ],
  },
  {
    person: {
      name: 'Nils Farrow',
      group: 'Climbing squad',
      age: 14,
      stature: 1.63,
      mass: 50,
      sex: 'male',
      goal: 'Front lever, some day',
    },
    cautions: [{ caution: 'under-16', daysAgo: 300 }],
    consents: [{ kind: 'hands-on', relation: 'guardian', givenBy: 'Oda Farrow' }],
    holds: [
      {
        position: 'hollow',
        rung: 'one-leg',
        from: 12,
        to: 31,
        fault: 'blades-down',
        felt: 'belly',
        every: 6,
        until: 5,
      },
    ],
    here: true,
    goals: ['front-lever'],
    asked: 40,
    assigned: 4,
  },
  {
    person: {
      name: 'Pia Kestrel',
      group: 'Climbing squad',
      age: 13,
      stature: 1.57,
      mass: 44,
      sex: 'female',
      goal: 'Hold the roof section',
    },
    cautions: [
      { caution: 'under-16', daysAgo: 300 },
      { caution: 'hypermobility', daysAgo: 120 },
    ],
    holds: [
      {
        position: 'front-plank',
        rung: 'straight-arm',
        from: 20,
        to: 33,
        fault: 'chin-poke',
        felt: 'shoulders',
        every: 7,
        until: 16,
      },
    ],
    asked: 40,
  },
  {
    person: {
      name: 'Yusra Haddow',
      group: 'Climbing squad',
      age: 16,
      stature: 1.68,
      mass: 57,
      sex: 'female',
      goal: 'Handstand line',
    },
    consents: [{ kind: 'hands-on', relation: 'guardian', givenBy: 'Samir Haddow' }],
    holds: [
      {
        position: 'hollow',
        rung: 'overhead',
        from: 8,
        to: 17,
        fault: 'shoulders-closed',
        felt: 'ribs-side',
        every: 9,
        until: 8,
      },
    ],
    goals: ['handstand-line'],
    asked: 41,
  },
  {
    person: {
      name: 'Gwen Applegarth',
      group: 'Lunch class',
      birthYear: 1969,
      stature: 1.61,
      mass: 74,
      sex: 'female',
      goal: 'Stand through a shift at the lofting table',
    },
    cautions: [
      { caution: 'knee', daysAgo: 60 },
      { caution: 'blood-pressure', daysAgo: 400, note: 'Told by her own doctor; brings it up herself.' },
    ],
    consents: self('Gwen Applegarth'),
    holds: [
      {
        position: 'front-plank',
        rung: 'raised',
        from: 15,
        to: 30,
        fault: 'breath-held',
        felt: 'arms',
        every: 8,
        until: 5,
      },
    ],
    here: true,
    asked: 131,
    assigned: 8,
  },
  {
    person: {
      name: 'Ruben Tjaden',
      group: 'Lunch class',
      birthYear: 1987,
      stature: 1.77,
      mass: 96,
      sex: 'male',
      goal: 'Less back ache after caulking',
    },
    cautions: [{ caution: 'heavier-or-beginner', daysAgo: 50 }],
    holds: [
      {
        position: 'front-plank',
        rung: 'knees',
        from: 11,
        to: 24,
        fault: 'hip-pike',
        felt: 'shoulders',
        every: 7,
        until: 19,
      },
    ],
    asked: 25,
  },
  {
    person: {
      name: 'Sunniva Brandt',
      group: 'Lunch class',
      birthYear: 1993,
      stature: 1.7,
      mass: 63,
      sex: 'female',
      goal: 'Carry sails up the loft stairs',
    },
    consents: self('Sunniva Brandt'),
    holds: [
      {
        position: 'front-plank',
        rung: 'forearm',
        from: 37,
        to: 37.5,
        fault: 'excess-tuck',
        felt: 'belly',
        every: 10,
        until: 7,
      },
    ],
    here: true,
    asked: 25,
  },
  {
    person: {
      name: 'Edda Lorne',
      group: 'Lunch class',
      birthYear: 1990,
      stature: 1.69,
      mass: 66,
      sex: 'female',
      goal: 'Back to the oars',
    },
    cautions: [{ caution: 'pregnancy', daysAgo: 30, untilIn: 150 }],
  },
];
