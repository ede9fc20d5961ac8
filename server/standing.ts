/** What stands about a person beside a single look: stop signs, pain, last screen, drills of late. Derived when read. */
import type { Standing } from '../api/plans.js';
import type { Person } from '../api/people.js';
import { intakeDue } from '../core/studio/intake.js';
import type { EvaluateOptions } from '../core/evaluate.js';
import { methodInForce } from '../core/judge/method-in-force.js';
import { recentDrills } from '../core/prescribe/prescription.js';
import { readScreen, worseSide } from '../core/screen/read-screen.js';
import { screenOf } from '../core/screen/read-screen.js';
import type { Context } from './routes/context.js';

/** A screen older than this is no evidence any more, days. Assumption. */
const SCREEN_COUNTS_FOR = 60;

/** @param day the hall's day */
export async function standingOf(context: Context, personId: string, day: string): Promise<Standing> {
  const { plans } = context;
  const intakes = await plans.intakesOf(personId);
  const last = intakes[0] ?? null;
  const clear = intakes.find((i) => i.yes.length === 0) ?? null;
  const since = new Date(Date.parse(day) - SCREEN_COUNTS_FOR * 86400000).toISOString();
  const screens = (await plans.screensOf(personId)).filter((s) => s.doneAt >= since);
  // The newest screen of each kind speaks; of range checks the newest answer.
  const newest = screens.filter((s, i) => screens.findIndex((o) => o.record.screen === s.record.screen) === i);
  const found = newest.flatMap((s) => readScreen(s.record).filter((f) => f.verdict === 'finding'));
  const sided = newest.find((s) => screenOf(s.record.screen).sided);
  const prescriptions = (await plans.prescriptionsOf(personId)).filter((p) => p.newest);
  return {
    stop: last && last.yes.length > 0 ? last.advice : null,
    painIn: await plans.painSince(personId, clear?.askedAt ?? null),
    intakeDue: intakeDue(last?.day ?? null, day),
    intake: last,
    history: {
      screen: [...new Set(found.map((f) => f.fault))],
      tests: Object.assign({}, ...[...screens].reverse().map((s) => s.record.tests)) as Standing['history']['tests'],
      sides: sided ? worseSide(readScreen(sided.record)) : null,
    },
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
): Promise<EvaluateOptions> {
  const { catalog, defaults } = await context.studio.now();
  const standing = await standingOf(context, person.id, day);
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
