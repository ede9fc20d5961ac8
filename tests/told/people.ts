/** What the core says of made-up people: their ladders, next step and forecast, the drills that are chosen for them, why it happens. */
import { bodyOf } from '../../core/body/anthropometry.js';
import { ladderOf, placeKey, rungsOnLadder } from '../../core/catalog/ladders.js';
import { catalog } from '../../core/catalog/shipped.js';
import { skillGoals } from '../../core/catalog/skill-goals.js';
import { addDays } from '../../core/days.js';
import { CAUTION_IDS, type CauseId, type Family, type Rung } from '../../core/formats/catalog.js';
import { rungsOf } from '../../core/catalog/index.js';
import { evidenceSchema, type Evidence } from '../../core/formats/observation.js';
import type { Hold } from '../../core/hold/hold.js';
import type { Measure } from '../../core/measure/measure.js';
import { forecast } from '../../core/ladder/forecast.js';
import { crossStatus, gateAt, neighbours } from '../../core/ladder/gates.js';
import { bareHold, type LoggedHold } from '../../core/ladder/holds.js';
import { insteadOf } from '../../core/ladder/instead.js';
import { levelAt } from '../../core/ladder/level.js';
import { sessionsAt, workOrder } from '../../core/ladder/next-gate.js';
import { nextStep } from '../../core/ladder/next-step.js';
import { openingOf } from '../../core/ladder/opening.js';
import { gateHere, pathTo, placeHistory } from '../../core/ladder/places.js';
import { besideInSitting } from '../../core/ladder/sitting.js';
import { kitSize } from '../../core/prescribe/sizing.js';
import { assignable } from '../../core/prescribe/assignable.js';
import { chooseDrills } from '../../core/prescribe/choose.js';
import { rungDose } from '../../core/prescribe/rung-dose.js';
import { derivedEvidence, factsOf, mergedEvidence } from '../../core/reason/facts.js';
import { candidatesOf } from '../../core/reason/likelihoods.js';
import { nextBestTest, openTests, reasonAbout, takeoverIndex } from '../../core/reason/rank.js';
import { setupKnobsOf, shareAsSet } from '../../core/statics/setup.js';
import { seededRandom } from '../../core/statistics.js';
import type { Told } from './cases.js';

const FIRST_DAY = '2026-03-02';
const SIZES = [
  { stature: 1.78, mass: 76, sex: 'male' },
  { stature: 1.64, mass: 59, sex: 'female' },
] as const;

/** Throws of a made-up person, the same every time. */
function dice(name: string) {
  const random = seededRandom([...name].reduce((sum, c) => (sum * 31 + c.charCodeAt(0)) % 2147483647, 7));
  const chance = (p: number): boolean => random() < p;
  const between = (low: number, high: number): number => low + random() * (high - low);
  const one = <T>(of: readonly T[]): T => of[Math.min(of.length - 1, Math.floor(random() * of.length))]!;
  return { chance, between, one, some: <T>(of: readonly T[], p: number): T[] => of.filter(() => chance(p)) };
}
type Dice = ReturnType<typeof dice>;

