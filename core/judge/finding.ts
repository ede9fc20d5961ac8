import type { Severity } from '../formats/catalog.js';

/** A fault that was found, measured or seen by a coach. */
export interface Finding {
  fault: string;
  severity: Severity;
  probability: number;
  measure: string | null;
  from: 'measured' | 'observed';
}
