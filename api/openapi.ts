/** The table of routes as an OpenAPI 3.1 document. */
import { z } from 'zod';
import { CSRF_HEADER, problemSchema } from './common.js';
import type { Route } from './route.js';
import { routes } from './routes.js';

type Json = Record<string, unknown>;

const schemaOf = (schema: z.ZodType, io: 'input' | 'output'): Json =>
  z.toJSONSchema(schema, { io, unrepresentable: 'any', target: 'draft-2020-12' });

const parametersOf = (schema: z.ZodType | undefined, where: 'path' | 'query'): Json[] => {
  if (!schema) return [];
  const { properties = {}, required = [] } = schemaOf(schema, 'input') as {
    properties?: Record<string, Json>;
    required?: string[];
  };
  return Object.entries(properties).map(([name, property]) => ({
    name,
    in: where,
    required: where === 'path' || required.includes(name),
    schema: property,
  }));
};

function answerOf({ answer, says }: Route): Json {
  if (answer === 'nothing') return { description: says };
  if ('file' in answer)
    return { description: says, content: { [answer.file]: { schema: { type: 'string', format: 'binary' } } } };
  return { description: says, content: { 'application/json': { schema: schemaOf(answer, 'output') } } };
}

function bodyOf({ body, form, stream }: Route): Json | undefined {
  if (stream)
    return {
      required: true,
      content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } },
    };
  if (form)
    return {
      required: true,
      content: {
        'multipart/form-data': {
          schema: { type: 'object', properties: { [form]: { type: 'string', format: 'binary' } } },
        },
      },
    };
  return body && { required: true, content: { 'application/json': { schema: schemaOf(body, 'input') } } };
}

function operationOf(name: string, route: Route): Json {
  const problem = { $ref: '#/components/responses/problem' };
  const open = route.role === 'anyone';
  const statuses = [422, ...(open ? [] : [401, 403]), ...(route.problems ?? [])];
  const changes = route.method !== 'GET';
  return {
    operationId: name,
    summary: route.says,
    description: open ? 'Without signing in.' : `Least role: ${route.role}.`,
    tags: [name.split('.')[0]],
    parameters: [
      ...parametersOf(route.params, 'path'),
      ...parametersOf(route.query, 'query'),
      ...(changes ? [{ name: CSRF_HEADER, in: 'header', required: true, schema: { type: 'string' } }] : []),
      ...(route.versioned
        ? [
            {
              name: 'If-Match',
              in: 'header',
              required: false,
              description:
                'Version that is changed, in quotes. Another one that stands is answered with 409 and what stands.',
              schema: { type: 'string' },
            },
          ]
        : []),
    ],
    ...(bodyOf(route) ? { requestBody: bodyOf(route) } : {}),
    responses: {
      [route.status]: answerOf(route),
      ...(route.again ? { [route.again]: answerOf(route) } : {}),
      ...Object.fromEntries(statuses.map((s) => [s, problem])),
    },
    security: open ? [] : [{ session: [] }],
  };
}

/** The document; made from the schemas that the server checks with, so that it cannot say otherwise. */
export function openapi(): Json {
  const paths: Record<string, Json> = {};
  for (const [name, route] of Object.entries(routes) as [string, Route][]) {
    const path = route.path.replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [route.method.toLowerCase()]: operationOf(name, route) };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Upright Anchor', version: '1', description: 'Routes of a studio’s own server.' },
    servers: [{ url: '/api' }],
    paths,
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'anchor.sid' } },
      responses: {
        problem: {
          description: 'What is wrong, in words and with a line per field.',
          content: { 'application/problem+json': { schema: schemaOf(problemSchema, 'output') } },
        },
      },
    },
  };
}
