/** Fills an empty database with the demo: an invented harbour hall and invented people, eight weeks of looks. */
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { hash } from '@node-rs/argon2';
import sharp from 'sharp';
import type { CautionInput, ConsentInput, PersonInput } from '../api/people.js';
import type { ScreenInput } from '../api/plans.js';
import { bodyOf } from '../core/body/anthropometry.js';
import { simulatedSvg } from '../core/body/draw.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults, type PoseFaults } from '../core/body/simulate.js';
import { catalog, record, rungOf } from '../core/catalog/index.js';
import { evaluateObservation } from '../core/evaluate.js';
import type { FELT_SITES } from '../core/formats/catalog.js';
import type { Observation } from '../core/formats/observation.js';
import { SIDE_LANDMARKS } from '../core/landmarks.js';
import { stopSigns } from '../core/studio/intake.js';
import { gaussian, seededRandom } from '../core/statistics.js';
import { readConfig } from '../server/config.js';
import { openDatabase } from '../server/database/open.js';
import { picturesIn } from '../server/media/pictures.js';
import { accountsIn } from '../server/repositories/accounts.js';
import { looksIn } from '../server/repositories/looks.js';
import { peopleIn } from '../server/repositories/people.js';
import { laddersIn } from '../server/repositories/ladders.js';
import { plansIn } from '../server/repositories/plans.js';
import { studioIn } from '../server/repositories/studio.js';
import { DEMO_SIGN_IN } from '../server/routes/accounts.js';

const random = seededRandom(20260530);
const DAY = 86400000;
const now = Date.now();
const dayAgo = (days: number): string => new Date(now - days * DAY).toISOString().slice(0, 10);

/** A time on the day so many days ago, by the hall's clock. */
function at(days: number, hour: number, minute: number): string {
  const day = new Date(now - days * DAY);
  day.setHours(hour, minute, 0, 0);
  return day.toISOString();
}

interface Plan {
  person: Partial<PersonInput> & { name: string; group: string };
  cautions?: (Omit<CautionInput, 'until' | 'note'> & Partial<CautionInput>)[];
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
  goals?: string[];
  screens?: {
    days: number;
    record: Partial<ScreenInput['record']> & Pick<ScreenInput['record'], 'screen' | 'counts'>;
  }[];
}

const self = (name: string): Plan['consents'] => [
  { kind: 'pictures', relation: 'self', givenBy: name },
  { kind: 'hands-on', relation: 'self', givenBy: name },
];

const PLANS: Plan[] = [
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
    cautions: [{ caution: 'low-back', from: dayAgo(90), note: 'Stiff after long sits in the wheelhouse.' }],
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
    cautions: [{ caution: 'wrist', from: dayAgo(200) }],
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
      birthYear: new Date(now).getUTCFullYear() - 14,
      stature: 1.63,
      mass: 50,
      sex: 'male',
      goal: 'Front lever, some day',
    },
    cautions: [{ caution: 'under-16', from: dayAgo(300) }],
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
      birthYear: new Date(now).getUTCFullYear() - 13,
      stature: 1.57,
      mass: 44,
      sex: 'female',
      goal: 'Hold the roof section',
    },
    cautions: [
      { caution: 'under-16', from: dayAgo(300) },
      { caution: 'hypermobility', from: dayAgo(120) },
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
      birthYear: new Date(now).getUTCFullYear() - 16,
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
      { caution: 'knee', from: dayAgo(60) },
      { caution: 'blood-pressure', from: dayAgo(400), note: 'Told by her own doctor; brings it up herself.' },
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
    cautions: [{ caution: 'heavier-or-beginner', from: dayAgo(50) }],
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
        from: 31,
        to: 44,
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
    cautions: [{ caution: 'pregnancy', from: dayAgo(30), until: new Date(now + 150 * DAY).toISOString().slice(0, 10) }],
  },
];

