/** A clip under way: read by the workers, followed, corrected by hand with undo and redo. */
import { useThrottleFn } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { problemsOfFound, type FoundProblem, type Side } from '../../../core/clip/detected.js';
import { followAfter, type Anchor, type Followed } from '../../../core/clip/follow.js';
import { clipFrames, nearerOf, withCloser, type RawFrame } from '../../../core/clip/raw.js';
import type { Point, Seconds } from '../../../core/geometry.js';
import type { LandmarkName, View } from '../../../core/landmarks.js';
import type { ClipFacts, ClipProblem, Region } from '../../clip/messages.js';
import { readClip, type Reading } from '../../clip/read-clip.js';

/** What was found is worked out anew so often while a clip is read, ms. */
const ANEW_MS = 700;

/** Somebody else is in the picture where one in so many findings saw more than one. Assumption. */
const SEVERAL = 5;

/** So far to either side of a break it is looked closer, and so much beyond the last frame, s. */
const CLOSER: Seconds = 0.6;
const EDGE: Seconds = 0.03;
/** More findings a second than this are close enough. */
const CLOSE_ENOUGH = 7;

export function useClip(view: () => View) {
  const facts = shallowRef<ClipFacts | null>(null);
  const raw = shallowRef<readonly RawFrame[]>([]);
  const anchors = shallowRef<readonly Anchor[]>([]);
  const [past, future] = [shallowRef<(readonly Anchor[])[]>([]), shallowRef<(readonly Anchor[])[]>([])];
  /** The nearer side where a hand chose it. */
  const chosenSide = ref<Side | null>(null);
  const state = ref<'none' | 'reading' | 'read' | 'stopped'>('none');
  const upTo = ref<Seconds>(0);
  /** Findings, and those of them with more than one person. */
  const crowd = shallowRef({ looked: 0, several: 0 });
  const byHand = ref(false);
  const breaksOff = ref<Seconds | null>(null);
  /** A break is looked at closer. */
  const closer = ref(false);
  const problem = shallowRef<{ problem: ClipProblem; codec?: string } | null>(null);
  let reading: Reading | null = null;
  let gathered: RawFrame[] = [];
  const publish = (): void => {
    raw.value = gathered.slice();
  };
  const publishSoon = useThrottleFn(publish, ANEW_MS, true, true);
  let now = 0;

  function forget(): void {
    reading?.stop();
    reading = null;
    now += 1;
    gathered = [];
    [facts.value, raw.value, anchors.value, past.value, future.value] = [null, [], [], [], []];
    [upTo.value, byHand.value, breaksOff.value, problem.value] = [0, false, null, null];
    crowd.value = { looked: 0, several: 0 };
    chosenSide.value = null;
    closer.value = false;
    state.value = 'none';
  }
  function read(file: Blob, part: { from: Seconds; to: Seconds | null; region: Region | null }): void {
    forget();
    state.value = 'reading';
    const mine = now;
    reading = readClip(file, part, (said) => {
      if (mine !== now) return;
      switch (said.is) {
        case 'facts':
          facts.value = said.facts;
          break;
        case 'by-hand':
          byHand.value = true;
          break;
        case 'frames':
          gathered.push(...said.frames);
          upTo.value = said.upTo;
          crowd.value = {
            looked: crowd.value.looked + 1,
            several: crowd.value.several + (said.people > 1 ? 1 : 0),
          };
          void publishSoon();
          break;
        case 'breaks-off':
          breaksOff.value = said.at;
          break;
        case 'done':
          publish();
          state.value = 'read';
          break;
        case 'problem':
          problem.value = { problem: said.problem, codec: said.codec };
          state.value = 'none';
          break;
      }
    });
  }
  /**
   * Looks closer about a second: there, people are found on more frames. What it brings is laid over what was read.
   * @param about s on the clock of what was read
   */
  function lookCloser(file: Blob, part: { from: Seconds; region: Region | null }, about: Seconds): Promise<void> {
    const mine = now;
    const begin = raw.value.find((f) => f.t >= about - CLOSER);
    const end = raw.value.findLast((f) => f.t <= about + CLOSER);
    if (!begin || !end || end.t <= begin.t || byHand.value) return Promise.resolve();
    const looked = raw.value.filter((f) => f.t >= begin.t && f.t <= end.t && f.person !== undefined).length;
    // It was looked at closely before, as in a draft that is here again.
    if (looked > CLOSE_ENOUGH * (end.t - begin.t)) return Promise.resolve();
    closer.value = true;
    const found: RawFrame[] = [];
    return new Promise((done) => {
      const over = (): void => {
        if (mine === now) {
          gathered = withCloser(gathered, found);
          publish();
          closer.value = false;
        }
        done();
      };
      // It begins on a frame that was read before, so that the others fall on those that were, too.
      reading = readClip(
        file,
        { from: part.from + begin.t, to: part.from + end.t + EDGE, region: part.region, close: true },
        (said) => {
          if (said.is === 'frames') found.push(...said.frames.map((f) => ({ ...f, t: f.t + begin.t })));
          else if (said.is === 'done' || said.is === 'problem' || said.is === 'by-hand') over();
        },
      );
    });
  }
  /** Ends the reading; what was read so far stands. */
  function stop(): void {
    reading?.stop();
    publish();
    state.value = 'stopped';
  }
  onScopeDispose(() => reading?.stop());

  const side = computed<Side>(() => chosenSide.value ?? nearerOf(raw.value));
  const frames = computed(() => clipFrames(raw.value, view(), side.value));
  const solved = computed((before?: Followed) => followAfter(before ?? null, frames.value, anchors.value));
  const followed = computed(() => solved.value.frames);

  const change = (to: readonly Anchor[]): void => {
    past.value = [...past.value.slice(-99), anchors.value];
    future.value = [];
    anchors.value = to;
  };
  const swap = (from: typeof past, to: typeof past): void => {
    const next = from.value.at(-1);
    if (!next) return;
    from.value = from.value.slice(0, -1);
    to.value = [...to.value, anchors.value];
    anchors.value = next;
  };

  /** What stands against what was found, over all frames that somebody was looked for on. */
  const against = computed((): FoundProblem[] => {
    const picture = facts.value;
    const looked = raw.value.filter((f) => f.person !== undefined);
    if (!picture || looked.length === 0) return [];
    const told = looked.map((f) => problemsOfFound(f.person ? [f.person] : [], view(), picture));
    const often = (p: FoundProblem): boolean => told.filter((t) => t.includes(p)).length * 2 > looked.length;
    return [
      // One finding that saw double is a slip of the detector.
      ...(crowd.value.several * SEVERAL >= crowd.value.looked && crowd.value.several > 1 ? (['several'] as const) : []),
      ...(['nobody', 'half', 'cut-off'] as const).filter(often),
    ];
  });

  return {
    facts,
    raw,
    state,
    upTo,
    byHand,
    breaksOff,
    problem,
    closer,
    lookCloser,
    anchors,
    against,
    side,
    frames,
    followed,
    read,
    stop,
    forget,
    /** What an earlier visit read and corrected. */
    restore(before: {
      facts: ClipFacts;
      raw: readonly RawFrame[];
      anchors: readonly Anchor[];
      side: Side | null;
    }): void {
      forget();
      gathered = [...before.raw];
      facts.value = before.facts;
      anchors.value = before.anchors;
      chosenSide.value = before.side;
      upTo.value = before.raw.at(-1)?.t ?? 0;
      publish();
      state.value = 'read';
    },
    flip(): void {
      chosenSide.value = side.value === 'left' ? 'right' : 'left';
      // Points of one side say nothing of the other.
      if (anchors.value.length > 0) change([]);
    },
    chosenSide,
    /** Another view or position: what a hand chose and set by the names of the one before says nothing of it. */
    lookedAnew(): void {
      chosenSide.value = null;
      if (anchors.value.length > 0) change([]);
    },
    set(frame: number, name: LandmarkName, at: Point): void {
      change([...anchors.value.filter((a) => a.frame !== frame || a.name !== name), { frame, name, at }]);
    },
    release(frame: number): void {
      if (anchors.value.some((a) => a.frame === frame)) change(anchors.value.filter((a) => a.frame !== frame));
    },
    undo: () => swap(past, future),
    redo: () => swap(future, past),
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
  };
}
export type ClipUnderWay = ReturnType<typeof useClip>;
