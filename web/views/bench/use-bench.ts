/** Who is looked at and how: person, what stands about them, and the set-up that the bench proposes for them. */
import { computed, reactive, ref, watch, type ComputedRef, type Ref } from 'vue';
import type { HistoryItem, Look } from '../../../api/observations.js';
import { faultsOf, offeredRungs, record, rungOf } from '../../../core/catalog/index.js';
import type { Family, Fault, Rung } from '../../../core/formats/catalog.js';
import { asSet, declared } from '../../../core/statics/setup.js';
import { methodFor, nobody, type Circumstance } from '../../../core/person/circumstance.js';
import { catalog, studio } from '../../data/catalogue.js';
import { useStanding, type Standing } from '../../data/circumstance.js';
import { openingOf } from '../../../core/ladder/opening.js';
import { useLadders } from '../../data/ladders.js';
import { useHistory, useLook } from '../../data/looks.js';
import type { KeptHold } from '../../data/hold-keeper.js';
import { firstView, SIDED, type BenchSetup } from './setup.js';

/** How a split set was parted: the version it went on at, and for how long. */
function splitOf({ segments, ended, target }: Look['observation']): BenchSetup['rest'] {
  const next = segments?.[1];
  const end = Math.max(ended?.t ?? 0, target ?? 0);
  return next && end > next.t ? { rung: next.rung, seconds: Math.round(end - next.t) } : null;
}

export interface Asked {
  person?: string;
  relook?: string;
  position?: string;
  rung?: string;
}

export interface Bench extends Standing {
  personId: Ref<string>;
  setup: BenchSetup;
  mode: Ref<'watch' | 'picture' | 'clip'>;
  running: Ref<boolean>;
  relookOf: ComputedRef<string | null>;
  family: ComputedRef<Family>;
  rung: ComputedRef<Rung>;
  /** What is judged by: the person's circumstance, or nobody's while none is chosen. */
  judgedIn: ComputedRef<Circumstance>;
  /** Method in force where the set-up names none. */
  inForce: ComputedRef<string>;
  barred: ComputedRef<Rung['excludedBy']>;
  /** Fault pads, in the order of what this person showed before. */
  pads: ComputedRef<Fault[]>;
  /** The other faults of the position that can be seen at this version. */
  morePads: ComputedRef<Fault[]>;
  lastTime: ComputedRef<HistoryItem | undefined>;
  choosePosition: (position: string, rung?: string) => void;
  chooseRung: (rung: string) => void;
  /** The set-up is a step that the coach accepted. */
  accepted: ComputedRef<boolean>;
  /** The set-up stands as it was proposed for this person: earlier work may be laid over it. */
  proposed: ComputedRef<boolean>;
}

/** As many lines back as the pads' order is taken from. */
const LOOKED_BACK = 30;

