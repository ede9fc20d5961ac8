/** What stands about a person beside a single look: stop signs, pain, last screen, drills of late. Derived when read. */
import type { Standing } from '../api/plans.js';
import type { Person } from '../api/people.js';
import type { LoggedHoldOf } from '../api/ladders.js';
import { intakeDue } from '../core/studio/intake.js';
import { evaluateObservation, type EvaluateOptions } from '../core/evaluate.js';
import { loggedHold } from '../core/ladder/holds.js';
import { methodInForce } from '../core/judge/method-in-force.js';
import { recentDrills } from '../core/prescribe/prescription.js';
import { historyAt } from '../core/screen/history.js';
import type { Context } from './routes/context.js';

/**
 * @param day the hall's day
 * @param at the instant of a look whose history is asked for; the end of the day when left out
 */
export async function standingOf(
  context: Context,
  personId: string,
  day: string,
  at = `${day}T23:59:59.999Z`,
): Promise<Standing> {
  const { plans } = context;
  const intakes = await plans.intakesOf(personId);
  const last = intakes[0] ?? null;
  const clear = intakes.find((i) => i.yes.length === 0) ?? null;
  const history = historyAt(await plans.screensOf(personId), at);
  const prescriptions = (await plans.prescriptionsOf(personId)).filter((p) => p.newest);
  return {
    stop: last && last.yes.length > 0 ? last.advice : null,
    painIn: await plans.painSince(personId, clear?.askedAt ?? null),
    intakeDue: intakeDue(last?.day ?? null, day),
    intake: last,
    history: { ...history, screen: [...history.screen], sides: history.sides ?? null },
    recent: recentDrills(prescriptions, day),
    inForce: prescriptions
      .filter((p) => p.endedOn === null || p.endedOn >= day)
      .flatMap((p) => p.items.map((i) => i.drill)),
  };
}

/** Options of an evaluation that follow from the person and the studio. */
export async function optionsFor(
  context: Context,
  person: Pick<Person, 'id' | 'method' | 'familyMethods' | 'cautions' | 'kit'>,
  family: string,
  day: string,
  at?: string,
): Promise<EvaluateOptions> {
  const { catalog, defaults } = await context.studio.now();
  const standing = await standingOf(context, person.id, day, at);
  return {
    catalog,
    defaultMethod: methodInForce(family, person, defaults),
    cautions: person.cautions,
    kit: person.kit ?? defaults.kit ?? undefined,
    recent: standing.recent,
    history: {
      screen: standing.history.screen,
      tests: Object.fromEntries(Object.entries(standing.history.tests).filter(([, a]) => a !== null)),
      sides: standing.history.sides ?? undefined,
    },
    stop: standing.stop !== null || standing.painIn.includes(family),
  };
}

/** Looks that ladders rest on, newest first. */
const LOOKS = 200;

/** Holds of a person as ladders see them, judged by the methods in force. */
export async function holdsOf({ looks, studio }: Context, person: Person): Promise<LoggedHoldOf[]> {
  const { catalog, defaults } = await studio.now();
  const found = await looks.ofPerson(person.id, LOOKS);
  return found.flatMap((look): LoggedHoldOf[] => {
    const { evaluation, rung } = evaluateObservation(look.observation, {
      catalog,
      defaultMethod: methodInForce(look.observation.position, person, defaults),
      mends: look.mends,
      brief: true,
    });
    const hold = loggedHold(look.observation, evaluation, rung.id, look.startedAt.slice(0, 10));
    return hold ? [{ ...hold, values: { ...hold.values }, lookId: look.id }] : [];
  });
}