/** A set of somebody who is so far on at a version, 0 to a little over 1. */
function setOf(rung: Rung, day: string, on: number, { chance, between, one }: Dice): LoggedHold & { lookId: string } {
  const whole = rung.counted?.target ?? rung.target;
  const amount = Math.max(1, whole * Math.min(1, on * between(0.85, 1.15)));
  const reached = amount >= whole;
  const count = Math.round(amount);
  const knobs = chance(0.2) ? setupKnobsOf(rung, bodyOf(SIZES[0])) : [];
  const knob = knobs.length > 0 ? one(knobs) : null;
  const setup = knob ? { [knob.id]: Math.round(100 * between(knob.low, knob.high)) / 100 } : null;
  const broke = !reached && chance(0.8);
  const hour = 8 + Math.floor(between(0, 9));
  return {
    lookId: `${day}-${hour}`,
    ...bareHold(
      {
        place: placeKey(rung),
        day,
        at: `${day}T${String(hour).padStart(2, '0')}:00:00Z`,
        clean: Math.round(10 * amount) / 10,
      },
      {
        total: Math.round(10 * (amount + (broke ? between(0, 8) : 0))) / 10,
        target: whole,
        worst: broke ? one(['slight', 'clear', 'clear', 'gross']) : null,
        first: broke ? 'hip-sag' : null,
        broke,
        cue: chance(0.2) ? one(['mended', 'not-mended']) : null,
        mended: broke && chance(0.15),
        felt: chance(0.15) ? one(['low-back', 'belly', 'front-of-hip']) : null,
        backDown: chance(0.3) ? chance(0.6) : null,
        side: rung.family === 'side-plank' ? one(['left', 'right']) : null,
        setup,
        share: setup ? shareAsSet(rung, bodyOf(SIZES[0]), setup) : 1,
        reps: rung.counted ? { done: count + (broke ? 1 : 0), clean: count, target: whole } : null,
        toTarget: reached,
        undecided: chance(0.05),
        values: chance(0.3) ? { 'hip-line': between(-6, 8), shoulder: between(150, 180) } : {},
      },
    ),
  };
}

/** Eight weeks or so at a version and those below it. */
function logOf(rung: Rung, luck: Dice, far = 0): (LoggedHold & { lookId: string })[] {
  const ladder = ladderOf(catalog, rung);
  const way = ladder ? rungsOnLadder(catalog, ladder) : [rung];
  const at = way.findIndex((r) => r.id === rung.id && r.family === rung.family);
  const sessions = 2 + Math.floor(luck.between(0, 12));
  const start = far + luck.between(0.2, 0.8);
  const rises = luck.one([0, 0.3, 0.6]);
  let day = FIRST_DAY;
  return Array.from({ length: sessions }, (_, i) => {
    day = addDays(day, luck.one([0, 2, 3, 4, 7]));
    const below = luck.chance(0.2) && at > 0 ? way[at - 1]! : rung;
    return setOf(below, day, start + (rises * i) / sessions, luck);
  });
}

/** What ladders say of somebody who works at a version. */
function ladderSays(rung: Rung, who: string, far: number): Told {
  const place = placeKey(rung);
  const luck = dice(place + who);
  const holds = logOf(rung, luck, far);
  const last = holds.at(-1)!;
  const today = addDays(last.day, luck.one([0, 1, 5, 40]));
  const body = bodyOf(luck.one(SIZES));
  const cautions = luck.chance(0.3) ? [luck.one(CAUTION_IDS)] : [];
  const cap = luck.one([30, 45, 60, 120]);
  const ladder = ladderOf(catalog, rung);
  const next = ladder && neighbours(ladder, rungsOnLadder(catalog, ladder), place).next;
  const step = nextStep({
    catalog,
    rung,
    body,
    holds,
    cap,
    cautions,
    today,
    ranges: luck.chance(0.5) ? { 'arms-overhead': 'negative', 'leg-raise-passive': 75 } : {},
  });
  const goal = skillGoals.find((g) => g.at.startsWith(`${rung.family}/`));
  const level = levelAt(catalog, rung, holds, { cap, cautions, today });
  const method = luck.one(catalog.methods);
  const taken = step ? [{ to: step.to, day: last.day }] : [];
  const decided = taken.map((t) => ({
    ...t,
    lookId: last.lookId,
    decision: luck.one(['accepted', 'changed', 'declined'] as const),
    seconds: step!.seconds,
    reps: step!.reps,
    setup: step!.setup,
    rest: step!.rest,
  }));
  const gate = ladder && gateAt(ladder, rung, { cap, cautions, today }, holds);
  const answer = forecast(
    sessionsAt(rung, holds),
    gate ? (gate.gate.reps ?? gate.gate.seconds) : rung.target,
    true,
    luck.one([1, 0.5]),
  );
  const here = gateHere(catalog, rung.family, { cap, cautions, today }, holds, taken);
  const beside = besideInSitting(holds, last);
  const path = goal ? pathTo(catalog, goal, holds, taken, { cap: () => cap, cautions, today }) : [];
  return [
    `${place} ${who}`,
    {
      sets: holds.length,
      level,
      gate,
      next: next && crossStatus(catalog, placeKey(next), holds, today).map((c) => [c.gate.from, c.passed, c.best]),
      step,
      forecast: answer.ok
        ? [
            answer.forecast.at50,
            answer.forecast.at80,
            answer.forecast.slope,
            answer.forecast.now,
            answer.forecast.scatter,
            answer.forecast.fan.at(-1),
          ]
        : { ...answer.why, fan: null },
      here: here && [placeKey(here.rung), here.status.best, here.status.missing.length],
      history: ladder && placeHistory(catalog, ladder, holds, taken),
      opens: openingOf(rung.family, holds, decided),
      beside: beside && [beside.change, beside.was, beside.is, beside.sd, beside.pairs],
      path: workOrder(catalog, path, holds, today).map((s) => [s.place, s.share, s.weeks, s.open]),
      instead: ((i) => i && [placeKey(i.rung), i.operators, i.caution])(
        insteadOf(catalog, rung, rung.excludedBy, body),
      ),
      dose: rungDose(catalog, rung, { method, cautions, level, holds, wanted: rung.target }),
    },
  ];
}
export const laddersOf = (family: Family): Told[] =>
  rungsOf(catalog, family.id).flatMap((rung) =>
    ladderOf(catalog, rung) ? [ladderSays(rung, 'early', 0), ladderSays(rung, 'late', 0.4)] : [],
  );

