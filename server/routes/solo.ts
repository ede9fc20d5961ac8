/** Links to a programme, and what whoever has one reads and says: no account, nothing beyond the person's own sheet. */
import type { Account } from '../../api/accounts.js';
import type { ConsentInput, Person } from '../../api/people.js';
import { SENT_IN, type SoloSheet } from '../../api/programmes.js';
import { placeKey } from '../../core/catalog/ladders.js';
import { DAY_MS } from '../../core/days.js';
import { sessionsAt } from '../../core/ladder/next-gate.js';
import { methodFor } from '../../core/person/circumstance.js';
import { clipsWithdrawn } from '../../core/person/consent.js';
import { assignable, versionOf } from '../../core/prescribe/assignable.js';
import { breathBy } from '../../core/prescribe/by-method.js';
import { adherence } from '../../core/programme/adherence.js';
import { rungAt } from '../../core/ladder/gates.js';
import { drillName, shortNames } from '../../words/names.js';
import type { Response } from 'express';
import { Again, type Handlers, type Sent } from '../http/mount.js';
import { hallOf, programmeCalendar } from '../media/calendar.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { familyIn, logProblems } from '../programme-logs.js';
import type { StoredProgramme } from '../repositories/programmes.js';
import { clipKeeping } from './clips.js';
import { judgedPerson, personOf, type Context } from './context.js';
import { sendFile } from './send-file.js';

type Names =
  | 'links.list'
  | 'links.add'
  | 'links.shut'
  | 'solo.open'
  | 'solo.log'
  | 'solo.calendar'
  | 'solo.clip'
  | 'solo.content'
  | 'solo.own'
  | 'solo.note';

/** A calendar as a file. */
export const sendCalendar = (response: Response, file: string): Sent =>
  sendFile(response, { type: 'text/calendar', name: 'calendar.ics', file });

/** A link is its own permission: what it opens is looked up as the house itself would. */
const HOUSE = { role: 'owner', groups: [] as string[] } as unknown as Account;

