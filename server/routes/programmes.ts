/** Programmes: worked out from what is known of the person, kept in versions, logged. */
import type { Account } from '../../api/accounts.js';
import type { Person } from '../../api/people.js';
import type { Programme, ProgrammeLine, ProgrammeSettings } from '../../api/programmes.js';
import { addDays, type Day } from '../../core/days.js';
import type { PlanQuery } from '../../core/formats/programme.js';
import { InputError } from '../../core/formats/problems.js';
import { adherence } from '../../core/programme/adherence.js';
import { changesBetween } from '../../core/programme/changes.js';
import type { PlanBy, Programme as Planned } from '../../core/programme/plan.js';
import { isOwn } from '../../core/prescribe/choose.js';
import { prescriptionWarnings } from '../../core/prescribe/prescription.js';
import { placeKey } from '../../core/catalog/ladders.js';
import { memberOf } from '../class-plan.js';
import { Again, type Handlers } from '../http/mount.js';
import { changedMeanwhile, type HttpProblem, invalid, notFound } from '../http/problems.js';
import type { StoredProgramme } from '../repositories/programmes.js';
import { shortNames } from '../../words/names.js';
import { classCalendar, hallOf, programmeCalendar, type Hall } from '../media/calendar.js';
import { programmePdf } from '../media/programme.js';
import { sendFile } from './send-file.js';
import { sendCalendar } from './solo.js';
import { familyIn, logProblems } from '../programme-logs.js';
import { nothingLoads, personOf, type Context } from './context.js';

type Names =
  | 'programmes.all'
  | 'programmes.list'
  | 'programmes.try'
  | 'programmes.keep'
  | 'programmes.get'
  | 'programmes.end'
  | 'programmes.log'
  | 'programmes.calendar'
  | 'programmes.pdf'
  | 'classes.calendar';

const lastDay = ({ from, weeks }: Pick<ProgrammeSettings, 'from' | 'weeks'>): Day => addDays(from, 7 * weeks - 1);

