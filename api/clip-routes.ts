/** Routes of clips. */
import { clipInputSchema, clipPatchSchema, clipSchema, inboxSchema } from './clips.js';
import { idParams } from './common.js';
import type { Route } from './route.js';

export const clipRoutes = {
  'clips.add': {
    method: 'POST',
    path: '/people/:id/clips',
    role: 'assistant',
    says: 'Announces a clip, where there is permission to keep it; its content follows.',
    params: idParams,
    body: clipInputSchema,
    answer: clipSchema,
    status: 201,
    again: 200,
    problems: [404, 409],
  },
  'clips.content': {
    method: 'PUT',
    path: '/clips/:id/content',
    role: 'assistant',
    says: 'The content of a clip, MP4, MOV or WebM.',
    params: idParams,
    stream: true,
    answer: clipSchema,
    status: 200,
    problems: [404, 409, 413],
  },
  'clips.inbox': {
    method: 'GET',
    path: '/clips',
    role: 'assistant',
    says: 'Clips that wait to be looked at.',
    answer: inboxSchema,
    status: 200,
  },
  'clips.get': {
    method: 'GET',
    path: '/clips/:id/content',
    role: 'assistant',
    says: 'A clip; parts of it by range.',
    params: idParams,
    answer: { file: 'video/mp4' },
    status: 200,
    problems: [404],
  },
  'clips.change': {
    method: 'PATCH',
    path: '/clips/:id',
    role: 'assistant',
    says: 'Says which look a clip shows, or what is to be known of it.',
    params: idParams,
    body: clipPatchSchema,
    answer: clipSchema,
    status: 200,
    problems: [404],
  },
  'clips.remove': {
    method: 'DELETE',
    path: '/clips/:id',
    role: 'coach',
    says: 'Deletes a clip for good; the numbers of its look stay.',
    params: idParams,
    answer: 'nothing',
    status: 204,
    problems: [404],
  },
} as const satisfies Record<string, Route>;
