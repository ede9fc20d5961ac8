/** What a programme can be made of: today's places, what the goal asks for, drills that answer the likely causes. Each with its course. */
import { record, offered, rungOf, type Catalog } from '../catalog/index.js';
import { ladderOf, placeKey, rungsOnLadder } from '../catalog/ladders.js';
import type { CauseId, CautionId, Drill, Rung } from '../formats/catalog.js';
import type { Span } from '../formats/dose.js';
import type { PlanQuery } from '../formats/programme.js';
import { insteadOf } from '../ladder/instead.js';
import { kitOf } from '../class/kit.js';
import { curlWorth } from '../prescribe/by-method.js';
import { fitsPosition, postureServes, WORTH_STRETCHING } from '../prescribe/choose.js';
import { assignable, rungAsDrill, versionOf } from '../prescribe/assignable.js';
import { drillCourse, firstTaught, ladderCourse, mostMinutes, type Course, type Person } from './course.js';
import type { PlannedWhy } from './item.js';

/** Something that goes through the weeks: a version with what it leads to, or a drill. */
export interface Strand {
  /** The item that it begins with. */
  id: string;
  drill: Drill;
  course: Course;
  /** Worth for each cause that it serves, for a day: probability × weight. */
  worth: readonly (readonly [cause: CauseId, value: number])[];
  /** Worth of its own for a day: places and what the goal asks for. */
  own: number;
  /** Days a week, least and most. */
  days: Span;
  /** Most minutes in any week. */
  minutes: number;
  /** Work of two or three days a week: a day lies between. */
  heavy: boolean;
  pull: boolean;
  warms: boolean;
  /** Only where it is pinned. */
  onlyPinned: boolean;
}

/** Worths of a day. A cause that is certain and a drill made for it come to 3. Assumptions. */
const OWN = { goal: 3, gate: 2.5, place: 1.5 } as const;
/** Where nothing is known of causes, patterns are worth practising. Assumption. */
const PATTERN = 0.3;
/** As many drills as are looked at beside places: the best of all, of those that warm up, and of each kind. */
const LOOKED_AT = { all: 12, warm: 4, kind: 2 } as const;
/** Work that three days a week are the most for. */
const HEAVY_DAYS = 3;
/** Kit that somebody alone does not have. */
const NOT_ALONE = 'partner';
/** What is of a day and no matter of weeks: nothing is planned by it. */
const OF_THE_DAY: ReadonlySet<CauseId> = new Set(['fatigue-today', 'set-up', 'pain']);
/** Where somebody begins of whom nothing is known. */
const BASICS = ['front-plank', 'hollow', 'side-plank'];

const warms = (d: Drill): boolean => d.place === 'warm-up' && d.phase !== 'lengthen';

/** Why an item that was asked for cannot be given; null where it can. */
export type Barred =
  | { is: 'unknown' }
  | { is: 'banned' }
  | { is: 'caution'; caution: CautionId }
  | { is: 'kit'; kit: string }
  | { is: 'alone' }
  | { is: 'no-amount' };
export function barredBy(
  query: Pick<PlanQuery, 'cautions' | 'bans' | 'kit'>,
  drill: Pick<Drill, 'id' | 'excludedBy' | 'kit'>,
): Barred | null {
  const caution = drill.excludedBy.find((c) => query.cautions.includes(c));
  if (caution) return { is: 'caution', caution };
  if (query.bans.includes(drill.id)) return { is: 'banned' };
  const lacking = query.kit && drill.kit.find((k) => k !== '' && !query.kit!.includes(k));
  if (drill.kit.includes(NOT_ALONE)) return { is: 'alone' };
  return lacking ? { is: 'kit', kit: lacking } : null;
}

/** A version as a drill whose kit is what it takes, mats aside: a mat is no reason to leave a plank out. */
export function versionDrill(catalog: Catalog, rung: Rung): Drill {
  return { ...rungAsDrill(catalog, rung), kit: Object.keys(kitOf(rung)) };
}

const strandOf = (
  drill: Drill,
  course: Course,
  more: Pick<Strand, 'worth' | 'own'> & Partial<Pick<Strand, 'onlyPinned' | 'days'>>,
): Strand => {
  const days = more.days ?? course.dose.days ?? [1, 7];
  return {
    id: drill.id,
    drill,
    course,
    days,
    minutes: mostMinutes(course),
    heavy: drill.phase === 'use' && days[1] <= HEAVY_DAYS && drill.kind !== 'lengthen' && drill.role !== 'newly-loaded',
    pull: drill.kind === 'pull',
    warms: warms(drill),
    onlyPinned: false,
    ...more,
  };
};

interface Wanted {
  rung: Rung;
  clean: number;
  own: number;
  why?: PlannedWhy;
}