export function programmeHandlers(context: Context): Handlers<Names> {
  const { people, programmes, classes, studio, circumstances, work } = context;
  const hall = async (): Promise<Hall> => hallOf((await studio.now()).defaults);

  /** The weeks worked out now; past days of the version that stands stay. @throws 409 where a stop sign stands, 422 for unknown ids */
  async function planned(
    account: Account,
    person: Person,
    settings: ProgrammeSettings,
    stands: StoredProgramme | null,
  ): Promise<Planned> {
    const known = await studio.now();
    const { catalog } = known;
    const circumstance = await circumstances.of(person.id);
    if (circumstance.stop !== null) throw nothingLoads('signs', circumstance);
    const { member, holds } = await memberOf(context, catalog, account, person.id, circumstance);
    const pain = new Set(circumstance.painIn);
    const goalIn = settings.goal?.split('/')[0];
    if (goalIn !== undefined && pain.has(goalIn)) throw nothingLoads('pain', circumstance);
    // A position that hurt is left alone: its versions, and what was made for it.
    const hurting = [
      ...catalog.rungs.filter((r) => pain.has(r.family)).map(placeKey),
      ...catalog.drills.filter((d) => [...pain].some((f) => isOwn(d, f))).map((d) => d.id),
    ];
    const kits = new Set([...catalog.drills, ...catalog.tests].flatMap((d) => d.kit));
    const { goal, from, weeks, days, minutes, easierWeek, pullDays, pins, bans } = settings;
    const query: PlanQuery = {
      format: 'upright-anchor/plan-query',
      version: 1,
      ...(member.athlete ? { athlete: member.athlete } : {}),
      cautions: [...circumstance.cautions],
      ...(circumstance.kit ? { kit: circumstance.kit.filter((k) => kits.has(k)) } : {}),
      from,
      weeks,
      days,
      minutes,
      ...(easierWeek === null ? {} : { easierWeek }),
      places: Object.fromEntries(Object.entries(member.places).filter(([family]) => !pain.has(family))),
      ...(goal === null ? {} : { goal }),
      causes: member.causes,
      pins,
      bans: [...new Set([...bans, ...hurting])],
      pullDays,
    };
    const today = await circumstances.today();
    const by: PlanBy = {
      circumstance,
      // Of somebody without a hold the places say nothing either.
      ...(holds.length > 0 ? { holds } : {}),
      offs: settings.offs,
      sets: settings.sets,
      ...(stands ? { kept: { programme: stands.planned, until: today } } : {}),
    };
    try {
      return await work.run('planProgramme', known, { query, by }, 1, 0);
    } catch (error) {
      if (error instanceof InputError) throw invalid(error.problems);
      throw error;
    }
  }

  /** @throws 404 also where the account may not see the person */
  async function found(account: Account, id: string): Promise<{ stored: StoredProgramme; person: Person }> {
    const stored = await programmes.find(id);
    const person = stored && (await people.find(account, stored.personId, await circumstances.today()));
    if (!stored || !person) throw notFound('This programme');
    return { stored, person };
  }

  async function told(stored: StoredProgramme, person: Person): Promise<Programme> {
    const { catalog } = await studio.now();
    const today = await circumstances.today();
    const logs = await programmes.logsOf(stored.id);
    const ahead = stored.planned.weeks.flatMap((w) => w.days.filter((d) => d.day >= today).flatMap((d) => d.items));
    const given = [...new Set(ahead.map((i) => i.item))].map((drill) => ({ drill, changes: [] }));
    return {
      id: stored.id,
      personId: person.id,
      name: person.name,
      version: stored.version,
      settings: stored.settings,
      planned: stored.planned,
      endedOn: stored.endedOn,
      versions: await programmes.versions(stored.id),
      logs,
      adherence: adherence(stored.planned.weeks, logs, endOf(stored, today)),
      alerts: prescriptionWarnings(catalog, given, person.cautions).flatMap((w) => (w.kind === 'change' ? [] : [w])),
    };
  }
  /** Days after an end are not asked for. */
  const endOf = ({ endedOn }: StoredProgramme, today: Day): Day =>
    endedOn !== null && endedOn < today ? addDays(endedOn, 1) : today;

  async function line(stored: StoredProgramme, person: Pick<Person, 'name' | 'lastLookAt'>): Promise<ProgrammeLine> {
    const { id, personId, settings, endedOn, version, by, at, until } = stored;
    const today = await circumstances.today();
    const done = adherence(stored.planned.weeks, await programmes.logsOf(id), endOf(stored, today));
    const looked = person.lastLookAt === null ? '' : await circumstances.dayOf(person.lastLookAt);
    const asked = stored.planned.relook.filter((d) => endedOn === null || d <= endedOn);
    const due = asked.some((d) => d <= today && d > looked);
    return {
      id,
      personId,
      name: person.name,
      from: settings.from,
      until,
      weeks: settings.weeks,
      days: settings.days,
      minutes: settings.minutes,
      goal: settings.goal,
      endedOn,
      version,
      by,
      at,
      share: done.share,
      byWeek: done.weeks,
      relook: asked.find((d) => d > looked && d >= today) ?? (due ? (asked.findLast((d) => d <= today) ?? null) : null),
      due,
    };
  }

  return {
    'programmes.all': async ({ account }) => {
      const today = await circumstances.today();
      const lines: ProgrammeLine[] = [];
      for (const stored of await programmes.since(today)) {
        const person = await people.find(account, stored.personId, today);
        if (person && !person.archived) lines.push(await line(stored, person));
      }
      return lines.sort((a, b) => Number(b.due) - Number(a.due) || a.name.localeCompare(b.name));
    },
    'programmes.list': async ({ account, params }) => {
      const person = await personOf(context, account, params.id);
      return Promise.all((await programmes.ofPerson(person.id)).map((p) => line(p, person)));
    },
    'programmes.try': async ({ account, params, query, body }) => {
      const person = await personOf(context, account, params.id);
      const stands = query.of === undefined ? null : (await found(account, query.of)).stored;
      if (stands && stands.personId !== person.id) throw notFound('This programme');
      const now = await planned(account, person, body, stands);
      return { planned: now, changes: stands ? changesBetween(stands.planned, now) : [] };
    },
    'programmes.keep': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      const stands = await programmes.find(body.id);
      if (stands && stands.personId !== person.id) throw notFound('This programme');
      // The same settings once more are the same version, sent twice.
      const again = stands?.version === body.version + 1 && same(stands.settings, body.settings);
      if (stands && again) return new Again(await told(stands, person));
      const conflict = async (now: StoredProgramme | null): Promise<HttpProblem> =>
        changedMeanwhile('This programme', now && (await told(now, person)), now?.by);
      if ((stands?.version ?? 0) !== body.version) throw await conflict(stands);
      if (stands && body.settings.from !== stands.settings.from)
        throw invalid([{ path: 'settings.from', message: 'does not change: begin a new programme' }]);
      const now = await planned(account, person, body.settings, stands);
      const record = { id: body.id, version: body.version, settings: body.settings, planned: now };
      const kept = await programmes.add(
        person.id,
        { ...record, until: lastDay(body.settings) },
        account.id,
        circumstances.now(),
      );
      if (!kept) throw await conflict(await programmes.find(body.id));
      return told((await programmes.find(body.id))!, person);
    },
    'programmes.get': async ({ account, params }) => {
      const { stored, person } = await found(account, params.id);
      return told(stored, person);
    },
    'programmes.calendar': async ({ account, params, response }) => {
      const { stored, person } = await found(account, params.id);
      const { catalog } = await studio.now();
      return sendCalendar(
        response,
        programmeCalendar(catalog, stored, shortNames([person]).get(person.id)!, await hall()),
      );
    },
    'programmes.pdf': async ({ account, params, response }) => {
      const { stored, person } = await found(account, params.id);
      const { catalog, defaults } = await studio.now();
      const file = await programmePdf(catalog, stored, person, defaults.name ?? '');
      return sendFile(response, { type: 'application/pdf', name: 'programme.pdf', file, inline: true });
    },
    'classes.calendar': async ({ response }) => {
      const all = await Promise.all(
        (await classes.list()).filter((c) => c.day !== null).map((c) => classes.find(c.id)),
      );
      return sendCalendar(
        response,
        classCalendar(
          all.flatMap((c) => c ?? []),
          await hall(),
        ),
      );
    },
    'programmes.end': async ({ account, params, body }) => {
      const { stored, person } = await found(account, params.id);
      await programmes.end(stored, body.day);
      return told({ ...stored, endedOn: body.day }, person);
    },
    'programmes.log': async ({ account, params, body }) => {
      const { stored, person } = await found(account, params.id);
      const problems = logProblems(stored.planned, body.logs, await circumstances.today());
      if (problems.length > 0) throw invalid(problems);
      const { catalog } = await studio.now();
      await programmes.log(stored, body.logs, account.id, circumstances.now(), familyIn(catalog));
      return told(stored, person);
    },
  };
}

/** Both were read by one schema: the same settings read the same. */
const same = (a: ProgrammeSettings, b: ProgrammeSettings): boolean => JSON.stringify(a) === JSON.stringify(b);
