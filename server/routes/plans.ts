/** Prescriptions with their sheet, intakes, movement screens, and what is stored beside a person's page. */
import type { Account } from '../../api/accounts.js';
import type { Person } from '../../api/people.js';
import type { DrillText, Prescription } from '../../api/plans.js';
import { breathBy } from '../../core/prescribe/by-method.js';
import { assignableRecord } from '../../core/prescribe/assignable.js';
import type { Day } from '../../core/days.js';
import type { Drill } from '../../core/formats/catalog.js';
import { stoppedBy } from '../../core/person/circumstance.js';
import { prescriptionWarnings } from '../../core/prescribe/prescription.js';
import { screenOf } from '../../core/screen/read-screen.js';
import { stopSigns } from '../../core/studio/intake.js';
import { warningText } from '../../words/drills.js';
import { Again, type Handlers } from '../http/mount.js';
import { changedMeanwhile, HttpProblem, invalid, notFound } from '../http/problems.js';
import { sheetFile } from '../transfer/sheet-file.js';
import type { StoredPrescription } from '../repositories/plans.js';
import { nothingLoads, personOf, type Context } from './context.js';
import { sendFile } from './send-file.js';

type Names =
  | 'facts.get'
  | 'prescriptions.list'
  | 'prescriptions.add'
  | 'prescriptions.end'
  | 'prescriptions.sheet'
  | 'intakes.list'
  | 'intakes.add'
  | 'screens.list'
  | 'screens.add'
  | 'screens.remove';

const textOf = ({ name, how, breath, selfCheck, place, kit }: Drill): DrillText => ({
  name,
  how: [...how],
  breath,
  selfCheck,
  place,
  kit: [...kit],
});

/** What a new prescription comes after: the newest of its series; of a new series, what runs for that position. */
const standsFor = (
  all: readonly StoredPrescription[],
  { series, family }: Pick<StoredPrescription, 'family'> & { series: string | null },
  today: Day,
): StoredPrescription | null =>
  all.find((p) =>
    series === null
      ? p.newest && p.family === family && (p.endedOn === null || p.endedOn >= today)
      : p.newest && p.series === series,
  ) ?? null;

