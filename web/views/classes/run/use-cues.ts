/** What the hall hears and sees when the clock turns: tones, a voice and a flash, by choice of the device. */
import { useLocalStorage } from '@vueuse/core';
import { onScopeDispose, ref, watch, type ComputedRef, type Ref } from 'vue';
import { secondsShown, type ClockAt, type Part } from '../../../../core/class/timeline.js';
import type { Step } from '../../../../core/class/pace.js';
import { useAwake } from '../../../use-awake.js';
import { beep, tick } from '../../bench/use-signals.js';
import { useCues as wording } from '../../../../words/pages/run.js';

export const CUES = { sound: wording.tones, spoken: wording.sayWhatComes, flash: wording.flash } as const;
export type Cue = keyof typeof CUES;
export const useChosenCues = (): Ref<Record<Cue, boolean>> =>
  useLocalStorage('anchor.class-cues', { sound: true, spoken: false, flash: true }, { mergeDefaults: true });

const FLASH_MS = 600;
/** The last seconds that are counted aloud, and those that a tone marks. */
const [SPOKEN, MARKED] = [10, 3];

function speak(words: string): void {
  if (!('speechSynthesis' in window)) return;
  // What was said of a second that is gone is not finished.
  speechSynthesis.cancel();
  speechSynthesis.speak(new SpeechSynthesisUtterance(words));
}

interface CueOptions {
  /** Another device sounds: this one only flashes. */
  silent?: boolean;
  /** Names the step of a breath or a rep under way, new for each; null where nothing is paced. */
  step?: ComputedRef<{ is: Step; n: number } | null>;
  /** The easier version stands by now. */
  stepped?: ComputedRef<boolean>;
  /** The work has no end of its own. */
  open?: ComputedRef<boolean>;
}

/**
 * @param parts of the class
 * @param says what a part is called aloud
 * @returns whether the screen flashes now
 */
export function useCues(
  clock: ComputedRef<ClockAt>,
  parts: ComputedRef<readonly Part[]>,
  says: (part: Part) => string,
  { silent = false, step, stepped, open }: CueOptions = {},
): { flashing: Ref<boolean> } {
  const chosen = useChosenCues();
  const flashing = ref(false);
  let until: ReturnType<typeof setTimeout> | undefined;
  watch(
    () => (clock.value.going ? clock.value.part : -1),
    (now, before) => {
      const part = parts.value[now];
      // The clock that goes on after a pause has turned to nothing new.
      if (!part || (before === -1 && clock.value.elapsed > 1)) return;
      if (chosen.value.sound && !silent) beep(part.is === 'work' ? 990 : 440, 0.6);
      if (chosen.value.spoken && !silent) speak(says(part));
      if (!chosen.value.flash) return;
      flashing.value = true;
      clearTimeout(until);
      until = setTimeout(() => (flashing.value = false), FLASH_MS);
    },
  );
  watch(
    () => (clock.value.going ? secondsShown(clock.value) : -1),
    (left) => {
      const is = parts.value[clock.value.part]?.is;
      // What lasts until the shape goes has no end to count to.
      if (silent || left <= 0 || !is || is === 'rest' || open?.value) return;
      if (chosen.value.spoken && is === 'work' && left <= SPOKEN) speak(String(left));
      else if (chosen.value.sound && left <= MARKED) beep(660, 0.12);
    },
  );
  watch(
    () => (step?.value && clock.value.going ? `${clock.value.part} ${step.value.n} ${step.value.is}` : ''),
    (now) => now !== '' && step?.value && chosen.value.sound && !silent && tick(step.value.is),
  );
  watch(
    () => stepped?.value === true,
    (now) => {
      if (!now || silent) return;
      if (chosen.value.sound) beep(440, 0.4);
      if (chosen.value.spoken) speak(wording.easierVersion);
    },
  );
  useAwake(() => clock.value.started && !clock.value.over);
  onScopeDispose(() => clearTimeout(until));
  return { flashing };
}
