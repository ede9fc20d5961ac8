/** Words of the catalogue and numbers with their units, as they stand on screens. */
import { format, formatDistanceToNowStrict, parseISO } from 'date-fns';
import { catalog } from './catalogue.js';
import type { CautionId, Severity } from '../../core/formats/catalog.js';
import type { EndReason } from '../../core/formats/observation.js';
import { measureDefinition } from '../../core/measure/measures.js';

const nameIn = (records: readonly { id: string; name: string }[], id: string): string =>
  records.find((r) => r.id === id)?.name ?? id;

export const familyName = (id: string): string => nameIn(catalog.families, id);
export const rungName = (family: string, id: string): string =>
  nameIn(
    catalog.rungs.filter((r) => r.family === family),
    id,
  );
/** `Hollow hold, Straight legs` for `hollow/straight`. */
export const placeName = (place: string): string => {
  const [family, rung] = place.split('/') as [string, string];
  return `${familyName(family)}, ${rungName(family, rung)}`;
};
export const faultName = (id: string): string => nameIn(catalog.faults, id);
export const drillName = (id: string): string => nameIn(catalog.drills, id);
export const methodName = (id: string): string => nameIn(catalog.methods, id);
export const cautionName = (id: CautionId): string => nameIn(catalog.cautions, id);

export const SEVERITY_LEVEL: Record<Severity, 1 | 2 | 3> = { slight: 1, clear: 2, gross: 3 };

export const END_WORDS: Record<EndReason, string> = {
  target: 'Target reached',
  'position-lost': 'Position lost',
  coach: 'Stopped by coach',
  'stopped-early': 'Stopped early',
  pain: 'Pain',
};

export const SITE_WORDS: Record<string, string> = {
  belly: 'Belly',
  'front-of-hip': 'Front of hip',
  'front-of-thigh': 'Front of thigh',
  'low-back': 'Low back',
  seat: 'Seat',
  hamstrings: 'Hamstrings',
  shoulders: 'Shoulders',
  arms: 'Arms',
  wrists: 'Wrists',
  neck: 'Neck',
  calves: 'Calves',
  'ribs-side': 'Ribs, side',
  nowhere: 'Nowhere',
};

const UNITS = { deg: '°', '%': ' %', cm: ' cm' } as const;

/** `+9.3° ± 1.2°` */
export function measureText(m: { id: string; value: number; sd: number }): string {
  const unit = UNITS[measureDefinition(m.id).unit];
  return `${m.value.toFixed(1).replace('-', '−')}${unit} ± ${m.sd.toFixed(1)}${unit}`;
}

/** Whole and tenth seconds: `21.4 s`. */
export const secondsText = (s: number): string => `${s.toFixed(1)} s`;

/** How sure, in words a coach says, with the percentage beside it. */
export function sureText(probability: number): string {
  const percent = `${Math.round(Math.min(0.99, probability) * 100)} %`;
  if (probability >= 0.95) return `sure (${percent})`;
  if (probability >= 0.8) return `fairly sure (${percent})`;
  return `borderline (${percent})`;
}

export const dayText = (iso: string): string => format(parseISO(iso), 'd MMM yyyy');
export const dayTimeText = (iso: string): string => format(parseISO(iso), 'd MMM yyyy, HH:mm');
export const agoText = (iso: string | null): string =>
  iso ? `${formatDistanceToNowStrict(parseISO(iso))} ago` : 'never looked at';