/** Versions that are worked at: today's places, the goal's own ladder, and what the goal's ladder asks for elsewhere. */
function wanted(catalog: Catalog, query: PlanQuery, person: Person): Wanted[] {
  const found = new Map<string, Wanted>();
  const add = (w: Wanted): void => {
    // What stands on no ladder is a screen, a mat move or partner work: nothing for weeks alone.
    if (!ladderOf(catalog, w.rung)) return;
    const key = placeKey(w.rung);
    const known = found.get(key);
    if (!known || known.own < w.own) found.set(key, known ? { ...w, clean: Math.max(w.clean, known.clean) } : w);
  };
  const nothing = Object.keys(query.places).length === 0 && query.goal === undefined;
  const begin = (family: string): Rung | undefined => {
    const base = rungOf(catalog, family);
    const ladder = ladderOf(catalog, base);
    const way = ladder ? rungsOnLadder(catalog, ladder).filter((r) => r.family === family) : [base];
    return way.find((r) => person.may(versionDrill(catalog, r)));
  };
  for (const family of nothing ? BASICS : []) {
    const rung = begin(family);
    if (rung) add({ rung, clean: 0, own: OWN.place });
  }
  const goalFamily = query.goal?.split('/')[0];
  for (const [family, { rung, clean }] of Object.entries(query.places))
    add({
      rung: rungOf(catalog, family, rung),
      clean: cleanIn(rungOf(catalog, family, rung), clean),
      own: family === goalFamily ? OWN.goal : OWN.place,
    });
  if (query.goal) {
    const goal = query.goal;
    if (!query.places[goalFamily!]) {
      const rung = begin(goalFamily!);
      if (rung) add({ rung, clean: 0, own: OWN.goal });
    }
    // What is asked for on the way from today's place up to the goal.
    const ladder = ladderOf(catalog, rungOf(catalog, goalFamily!, goal.split('/')[1]));
    const way = ladder ? rungsOnLadder(catalog, ladder).map(placeKey) : [goal];
    const at = way.indexOf(`${goalFamily!}/${query.places[goalFamily!]?.rung ?? ''}`);
    const ahead = new Set(way.slice(Math.max(0, at), way.indexOf(goal) + 1));
    for (const gate of catalog.crossGates.filter((g) => !g.off && ahead.has(g.to) && !person.open(g.to))) {
      const family = gate.from.split('/')[0]!;
      const own = query.places[family];
      const why = { is: 'gate' as const, goal };
      // Who stands below what is asked for goes there by their own place; who stands above it passes by holding that as long.
      if (own)
        add({
          rung: rungOf(catalog, family, own.rung),
          clean: cleanIn(rungOf(catalog, family, own.rung), own.clean),
          own: OWN.gate,
          why,
        });
      else {
        const rung = begin(family);
        if (rung) add({ rung, clean: 0, own: OWN.gate, why });
      }
    }
  }
  return [...found.values()];
}

/** What was clean of a version in its own unit: seconds, or as many whole reps as fit into them at its tempo. */
export const cleanIn = (rung: Rung, seconds: number): number =>
  rung.counted
    ? Math.floor(
        seconds /
          Math.max(
            1,
            rung.counted.tempo.reduce((a, b) => a + b, 0),
          ),
      )
    : seconds;

/** The version itself, or what is done instead where a caution, the kit or a ban leaves it out: the nearest lower one. */
function allowed(catalog: Catalog, person: Person, { rung, clean, own, why }: Wanted): Wanted | null {
  if (person.may(versionDrill(catalog, rung))) return { rung, clean, own, ...(why ? { why } : {}) };
  const instead = insteadOf(catalog, rung, person.cautions, person.body);
  const ladder = ladderOf(catalog, rung);
  const way = ladder ? rungsOnLadder(catalog, ladder) : [];
  const lower = way
    .slice(
      0,
      way.findIndex((r) => r === rung),
    )
    .reverse();
  const found = [...(instead ? [instead.rung] : []), ...lower].find((r) => person.may(versionDrill(catalog, r)));
  return found
    ? { rung: found, clean: 0, own, why: { is: 'instead', of: placeKey(rung), caution: instead?.caution ?? null } }
    : null;
}

