/** Routes of groups. */
import { z } from 'zod';
import { idParams } from './common.js';
import { groupTrendsSchema, trendsQuerySchema } from './groups.js';
import { groupInputSchema, groupSchema } from './people.js';
import type { Route } from './route.js';

export const groupRoutes = {
  'groups.list': {
    method: 'GET',
    path: '/groups',
    role: 'assistant',
    says: 'Groups with how many people.',
    answer: z.array(groupSchema),
    status: 200,
  },
  'groups.add': {
    method: 'POST',
    path: '/groups',
    role: 'coach',
    says: 'Adds a group.',
    body: groupInputSchema,
    answer: groupSchema,
    status: 201,
  },
  'groups.trends': {
    method: 'GET',
    path: '/groups/:id/trends',
    role: 'assistant',
    says: 'What a group’s records say of the last weeks: places, faults, versions, change, attendance, who is due.',
    params: idParams,
    query: trendsQuerySchema,
    answer: groupTrendsSchema,
    status: 200,
    problems: [404],
  },
  'groups.csv': {
    method: 'GET',
    path: '/groups/:id/trends.csv',
    role: 'assistant',
    says: 'The members of a group with their figures, as a table of text.',
    params: idParams,
    query: trendsQuerySchema,
    answer: { file: 'text/csv' },
    status: 200,
    problems: [404],
  },
  'groups.workbook': {
    method: 'GET',
    path: '/groups/:id/trends.xlsx',
    role: 'assistant',
    says: 'A group’s trends as a workbook.',
    params: idParams,
    query: trendsQuerySchema,
    answer: { file: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' },
    status: 200,
    problems: [404],
  },
} as const satisfies Record<string, Route>;
