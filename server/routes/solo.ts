/** Links to a programme, and what whoever has one reads and says: no account, nothing beyond the person's own sheet. */
import type { Account } from '../../api/accounts.js';
import type { SoloSheet } from '../../api/programmes.js';
import { placeKey } from '../../core/catalog/ladders.js';
import { DAY_MS } from '../../core/days.js';
import { sessionsAt } from '../../core/ladder/next-gate.js';
import { methodFor } from '../../core/person/circumstance.js';
import { assignable, versionOf } from '../../core/prescribe/assignable.js';
import { breathBy } from '../../core/prescribe/by-method.js';
import { adherence } from '../../core/programme/adherence.js';
import { rungAt } from '../../core/ladder/gates.js';
import { drillName, shortNames } from '../../words/names.js';
import type { Response } from 'express';
import type { Handlers, Sent } from '../http/mount.js';
import { hallOf, programmeCalendar } from '../media/calendar.js';
import { invalid, notFound } from '../http/problems.js';
import { familyIn, logProblems } from '../programme-logs.js';
import type { StoredProgramme } from '../repositories/programmes.js';
import { judgedPerson, type Context } from './context.js';
import { sendFile } from './send-file.js';

type Names = 'links.list' | 'links.add' | 'links.shut' | 'solo.open' | 'solo.log' | 'solo.calendar';

/** A calendar as a file. */
export const sendCalendar = (response: Response, file: string): Sent =>
  sendFile(response, { type: 'text/calendar', name: 'calendar.ics', file });

/** A link is its own permission: what it opens is looked up as the house itself would. */
const HOUSE = { role: 'owner', groups: [] as string[] } as unknown as Account;

export function soloHandlers(context: Context): Handlers<Names> {
  const { people, programmes, studio, circumstances, judging } = context;

  /** A programme that the account may see. */
  async function seen(account: Account, id: string): Promise<StoredProgramme> {
    const stored = await programmes.find(id);
    if (!stored || !(await people.maySee(account, stored.personId))) throw notFound('This programme');
    return stored;
  }

  interface Opened {
    stored: StoredProgramme;
    scopes: SoloSheet['scopes'];
    until: string;
    coach: string;
  }
  /** @throws 404 for a secret that opens nothing, whatever the reason: a guess learns nothing */
  async function opened(secret: string): Promise<Opened> {
    const link = await programmes.opened(secret, circumstances.now());
    const stored = link && (await programmes.find(link.programme));
    const person = stored && (await people.find(HOUSE, stored.personId, await circumstances.today()));
    if (!link || !stored || !person || person.archived) throw notFound('What this link opened');
    return { stored, scopes: link.scopes, until: link.until, coach: link.by };
  }

  async function sheet({ stored, scopes, until, coach }: Opened): Promise<SoloSheet> {
    const { catalog, defaults } = await studio.now();
    const today = await circumstances.today();
    const person = (await people.find(HOUSE, stored.personId, today))!;
    const circumstance = await circumstances.of(person.id);
    const logs = await programmes.logsOf(stored.id);
    const items = [...new Set(stored.planned.weeks.flatMap((w) => w.days.flatMap((d) => d.items.map((i) => i.item))))];
    const familyOf = familyIn(catalog);
    const texts: SoloSheet['texts'] = {};
    for (const id of items) {
      const drill = assignable(catalog, id);
      if (!drill) continue;
      texts[id] = {
        name: drillName(catalog, id),
        how: [...drill.how],
        breath: breathBy(drill, methodFor(catalog, circumstance, familyOf(id)), circumstance.cautions),
        selfCheck: drill.selfCheck,
        kit: [...drill.kit],
        changes: circumstance.cautions.flatMap((c) => drill.changedBy[c] ?? []),
      };
    }
    const done = adherence(stored.planned.weeks, logs, today);
    return {
      hall: defaults.name ?? '',
      coach,
      name: shortNames([person]).get(person.id)!,
      until,
      scopes,
      programme: stored.id,
      today,
      from: stored.settings.from,
      endedOn: stored.endedOn,
      relook: stored.planned.relook,
      stopped: circumstance.stop !== null,
      resting: items.filter((id) => circumstance.painIn.includes(familyOf(id))),
      weeks: scopes.includes('programme')
        ? stored.planned.weeks.map(({ week, easier, days }) => ({
            week,
            easier,
            days: days.map((d) => ({ ...d, items: d.items.map(({ why: _why, ...item }) => item) })),
          }))
        : [],
      texts: scopes.includes('programme') ? texts : {},
      logs: logs.map(({ by: _by, at: _at, note: _note, ...log }) => ({ ...log, note: '' })),
      progress: scopes.includes('progress')
        ? { done: done.done, planned: done.planned, lines: await linesOf(stored, items) }
        : null,
    };
  }
  /** Best of each day that somebody looked, at the versions that the programme goes through. */
  async function linesOf(
    { personId }: StoredProgramme,
    items: readonly string[],
  ): Promise<NonNullable<SoloSheet['progress']>['lines']> {
    const { catalog } = await studio.now();
    const holds = await judging.holdsOf(await judgedPerson(context, HOUSE, personId));
    const places = new Set(items.flatMap((id) => versionOf({ id }) ?? []));
    return [...places]
      .filter((place) => catalog.rungs.some((r) => placeKey(r) === place))
      .flatMap((place) => {
        const rung = rungAt(catalog, place);
        const days = sessionsAt(rung, holds).map(({ day, clean }) => ({ day, clean }));
        return days.length > 0
          ? [{ place, name: drillName(catalog, place), unit: rung.counted ? ('reps' as const) : ('s' as const), days }]
          : [];
      });
  }

  return {
    'links.list': async ({ account, params }) =>
      programmes.linksOf((await seen(account, params.id)).id, circumstances.now()),
    'links.add': async ({ account, params, body }) => {
      const stored = await seen(account, params.id);
      const now = circumstances.now();
      const until = new Date(Date.parse(now) + body.days * DAY_MS).toISOString();
      const { id, secret } = await programmes.addLink(stored, { scopes: body.scopes, until }, account.id, now);
      return { link: (await programmes.linksOf(stored.id, now)).find((l) => l.id === id)!, secret };
    },
    'links.shut': async ({ account, params }) => {
      const programme = await programmes.linkOf(params.id);
      if (programme === null) throw notFound('This link');
      await seen(account, programme);
      await programmes.shutLink(params.id, circumstances.now());
      return undefined;
    },
    'solo.calendar': async ({ params, response }) => {
      const link = await opened(params.secret);
      if (!link.scopes.includes('programme')) throw notFound('What this link opened');
      const { catalog, defaults } = await studio.now();
      const person = (await people.find(HOUSE, link.stored.personId, await circumstances.today()))!;
      return sendCalendar(
        response,
        programmeCalendar(catalog, link.stored, shortNames([person]).get(person.id)!, hallOf(defaults)),
      );
    },
    'solo.open': async ({ body }) => sheet(await opened(body.secret)),
    'solo.log': async ({ body }) => {
      const link = await opened(body.secret);
      if (!link.scopes.includes('programme')) throw notFound('What this link opened');
      const problems = logProblems(link.stored.planned, body.logs, await circumstances.today());
      if (problems.length > 0) throw invalid(problems);
      const { catalog } = await studio.now();
      await programmes.log(link.stored, body.logs, null, circumstances.now(), familyIn(catalog));
      return sheet(link);
    },
  };
}
