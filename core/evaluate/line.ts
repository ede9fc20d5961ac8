/** A look on one line of a history: what was judged of it, for whoever keeps or shows it. */
import type { Catalog } from '../catalog/index.js';
import type { Severity } from '../formats/catalog.js';
import type { EndReason, Setup } from '../formats/observation.js';
import type { Degrees, Seconds } from '../geometry.js';
import { takeoverIndex } from '../reason/rank.js';
import { topFinding, type Judged } from './judge.js';

export interface LookLine {
  rung: string;
  /** Null for a still. */
  clean: Seconds | null;
  total: Seconds | null;
  /** Null where none were counted. */
  reps: { done: number; clean: number } | null;
  /** What was declared of the set-up; null where nothing was. */
  setup: Setup | null;
  /** A measure that decides the position could not be judged. */
  undecided: boolean;
  endedBy: EndReason | null;
  /** Null without a picture that is square enough. */
  bodyLine: { value: Degrees; sd: Degrees } | null;
  top: { fault: string; severity: Severity; probability: number } | null;
  /** 0–100; null while nothing speaks about it. */
  takeoverIndex: number | null;
}

/** The line of a judged look. */
export function lineOf(judged: Judged, catalog: Catalog): LookLine {
  const { hold, rung, usable, measures, observation } = judged;
  const top = topFinding(judged);
  const line = usable ? measures.find((m) => m.id === 'hip-line') : undefined;
  return {
    rung: rung.id,
    clean: hold?.clean ?? null,
    total: hold?.total ?? null,
    reps: hold?.reps ?? null,
    setup: observation.setup ?? null,
    undecided: judged.undecided.length > 0,
    endedBy: hold?.endedBy ?? null,
    bodyLine: line ? { value: line.value, sd: line.sd } : null,
    top: top && { fault: top.fault, severity: top.severity, probability: top.probability },
    takeoverIndex: takeoverIndex(catalog, judged.facts, judged.family),
  };
}
