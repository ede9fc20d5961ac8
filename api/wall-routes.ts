/** Routes of walls. */
import { idParams } from './common.js';
import type { Route } from './route.js';
import { wallCodeSchema, wallKeySchema, wallOpenSchema, wallParams, wallQuerySchema, wallSchema } from './walls.js';

export const wallRoutes = {
  'walls.code': {
    method: 'POST',
    path: '/runs/:id/wall',
    role: 'coach',
    says: 'A code that opens this class on another screen; the one before opens nothing more.',
    params: idParams,
    answer: wallCodeSchema,
    status: 201,
    problems: [404],
  },
  'walls.shut': {
    method: 'DELETE',
    path: '/runs/:id/wall',
    role: 'coach',
    says: 'Shuts the walls of this class, and takes its code back.',
    params: idParams,
    answer: 'nothing',
    status: 204,
    problems: [404],
  },
  'walls.open': {
    method: 'POST',
    path: '/walls',
    role: 'anyone',
    says: 'Opens a wall with a code.',
    body: wallOpenSchema,
    answer: wallKeySchema,
    status: 201,
    problems: [404, 429],
  },
  'walls.get': {
    method: 'GET',
    path: '/walls/:key',
    role: 'anyone',
    says: 'What the hall reads of the class that this wall shows.',
    params: wallParams,
    query: wallQuerySchema,
    answer: wallSchema,
    status: 200,
    problems: [404],
  },
} as const satisfies Record<string, Route>;