async function fill(): Promise<void> {
  const config = readConfig(process.env);
  const db = await openDatabase(config.dataDir);
  const accounts = accountsIn(db);
  const people = peopleIn(db);
  const looks = looksIn(db);
  const plans = plansIn(db);
  const onLadders = laddersIn(db);
  const pictures = picturesIn(config.dataDir);
  if ((await accounts.count()) > 0) throw new Error(`${config.dataDir} is not empty; start with --reset.`);

  const owner = await accounts.add({
    name: 'Halla Mooring',
    email: 'owner@harbour.example',
    role: 'owner',
    passwordHash: await hash(DEMO_SIGN_IN.password),
    groups: [],
  });
  const coach = await accounts.add({
    name: 'Jonna Reef',
    email: DEMO_SIGN_IN.email,
    role: 'coach',
    passwordHash: await hash(DEMO_SIGN_IN.password),
    groups: [],
  });
  const groups = new Map<string, string>();
  for (const name of ['Rescue-boat crew', 'Climbing squad', 'Lunch class'])
    groups.set(name, (await people.addGroup(name)).id);
  await accounts.add({
    name: 'Casper Vane',
    email: 'assistant@harbour.example',
    role: 'assistant',
    passwordHash: await hash(DEMO_SIGN_IN.password),
    groups: [groups.get('Climbing squad')!],
  });

  const bridge = record(catalog.drills, 'bridge');
  await studioIn(db).put(
    {
      kind: 'drills',
      record: {
        ...bridge,
        id: 'thwart-bridge',
        name: 'Bridge, heels on the thwart',
        how: [
          'Heels on a boat’s bench, knees square, seat lifted until the hips are straight.',
          ...bridge.how.slice(1),
        ],
        copiedFrom: bridge.id,
        easier: bridge.id,
        harder: undefined,
      },
    },
    coach.id,
  );

  for (const plan of PLANS) {
    const { group, ...rest } = plan.person;
    const person: PersonInput = {
      groupId: groups.get(group)!,
      birthYear: null,
      stature: null,
      mass: null,
      sex: 'unspecified',
      goal: '',
      method: null,
      familyMethods: {},
      kit: null,
      notes: '',
      ...rest,
    };
    const id = await people.add(person);
    for (const c of plan.cautions ?? []) await people.addCaution(id, { until: null, note: '', ...c }, owner.id);
    for (const c of plan.consents ?? [])
      await people.addConsent(
        id,
        {
          ...c,
          purpose: c.kind === 'pictures' ? 'comparing positions over time' : 'a hand on back, ribs or shoulders',
          from: dayAgo(80),
          until: null,
        },
        owner.id,
      );
    if (plan.here) await people.attend(id, dayAgo(0), true);
    const athlete = { stature: person.stature!, mass: person.mass!, sex: person.sex };

    for (const series of plan.holds ?? []) {
      const rung = rungOf(catalog, series.position, series.rung);
      for (let days = 56; days >= (series.until ?? 3); days -= series.every) {
        const progress = 1 - (days - (series.until ?? 3)) / (56 - (series.until ?? 3));
        const clean = Math.max(4, series.from + (series.to - series.from) * progress + gaussian(random) * 1.8);
        const target = rung.target;
        const reached = clean >= target;
        const total = reached ? target : Math.min(target + 4, clean + 2 + random() * 7);
        const others = record(catalog.families, series.position).pads.filter((p) => p !== series.fault);
        const second = others[Math.floor(random() * 4)]!;
        const t = (n: number): number => Math.round(n * 10) / 10;
        const events: NonNullable<Observation['events']> = reached
          ? []
          : [
              { t: t(clean), fault: series.fault, state: 'on' },
              ...(total - clean > 4 ? [{ t: t(clean + 2.5), fault: second, state: 'on' as const }] : []),
            ];
        await looks.add(
          id,
          {
            id: randomUUID(),
            startedAt: at(days, 9 + Math.floor(random() * 9), Math.floor(random() * 60)),
            observation: {
              format: 'upright-anchor/observation',
              version: 1,
              position: series.position,
              rung: series.rung,
              view: 'side',
              method: record(catalog.families, series.position).defaultMethod,
              athlete,
              picture: { width: 1280, height: 720 },
              frames: [],
              events,
              ended: { t: t(total), reason: reached ? 'target' : random() < 0.7 ? 'position-lost' : 'coach' },
              target,
              evidence: { 'felt-first': series.felt },
            },
            mediaId: null,
            relookOf: null,
            note: '',
          },
          coach.id,
        );
      }
    }
    // What was tried after the third look from the end, so that the next one can offer what worked first.
    const [tried] = (await looks.ofPerson(id, 3)).slice(-1);
    const fault = tried?.observation.events?.[0]?.fault;
    if (tried && fault) {
      const { mends } = record(catalog.faults, fault);
      await looks.addMend(tried.id, { id: randomUUID(), fault, step: 0, kind: mends[0]!.kind, result: 'did-not' });
      await looks.addMend(tried.id, { id: randomUUID(), fault, step: 1, kind: mends[1]!.kind, result: 'helped' });
    }
    if (plan.asked !== undefined)
      await plans.addIntake(
        id,
        { answers: Object.fromEntries(stopSigns.map((sign) => [sign.id, false])), note: '' },
        dayAgo(plan.asked),
        coach.id,
      );
    for (const goal of plan.goals ?? []) await onLadders.setGoal(id, goal);
    for (const screen of plan.screens ?? []) {
      const reps =
        screen.record.screen === 'overhead-squat' ? ['front', 'side', 'rear'] : ['front.left', 'front.right'];
      const record: ScreenInput['record'] = {
        reps: Object.fromEntries(reps.map((where) => [where, 4])),
        wideStance: false,
        supported: false,
        tests: {},
        ...screen.record,
      };
      await plans.addScreen(id, { id: randomUUID(), doneAt: at(screen.days, 9, 30), record, note: '' }, coach.id);
    }
    const [newest] = plan.assigned === undefined ? [] : await looks.ofPerson(id, 1);
    if (plan.assigned !== undefined && newest) {
      const { choice, method, ranking } = evaluateObservation(newest.observation, {
        cautions: (plan.cautions ?? []).map((c) => c.caution),
      });
      if (choice.chosen.length > 0)
        await plans.addPrescription(
          id,
          {
            series: null,
            lookId: newest.id,
            family: newest.observation.position,
            method: method.name,
            causes: ranking.slice(0, 4).map(({ cause, probability }) => ({ cause, probability })),
            items: choice.chosen.map(({ drill, dose, why, changes, minutes }) => ({
              drill,
              dose,
              why,
              changes,
              minutes,
            })),
            note: '',
            startsOn: dayAgo(plan.assigned),
            relookOn: dayAgo(plan.assigned - 10),
          },
          coach.id,
        );
    }
    let before: string | null = null;
    for (const shot of plan.pictures ?? []) {
      const body = bodyOf(athlete);
      const rung = rungOf(catalog, 'front-plank', shot.rung);
      const camera = { ...DEFAULT_CAMERA, roll: 1.5, offSquare: 5 };
      const picture = simulatePicture(withFaults(rung.pose, shot.faults, body), body, camera, 2, random);
      const mediaId = randomUUID();
      const stored = await pictures.store(
        mediaId,
        await sharp(Buffer.from(simulatedSvg(picture, body, camera)))
          .png()
          .toBuffer(),
      );
      const takenAt = at(shot.days, 10, 15);
      await looks.addMedia({ id: mediaId, personId: id, ...stored, takenAt }, coach.id);
      const points = Object.fromEntries(
        SIDE_LANDMARKS.map((name) => [name, picture.points[name]!.map((v) => Math.round(v * 10) / 10)]),
      );
      const lookId = randomUUID();
      await looks.add(
        id,
        {
          id: lookId,
          startedAt: takenAt,
          mediaId,
          relookOf: before,
          note: '',
          observation: {
            format: 'upright-anchor/observation',
            version: 1,
            position: 'front-plank',
            rung: shot.rung,
            view: 'side',
            method: 'straight',
            athlete,
            picture: stored,
            floor: picture.floor.map((p) => [...p]) as Observation['floor'],
            frames: [{ t: 0, points: points as Observation['frames'][number]['points'] }],
          },
        },
        coach.id,
      );
      before = lookId;
    }
  }
  await db.destroy();
  writeFileSync(`${config.dataDir}/filled`, `${new Date(now).toISOString()}\n`);
}

fill().catch((error: Error) => {
  process.stderr.write(`The demo cannot be filled: ${error.message}\n`);
  process.exit(1);
});