/** @param kept the hold that runs on this device, if any; @param asked what the page's address asks for */
export function useBench(kept: KeptHold | null, asked: Asked): Bench {
  const personId = ref(kept?.personId ?? asked.person ?? '');
  const standing = useStanding(() => personId.value || null);
  const history = useHistory(() => personId.value || null, undefined, LOOKED_BACK);
  const on = useLadders(
    () => personId.value || null,
    () => standing.circumstance.value,
  );
  /** The set-up is a step that the coach accepted. */
  const accepted = ref(false);
  const relookId = ref(kept ? kept.relookOf : (asked.relook ?? null));
  const relook = useLook(() => (kept ? null : relookId.value));
  const mode = ref<'watch' | 'picture' | 'clip'>('watch');
  const running = ref(kept !== null);
  const setup = reactive<BenchSetup>({
    position: kept?.position ?? 'front-plank',
    rung: kept?.rung ?? 'forearm',
    method: kept?.method ?? '',
    target: kept?.target ?? 40,
    targetReps: kept?.targetReps ?? 1,
    knobs: kept?.knobs ?? {},
    rest: kept?.rest ?? null,
    view: kept?.view ?? firstView(kept?.position ?? 'front-plank'),
    side: kept?.side ?? null,
  });

  /** A version that was asked for and is not known: the studio's own may be read later than this page opens. */
  let missing: { position: string; rung: string; instead: string } | null = null;
  function choosePosition(position: string, rung?: string): void {
    // A version that the studio has taken out since gives way to the position's own.
    const known = offeredRungs(catalog, position).some((r) => r.id === rung);
    const chosen = rungOf(catalog, position, known ? rung : undefined);
    Object.assign(setup, {
      position,
      rung: chosen.id,
      target: chosen.target,
      targetReps: chosen.counted?.target ?? 1,
      knobs: {},
      rest: null,
      view: firstView(position),
      side: SIDED.includes(position) ? 'left' : null,
      method: '',
    });
    missing = rung && !known ? { position, rung, instead: chosen.id } : null;
    openWith(position, known ? rung : undefined);
  }
  /** What the person's next set begins with: the accepted step, else what was done last there. */
  function openWith(position: string, rung?: string): void {
    const ladders = on.value.value;
    const opening = ladders && openingOf(position, ladders.holds, ladders.steps, rung);
    const known = opening && offeredRungs(catalog, position).find((r) => r.id === opening.rung);
    accepted.value = false;
    if (!opening || !known) return;
    const { seconds, reps, rest } = opening;
    Object.assign(setup, {
      rung: known.id,
      target: seconds !== null && seconds >= 1 && seconds <= 3600 ? Math.round(seconds) : known.target,
      targetReps: reps ?? known.counted?.target ?? 1,
      knobs: { ...opening.setup },
      rest: rest && offeredRungs(catalog, position).some((r) => r.id === rest.rung) ? rest : null,
    });
    accepted.value = opening.accepted;
  }
  /** Another version of the position: its own set-up, or what the person did last there. */
  function chooseRung(rung: string): void {
    const { view, side, method, position } = setup;
    choosePosition(position, rung);
    Object.assign(setup, { view, side, method });
  }
  /** The set-up of the look before, as it was recorded. */
  function asBefore({ observation }: Look): void {
    choosePosition(observation.position, observation.rung);
    accepted.value = false;
    setup.target = observation.target ?? setup.target;
    setup.targetReps = observation.targetReps ?? setup.targetReps;
    setup.knobs = declared(observation.setup);
    setup.rest = splitOf(observation);
    setup.view = observation.view;
    setup.side = observation.side ?? setup.side;
    if (observation.method) setup.method = observation.method;
    mode.value = observation.frames.length > 1 ? 'clip' : observation.frames.length > 0 ? 'picture' : 'watch';
  }

  /** The set-up as this page, and no hand, has left it. */
  let left = JSON.stringify(setup);
  const untouched = (): boolean => JSON.stringify(setup) === left;
  /** The person for whom a set-up was proposed: it is proposed once, and never under a running hold. */
  const proposedFor = ref(kept?.personId ?? '');
  watch(
    [
      personId,
      () => relook.value.value,
      () => relook.loading.value,
      () => history.loading.value,
      () => on.loading.value,
      () => on.value.value,
    ],
    () => {
      const id = personId.value;
      const again = proposedFor.value === id;
      if (!id || running.value || (again && (relookId.value !== null || !untouched()))) return;
      if (!untouched()) {
        // The coach was quicker: what is set stands, and nothing is proposed over it.
        proposedFor.value = id;
        return;
      }
      if (relookId.value) {
        const before = relook.value.value;
        if (!before && relook.loading.value) return;
        if (before?.personId === id) asBefore(before);
        else relookId.value = null;
      } else if (on.loading.value) return;
      else if (asked.position && id === asked.person && catalog.families.some((f) => f.id === asked.position))
        choosePosition(asked.position, asked.rung);
      else if (history.loading.value) return;
      else {
        const [last] = history.items.value;
        choosePosition(last?.position ?? setup.position);
      }
      left = JSON.stringify(setup);
      proposedFor.value = id;
    },
    { immediate: true },
  );
  watch(
    () => catalog.rungs,
    () => {
      const stands = missing && setup.position === missing.position && setup.rung === missing.instead;
      if (!stands || running.value || !offeredRungs(catalog, missing!.position).some((r) => r.id === missing!.rung))
        return;
      const before = relookId.value ? relook.value.value : null;
      if (before) asBefore(before);
      else choosePosition(missing!.position, missing!.rung);
    },
  );
  watch(
    personId,
    () => {
      relookId.value = null;
      proposedFor.value = '';
      left = JSON.stringify(setup);
    },
    { flush: 'sync' },
  );

  const family = computed(() => record(catalog.families, setup.position));
  const rung = computed(() => rungOf(catalog, setup.position, setup.rung));
  const faults = computed(() => faultsOf(catalog, family.value, asSet(rung.value, judgedIn.value.body, setup.knobs)));
  const judgedIn = computed(() => standing.circumstance.value ?? nobody(studio.defaults));
  return {
    ...standing,
    personId,
    setup,
    mode,
    running,
    relookOf: computed(() => relookId.value),
    family,
    rung,
    judgedIn,
    inForce: computed(() => methodFor(catalog, judgedIn.value, family.value).name),
    barred: computed(() => rung.value.excludedBy.filter((c) => judgedIn.value.cautions.includes(c))),
    pads: computed(() => {
      const count = (fault: string): number =>
        history.items.value.filter((h) => h.position === setup.position && h.top?.fault === fault).length;
      const own = family.value.pads;
      return [...faults.value.pads].sort((a, b) => count(b.id) - count(a.id) || own.indexOf(a.id) - own.indexOf(b.id));
    }),
    morePads: computed(() => faults.value.more),
    lastTime: computed(() =>
      history.items.value.find((h) => h.position === setup.position && h.rung === setup.rung && h.clean !== null),
    ),
    choosePosition,
    chooseRung,
    accepted: computed(() => accepted.value),
    proposed: computed(() => proposedFor.value === personId.value),
  };
}
