/** Fourth stage: drills and the next step. */
import { bodyOf } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { loggedHold } from '../ladder/holds.js';
import { nextStep, relativeLoad, type Proposal } from '../ladder/next-step.js';
import { stoppedBy, type Circumstance } from '../person/circumstance.js';
import { chooseDrills, type ChoiceQuery, type DrillChoice } from '../prescribe/choose.js';
import type { Explained } from './explain.js';

/** What the coach wants of the choice of drills. */
export type Wishes = Pick<ChoiceQuery, 'minutes' | 'count' | 'pins' | 'bans'>;

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
  return {
    ...explained,
    stopped,
    choice:
      ranking.length > 0 && !stopped
        ? chooseDrills(catalog, {
            ...wishes,
            family: family.id,
            ranking,
            method,
            cautions,
            kit,
            recent,
            weekKinds: inForce.flatMap((id) => catalog.drills.find((d) => d.id === id)?.kind ?? []),
          })
        : NO_CHOICE,
    step:
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
      }),
    load: own && relativeLoad(catalog, rung, body, observation.setup),
  };
}
