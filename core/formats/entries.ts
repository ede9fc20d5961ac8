/** A studio's own or changed catalogue entries: the same schemas as the shipped ones, with the kind beside them. */
import type { z } from 'zod';
import {
  causeSchema,
  cautionSchema,
  crossGateSchema,
  drillSchema,
  faultSchema,
  methodSchema,
  padsSchema,
  quickTestSchema,
  rungSchema,
  toleranceSchema,
} from './catalog.js';

export const ENTRY_SCHEMAS = {
  drills: drillSchema,
  faults: faultSchema,
  tolerances: toleranceSchema,
  methods: methodSchema,
  cautions: cautionSchema,
  rungs: rungSchema,
  crossGates: crossGateSchema,
  pads: padsSchema,
  causes: causeSchema,
  tests: quickTestSchema,
} as const;
export type EntryKind = keyof typeof ENTRY_SCHEMAS;
export const ENTRY_KINDS = Object.keys(ENTRY_SCHEMAS) as [EntryKind, ...EntryKind[]];
export type EntryRecord<K extends EntryKind = EntryKind> = z.infer<(typeof ENTRY_SCHEMAS)[K]>;

export interface StudioEntry {
  kind: EntryKind;
  record: EntryRecord;
  /** Taken away while something used it: still read, not offered any more. */
  retired?: boolean;
}
/** Kinds whose own entries stand in people's records, and are retired instead of taken away. */
export const RETIRABLE = ['drills', 'faults', 'methods', 'rungs'] as const satisfies readonly EntryKind[];

/** The key of an entry within its kind; versions of different families may share an id. */
export const entryKey = (kind: EntryKind, record: EntryRecord): string =>
  kind === 'rungs' ? `${(record as EntryRecord<'rungs'>).family}.${record.id}` : record.id;
