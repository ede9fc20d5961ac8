/** Looks judged once and kept: a history and a ladder read what was judged, unless the look, the catalogue or the method changed since. */
import { setImmediate as turn } from 'node:timers/promises';
import type { HistoryItem, LookLine } from '../../api/observations.js';
import type { LoggedHoldOf } from '../../api/ladders.js';
import { judge } from '../../core/evaluate/judge.js';
import { lineOf } from '../../core/evaluate/line.js';
import { see } from '../../core/evaluate/see.js';
import { loggedHold } from '../../core/ladder/holds.js';
import { judgedBy } from '../../core/person/circumstance.js';
import { methodInForce } from '../../core/person/method-in-force.js';
import { historyAt } from '../../core/screen/history.js';
import type { Circumstances } from '../circumstance.js';
import type { KeptLine, Looks } from '../repositories/looks.js';
import type { JudgedAs, People } from '../repositories/people.js';
import type { Plans } from '../repositories/plans.js';
import type { Known, StudioStore } from '../repositories/studio.js';

interface Stores {
  looks: Looks;
  people: People;
  plans: Plans;
  studio: StudioStore;
  circumstances: Circumstances;
}

/** Looks that ladders rest on, newest first. */
const LADDER_LOOKS = 200;
/** People and looks that the background takes at a time. */
const SWEEP = { people: 50, looks: 2000, atOnce: 20 } as const;

export type Judging = ReturnType<typeof judgingIn>;

/** @param build names the program that judges: another one judges anew */
export function judgingIn({ looks, people, plans, studio, circumstances }: Stores, build: string) {
  /** What a verdict rests on: look, catalogue, method, and the screens that speak for it. */
  const basisOf = (known: Known, person: JudgedAs, asked: string, line: KeptLine): string => {
    const layers = { asked, person, studio: known.defaults };
    const method = methodInForce(known.catalog, layers, line.own.position, line.method);
    return [line.version, build, known.revision, known.defaults.timeZone, method.id, person.screensVersion].join('|');
  };

  type Fresh = { line: LookLine; hold: LoggedHoldOf | null };

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
    for (const { look, version } of records) {
      const { kept: line, basis } = stale.find((s) => s.kept.id === look.id)!;
      const circumstance = { ...now, day: look.day, at: look.startedAt, history: historyAt(screens, look.startedAt) };
      const record = { observation: look.observation, mends: look.mends, overruled: look.overrule?.cause };
      const judged = judge(see(record, known.catalog), known.catalog, circumstance);
      const hold = loggedHold(judged, look.day, look.startedAt);
      const fresh: Fresh = {
        line: lineOf(judged, known.catalog),
        hold: hold && { ...hold, values: { ...hold.values }, lookId: look.id },
      };
      found.set(look.id, fresh);
      // A look that was changed since its line was read is judged again next time.
      if (version === line.version) kept.push({ id: look.id, asked, basis, ...fresh });
      await turn();
    }
    await looks.keepJudged(kept);
    return found;
  }

  async function judgedLines(
    person: JudgedAs,
    asked: string,
    lines: readonly KeptLine[],
  ): Promise<(Fresh & { kept: KeptLine })[]> {
    const known = await studio.now();
    const stale = lines.flatMap((kept) => {
      const basis = basisOf(known, person, asked, kept);
      return kept.judged?.basis === basis ? [] : [{ kept, basis }];
    });
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
    async holdsOf(person: JudgedAs): Promise<LoggedHoldOf[]> {
      const judged = await judgedLines(person, '', await looks.held(person.id, LADDER_LOOKS));
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
