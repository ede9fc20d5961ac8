/** What a coach hears, feels or is told when the target is reached, by choice; and a screen that stays awake while the clock runs. */
import { useLocalStorage, useVibrate } from '@vueuse/core';
import type { Step } from '../../../core/class/pace.js';
import { watch, type ComputedRef, type Ref } from 'vue';
import { useAwake } from '../../use-awake.js';
import { useSignals as wording } from '../../../words/pages/bench.js';

export const SIGNALS = { sound: wording.aSound, vibration: wording.aVibration, spoken: wording.saidAloud } as const;
export type Signal = keyof typeof SIGNALS;

/** Chosen signals of this device. */
export const useChosenSignals = (): Ref<Record<Signal, boolean>> =>
  useLocalStorage('anchor.signals', { sound: false, vibration: true, spoken: false }, { mergeDefaults: true });

/** A short tone, made here: nothing is fetched. Hertz and seconds. */
export function beep(pitch = 880, length = 0.5): void {
  const context = new AudioContext();
  const [tone, volume] = [context.createOscillator(), context.createGain()];
  tone.frequency.value = pitch;
  volume.gain.setValueAtTime(0.25, context.currentTime);
  volume.gain.exponentialRampToValueAtTime(0.001, context.currentTime + length);
  tone.connect(volume).connect(context.destination);
  tone.start();
  tone.stop(context.currentTime + length);
  tone.onended = () => void context.close();
}
/** The tones of a rep's tempo and of a breath, Hz. */
const PITCH: Readonly<Record<Step, number>> = { up: 660, pause: 550, down: 440, in: 620, out: 420 };
export const tick = (step: Step): void => beep(PITCH[step], 0.12);
/** A rest is over. */
export const restOver = (): void => beep(990, 0.7);

/**
 * @param running whether the clock runs
 * @param elapsed seconds on it
 * @param target seconds at which it is told
 */
export function useSignals(running: ComputedRef<boolean>, elapsed: ComputedRef<number>, target: () => number): void {
  const chosen = useChosenSignals();
  const { vibrate } = useVibrate({ pattern: [200, 100, 200] });
  watch(
    () => running.value && elapsed.value >= target(),
    (reached) => {
      if (!reached) return;
      if (chosen.value.vibration) vibrate();
      if (chosen.value.sound) beep();
      if (chosen.value.spoken && 'speechSynthesis' in window)
        speechSynthesis.speak(new SpeechSynthesisUtterance(wording.targetSeconds(Math.round(target()))));
    },
  );
  useAwake(() => running.value);
}
