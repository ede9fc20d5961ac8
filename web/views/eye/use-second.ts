/** One's own judgement of what a colleague judged: kept, then both are shown side by side. */
import type { Ref } from 'vue';
import { useRouter } from 'vue-router';
import type { Observation } from '../../../core/formats/observation.js';
import { useAction } from '../../data/action.js';
import type { Draft } from '../../data/drafts.js';
import { keepSecond } from '../../data/eye.js';

export function useSecond(
  lookId: () => string,
  draft: Draft,
): { busy: Ref<boolean>; error: Ref<string | null>; save: (observation: Observation) => Promise<boolean> } {
  const router = useRouter();
  const { busy, error, run } = useAction();
  return {
    busy,
    error,
    save: (observation) =>
      run(async () => {
        await keepSecond(lookId(), observation);
        await draft.drop();
        await router.push(`/looks/${lookId()}`);
      }),
  };
}