export function planHandlers(context: Context): Handlers<Names> {
  const { people, looks, plans, studio, circumstances } = context;

  const warned = async (stored: StoredPrescription, person: Pick<Person, 'cautions'>): Promise<Prescription> => ({
    ...stored,
    warnings: prescriptionWarnings((await studio.now()).catalog, stored.items, person.cautions),
  });
  const all = async (person: Pick<Person, 'id' | 'cautions'>): Promise<Prescription[]> =>
    Promise.all((await plans.prescriptionsOf(person.id)).map((p) => warned(p, person)));

  /** A prescription and its person. @throws 404 also where the account may not see the person */
  const found = async (account: Account, id: string): Promise<{ prescription: Prescription; person: Person }> => {
    const stored = await plans.findPrescription(id);
    const person = stored && (await people.find(account, stored.personId, await circumstances.today()));
    if (!stored || !person) throw notFound('This prescription');
    const { personId: _own, ...rest } = stored;
    return { prescription: await warned(rest, person), person };
  };

  return {
    'facts.get': async ({ account, params }) => {
      const person = await personOf(context, account, params.id);
      return circumstances.factsOf(person.id);
    },
    'prescriptions.list': async ({ account, params }) => all(await personOf(context, account, params.id)),
    'prescriptions.add': async ({ account, params, body, version }) => {
      const person = await personOf(context, account, params.id);
      const { catalog } = await studio.now();
      const circumstance = await circumstances.of(person.id);
      const stopped = stoppedBy(circumstance, body.family);
      if (stopped) throw nothingLoads(stopped, circumstance);
      if (!catalog.families.some((f) => f.id === body.family))
        throw invalid([{ path: 'family', message: `there is no position "${body.family}"` }]);
      const barred = prescriptionWarnings(catalog, body.items, person.cautions).filter((w) => w.kind !== 'change');
      if (barred.length > 0)
        throw invalid(
          barred.map((w) => ({
            path: `items[${body.items.findIndex((i) => i.drill === w.drill)}].drill`,
            message: warningText(catalog, w),
          })),
        );
      if (body.lookId && (await looks.owner(body.lookId))?.personId !== person.id)
        throw invalid([{ path: 'lookId', message: 'is no look at this person' }]);
      const before = await plans.prescriptionsOf(person.id);
      if (body.series && !before.some((p) => p.series === body.series))
        throw invalid([{ path: 'series', message: 'is no prescription of this person' }]);
      const stands = standsFor(before, body, await circumstances.today());
      if (version !== null && (stands?.version ?? 0) !== version)
        throw changedMeanwhile('What is assigned', stands && (await warned(stands, person)), stands?.by);
      // The method is known by its name as it was; the sheet has its breath.
      const method = catalog.methods.find((m) => m.name === body.method);
      const items = body.items.map((item) => {
        const drill = assignableRecord(catalog, item.drill);
        return {
          ...item,
          text: textOf({
            ...drill,
            place: item.place ?? drill.place,
            breath: breathBy(drill, method, person.cautions),
          }),
        };
      });
      // Another may come between the asking and the keeping.
      const after = version === null ? null : { version, series: stands?.series ?? null };
      if (!(await plans.addPrescription(person.id, { ...body, items }, account.id, after))) {
        const now = standsFor(await plans.prescriptionsOf(person.id), body, await circumstances.today());
        throw changedMeanwhile('What is assigned', now && (await warned(now, person)), now?.by);
      }
      return all(person);
    },
    'prescriptions.end': async ({ account, params, body }) => {
      const { prescription, person } = await found(account, params.id);
      await plans.endSeries(prescription.series, body.day);
      return all(person);
    },
    'prescriptions.sheet': async ({ account, params, response }) => {
      const { prescription, person } = await found(account, params.id);
      const pdf = await sheetFile(context, account, person, prescription);
      return sendFile(response, { type: 'application/pdf', name: 'drills.pdf', file: pdf, inline: true });
    },

    'intakes.list': async ({ account, params }) => {
      const person = await personOf(context, account, params.id);
      return plans.intakesOf(person.id);
    },
    'intakes.add': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      const missing = stopSigns.filter((s) => body.answers[s.id] === undefined);
      const strange = Object.keys(body.answers).filter((id) => !stopSigns.some((s) => s.id === id));
      if (missing.length + strange.length > 0)
        throw invalid([
          ...missing.map((s) => ({ path: `answers.${s.id}`, message: 'wants a yes or a no' })),
          ...strange.map((id) => ({ path: `answers.${id}`, message: 'is not asked' })),
        ]);
      await plans.addIntake(person.id, body, await circumstances.today(), circumstances.now(), account);
      return circumstances.factsOf(person.id);
    },

    'screens.list': async ({ account, params }) => {
      const person = await personOf(context, account, params.id);
      return plans.screensOf(person.id);
    },
    'screens.add': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      const rows = screenOf(body.record.screen).rows;
      const strange = Object.keys(body.record.counts).filter((key) => !rows.some((r) => key.endsWith(`/${r.fault}`)));
      if (strange.length > 0)
        throw invalid(
          strange.map((key) => ({ path: `record.counts.${key}`, message: 'is not looked for in this screen' })),
        );
      const owner = await plans.screenOwner(body.id);
      if (owner && owner !== person.id) throw new HttpProblem(409, 'This screen belongs to somebody else');
      await plans.addScreen(person.id, body, account.id);
      const after = await plans.screensOf(person.id);
      return owner ? new Again(after) : after;
    },
    'screens.remove': async ({ account, params }) => {
      const person = await personOf(context, account, params.id);
      if (!(await plans.removeScreen(person.id, params.record))) throw notFound('This screen');
      return plans.screensOf(person.id);
    },
  };
}
