/** What stands about a person, derived from the database at each request. */
import type { Facts } from '../api/plans.js';
import { addDays, daysBetween, hallDay, type Day } from '../core/days.js';
import { SCREEN_SPEAKS } from '../core/screen/history.js';
import { circumstanceOf, type Circumstance } from '../core/person/circumstance.js';
import type { Looks } from './repositories/looks.js';
import type { People } from './repositories/people.js';
import type { Plans } from './repositories/plans.js';
import type { Programmes } from './repositories/programmes.js';
import type { StudioStore } from './repositories/studio.js';

/** Prescriptions that ended longer ago say nothing about today, days. */
const KEPT_FOR = 14;
/** Tests answered on looks longer ago are not read: a day more than a screen speaks. */
const ANSWERED_FOR = SCREEN_SPEAKS.after + 1;

/** What arrived last of each position: a hold that was looked at, or pain that was said of work alone. */
const newest = (holds: Facts['lastHolds']): Facts['lastHolds'] => [
  ...new Map([...holds].sort((a, b) => a.arrival - b.arrival).map((h) => [h.position, h])).values(),
];

export type Circumstances = ReturnType<typeof circumstancesIn>;

/** @param clock ISO instant now */
export function circumstancesIn(
  {
    people,
    looks,
    plans,
    programmes,
    studio,
  }: { people: People; looks: Looks; plans: Plans; programmes: Programmes; studio: StudioStore },
  clock: () => string,
) {
  /** The hall's day now. */
  const today = async (): Promise<Day> => hallDay(clock(), (await studio.now()).defaults.timeZone);

  /** The hall's day of an instant. */
  const dayOf = async (instant: string): Promise<Day> => hallDay(instant, (await studio.now()).defaults.timeZone);

  async function factsOf(personId: string): Promise<Facts> {
    const day = await today();
    const intakes = await plans.intakesOf(personId);
    // Newest first; before the last clear asking of somebody who may lift a stop, nothing counts any more.
    const cleared = intakes.findIndex((i) => i.lifts && i.yes.length === 0);
    const prescriptions = (await plans.prescriptionsOf(personId)).filter(
      (p) => p.newest && (p.endedOn === null || daysBetween(p.endedOn, day) <= KEPT_FOR),
    );
    return {
      intakes: cleared < 0 ? intakes : intakes.slice(0, cleared + 1),
      lastHolds: newest([...(await looks.lastHolds(personId)), ...(await programmes.pains(personId))]),
      screens: await plans.screensOf(personId),
      answered: await looks.answered(personId, addDays(day, -ANSWERED_FOR)),
      prescriptions: prescriptions.map(({ startsOn, endedOn, items }) => ({
        startsOn,
        endedOn,
        drills: items.map((i) => i.drill),
      })),
    };
  }

  return {
    now: clock,
    today,
    dayOf,
    factsOf,
    /**
     * @param personId null for a record of nobody
     * @param at instant of the look that is evaluated; now when left out
     */
    async of(personId: string | null, at?: string): Promise<Circumstance> {
      const { defaults } = await studio.now();
      const moment = { now: clock(), look: at };
      if (personId === null) return circumstanceOf(null, defaults, undefined, moment);
      return circumstanceOf(await people.record(personId), defaults, await factsOf(personId), moment);
    },
  };
}
