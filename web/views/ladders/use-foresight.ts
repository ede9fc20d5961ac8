/** When a version's gate opens for a person, by what was held there and how much of the programme is done. */
import { computed, type ComputedRef } from 'vue';
import type { OnLadders } from '../../../api/ladders.js';
import { forecast, type Session } from '../../../core/ladder/forecast.js';
import { sessionsAt } from '../../../core/ladder/next-gate.js';
import { workPace } from '../../../core/programme/adherence.js';
import { today } from '../../data/clock.js';
import type { RungStanding } from '../../data/on-ladders.js';
import { useProgrammes } from '../../data/programmes.js';

export interface Foresight {
  sessions: ComputedRef<Session[]>;
  /** What the days to come count, by how much of the programme is done of late; null without sessions. */
  pace: ComputedRef<number | null>;
  /** Null without sessions. */
  answer: ComputedRef<ReturnType<typeof forecast> | null>;
}

/** @param withFan false for whoever wants dates alone */
export function useForesight(
  standing: () => Pick<RungStanding, 'rung' | 'gate'> | null,
  on: () => Pick<OnLadders, 'holds' | 'said'>,
  personId: () => string | null,
  withFan: boolean,
): Foresight {
  const programmes = useProgrammes(personId);
  const sessions = computed(() => {
    const at = standing();
    return at ? sessionsAt(at.rung, on().holds, on().said) : [];
  });
  const pace = computed(() => {
    const [first] = sessions.value;
    const done = programmes.value.value?.map(({ from, byWeek }) => ({ from, weeks: byWeek })) ?? [];
    return first ? workPace(done, first.day, today()) : null;
  });
  const answer = computed(() => {
    const gate = standing()?.gate;
    return gate && sessions.value.length > 0
      ? forecast(sessions.value, gate.reps ?? gate.seconds, withFan, pace.value ?? 1)
      : null;
  });
  return { sessions, pace, answer };
}
