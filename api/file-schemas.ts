/** JSON schemas of the files that go out and come in. */
import { z } from 'zod';
import { observationSchema } from '../core/formats/observation.js';
import { personFileSchema, studioFileSchema } from './person-file.js';

const SCHEMAS = {
  'person.json': personFileSchema,
  'studio.json': studioFileSchema,
  'observation.json': observationSchema,
} as const;
export type SchemaName = keyof typeof SCHEMAS;
export const SCHEMA_NAMES = Object.keys(SCHEMAS) as [SchemaName, ...SchemaName[]];

/** A file's schema (JSON Schema 2020-12), as it is read: what has a default may be left out. Rules between fields are not in it. */
export const fileSchema = (name: SchemaName): { $schema: string } =>
  z.toJSONSchema(SCHEMAS[name], { io: 'input', unrepresentable: 'any', reused: 'ref' }) as { $schema: string };

export const fileSchemas = (): Record<SchemaName, object> =>
  Object.fromEntries(SCHEMA_NAMES.map((name) => [name, fileSchema(name)])) as Record<SchemaName, object>;
