/** Routes of what goes out as files and comes in from them. */
import { z } from 'zod';
import { idParams } from './common.js';
import { SCHEMA_NAMES } from './file-schemas.js';
import { importDoneSchema, importPreviewSchema, importQuerySchema } from './imports.js';
import type { Route } from './route.js';

const CSV = { file: 'text/csv' } as const;
const WORKBOOK = { file: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' } as const;
const ofPerson = (path: string, says: string, answer: { file: string }) =>
  ({
    method: 'GET',
    path: `/people/:id/${path}`,
    role: 'coach',
    says,
    params: idParams,
    answer,
    status: 200,
    problems: [404],
  }) as const satisfies Route;

export const transferRoutes = {
  'people.csv': {
    method: 'GET',
    path: '/out/people.csv',
    role: 'coach',
    says: 'The roster as a table, as it is read again.',
    answer: CSV,
    status: 200,
  },
  'sets.csv': {
    method: 'GET',
    path: '/out/sets.csv',
    role: 'coach',
    says: 'Sets of everybody as a table, as it is read again.',
    answer: CSV,
    status: 200,
  },
  'person.sets': ofPerson('sets.csv', 'A person’s sets as a table, as it is read again.', CSV),
  'person.measures': ofPerson('measures.csv', 'What was measured of a person’s looks, with its errors.', CSV),
  'person.work': ofPerson('work.csv', 'What a person did alone.', CSV),
  'person.workbook': ofPerson('record.xlsx', 'A person’s record as a workbook, with a sheet to draw from.', WORKBOOK),
  'person.pdf': ofPerson('record.pdf', 'A person’s record to read on paper.', { file: 'application/pdf' }),
  'person.json': ofPerson('record.json', 'A person’s whole record without pictures, as it is read again.', {
    file: 'application/json',
  }),
  'studio.json': {
    method: 'GET',
    path: '/out/studio.json',
    role: 'owner',
    says: 'People, own entries and defaults of the studio, as they are read again.',
    answer: { file: 'application/json' },
    status: 200,
  },
  'schema.get': {
    method: 'GET',
    path: '/schemas/:name',
    role: 'anyone',
    says: 'The schema of a file that goes out and comes in.',
    params: z.object({ name: z.enum(SCHEMA_NAMES) }),
    answer: z.looseObject({ $schema: z.string() }),
    status: 200,
  },
  'imports.try': {
    method: 'POST',
    path: '/imports/try',
    role: 'coach',
    says: 'What a file would bring in, with every problem by row and column; nothing is kept.',
    query: importQuerySchema,
    stream: true,
    answer: importPreviewSchema,
    status: 200,
    problems: [404, 413],
  },
  'imports.keep': {
    method: 'POST',
    path: '/imports',
    role: 'coach',
    says: 'Takes a file in, all of it or nothing.',
    query: importQuerySchema,
    stream: true,
    answer: importDoneSchema,
    status: 201,
    problems: [404, 413],
  },
  'imports.list': {
    method: 'GET',
    path: '/imports',
    role: 'coach',
    says: 'What was taken in lately, the newest first.',
    answer: z.array(importDoneSchema),
    status: 200,
  },
  'imports.undo': {
    method: 'POST',
    path: '/imports/:id/undo',
    role: 'coach',
    says: 'Takes an import back within a day; who was added to meanwhile stays and is named.',
    params: idParams,
    answer: importDoneSchema,
    status: 200,
    problems: [404, 409],
  },
} as const satisfies Record<string, Route>;
