/** Questions asked before training, in plain words. A yes stops loading and sends the person on; nobody is diagnosed here. */
import { daysBetween } from '../days.js';

export interface StopSign {
  id: string;
  ask: string;
  /** Advice is to be sought at once, not in the coming days. */
  urgent: boolean;
}

export const stopSigns: readonly StopSign[] = [
  { id: 'pain', ask: 'Pain that is sharp, spreads, or has been growing?', urgent: false },
  {
    id: 'numbness',
    ask: 'Numbness or tingling in an arm, a leg or the saddle area, or weakness that is new?',
    urgent: true,
  },
  { id: 'dizziness', ask: 'Dizziness or fainting, at rest or in training?', urgent: false },
  { id: 'chest', ask: 'Pressure, tightness or pain in the chest?', urgent: true },
  { id: 'breathless', ask: 'Breathlessness that does not fit the effort?', urgent: true },
  { id: 'headache', ask: 'Headache that comes with effort?', urgent: false },
  { id: 'bladder-bowel', ask: 'Changes in bladder or bowel together with back pain?', urgent: true },
  { id: 'fever-weight', ask: 'Fever or weight loss without a reason, together with back pain?', urgent: false },
  { id: 'fall', ask: 'A fall or a blow since the last time?', urgent: false },
];

/** An intake older than this is asked again, days. */
export const ASK_AGAIN_AFTER = 90;

/** When a licensed professional is to be asked: at once, or before training goes on. */
export type StopAdvice = 'now' | 'before-training';

/** The answers with their meaning. `yes` holds the signs answered with yes, in the order they are asked. */
export function readIntake(answers: Readonly<Record<string, boolean>>): {
  yes: StopSign[];
  stop: boolean;
  advice: StopAdvice | null;
} {
  const yes = stopSigns.filter((sign) => answers[sign.id]);
  return {
    yes,
    stop: yes.length > 0,
    advice: yes.length === 0 ? null : yes.some((sign) => sign.urgent) ? 'now' : 'before-training',
  };
}

/** Whether the questions are to be asked: never asked, or asked too long ago. Days are ISO dates. */
export function intakeDue(askedOn: string | null, today: string): boolean {
  if (!askedOn) return true;
  return daysBetween(askedOn, today) > ASK_AGAIN_AFTER;
}
