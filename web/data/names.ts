/** The words that screens use, bound to this device's catalogue, and dates as they are told. */
import { format, formatDistanceToNowStrict, parseISO } from 'date-fns';
import type { Evidenced, ProposedTest } from '../../core/reason/rank.js';
import type { ChosenDrill, LeftOutReason } from '../../core/prescribe/choose.js';
import type { PrescriptionWarning } from '../../core/prescribe/prescription.js';
import * as causes from '../../words/causes.js';
import * as drills from '../../words/drills.js';
import * as names from '../../words/names.js';
import { catalog } from './catalogue.js';
import { names as wording } from '../../words/pages/data.js';

export const familyName = (id: string): string => names.familyName(catalog, id);
export const rungName = (family: string, id: string): string => names.rungName(catalog, family, id);
export const placeName = (place: string): string => names.placeName(catalog, place);
export const faultName = (id: string): string => names.faultName(catalog, id);
export const drillName = (id: string): string => names.drillName(catalog, id);
export const methodName = (id: string): string => names.methodName(catalog, id);
export const causeName = (id: string): string => names.causeName(catalog, id);
export const cautionName = (id: string): string => names.cautionName(catalog, id);

export const evidenceText = (from: Evidenced): string => causes.evidenceText(catalog, from);
export const testWhy = (test: ProposedTest): string => causes.testWhy(catalog, test);
export const chosenWhy = (chosen: Pick<ChosenDrill, 'answers'>): string => drills.chosenWhy(catalog, chosen);
export const leftOutWhy = (why: LeftOutReason): string => drills.leftOutWhy(catalog, why);
export const warningText = (warning: PrescriptionWarning): string => drills.warningText(catalog, warning);

export const dayText = (iso: string): string => format(parseISO(iso), 'd MMM yyyy');
export const dayTimeText = (iso: string): string => format(parseISO(iso), 'd MMM yyyy, HH:mm');
export const agoText = (iso: string | null): string =>
  iso ? wording.ago(formatDistanceToNowStrict(parseISO(iso))) : wording.neverLookedAt;
