/** Records out as files, and in from files. */
import type { Readable } from 'node:stream';
import type { Knex } from 'knex';
import type { Account } from '../../api/accounts.js';
import { IMPORT_BYTES, type ImportDone, type ImportQuery } from '../../api/imports.js';
import { fileSchema } from '../../api/file-schemas.js';
import { PERSON_FORMAT, STUDIO_FORMAT } from '../../api/person-file.js';
import type { transferRoutes } from '../../api/transfer-routes.js';
import { placeName } from '../../words/names.js';
import { measuresTable, recordTables, rosterTable, setsTable, workTable } from '../../words/tables.js';
import { checkRole, type Asked, type Handlers, type Sent } from '../http/mount.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import type { Routes } from '../../api/routes.js';
import { csvOf, workbookOf } from '../media/tables.js';
import type { Imports } from '../repositories/imports.js';
import type { PersonFiles } from '../repositories/person-files.js';
import { familyIn } from '../programme-logs.js';
import { keepImport, undoImport } from '../transfer/keep.js';
import type { ReadImport } from '../transfer/read-import.js';
import { recordFile } from '../transfer/record-file.js';
import { recordsOut } from '../transfer/record-out.js';
import { isZip } from '../transfer/unpack.js';
import { previewOf, weigh, type Weighed } from '../transfer/weigh.js';
import { LONG_BODY } from '../work/work.js';
import { personOf, type Context } from './context.js';
import { sendFile } from './send-file.js';

type Names = keyof typeof transferRoutes;
type OfPerson = Pick<Asked<Routes['person.sets']>, 'account' | 'params' | 'response'>;

const WORKBOOK = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** A file as it comes, up to a length. @throws HttpProblem 413 */
async function bytesOf(content: Readable): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let length = 0;
  for await (const chunk of content) {
    length += (chunk as Buffer).length;
    if (length > IMPORT_BYTES) {
      content.resume();
      throw new HttpProblem(
        413,
        `This file is over ${IMPORT_BYTES / 1024 ** 2} MB`,
        'Part it, and take in one after the other.',
      );
    }
    chunks.push(chunk as Buffer);
  }
  return Buffer.concat(chunks);
}
const columnsIn = (text: string | undefined): Record<string, number> | undefined =>
  text
    ? Object.fromEntries(text.split(',').map((pair) => [pair.split(':')[0]!, Number(pair.split(':')[1])]))
    : undefined;

