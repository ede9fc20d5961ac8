/** Long computations as plain functions of plain data: run where they are called, or in a thread beside the requests. */
import { lookInputSchema, type LookLine } from '../../api/observations.js';
import type { LoggedHoldOf } from '../../api/ladders.js';
import type { Catalog } from '../../core/catalog/index.js';
import { evaluate } from '../../core/evaluate/evaluate.js';
import { judge } from '../../core/evaluate/judge.js';
import { lineOf } from '../../core/evaluate/line.js';
import { resolveObservation } from '../../core/evaluate/resolve.js';
import { see, type LookRecord } from '../../core/evaluate/see.js';
import type { ClassInput } from '../../api/classes.js';
import { pinKey, planClass, type ClassPlan, type Pain, type Screens } from '../../core/class/plan.js';
import type { ClassQuery } from '../../core/formats/class.js';
import type { PlanQuery } from '../../core/formats/programme.js';
import { planProgramme, type PlanBy, type Programme } from '../../core/programme/plan.js';
import { practisable, type Practisable } from '../../core/eye/deal.js';
import { scoreRound } from '../../core/eye/rounds.js';
import type { Answered, Dealt, Scored } from '../../core/formats/eye.js';
import { observationSchema } from '../../core/formats/observation.js';
import { InputError, problemsOf, type Problem } from '../../core/formats/problems.js';
import { loggedHold } from '../../core/ladder/holds.js';
import type { Measure } from '../../core/measure/measure.js';
import type { Circumstance } from '../../core/person/circumstance.js';
import { evaluationFile } from '../../words/evaluation-file.js';
import { readImport, type ImportGiven, type ReadImport } from '../transfer/read-import.js';
import { backup, BackupError, restore, type Manifest } from '../backup/archive.js';
import { lookRead, type ReadLook } from './look-read.js';
import { loadSolver, NotWorkedOut } from './solver.js';

export interface JudgedLook {
  line: LookLine;
  hold: LoggedHoldOf | null;
}

interface TaskArguments {
  /** Reads the body of a request that keeps a look. */
  readLook: { body: string };
  /** Evaluates the body of a request, of nobody. */
  evaluateBody: { body: string; circumstance: Circumstance };
  /** Evaluates a stored record. */
  evaluateRecord: { record: LookRecord; circumstance: Circumstance };
  /** Judges a stored record for its line and the ladder. */
  judgeRecord: { record: LookRecord; circumstance: Circumstance; id: string; day: string; at: string };
  /** What can be practised. */
  practisable: { circumstance: Circumstance };
  /** Plans a class. */
  planClass: {
    query: ClassQuery;
    circumstance: Circumstance;
    pins: ClassInput['pins'];
    pain: Pain;
    screens: Screens;
  };
  /** Plans a programme. */
  planProgramme: { query: PlanQuery; by: PlanBy };
  /** Reads a file that comes in. */
  readImport: ImportGiven;
  /** What was measured of a stored record. */
  measureRecord: { record: LookRecord; circumstance: Circumstance };
  /** What a round of practice came to. */
  scoreRound: { dealt: Dealt; answered: Answered; circumstance: Circumstance };
  /** Writes a studio into one file. */
  backup: { dataDir: string; file: string; now: string; database: string | undefined };
  /** Brings one back into an empty folder. */
  restore: { file: string; dataDir: string };
}
interface TaskAnswers {
  readLook: ReadLook;
  evaluateBody: Record<string, unknown>;
  evaluateRecord: Record<string, unknown>;
  judgeRecord: JudgedLook;
  practisable: Practisable[];
  planClass: ClassPlan;
  planProgramme: Programme;
  readImport: ReadImport;
  measureRecord: { place: string; measures: Omit<Measure, 'estimated'>[] };
  scoreRound: Scored;
  backup: Manifest;
  restore: Manifest;
}
export type TaskName = keyof TaskArguments;
export type ArgumentsOf<N extends TaskName> = TaskArguments[N];
export type AnswerOfTask<N extends TaskName> = TaskAnswers[N];

/** What was wrong with the input travels between threads as data. */
export type Outcome<T> =
  { value: T } | { problems: readonly Problem[] } | { notJson: true } | { backup: string } | { late: string };

function parsed(body: string): unknown {
  try {
    return JSON.parse(body);
  } catch {
    throw new NotJson();
  }
}
export class NotJson extends Error {}

const tasks: {
  [N in TaskName]: (catalog: Catalog, given: TaskArguments[N]) => TaskAnswers[N] | Promise<TaskAnswers[N]>;
} = {
  readLook(catalog, { body }) {
    const result = lookInputSchema.safeParse(parsed(body), { reportInput: true });
    if (!result.success) throw new InputError(problemsOf(result.error));
    return lookRead(catalog, result.data);
  },
  evaluateBody(catalog, { body, circumstance }) {
    const result = observationSchema.safeParse(parsed(body), { reportInput: true });
    if (!result.success) throw new InputError(problemsOf(result.error));
    resolveObservation(result.data, catalog);
    return { ...evaluationFile(catalog, evaluate({ observation: result.data }, catalog, circumstance)) };
  },
  evaluateRecord: (catalog, { record, circumstance }) => ({
    ...evaluationFile(catalog, evaluate(record, catalog, circumstance)),
  }),
  practisable: (catalog, { circumstance }) => practisable(catalog, circumstance),
  planClass: async (catalog, { query, circumstance, pins, pain, screens }) =>
    planClass(query, catalog, await loadSolver(), circumstance, {
      pins: new Map(pins.map((p) => [pinKey(p.block, p.member), p.version])),
      pain,
      screens,
    }),
  planProgramme: async (catalog, { query, by }) => planProgramme(catalog, query, await loadSolver(), by),
  scoreRound: (catalog, { dealt, answered, circumstance }) => scoreRound(dealt, answered, catalog, circumstance),
  readImport: (catalog, given) => readImport(catalog, given),
  backup: (_catalog, { dataDir, file, now, database }) => backup(dataDir, file, now, database),
  restore: (_catalog, { file, dataDir }) => restore(file, dataDir),
  measureRecord(catalog, { record, circumstance }) {
    const { family, rung, measures } = judge(see(record, catalog), catalog, circumstance);
    return {
      place: `${family.id}/${rung.id}`,
      measures: measures.filter((m) => !m.estimated).map(({ estimated: _estimated, ...measure }) => measure),
    };
  },
  judgeRecord(catalog, { record, circumstance, id, day, at }) {
    const judged = judge(see(record, catalog), catalog, circumstance);
    const hold = loggedHold(judged, day, at);
    return {
      line: { ...lineOf(judged, catalog), cannot: null },
      hold: hold && { ...hold, values: { ...hold.values }, lookId: id },
    };
  },
};

/** Runs a task here. What is wrong with its input comes back as data; anything else is thrown. */
export async function runTask<N extends TaskName>(
  name: N,
  catalog: Catalog,
  given: ArgumentsOf<N>,
): Promise<Outcome<AnswerOfTask<N>>> {
  try {
    return { value: await tasks[name](catalog, given) };
  } catch (error) {
    if (error instanceof InputError) return { problems: error.problems };
    if (error instanceof NotJson) return { notJson: true };
    if (error instanceof BackupError) return { backup: error.message };
    if (error instanceof NotWorkedOut) return { late: error.message };
    throw error;
  }
}
