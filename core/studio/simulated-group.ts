/** Made-up groups whose true change is known: how often the stated range holds it. */
import { addDays } from '../days.js';
import { bareHold, type LoggedHold } from '../ladder/holds.js';
import { gaussian, type Random } from '../statistics.js';
import { groupTrends, type GroupMember } from './group.js';

const TODAY = '2026-05-20';
const WEEKS = 8;
/** Scatter of the members' own weekly rates, and of a hold about its member's course, both of the logarithm. Assumptions. */
const SCATTER = { rates: 0.03, holds: 0.2 } as const;

const holdOn = (days: number, clean: number, place: string): LoggedHold => {
  const day = addDays(TODAY, -days);
  return bareHold({ place, day, at: `${day}T10:00:00Z`, clean }, { broke: true });
};

/**
 * Members whose clean seconds change by their own rate, looked at two to eight times on uneven days, a third of the time on a harder
 * version.
 * @param mean of the logarithm's weekly rates
 */
export function simulatedGroup(random: Random, people: number, mean: number): GroupMember[] {
  return Array.from({ length: people }, (_, n): GroupMember => {
    const rate = mean + SCATTER.rates * gaussian(random);
    const own = 20 + 30 * random();
    const holds = Array.from({ length: 2 + Math.floor(random() * 7) }, () => {
      const days = Math.floor(random() * 7 * WEEKS);
      const harder = random() < 1 / 3;
      const course = own * (harder ? 0.5 : 1) * Math.exp(rate * (WEEKS - days / 7));
      const place = harder ? 'front-plank/long-lever' : 'front-plank/forearm';
      return holdOn(days, course * Math.exp(SCATTER.holds * gaussian(random)), place);
    });
    const looks = holds.map(({ day, place }) => ({ day, place, fault: null }));
    return { id: `m${n}`, holds, looks, places: {}, screen: null, here: [] };
  });
}

/** How many of so many groups of a size could be told about, and in how many the range held the true change; its median width too. */
export function coverage(
  random: Random,
  people: number,
  groups: number,
): { told: number; kept: number; widths: number[] } {
  let [told, kept] = [0, 0];
  const widths: number[] = [];
  for (let i = 0; i < groups; i += 1) {
    const mean = 0.04 * gaussian(random);
    const { change } = groupTrends(simulatedGroup(random, people, mean), TODAY, WEEKS);
    if (!change) continue;
    const { low, high } = change.factor;
    const truth = Math.exp(WEEKS * mean);
    told += 1;
    if (low <= truth && truth <= high) kept += 1;
    widths.push(high / low);
  }
  return { told, kept, widths };
}
