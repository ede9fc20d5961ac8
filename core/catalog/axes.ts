import type { Method } from '../formats/catalog.js';

type Axes = Method['axes'];
/** Why coaches choose one option or the other; the words stand where two methods differ. */
export const axisReasons: { [K in keyof Axes]?: { name: string; options: Record<Axes[K], string> } } = {
  spine: { name: 'Target', options: { straight: 'the normal curve kept: it trains the posture of standing and lifting', hollow: 'tucked and gently rounded: it shortens the front fully and is the base of gymnastic skills' } },
  effort: { name: 'Trunk effort', options: { brace: 'stiffen all round: protects under load', 'draw-in': 'pull the belly in and up: teaches shape and tension', unbraced: 'the least effort that keeps the shape: early bracing hides poor control and stops the breath' } },
  blades: { name: 'Shoulder blades', options: { apart: 'pushed apart: the serratus works and nothing sinks', 'set-back': 'set back and down: guards against rolled-in shoulders' } },
  head: { name: 'Head', options: { long: 'long neck, eyes a little ahead: free airway', 'chin-in': 'chin in: shape and the deep neck muscles', supported: 'supported or down: the neck is spared' } },
  hold: { name: 'Dose', options: { short: 'short and maximal: tension', moderate: 'moderate seconds, then harder: a workable middle', 'low-load': 'low load: control before capacity', endurance: 'long clean sets: proof of capacity before long levers' } },
  breath: { name: 'Breath', options: { 'out-as-limb-goes': 'out as the limb goes: protects the hardest moment', 'out-as-limb-returns': 'out as it returns: helps the pull-in', 'out-both-ways': 'out both ways: the deep muscles', 'quiet-in-long-out': 'quiet in, long out: expansion', 'hard-blow-at-peak': 'a hard blow at the peak: tension' } },
  correcting: { name: 'Correcting', options: { 'four-phases': 'ease, lengthen, wake, use: muscle balance first', 'position-first': 'the position first: skill first' } },
  pelvisCue: { name: 'Pelvis cue', options: { 'strong-tuck': 'a strong tuck', 'slight-tuck': 'a slight tuck', none: 'no pelvis cue, knee pressure: people who overdo the tuck get worse with tuck cues' } },
};
