/** Routes of letters. */
import { z } from 'zod';
import { idParams, idSchema } from './common.js';
import { letterInputSchema, letterLineSchema, letterSchema, outboxSchema } from './letters.js';
import type { Route } from './route.js';

export const letterRoutes = {
  'letters.send': {
    method: 'POST',
    path: '/people/:id/letters',
    role: 'coach',
    says: 'Sends a person their drills, their programme or their record. Sent twice it leaves once.',
    params: idParams,
    body: letterInputSchema,
    answer: letterLineSchema,
    status: 201,
    again: 200,
    problems: [404, 409],
  },
  'letters.list': {
    method: 'GET',
    path: '/letters',
    role: 'coach',
    says: 'The outbox, the newest first.',
    answer: outboxSchema,
    status: 200,
  },
  'letters.get': {
    method: 'GET',
    path: '/letters/:id',
    role: 'coach',
    says: 'A letter as it left.',
    params: idParams,
    answer: letterSchema,
    status: 200,
    problems: [404, 409],
  },
  'letters.message': {
    method: 'GET',
    path: '/letters/:id/message.eml',
    role: 'coach',
    says: 'The whole message.',
    params: idParams,
    answer: { file: 'message/rfc822' },
    status: 200,
    problems: [404, 409],
  },
  'letters.attachment': {
    method: 'GET',
    path: '/letters/:id/attachments/:at',
    role: 'coach',
    says: 'A file of a letter.',
    params: z.object({ id: idSchema, at: z.coerce.number().int().min(0).max(20) }),
    answer: { file: 'application/octet-stream' },
    status: 200,
    problems: [404, 409],
  },
  'letters.remove': {
    method: 'DELETE',
    path: '/letters/:id',
    role: 'coach',
    says: 'Lets a letter go from the outbox for good; a link in it stands until it is taken back.',
    params: idParams,
    answer: 'nothing',
    status: 204,
    problems: [404],
  },
} as const satisfies Record<string, Route>;
