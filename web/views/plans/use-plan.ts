/** A programme under the coach's hands: each change is worked out by the server, can be taken back, and is kept when the coach says so. */
import { useDebounceFn } from '@vueuse/core';
import { computed, ref, shallowRef, watch, type ComputedRef, type Ref } from 'vue';
import { z } from 'zod';
import {
  programmeSettingsSchema,
  type PlannedProgramme,
  type Programme,
  type ProgrammeSettings,
  type Tried,
} from '../../../api/programmes.js';
import { wordsOf } from '../../data/call.js';
import { today } from '../../data/clock.js';
import { useDraft, type Draft } from '../../data/drafts.js';
import { keepProgramme, tryProgramme, useProgramme } from '../../data/programmes.js';
import type { Read } from '../../data/query.js';
import { useSession } from '../../data/session.js';
import { blankSettings, trimmed } from './settings.js';
import { usePlan as wording } from '../../../words/pages/plans.js';

/** A change is worked out so long after the last one, ms. */
const SETTLE_MS = 250;
const STEPS_BACK = 50;
const draftSchema = z.object({ id: z.string(), version: z.number(), settings: programmeSettingsSchema });

export interface PlanEdit {
  read: Read<Programme>;
  stored: ComputedRef<Programme | null>;
  settings: Ref<ProgrammeSettings | null>;
  /** The weeks that are shown: those that stand, or those that would be. */
  planned: ComputedRef<PlannedProgramme | null>;
  changes: ComputedRef<Tried['changes']>;
  working: Ref<boolean>;
  error: Ref<string | null>;
  /** Something is there to be kept. */
  changed: ComputedRef<boolean>;
  canUndo: ComputedRef<boolean>;
  draft: Draft;
  put: (next: ProgrammeSettings) => void;
  undo: () => void;
  /** As it stands. */
  back: () => void;
  /** Worked out again from what is known now. */
  anew: () => void;
  keep: () => Promise<Programme>;
}

/** @param id of a programme that stands; null for a new one */
export function usePlan(person: () => string | null, id: () => string | null): PlanEdit {
  const read = useProgramme(id);
  const stored = computed(() => read.value.value);
  const owner = computed(() => stored.value?.personId ?? person());
  const settings = shallowRef<ProgrammeSettings | null>(null);
  const past = shallowRef<ProgrammeSettings[]>([]);
  const tried = shallowRef<Tried | null>(null);
  const [working, error, mine] = [ref(false), ref<string | null>(null), ref(false)];
  /** Of a new programme the id is made here, so that sending it twice keeps it once. */
  const made = ref(crypto.randomUUID() as string);
  /** The version that is being changed. */
  const version = ref(0);
  const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

  let asked = 0;
  async function work(): Promise<void> {
    const [who, now] = [owner.value, settings.value];
    if (!who || !now || !working.value) return;
    const own = (asked += 1);
    try {
      const answer = await tryProgramme(who, now, stored.value?.id ?? null);
      if (own !== asked) return;
      [tried.value, error.value] = [answer, null];
    } catch (problem) {
      if (own === asked) error.value = wordsOf(problem);
    } finally {
      if (own === asked) working.value = false;
    }
  }
  const soon = useDebounceFn(() => work(), SETTLE_MS);
  function set(next: ProgrammeSettings): void {
    settings.value = next;
    // What is shown is not what was set any more.
    [mine.value, working.value] = [true, true];
    asked += 1;
    void soon();
  }
  /** What stands, with nothing changed. */
  function stand(): void {
    asked += 1;
    const now = stored.value;
    [settings.value, version.value] = [now ? now.settings : blankSettings(today()), now?.version ?? 0];
    [past.value, tried.value, mine.value, working.value, error.value] = [[], null, false, false, null];
    if (now || !owner.value) return;
    working.value = true;
    void work();
  }
  watch(
    [stored, owner],
    () => {
      // What somebody else kept meanwhile never goes over what is changed here.
      if (!mine.value && (id() === null ? owner.value !== null : stored.value !== null)) stand();
    },
    { immediate: true },
  );

  const draft = useDraft({
    of: () => (useSession().isCoach && owner.value ? `plan/${id() ?? `of/${owner.value}`}` : null),
    name: wording.theProgramme,
    schema: draftSchema,
    now: () =>
      mine.value && settings.value
        ? { id: id() ?? made.value, version: version.value, settings: settings.value }
        : null,
    take(value) {
      [made.value, version.value] = [value.id, value.version];
      set(value.settings);
    },
  });

  return {
    read,
    stored,
    settings,
    planned: computed(() => tried.value?.planned ?? stored.value?.planned ?? null),
    changes: computed(() => tried.value?.changes ?? []),
    working,
    error,
    changed: computed(
      () =>
        mine.value &&
        (!stored.value || !same(stored.value.settings, settings.value) || (tried.value?.changes.length ?? 0) > 0),
    ),
    canUndo: computed(() => past.value.length > 0),
    draft,
    put(next) {
      if (!settings.value) return;
      past.value = [...past.value.slice(1 - STEPS_BACK), settings.value];
      set(trimmed(next));
    },
    undo() {
      const last = past.value.at(-1);
      if (!last) return;
      past.value = past.value.slice(0, -1);
      set(last);
    },
    back() {
      stand();
      void draft.drop();
    },
    anew: () => settings.value && set({ ...settings.value }),
    async keep() {
      const kept = await keepProgramme(
        owner.value!,
        { id: id() ?? made.value, version: version.value, settings: settings.value! },
        // A change that was begun on an older version, and taken up again: what stood then is not known here.
        stored.value?.version === version.value ? stored.value.settings : null,
      );
      mine.value = false;
      stand();
      await draft.drop();
      return kept;
    },
  };
}