/** @param db for what is taken in whole or not at all */
export function transferHandlers(
  context: Context,
  db: Knex,
  { imports, files }: { imports: Imports; files: PersonFiles },
): Handlers<Names> {
  const { people, looks, studio, circumstances, judging, work, behind } = context;
  const out = recordsOut(context);

  async function hall(): Promise<{ name: string; timeZone: string; today: string }> {
    const { defaults } = await studio.now();
    return { name: defaults.name ?? '', timeZone: defaults.timeZone, today: await circumstances.today() };
  }
  const json = (response: OfPerson['response'], name: string, value: object): Sent =>
    sendFile(response, { type: 'application/json', name, file: JSON.stringify(value, null, 1) });

  interface Read {
    read: ReadImport;
    weighed: Weighed;
  }
  /** A file read and weighed against what is here. */
  async function readFile(account: Account, query: ImportQuery, content: Readable): Promise<Read> {
    const person = query.person === undefined ? null : await personOf(context, account, query.person);
    const bytes = await bytesOf(content);
    const known = await studio.now();
    const { columns, dates, length, mass } = query;
    const read = await work.run(
      'readImport',
      known,
      {
        bytes,
        as: query.as,
        columns: columnsIn(columns),
        ...{ dates, length, mass },
        timeZone: known.defaults.timeZone,
        today: await circumstances.today(),
        own: (await studio.entries()).map((e) => `${e.kind}:${e.key}`),
      },
      // An archive may hold far more than it is long.
      isZip(bytes) ? Infinity : bytes.length,
      LONG_BODY,
    );
    // What other studios hold of their catalogue is the owner's to take in, as it is to change.
    if (read.kind === 'records' && read.entries !== null) checkRole(account, 'owner');
    const weighed = await weigh(read, {
      roster: await people.roster(),
      groups: await people.groups(account),
      looks,
      person,
      known: query.known,
      nameOf: (place) => placeName(known.catalog, place),
    });
    return { read, weighed };
  }
  const told = ({ undo: _undo, ...done }: ImportDone & { undo: unknown }): ImportDone => done;
  const found = async (id: string): Promise<NonNullable<Awaited<ReturnType<Imports['find']>>>> => {
    const one = await imports.find(id, circumstances.now());
    if (!one) throw notFound('This import');
    return one;
  };

  return {
    'people.csv': async ({ response }) => {
      const { catalog } = await studio.now();
      const standing = (await people.roster()).filter((p) => !p.archived);
      return sendFile(response, { type: 'text/csv', name: 'people.csv', file: csvOf(rosterTable(catalog, standing)) });
    },
    'sets.csv': async ({ account, response }) => {
      const { catalog } = await studio.now();
      const sets = [];
      for (const person of await people.roster()) sets.push(...(await out.setsOf(account, person)));
      const { timeZone } = await hall();
      return sendFile(response, {
        type: 'text/csv',
        name: 'sets.csv',
        file: csvOf(setsTable(catalog, sets, timeZone)),
      });
    },
    'person.sets': async ({ account, params, response }) => {
      const { catalog } = await studio.now();
      const person = await personOf(context, account, params.id);
      const { timeZone } = await hall();
      const file = csvOf(setsTable(catalog, await out.setsOf(account, person), timeZone));
      return sendFile(response, { type: 'text/csv', name: 'sets.csv', file });
    },
    'person.measures': async ({ account, params, response }) => {
      const { catalog } = await studio.now();
      const person = await personOf(context, account, params.id);
      const file = csvOf(measuresTable(catalog, await out.measuresOf(account, person)));
      return sendFile(response, { type: 'text/csv', name: 'measures.csv', file });
    },
    'person.work': async ({ account, params, response }) => {
      const { catalog } = await studio.now();
      const person = await personOf(context, account, params.id);
      return sendFile(response, {
        type: 'text/csv',
        name: 'work.csv',
        file: csvOf(workTable(catalog, await out.workOf(person.id))),
      });
    },
    'person.workbook': async ({ account, params, response }) => {
      const { catalog } = await studio.now();
      const { record } = await out.of(account, params.id);
      const file = await workbookOf(recordTables(catalog, record, (await hall()).timeZone));
      return sendFile(response, { type: WORKBOOK, name: 'record.xlsx', file });
    },
    'person.pdf': async ({ account, params, response }) => {
      const file = await recordFile(context, account, params.id);
      return sendFile(response, { type: 'application/pdf', name: 'record.pdf', file });
    },
    'person.json': async ({ account, params, response }) => {
      const person = await personOf(context, account, params.id);
      return json(response, 'record.json', { format: PERSON_FORMAT, version: 1, ...(await files.read(person)) });
    },
    'studio.json': async ({ account, response }) => {
      const all = [];
      for (const { id } of await people.roster()) all.push(await files.read(await personOf(context, account, id)));
      return json(response, 'studio.json', {
        format: STUDIO_FORMAT,
        version: 1,
        defaults: await studio.defaults(),
        entries: (await studio.entries()).map(({ kind, key, record }) => ({ kind, key, record })),
        people: all,
      });
    },
    'schema.get': ({ params }) => fileSchema(params.name),

    'imports.try': async ({ account, query, request }) => {
      const { read, weighed } = await readFile(account, query, request);
      return previewOf(read, weighed);
    },
    'imports.keep': async ({ account, query, request }) => {
      const { read, weighed } = await readFile(account, query, request);
      const wrong = [...read.problems, ...weighed.problems];
      if (wrong.length > 0)
        throw invalid(
          wrong.slice(0, 20).map(({ row, column, message }) => ({
            path: [...(row > 0 ? [`row ${row}`] : []), ...(column ? [column] : [])].join(', ') || 'file',
            message,
          })),
        );
      if (weighed.known > 0 && query.known === undefined)
        throw invalid([{ path: 'known', message: 'say what becomes of people who are known here' }]);
      const { catalog } = await studio.now();
      const id = await keepImport(db, read.kind, weighed.acts, account, {
        day: await circumstances.today(),
        now: circumstances.now(),
        familyOf: familyIn(catalog),
      });
      if (weighed.acts.entries.length > 0) studio.forget();
      behind(judging.sweep);
      return told(await found(id));
    },
    'imports.list': async () => (await imports.list(circumstances.now())).map(told),
    'imports.undo': async ({ account, params }) => {
      const one = await found(params.id);
      if (one.undoUntil === null)
        throw new HttpProblem(
          409,
          one.undoneAt === null ? 'It is too late to take this back' : 'This was taken back already',
          one.undoneAt === null ? 'An import can be taken back for a day.' : undefined,
        );
      await undoImport(db, one, account, { day: await circumstances.today(), now: circumstances.now() });
      studio.forget();
      return told(await found(params.id));
    },
  };
}