/** Everything that could stand in the plan, the best first. Not bounded by minutes yet. */
export function strandsFor(
  catalog: Catalog,
  query: PlanQuery,
  person: Person,
  easier: (week: number) => boolean,
): Strand[] {
  const chances = new Map(query.causes.filter((c) => !OF_THE_DAY.has(c.cause)).map((c) => [c.cause, c.probability]));
  if (chances.size === 0) chances.set('pattern', PATTERN);
  const places = wanted(catalog, query, person).flatMap((w) => allowed(catalog, person, w) ?? []);
  const onLadders = [...new Map(places.map((w) => [placeKey(w.rung), w])).values()].map(({ rung, clean, own, why }) => {
    const drill = versionDrill(catalog, rung);
    return strandOf(drill, ladderCourse(person, rung, clean, query.weeks, easier, why), {
      worth: worthOf(drill, chances, 1),
      own,
    });
  });
  const families = new Set([
    ...Object.keys(query.places),
    ...(query.goal ? [query.goal.split('/')[0]!] : []),
    ...onLadders.map((s) => s.drill.families[0]!),
  ]);
  const goal = query.goal?.split('/')[0];
  const top = Math.max(0, ...chances.values());
  const drills = offered(catalog, 'drills').flatMap((drill): Strand[] => {
    if (!person.may(drill) || !withinReach(catalog, query, person, drill)) return [];
    const strongest = Math.max(...Object.values(drill.causes));
    if ((Object.keys(drill.causes) as CauseId[]).some((c) => OF_THE_DAY.has(c) && drill.causes[c] === strongest))
      return [];
    const loosens = drill.phase === 'ease' || drill.phase === 'lengthen';
    const serves = [...families].filter((f) => drill.families.includes(f) && postureServes(catalog, drill, f));
    const loose = (Object.keys(drill.causes) as CauseId[]).some((c) => (chances.get(c) ?? 0) >= WORTH_STRETCHING * top);
    if (loosens ? !loose : serves.length === 0) return [];
    if (person.method.axes.bending === 'avoided' && drill.kind === 'fold' && !loosens) return [];
    const positions = serves.map((f) => fitsPosition(catalog, drill, record(catalog.families, f)));
    const fit = Math.max(1e-3, ...(positions.length > 0 ? positions : [1])) * curlWorth(drill, person.method);
    const worth = worthOf(drill, chances, fit * (goal !== undefined && serves.includes(goal) ? 1.1 : 1));
    if (worth.length === 0) return [];
    const main = [...worth].sort((a, b) => b[1] - a[1])[0]!;
    const why: PlannedWhy = { is: 'cause', cause: main[0], probability: chances.get(main[0])! };
    const first = drill.phase === 'teach' ? firstTaught(person, drill) : drill;
    if (first !== drill && worthOf(first, chances, 1).length > 0) return [];
    const course = drillCourse(person, first, why, query.weeks, easier);
    return [strandOf(first, course, { worth, own: 0 })];
  });
  const value = (s: Strand): number => s.worth.reduce((sum, [, v]) => sum + v, 0);
  const ranked = drills.sort((a, b) => value(b) - value(a) || a.id.localeCompare(b.id));
  const kept = new Set([...ranked.slice(0, LOOKED_AT.all), ...ranked.filter((s) => s.warms).slice(0, LOOKED_AT.warm)]);
  for (const kind of new Set(ranked.map((s) => s.drill.kind)))
    ranked
      .filter((s) => s.drill.kind === kind)
      .slice(0, LOOKED_AT.kind)
      .forEach((s) => kept.add(s));
  return [...onLadders, ...ranked.filter((s) => kept.has(s))];
}

const worthOf = (drill: Drill, chances: ReadonlyMap<CauseId, number>, factor: number): Strand['worth'] =>
  (Object.entries(drill.causes) as [CauseId, number][])
    .map(([cause, weight]) => [cause, (chances.get(cause) ?? 0) * weight * factor] as const)
    .filter(([, v]) => v > 0);

/** Whether a drill is no version above a shut gate: one of a ladder with a place is there by its place, of one without only the base is given. */
function withinReach(catalog: Catalog, query: PlanQuery, person: Person, drill: Drill): boolean {
  if (!doseGiven(catalog, drill)) return false;
  const version = versionOf(drill);
  if (version === null) return true;
  const [family, id] = version.split('/') as [string, string];
  if (query.places[family] || query.goal?.startsWith(`${family}/`) || !person.open(version)) return false;
  return id === record(catalog.families, family).baseRung;
}
/** A drill that goes on until the shape is lost has no amount to plan by. */
const doseGiven = (catalog: Catalog, drill: Drill): boolean =>
  (drill.dose?.amount === undefined ? catalog.doses[drill.role]!.amount : drill.dose.amount) !== null;

/** A strand for something that was pinned by hand and stands nowhere else; why not, where it cannot be given. */
export function pinnedStrand(
  catalog: Catalog,
  query: PlanQuery,
  person: Person,
  item: string,
  easier: (week: number) => boolean,
): Strand | Barred {
  const found = assignable(catalog, item);
  if (!found) return { is: 'unknown' };
  const rung = item.includes('/') ? catalog.rungs.find((r) => placeKey(r) === item) : undefined;
  const drill = rung ? versionDrill(catalog, rung) : found;
  const barred = barredBy(query, drill);
  if (barred) return barred;
  if (!rung && !doseGiven(catalog, drill)) return { is: 'no-amount' };
  const own = query.places[drill.families[0]!];
  const course = rung
    ? ladderCourse(person, rung, own?.rung === rung.id ? cleanIn(rung, own.clean) : 0, query.weeks, easier, {
        is: 'pinned',
      })
    : drillCourse(person, drill, { is: 'pinned' }, query.weeks, easier);
  return strandOf(drill, course, { worth: [], own: 0, onlyPinned: true });
}