export function soloHandlers(context: Context): Handlers<Names> {
  const { people, programmes, studio, circumstances, judging, clips, trail } = context;
  const keeping = clipKeeping(context);

  /** A programme that the account may see. */
  async function seen(account: Account, id: string): Promise<StoredProgramme> {
    const stored = await programmes.find(id);
    if (!stored || !(await people.maySee(account, stored.personId))) throw notFound('This programme');
    return stored;
  }

  interface Opened {
    /** The link; null for an account's own programme. */
    link: string | null;
    stored: StoredProgramme;
    scopes: SoloSheet['scopes'];
    until: string;
    coach: string;
    /** The account that made the link. */
    madeBy: string;
    person: Person;
  }
  /** @throws 404 for a secret that opens nothing, whatever the reason: a guess learns nothing */
  async function opened(secret: string): Promise<Opened> {
    const link = await programmes.opened(secret, circumstances.now());
    const stored = link && (await programmes.find(link.programme));
    const person = stored && (await people.find(HOUSE, stored.personId, await circumstances.today()));
    if (!link || !stored || !person || person.archived) throw notFound('What this link opened');
    await trail.add({ act: 'read', what: 'record', account: null, person: person.id, device: 'by link' });
    const { id, scopes, until, by: coach, madeBy } = link;
    return { link: id, stored, person, scopes, until, coach, madeBy };
  }

  /** What was announced before it does not come any more. */
  const announcedSince = (): string =>
    new Date(Date.parse(circumstances.now()) - SENT_IN.minutes * 60_000).toISOString();

  /** What the account's own person is to do now: the newest programme that is not over. @throws 404 */
  async function own(account: Account): Promise<Opened> {
    const today = await circumstances.today();
    const all = account.personId ? await programmes.ofPerson(account.personId) : [];
    const stored = all.find((p) => p.until >= today && (p.endedOn === null || p.endedOn >= today));
    if (!stored) throw notFound('A programme of your own');
    const person = await personOf(context, HOUSE, stored.personId);
    return {
      link: null,
      stored,
      person,
      scopes: ['programme', 'progress'],
      until: stored.until,
      coach: stored.by,
      madeBy: account.id,
    };
  }
  /** Keeps the person's own word. @throws HttpProblem 422 */
  async function keepLogs(stored: StoredProgramme, logs: Parameters<typeof programmes.log>[1]): Promise<void> {
    const problems = logProblems(stored.planned, logs, await circumstances.today());
    if (problems.length > 0) throw invalid(problems);
    const { catalog } = await studio.now();
    await programmes.log(stored, logs, null, circumstances.now(), familyIn(catalog));
  }

  async function sheet({ stored, person, scopes, until, coach }: Opened): Promise<SoloSheet> {
    const { catalog, defaults } = await studio.now();
    const today = await circumstances.today();
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
      sendIn: scopes.includes('send-in')
        ? {
            allowed: person.allows.clips,
            withdrawn: clipsWithdrawn(person.consents, today, person.minor),
            minor: person.minor,
            waiting: await clips.waitingByLink(person.id, announcedSince()),
          }
        : null,
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
      const { person } = link;
      return sendCalendar(
        response,
        programmeCalendar(catalog, link.stored, shortNames([person]).get(person.id)!, hallOf(defaults)),
      );
    },
    /**
     * Where there is no permission yet, the one who sends says who gives it: for this clip alone, recorded as such, withdrawn as any. What
     * was withdrawn is given anew to a coach, never by link.
     */
    'solo.clip': async ({ body: { secret, clip, consent } }) => {
      const link = await opened(secret);
      if (!link.scopes.includes('send-in')) throw notFound('What this link opened');
      const today = await circumstances.today();
      const { person } = link;
      const known = await clips.find(clip.id);
      if (known && (known.personId !== person.id || !known.byLink))
        throw new HttpProblem(409, 'This clip belongs to somebody else');
      if (known) return new Again({ id: known.id, arrived: known.arrivedAt !== null });
      if ((await clips.waitingByLink(person.id, announcedSince())) >= SENT_IN.waiting)
        throw new HttpProblem(
          409,
          'Your coach has not looked at the last ones yet',
          `${SENT_IN.waiting} clips wait. Send this one when they were looked at.`,
        );
      await keeping.checkRoom(clip.bytes);
      if (clipsWithdrawn(person.consents, today, person.minor))
        throw new HttpProblem(
          409,
          'The permission was taken back',
          `Nothing can be sent by link until ${person.minor ? 'a guardian' : 'you'} gave your coach a new one.`,
        );
      let stated: ConsentInput | null = null;
      if (!person.allows.clips) {
        if (consent === null)
          throw invalid([{ path: 'consent', message: 'is missing: who says that it may be kept?' }]);
        if (person.minor && consent.relation === 'self')
          throw invalid([{ path: 'consent.relation', message: 'a guardian gives consent for someone under 18' }]);
        const purpose = 'Stated by link, for one clip that was sent in.';
        stated = { ...consent, kind: 'pictures', clips: true, purpose, from: today, until: null };
      }
      const announced = { ...clip, personId: person.id, lookId: null, addedAt: circumstances.now(), byLink: true };
      await clips.add(announced, link.madeBy, link.link, async (trx) => {
        if (stated) await people.addConsent(person.id, stated, link.madeBy, { forClip: clip.id }, trx);
      });
      return { id: clip.id, arrived: false };
    },
    /** The id of a clip that was just announced is known to the device that announced it alone. */
    'solo.content': async ({ params, request }) => {
      const clip = await clips.find(params.id);
      if (!clip?.byLink || clip.addedAt < announcedSince()) throw notFound('This clip');
      // Sent again, since the answer was lost: it lies here already.
      if (clip.arrivedAt !== null) request.resume();
      else if (!(await clips.linkOpen(clip.id, circumstances.now()))) throw notFound('What this link opened');
      else await keeping.storeContent(clip, request);
      return undefined;
    },
    'solo.own': async ({ account }) => sheet(await own(account)),
    'solo.note': async ({ account, body }) => {
      const { stored } = await own(account);
      await keepLogs(stored, body.logs);
      return sheet(await own(account));
    },
    'solo.open': async ({ body }) => sheet(await opened(body.secret)),
    'solo.log': async ({ body }) => {
      const link = await opened(body.secret);
      if (!link.scopes.includes('programme')) throw notFound('What this link opened');
      await keepLogs(link.stored, body.logs);
      return sheet(link);
    },
  };
}
