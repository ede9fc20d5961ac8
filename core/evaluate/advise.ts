/** Fourth stage: drills and the next step. */
import { bodyOf } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { ladderOf, placeKey, rungsOnLadder } from '../catalog/ladders.js';
import type { Rung } from '../formats/catalog.js';
import { rungAt } from '../ladder/gates.js';
import { loggedHold, type LoggedHold } from '../ladder/holds.js';
import { levelAt } from '../ladder/level.js';
import { nextStep, relativeLoad, type Proposal } from '../ladder/next-step.js';
import { stoppedBy, type Circumstance } from '../person/circumstance.js';
import { assignable } from '../prescribe/assignable.js';
import { chooseDrills, type ChoiceQuery, type DrillChoice } from '../prescribe/choose.js';
import { doseToday, rungDose } from '../prescribe/rung-dose.js';
import { kitSize } from '../prescribe/sizing.js';
import type { Explained } from './explain.js';

/** What the coach wants of the choice of drills. */
export type Wishes = Pick<ChoiceQuery, 'minutes' | 'count' | 'pins' | 'bans' | 'places'>;

export interface Advised extends Explained {
  /** Why nothing that loads is proposed now: stop signs, or pain in this position; null where nothing stands against it. */
  stopped: 'signs' | 'pain' | null;
  choice: DrillChoice;
  /** What to do next on the ladder; null without a hold or a ladder. */
  step: Proposal | null;
  /** Load of this version against the reference version of its kind. */
  load: number | null;
}

const NO_CHOICE: DrillChoice = { chosen: [], leftOut: [], minutes: 0, covered: 0 };

/** Versions above one on its own ladder, those beside it apart: where it broke, they are no work for today. */
export function heavierThan(catalog: Catalog, rung: Rung): string[] {
  const ladder = ladderOf(catalog, rung);
  if (!ladder) return [];
  const way = rungsOnLadder(catalog, ladder)
    .map(placeKey)
    .filter((place) => place === placeKey(rung) || !ladder.sideways.includes(place));
  return way.slice(way.indexOf(placeKey(rung)) + 1);
}

/** The version that the next step leads to, dosed below today; null where the step leads away, or to what just broke grossly. */
function rungToGive(
  catalog: Catalog,
  step: Proposal | null,
  own: LoggedHold | null,
  person: Pick<Parameters<typeof rungDose>[2], 'method' | 'cautions' | 'level' | 'holds'>,
): ChoiceQuery['rung'] {
  if (!step || !own || step.kind === 'leave' || (own.worst === 'gross' && step.to === own.place && !step.step))
    return null;
  if (!assignable(catalog, step.to)) return null;
  const wanted = step.reps ?? step.seconds;
  return { place: step.to, dose: rungDose(catalog, rungAt(catalog, step.to), { ...person, wanted }) };
}

/** Chooses drills for the likeliest causes and the next step on the ladder, as far as nothing stands against loading. */
export function advise(
  explained: Explained,
  catalog: Catalog,
  circumstance: Circumstance,
  wishes: Wishes = {},
): Advised {
  const { family, rung, method, ranking, observation } = explained;
  const { cautions, kit, recent, inForce } = circumstance;
  const stopped = stoppedBy(circumstance, family.id);
  const body = observation.athlete ? bodyOf(observation.athlete) : circumstance.body;
  const own = loggedHold(explained, circumstance.day, circumstance.at);
  const step =
    own &&
    nextStep({
      catalog,
      rung,
      body,
      holds: [...circumstance.logged, own],
      cap: method.cap,
      cautions,
      pain: stopped !== null,
      today: circumstance.day,
      ranges: { ...circumstance.history.tests, ...observation.tests },
    });
  const holds = [...circumstance.logged, ...(own ? [own] : [])];
  const level = levelAt(catalog, rung, holds, { cap: method.cap, cautions, today: circumstance.day });
  return {
    ...explained,
    stopped,
    choice: stopped
      ? NO_CHOICE
      : chooseDrills(catalog, {
          ...wishes,
          family: family.id,
          ranking,
          method,
          cautions,
          kit,
          recent,
          weekKinds: inForce.flatMap((id) => assignable(catalog, id)?.kind ?? []),
          level,
          doseToday: (drill) => doseToday(catalog, drill, { method, cautions, level, holds }),
          sizeOf: (drill) => kitSize(catalog, drill, { body, holds, today: circumstance.day, level }),
          felt: explained.evidence['felt-first'] ?? null,
          rung: rungToGive(catalog, step, own, { method, cautions, level, holds }),
          broke: own?.worst === 'gross' ? [own.place] : [],
          heavier: own?.broke ? heavierThan(catalog, rung) : [],
        }),
    step,
    load: own && relativeLoad(catalog, rung, body, observation.setup),
  };
}
