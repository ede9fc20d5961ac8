/** A look on its page: the record with what waits, what stands about the person, the evaluation, and what can be done with it. */
import { computed, ref, type ComputedRef, type Ref } from 'vue';
import type { Look } from '../../../api/observations.js';
import type { OnLadders } from '../../../api/ladders.js';
import { advise, type Advised } from '../../../core/evaluate/advise.js';
import { explain } from '../../../core/evaluate/explain.js';
import { judge, statedFinding, type Judged } from '../../../core/evaluate/judge.js';
import { see } from '../../../core/evaluate/see.js';
import type { CauseId } from '../../../core/formats/catalog.js';
import type { Evidence } from '../../../core/formats/observation.js';
import { holdsBefore } from '../../../core/ladder/holds.js';
import type { Finding } from '../../../core/judge/finding.js';
import { judgedBy, type Circumstance } from '../../../core/person/circumstance.js';
import { catalog } from '../../data/catalogue.js';
import { useStanding, type Standing } from '../../data/circumstance.js';
import { useDraft, type Draft } from '../../data/drafts.js';
import { useLadders } from '../../data/ladders.js';
import { changeLook, useHistory, useLook } from '../../data/looks.js';
import type { Read } from '../../data/query.js';
import { noWishes, wishesSchema, type DrillWishes } from './wishes.js';
import { useLook as wording } from '../../../words/pages/looks.js';

export interface LookOnPage extends Standing {
  look: ReturnType<typeof useLook>;
  /** The same doing from other sides: judged with it as one. */
  others: ComputedRef<Look[]>;
  on: Read<OnLadders>;
  /** Judge by this method; '' for the one in force. */
  method: Ref<string>;
  wishes: Ref<DrillWishes>;
  draft: Draft;
  /** What the evaluation rests on; null until the look and what stands about its person are there. */
  judgedIn: ComputedRef<Circumstance | null>;
  /** What stands about the person cannot be read: the look is judged as nobody's, and nothing may be proposed. */
  unread: ComputedRef<boolean>;
  /** The verdict alone: what is shown first. */
  judged: ComputedRef<Judged | null>;
  /** The whole evaluation; worked out when it is first read. */
  detail: ComputedRef<Advised | null>;
  /** What is mended: the first stated finding. */
  top: ComputedRef<Finding | null>;
  /** Steps that helped this person with this fault before. */
  worked: ComputedRef<number[]>;
  /** Keeps an answer about the look; null takes it back. */
  answer: (key: keyof Evidence, value: string | null) => Promise<unknown>;
  /** @param was the note as it stood when the change of it began */
  keepNote: (note: string, was: string) => Promise<unknown>;
  /** Keeps a quick test's answer; null takes it back. */
  answerTest: (id: string, answer: 'positive' | 'negative' | number | null) => Promise<unknown>;
  /** The coach's own verdict on the cause; null goes back to the evidence. */
  overrule: (cause: CauseId | null, reason: string) => Promise<unknown>;
}

/** As many lines back as what helped before is looked for. */
const LOOKED_BACK = 50;

export function useLookOnPage(id: () => string): LookOnPage {
  const look = useLook(id);
  const personId = (): string | null => look.value.value?.personId ?? null;
  const standing = useStanding(personId, () => look.value.value?.startedAt ?? null);
  const on = useLadders(personId, () => standing.circumstance.value);
  const past = useHistory(personId, undefined, LOOKED_BACK);
  const method = ref('');
  const wishes = ref<DrillWishes>(noWishes());
  /** What was pinned, swapped and ordered for this look stands when the page opens again, until it is assigned. */
  const draft = useDraft<DrillWishes>({
    of: () => `drills/${id()}`,
    name: wording.theChoiceOfDrills,
    schema: wishesSchema,
    now: () => (JSON.stringify(wishes.value) === JSON.stringify(noWishes()) ? null : wishes.value),
    take: (value) => void (wishes.value = value),
  });

  const record = computed((): Look | null => look.value.value);
  // The same doing from other sides; there are four sides to look from.
  const sides = [0, 1, 2].map((i) => useLook(() => record.value?.together[i] ?? null));
  const others = computed(() => sides.flatMap((s) => s.value.value ?? []));
  const seen = computed(
    () =>
      record.value &&
      see(
        {
          observation: record.value.observation,
          mends: record.value.mends,
          overruled: record.value.overrule?.cause,
          eye: record.value.eye,
          others: others.value.map(({ observation, mends, eye }) => ({ observation, mends, eye })),
        },
        catalog,
      ),
  );
  const judgedIn = computed((): Circumstance | null => {
    if (!record.value) return null;
    const stands = standing.by.value;
    if (!stands) return null;
    const logged = holdsBefore(on.value.value?.holds ?? [], record.value.id);
    return judgedBy({ ...stands, logged }, method.value);
  });
  const judged = computed(() => seen.value && judgedIn.value && judge(seen.value, catalog, judgedIn.value));
  const explained = computed(() => judged.value && explain(judged.value, catalog, judgedIn.value!));
  const detail = computed(() => {
    const { minutes, pins, bans, places } = wishes.value;
    return explained.value ? advise(explained.value, catalog, judgedIn.value!, { minutes, pins, bans, places }) : null;
  });
  const top = computed(() => (judged.value ? statedFinding(judged.value) : null));

  return {
    ...standing,
    look,
    others,
    on,
    method,
    wishes,
    draft,
    judgedIn,
    unread: standing.unread,
    judged,
    detail,
    top,
    worked: computed(() =>
      past.items.value.flatMap((item) =>
        item.id === id() ? [] : item.helped.filter((h) => h.fault === top.value?.fault).map((h) => h.step),
      ),
    ),
    answer: (key, value) => changeLook(record.value!, { evidence: { [key]: value } }),
    keepNote: (note, was) => changeLook({ ...record.value!, note: was }, { note }),
    answerTest: (test, answer) =>
      changeLook(record.value!, {
        tests: { [test]: answer },
      }),
    overrule: (cause, reason) => changeLook(record.value!, { overrule: cause && { cause, reason } }),
  };
}
