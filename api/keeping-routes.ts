/** Routes of what is kept about the keeping: the trail, devices, a second factor. */
import { z } from 'zod';
import {
  ownDevicesSchema,
  secondBegunSchema,
  secondCodesSchema,
  secondKeepSchema,
  secondOffSchema,
} from './accounts.js';
import { idParams, idSchema } from './common.js';
import type { Route } from './route.js';
import { trailPageSchema, trailQuerySchema, trailStateSchema, trailYearsSchema } from './trail.js';

/** A device is named by what its session’s secret comes to, never by the secret. */
const device = z.string().regex(/^[\w-]{16,64}$/, 'is no device');
const deviceParams = z.object({ device });

export const keepingRoutes = {
  'trail.list': {
    method: 'GET',
    path: '/trail',
    role: 'owner',
    says: 'Who read, changed, took away or deleted whose health data; newest first.',
    query: trailQuerySchema,
    answer: trailPageSchema,
    status: 200,
  },
  'trail.state': {
    method: 'GET',
    path: '/trail/state',
    role: 'owner',
    says: 'How long the trail is, whether it is whole, and how long its lines are kept.',
    answer: trailStateSchema,
    status: 200,
  },
  'trail.file': {
    method: 'GET',
    path: '/trail/trail.csv',
    role: 'owner',
    says: 'The trail as a table.',
    query: trailQuerySchema.omit({ before: true, limit: true }),
    answer: { file: 'text/csv' },
    status: 200,
  },
  'trail.keep': {
    method: 'PUT',
    path: '/trail/years',
    role: 'owner',
    says: 'How many years lines are kept that are written from now on.',
    body: trailYearsSchema,
    answer: trailStateSchema,
    status: 200,
  },
  'devices.list': {
    method: 'GET',
    path: '/session/devices',
    role: 'assistant',
    says: 'Where one’s own account is signed in, and its last sign-ins.',
    answer: ownDevicesSchema,
    status: 200,
  },
  'devices.end': {
    method: 'DELETE',
    path: '/session/devices/:device',
    role: 'assistant',
    says: 'Signs one’s own account out on a device.',
    params: deviceParams,
    answer: ownDevicesSchema,
    status: 200,
    problems: [404],
  },
  'devices.of': {
    method: 'GET',
    path: '/accounts/:id/devices',
    role: 'owner',
    says: 'Where an account is signed in, and its last sign-ins.',
    params: idParams,
    answer: ownDevicesSchema,
    status: 200,
    problems: [404],
  },
  'devices.endof': {
    method: 'DELETE',
    path: '/accounts/:id/devices/:device',
    role: 'owner',
    says: 'Signs an account out on a device.',
    params: z.object({ id: idSchema, device }),
    answer: ownDevicesSchema,
    status: 200,
    problems: [404],
  },
  'second.begin': {
    method: 'POST',
    path: '/session/second',
    role: 'assistant',
    says: 'Begins a second factor: a secret for a program that shows codes. It counts when a code of it was entered.',
    answer: secondBegunSchema,
    status: 200,
    problems: [409],
  },
  'second.keep': {
    method: 'PUT',
    path: '/session/second',
    role: 'assistant',
    says: 'Takes the second factor that was begun into use; answers with codes for when the device is lost, shown once.',
    body: secondKeepSchema,
    answer: secondCodesSchema,
    status: 200,
    problems: [409, 429],
  },
  'second.off': {
    method: 'POST',
    path: '/session/second/off',
    role: 'assistant',
    says: 'Takes one’s own second factor away.',
    body: secondOffSchema,
    answer: 'nothing',
    status: 204,
    problems: [429],
  },
} as const satisfies Record<string, Route>;
