/** What a programme's weeks are made of. */
import type { Day } from '../days.js';
import type { Drill } from '../formats/catalog.js';
import type { PlannedItem } from './item.js';

export interface PlannedDay {
  day: Day;
  minutes: number;
  items: PlannedItem[];
}
export interface PlannedWeek {
  week: number;
  /** Σ governing moment × seconds, N·m·s. */
  load: number;
  /** Σ share of body weight on the hands or carried × seconds, s. */
  weightLoad: number;
  easier: boolean;
  /** The limit that the load kept to, N·m·s; null in the first week. */
  limit: number | null;
  days: PlannedDay[];
}
export type PlanWarning =
  | { is: 'over-load'; week: number; load: number; limit: number }
  | { is: 'empty-day'; day: Day }
  | { is: 'kinds'; missing: Drill['kind'][] }
  | { is: 'heavy-in-a-row'; day: Day }
  | { is: 'not-proven'; week: number }
  | { is: 'goal-shut'; goal: string }
  | { is: 'nothing' };
