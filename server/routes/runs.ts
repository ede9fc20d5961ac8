/** Running a class: begun, noted on from one device or several, and kept as looks. */
import { randomUUID } from 'node:crypto';
import type { Response } from 'express';
import { createChannel, createSession, type Channel } from 'better-sse';
import type { Account } from '../../api/accounts.js';
import type { ClassOfStudio } from '../../api/classes.js';
import type { LookInput } from '../../api/observations.js';
import type { Run } from '../../api/runs.js';
import type { ClassMember } from '../../core/formats/class.js';
import { isWhole, observationOf, runPlanOf, stateOf } from '../../core/class/run.js';
import { athleteOf } from '../../core/person/circumstance.js';
import { plannerIn } from '../class-plan.js';
import { Again, SENT, type Handlers } from '../http/mount.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import type { RunRecord } from '../repositories/runs.js';
import { lookRead } from '../work/look-read.js';
import type { Context } from './context.js';

type Names = 'runs.list' | 'runs.add' | 'runs.get' | 'runs.note' | 'runs.stream' | 'runs.join' | 'runs.keep';

export function runHandlers(context: Context): Handlers<Names> {
  const { classes, runs, looks, people, studio, circumstances, news } = context;
  const { workedOut } = plannerIn(context);
  /** Devices that follow a class, by run: they hang on this process, which hears what the others take. */
  const following = new Map<string, Channel>();
  /** Streams that are open, each with the account that it was opened by. */
  const open = new Map<Response, string>();
  news.hear((told) => {
    if (told === null) for (const channel of following.values()) channel.broadcast(0, 'joined');
    else if ('run' in told) following.get(told.run)?.broadcast(told.many, told.what);
    // Whoever may still follow comes again by itself, and is asked who it is.
    else for (const [stream, account] of open) if (account === told.account) stream.end();
  });
  function channelOf(run: string): Channel {
    const known = following.get(run);
    if (known) return known;
    const channel = createChannel();
    // Once for all that follow, however many they are.
    channel.on('session-deregistered', () => {
      if (channel.sessionCount === 0) following.delete(run);
    });
    following.set(run, channel);
    return channel;
  }

  async function found(id: string): Promise<Run> {
    const run = await runs.find(id);
    if (!run) throw notFound('This class');
    return run;
  }
  async function ofClass(id: string): Promise<ClassOfStudio> {
    const one = await classes.find(id);
    if (!one) throw notFound('This class');
    return one;
  }
  const named = (members: readonly ClassMember[], who: { id: string; name: string }[]): Run['people'] =>
    who.map((p) => ({ ...p, fault: members.find((m) => m.id === p.id)?.faults[0] ?? null }));

  /** Somebody else's versions, to stand beside those of whatever the plan is by then. */
  async function joining(account: Account, run: Run, member: string): Promise<(record: RunRecord) => RunRecord> {
    const person = await people.find(account, member, await circumstances.today());
    if (!person) throw invalid([{ path: 'member', message: 'is nobody here' }]);
    // The kit is with those who were expected.
    const of = { ...(await ofClass(run.classId)), blocks: run.blocks, members: [member], kit: {}, pins: [] };
    const { planned, members } = await workedOut(account, of);
    return (record) => {
      if ([...record.people, ...record.resting].some((p) => p.id === member)) return record;
      if (!planned.plan) return { ...record, resting: [...record.resting, { id: member, name: person.name }] };
      const own = new Map(planned.plan.blocks.map((b) => [b.id, b]));
      const blocks = record.plan.blocks.map((block) => {
        const more = own.get(block.id);
        const rounds = block.rounds.map((r) => ({
          ...r,
          assigned: [...r.assigned, ...(more?.rounds.find((x) => x.round === r.round)?.assigned ?? [])],
        }));
        const [options, out] = [more?.options ?? [], more?.out ?? []];
        return { ...block, rounds, options: [...block.options, ...options], out: [...block.out, ...out] };
      });
      const here = [...record.people, ...named(members, planned.people)];
      return { ...record, people: here, plan: { ...record.plan, blocks } };
    };
  }

  return {
    'runs.list': async ({ params }) => {
      if (!(await classes.find(params.id))) throw notFound('This class');
      return runs.of(params.id);
    },
    'runs.add': async ({ account, params, body }) => {
      const before = await runs.find(body.id);
      if (before && before.classId !== params.id) throw new HttpProblem(409, 'This is a run of another class');
      if (before) return new Again(before);
      const input = await ofClass(params.id);
      const { planned, members } = await workedOut(account, input);
      if (!planned.plan)
        throw new HttpProblem(
          409,
          'There is nothing to run',
          'A class that runs has members who may train, and blocks.',
        );
      const record: RunRecord = {
        name: input.name,
        blocks: input.blocks,
        people: named(members, planned.people),
        resting: planned.resting,
        plan: planned.plan,
        kit: input.kit,
      };
      const day = await circumstances.today();
      const of = { id: body.id, classId: params.id, day, at: circumstances.now(), by: account.id };
      await runs.add(of, record);
      return found(body.id);
    },
    'runs.get': ({ params }) => found(params.id),
    'runs.note': async ({ account, params, body }) => {
      const run = await found(params.id);
      const added = await runs.note(run.id, body.events, account.id);
      if (added === null) throw new HttpProblem(409, 'This class has too many notes', 'Begin it anew to go on.');
      if (added > 0) news.tell({ run: run.id, what: 'noted', many: added });
      return { ...(await runs.events(run.id, body.since)), now: Date.parse(circumstances.now()) };
    },
    'runs.stream': async ({ account, params, request, response }) => {
      const run = await found(params.id);
      const session = await createSession(request, response);
      channelOf(run.id).register(session);
      open.set(response, account.id);
      session.on('disconnected', () => open.delete(response));
      session.push(0, 'noted');
      return SENT;
    },
    'runs.join': async ({ account, params, body }) => {
      const run = await found(params.id);
      await runs.change(run.id, await joining(account, run, body.member));
      news.tell({ run: run.id, what: 'joined', many: 0 });
      return found(run.id);
    },
    'runs.keep': async ({ account, params, body }) => {
      const run = await found(params.id);
      const { notes } = stateOf(runPlanOf(run), (await runs.events(run.id)).events);
      const asked = [...new Set(body.notes)].filter((key) => !run.kept.some((k) => k.note === key));
      const problems: { path: string; message: string }[] = [];
      const wanted = asked.flatMap((key) => {
        const note = notes.find((n) => n.key === key);
        const path = `notes[${body.notes.indexOf(key)}]`;
        if (!note) problems.push({ path, message: 'is no note of this class' });
        else if (!isWhole(note)) problems.push({ path, message: 'lacks the second of a fault' });
        return note ? [note] : [];
      });
      if (problems.length > 0) throw invalid(problems);
      const { catalog } = await studio.now();
      const today = await circumstances.today();
      const kept: Parameters<typeof looks.addOfRun>[1][number][] = [];
      for (const note of wanted) {
        // Who was erased or is seen no more gets no look.
        const person = await people.find(account, note.member, today);
        if (!person) continue;
        const view =
          run.plan.watch.find((w) => w.block === note.where.block && w.member === note.member)?.from ?? 'side';
        const [family, rung] = note.version.split('/') as [string, string];
        const counts = catalog.rungs.some((r) => r.family === family && r.id === rung && r.counted !== undefined);
        const observation = observationOf(note, view, athleteOf(person), counts);
        const startedAt = new Date(note.began).toISOString();
        const input: LookInput = {
          id: randomUUID(),
          startedAt,
          observation,
          mediaId: null,
          relookOf: null,
          togetherWith: null,
          marks: [],
          anchors: [],
          pad: [],
          note: '',
          fromFile: false,
          confirmed: [],
        };
        kept.push({
          personId: note.member,
          note: note.key,
          day: await circumstances.dayOf(startedAt),
          look: lookRead(catalog, input),
        });
      }
      await looks.addOfRun(run.id, kept, account);
      await runs.kept(run.id, circumstances.now());
      return found(run.id);
    },
  };
}