/** Choices a position: two people by each of three methods. */
const ASKED = 6;
/** Drills that are chosen in a position for somebody with some causes, cautions and kit. */
export const choicesOf = (family: Family): Told[] =>
  Array.from({ length: ASKED }, (_, i): Told => {
    const name = `${family.id} ${i + 1}`;
    const luck = dice(name);
    const causes: CauseId[] = luck.some(candidatesOf(catalog, family), 0.4);
    const kit = luck.chance(0.3)
      ? luck.some(
          catalog.drills.flatMap((d) => d.kit).filter((k, at, all) => all.indexOf(k) === at),
          0.5,
        )
      : undefined;
    const rung = luck.one(rungsOf(catalog, family.id));
    const holds = logOf(rung, luck);
    const level = luck.one(['beginner', 'trained', 'strong'] as const);
    const method = catalog.methods[i % catalog.methods.length]!;
    const cautions = luck.some(CAUTION_IDS, 0.12);
    const body = bodyOf(luck.one(SIZES));
    const today = holds.at(-1)!.day;
    const given = luck.chance(0.5) && assignable(catalog, placeKey(rung));
    const choice = chooseDrills(catalog, {
      family: family.id,
      ranking: causes.map((cause) => ({ cause, probability: Math.round(100 * luck.between(0.05, 0.95)) / 100 })),
      method,
      cautions,
      ...(kit ? { kit } : {}),
      minutes: luck.one([8, 15, 20, 30]),
      recent: luck.some(catalog.drills, 0.1).map((d) => d.id),
      weekKinds: luck.some(['fold', 'hold', 'turn', 'hold', 'pull'] as const, 0.7),
      pins: luck.chance(0.2) ? [luck.one(catalog.drills).id] : [],
      bans: luck.some(catalog.drills, 0.03).map((d) => d.id),
      felt: luck.chance(0.2) ? 'neck' : null,
      heavier: luck.chance(0.3) ? [luck.one(catalog.rungs)].map(placeKey) : [],
      broke: luck.chance(0.3) ? [placeKey(luck.one(rungsOf(catalog, family.id)))] : [],
      level,
      rung: given
        ? { place: given.id, dose: rungDose(catalog, rung, { method, cautions, level, holds, wanted: rung.target }) }
        : null,
      sizeOf: (drill) => kitSize(catalog, drill, { body, holds, today, level }),
    });
    return [
      name,
      {
        chosen: choice.chosen.map((c) => [
          c.drill,
          c.dose,
          c.answers.map((a) => [a.cause, a.probability]),
          c.changes,
          c.size,
        ]),
        out: choice.leftOut.slice(0, 12).map((l) => [l.drill, ...Object.values(l.why)].join(' ')),
        minutes: choice.minutes,
        covered: choice.covered,
      },
    ];
  });

