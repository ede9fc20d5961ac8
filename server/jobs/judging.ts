/** Looks judged once and kept: a history and a ladder read what was judged, unless the look, the catalogue or the method changed since. */
import { setImmediate as turn } from 'node:timers/promises';
import { unjudged, type HistoryItem, type Look } from '../../api/observations.js';
import type { LoggedHoldOf } from '../../api/ladders.js';
import type { LookRecord } from '../../core/evaluate/see.js';
import { InputError } from '../../core/formats/problems.js';
import { judgedBy, type Circumstance } from '../../core/person/circumstance.js';
import { methodInForce } from '../../core/person/method-in-force.js';
import { historyAt } from '../../core/screen/history.js';
import type { Circumstances } from '../circumstance.js';
import type { Eyes } from '../repositories/eyes.js';
import type { KeptLine, Looks } from '../repositories/looks.js';
import type { JudgedAs, People } from '../repositories/people.js';
import type { Plans } from '../repositories/plans.js';
import type { Known, StudioStore } from '../repositories/studio.js';
import type { JudgedLook } from '../work/tasks.js';
import { LONG_CLIP, type Work } from '../work/work.js';

interface Stores {
  eyes: Pick<Eyes, 'version'>;
  looks: Looks;
  people: People;
  plans: Plans;
  studio: StudioStore;
  circumstances: Circumstances;
  work: Work;
}

/** Looks that ladders rest on, newest first. */
const LADDER_LOOKS = 200;
/** People and looks that the background takes at a time. */
const SWEEP = { people: 50, looks: 2000, atOnce: 20 } as const;

/** A look as it is evaluated. */
export const recordOf = ({ observation, mends, overrule, eye }: Look): LookRecord => ({
  observation,
  mends,
  overruled: overrule?.cause,
  eye,
});

export type Judging = ReturnType<typeof judgingIn>;

const whyNot = (error: unknown): string =>
  error instanceof InputError
    ? error.problems.map((p) => `${p.path}: ${p.message}`).join('; ')
    : 'its record cannot be read or judged';

/**
 * @param build names the program that judges: another one judges anew
 * @param failed told of what could not be judged or kept; who asked is answered all the same
 */
export function judgingIn(
  { eyes, looks, people, plans, studio, circumstances, work }: Stores,
  build: string,
  failed: (error: unknown) => void,
) {
  /** What a verdict rests on: look, catalogue, method, the screens that speak for it, and the eye that made it. */
  const basisOf = (known: Known, person: JudgedAs, asked: string, line: KeptLine, eye: string): string => {
    const layers = { asked, person, studio: known.defaults };
    const method = methodInForce(known.catalog, layers, line.own.position, line.method);
    return [line.version, build, known.revision, known.defaults.timeZone, method.id, person.screensVersion, eye].join(
      '|',
    );
  };

  type Fresh = JudgedLook;

  /** Judges looks and keeps what was judged. Between looks the process goes on with other things. */
  async function judgeAnew(
    known: Known,
    person: JudgedAs,
    asked: string,
    stale: readonly { kept: KeptLine; basis: string }[],
  ): Promise<Map<string, Fresh>> {
    const found = new Map<string, Fresh>();
    if (stale.length === 0) return found;
    const now = judgedBy(await circumstances.of(person.id), asked);
    const screens = await plans.screensOf(person.id);
    const records = await looks.records(stale.map((s) => s.kept.id));
    const kept: Parameters<Looks['keepJudged']>[0][number][] = [];
    for (const { id, look, version } of records) {
      const { kept: line, basis } = stale.find((s) => s.kept.id === id)!;
      const fresh = look
        ? await judgeOne(known, look, { ...now, history: historyAt(screens, look.startedAt) })
        : { line: unjudged(whyNot(null)), hold: null };
      found.set(id, fresh);
      // A look that was changed since its line was read is judged again next time.
      if (version === line.version) kept.push({ id, asked, basis, ...fresh });
      await turn();
    }
    // Where it cannot be written, reading goes on: it is judged again next time.
    await looks.keepJudged(kept).catch(failed);
    return found;
  }
  async function judgeOne(known: Known, look: Look, now: Circumstance): Promise<Fresh> {
    const circumstance = { ...now, day: look.day, at: look.startedAt };
    const record = recordOf(look);
    const given = { record, circumstance, id: look.id, day: look.day, at: look.startedAt };
    try {
      return await work.run('judgeRecord', known, given, look.observation.frames.length, LONG_CLIP);
    } catch (error) {
      if (!(error instanceof InputError)) failed(error);
      return { line: unjudged(whyNot(error)), hold: null };
    }
  }

  async function judgedLines(
    person: JudgedAs,
    asked: string,
    lines: readonly KeptLine[],
  ): Promise<(Fresh & { kept: KeptLine })[]> {
    const known = await studio.now();
    const makers = [...new Set(lines.flatMap((kept) => kept.eye ?? []))];
    const versions = new Map(await Promise.all(makers.map(async (id) => [id, await eyes.version(id)] as const)));
    const all = lines.map((kept) => ({
      kept,
      basis: basisOf(known, person, asked, kept, versions.get(kept.eye ?? '') ?? ''),
    }));
    const stale = all.filter(({ kept, basis }) => kept.judged?.basis !== basis);
    const fresh = await judgeAnew(known, person, asked, stale);
    return lines.flatMap((kept) => {
      const found = fresh.get(kept.id) ?? kept.judged;
      return found ? [{ kept, line: found.line, hold: found.hold }] : [];
    });
  }

  let sweeping = false;
  let again = false;
  let stopped = false;
  async function sweepOnce(): Promise<void> {
    for (let after = ''; !stopped;) {
      const ids = await looks.peopleAfter(after, SWEEP.people);
      for (const id of ids) {
        const person = await people.judgedAs(null, id);
        if (!person || stopped) continue;
        const lines = await looks.held(id, SWEEP.looks);
        for (let i = 0; i < lines.length && !stopped; i += SWEEP.atOnce) {
          await judgedLines(person, '', lines.slice(i, i + SWEEP.atOnce));
          await turn();
        }
      }
      if (ids.length < SWEEP.people) return;
      after = ids.at(-1)!;
    }
  }

  return {
    /** A page of a person's history, newest first. @param asked method asked for; '' for the one in force */
    async history(
      person: JudgedAs,
      asked: string,
      limit: number,
      before?: { value: string; id: string },
    ): Promise<{ items: HistoryItem[]; next: string | null }> {
      const { lines, next } = await looks.page(person.id, asked, limit, before);
      const judged = await judgedLines(person, asked, lines);
      return { items: judged.map(({ kept, line }) => ({ ...kept.own, ...line })), next };
    },
    /** A person's holds as ladders see them, newest first, judged by the methods in force. */
    async holdsOf(person: JudgedAs, limit: number = LADDER_LOOKS): Promise<LoggedHoldOf[]> {
      const judged = await judgedLines(person, '', await looks.held(person.id, limit));
      return judged.flatMap(({ hold }) => (hold ? [hold] : []));
    },
    /**
     * Judges anew in the background whatever a change of catalogue, method or program has made stale.
     * Resolves when there is nothing stale left; a sweep asked for while one runs follows it.
     */
    async sweep(): Promise<void> {
      again = true;
      if (sweeping) return;
      sweeping = true;
      try {
        while (again && !stopped) {
          again = false;
          await sweepOnce();
        }
      } finally {
        sweeping = false;
      }
    },
    stop(): void {
      stopped = true;
    },
  };
}
