<script setup lang="ts">
import { ref } from 'vue';
import { z } from 'zod';
import { consentInputSchema, type Consent, type Person } from '../../../api/people.js';
import { PURPOSES } from '../../../words/permissions.js';
import DraftBack from '../../components/DraftBack.vue';
import FormField from '../../components/FormField.vue';
import { useFormDraft } from '../../data/drafts.js';
import { useZodForm } from '../../data/form.js';
import { today } from '../../data/clock.js';
import { addConsent, withdrawConsent } from '../../data/people.js';
import { useAction } from '../../data/action.js';
import { dayText } from '../../data/names.js';
import { useSession } from '../../data/session.js';
import OnOff from '../../components/OnOff.vue';
import PickOne from '../../components/PickOne.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { consentsPanel as wording } from '../../../words/pages/people.js';

const props = defineProps<{ person: Person }>();
const session = useSession();
const { busy, error, run } = useAction();
const adding = ref(false);
const confirming = ref<string | null>(null);
const KIND = { pictures: wording.pictures, 'hands-on': wording.handsOnHelp } as const;
const blank = (kind: Consent['kind']) => ({
  kind,
  givenBy: props.person.minor ? '' : props.person.name,
  relation: (props.person.minor ? 'guardian' : 'self') as Consent['relation'],
  purpose: PURPOSES[kind],
  clips: false,
  from: today(),
  until: '',
});
const form = useZodForm({
  blank: () => blank('pictures'),
  asInput: (typed) => ({ ...typed, until: typed.until || null }),
  schema: consentInputSchema,
  keep: (consent) => addConsent(props.person.id, consent),
});
const draft = useFormDraft(
  {
    of: () => (session.isCoach ? `consent/${props.person.id}` : null),
    name: wording.thePermission,
    schema: z.object({
      kind: z.enum(['pictures', 'hands-on']),
      givenBy: z.string(),
      relation: z.enum(['self', 'guardian']),
      purpose: z.string(),
      clips: z.boolean().default(false),
      from: z.string(),
      until: z.string(),
    }),
  },
  adding,
  form.typed,
  () => blank(form.typed.kind),
);

const given = (kind: Consent['kind']): boolean =>
  kind === 'pictures' ? props.person.allows.pictures : props.person.allows.handsOn;
function start(kind: Consent['kind']): void {
  form.refill(blank(kind));
  adding.value = true;
}
async function save(event: Event): Promise<void> {
  if (!(await form.submit(event))) return;
  await draft.drop();
  adding.value = false;
}
async function withdraw(consent: Consent): Promise<void> {
  await run(() => withdrawConsent(props.person.id, consent.id));
  confirming.value = null;
}
</script>

<template>
  <section class="card" aria-labelledby="consents">
    <h2 id="consents">{{ wording.permissions }}</h2>
    <dl class="mt-1 grid grid-cols-[1fr_auto] items-center gap-x-2">
      <template v-for="(name, kind) in KIND" :key="kind">
        <dt>
          {{ name }}: <b>{{ given(kind) ? wording.given : wording.notGiven }}</b>{{
            kind === 'pictures' && person.allows.clips ? wording.clipsMayBeKept : ''
          }}
        </dt>
        <dd>
          <button
            v-if="session.isCoach && !(given(kind) && (kind !== 'pictures' || person.allows.clips))"
            class="btn btn-quiet"
            :aria-label="wording.recordPermissionFor(name.toLowerCase())"
            @click="start(kind)"
          >
            {{ wording.record }}
          </button>
          <span v-else class="block h-[44px]"></span>
        </dd>
      </template>
    </dl>
    <p class="text-soft text-sm">{{ wording.askForHands }}</p>
    <ul class="divide-rule divide-y">
      <li v-for="c in person.consents" :key="c.id" class="py-2 text-sm">
        <b>{{ c.forClip ? wording.oneClip : KIND[c.kind] }}{{ c.clips && !c.forClip ? wording.andClips : '' }}</b>
        {{
          wording.by(
            c.givenBy,
            c.relation === 'guardian' ? wording.guardian : '',
            dayText(c.from),
            c.until ? wording.to(dayText(c.until)) : '',
          )
        }}<template v-if="c.purpose">: {{ c.purpose }}</template>
        <span v-if="c.withdrawnOn">{{ wording.withdrawn(dayText(c.withdrawnOn)) }}</span>
        <template v-else-if="session.isCoach">
          <button v-if="confirming !== c.id" class="link block min-h-[44px]" @click="confirming = c.id">
            {{ wording.withdraw }}
          </button>
          <div v-else class="note mt-1">
            {{ c.forClip ? wording.thatClip : c.kind === 'pictures' ? wording.allPicturesAndClips : wording.touchCues }}
            <div class="mt-1 flex gap-2">
              <button class="btn btn-stop" :disabled="busy" @click="withdraw(c)">
                {{ wording.withdrawIt }}</button><button class="btn" @click="confirming = null">
                {{ anywhere.keepIt }}
              </button>
            </div>
          </div>
        </template>
      </li>
    </ul>
    <form v-if="adding" class="mt-2 space-y-2" novalidate @submit.prevent="save">
      <DraftBack :draft="draft" @anew="draft.anew()" />
      <p class="font-semibold">{{ KIND[form.typed.kind] }}</p>
      <FormField
        id="k-by"
        v-model="form.typed.givenBy"
        path="givenBy"
        :label="wording.givenBy"
        required
        maxlength="80"
      />
      <div>
        <PickOne
          id="k-rel"
          :label="wording.whoIsThat"
          :choices="[
            ...(person.minor ? [] : [{ id: 'self', name: wording.thePerson }]),
            { id: 'guardian', name: wording.aGuardian },
          ]"
          :model-value="form.typed.relation"
          @update:model-value="form.typed.relation = $event as Consent['relation']"
        />
      </div>
      <FormField id="k-for" v-model="form.typed.purpose" path="purpose" :label="wording.whatFor" maxlength="300" />
      <OnOff v-if="form.typed.kind === 'pictures'" v-model="form.typed.clips">{{ wording.clipsMayBeKeptAsWell }}</OnOff>
      <div class="grid grid-cols-2 gap-2">
        <FormField id="k-from" v-model="form.typed.from" path="from" :label="wording.from" type="date" required />
        <FormField id="k-until" v-model="form.typed.until" path="until" :label="wording.until" type="date" />
      </div>
      <p v-if="form.error.value" role="alert" class="note">{{ form.error.value }}</p>
      <div class="flex gap-2">
        <button class="btn btn-main" :disabled="form.busy.value">{{ wording.save }}</button><button
          type="button"
          class="btn"
          @click="(draft.drop(), (adding = false))"
        >
          {{ anywhere.cancel }}
        </button>
      </div>
    </form>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
  </section>
</template>