/** Questions a position: what somebody answered, and what tests showed. */
const QUESTIONED = 4;
/** What is reasoned of findings, answers, tests and screens, and which test is asked for next. */
export const reasonsOf = (family: Family): Told[] =>
  Array.from({ length: QUESTIONED }, (_, i): Told => {
    const name = `${family.id} ${i + 1}`;
    const luck = dice(`why ${name}`);
    const can = catalog.faults.filter((f) => f.families.includes(family.id));
    const findings = luck
      .some(can, 2.5 / can.length)
      .map((f) => ({ fault: f.id, probability: luck.one([0.82, 0.9, 0.97]) }));
    const evidence: Evidence = Object.fromEntries(
      luck
        .some(Object.entries(evidenceSchema.shape), 0.4)
        .map(([key, answers]) => [key, luck.one(answers.unwrap().options)]),
    );
    const answered = luck.some(catalog.tests, 0.12);
    const tests = Object.fromEntries(
      answered.map((t) => [
        t.id,
        t.number ? Math.round(t.number.limit + luck.between(-12, 12)) : luck.one(['positive', 'negative'] as const),
      ]),
    );
    const mends = luck
      .some(['cue', 'lever', 'set-up'] as const, 0.3)
      .map((kind) => ({ kind, result: luck.one(['helped', 'helped-for-a-moment', 'did-not'] as const) }));
    const rung = luck.one(rungsOf(catalog, family.id));
    const merged = mergedEvidence(evidence, mends);
    const measures: Measure[] = luck.chance(0.4)
      ? [{ id: 'pelvic-tilt', value: luck.between(-40, 25), sd: 3, unit: 'deg', t: 0 }]
      : [];
    const [first] = findings;
    const hold = first
      ? ({ total: 40, settled: luck.one([0, 3]), firstToGo: { fault: first.fault, t: luck.between(3, 40) } } as Hold)
      : null;
    const history = {
      screen: luck.some(
        catalog.faults.map((f) => f.id),
        0.02,
      ),
      sides: luck.one([undefined, 'even', 'left-worse'] as const),
    };
    const facts = factsOf(
      catalog,
      { observation: { target: 40, tests }, evidence: merged, family, rung, hold, measures },
      history,
    );
    const reasoned = reasonAbout(catalog, facts, family, findings, first?.fault ?? null);
    const limits = { cautions: luck.some(CAUTION_IDS, 0.1), ...(luck.chance(0.3) ? { kit: ['mat', 'wall'] } : {}) };
    return [
      name,
      {
        known: [...facts.known],
        tests: [...facts.tests],
        derived: derivedEvidence({ observation: { evidence, target: 40 }, evidence: merged, facts, hold }),
        causes: reasoned.ranking
          .slice(0, 4)
          .map((r) => [r.cause, r.probability, r.reasons.map((x) => [...Object.values(x.from), x.logOdds])]),
        nothing: reasoned.nothing,
        flat: reasoned.flat,
        pair: reasoned.pair,
        turning: reasoned.turning.map((t) => Object.values(t).join(' ')),
        open: openTests(catalog, facts, family, limits, rung).length,
        next: nextBestTest(reasoned, openTests(catalog, facts, family, limits, rung)),
        takeover: takeoverIndex(catalog, facts, family),
      },
    ];
  });
