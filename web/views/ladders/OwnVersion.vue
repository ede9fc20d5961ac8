<script setup lang="ts">
/** Keeps the figure as it is set as a version of the hall's own, on the same ladder; one of the hall's own can be taken away. */
import { computed, ref, watch } from 'vue';
import { z } from 'zod';
import type { Pose } from '../../../core/body/pose.js';
import { placeKey } from '../../../core/catalog/ladders.js';
import { rungSchema, type Rung } from '../../../core/formats/catalog.js';
import type { Knobs } from '../../../core/statics/knobs.js';
import DraftBack from '../../components/DraftBack.vue';
import FormField from '../../components/FormField.vue';
import TakeAway from '../../components/TakeAway.vue';
import { putEntry, shipped } from '../../data/catalogue.js';
import { useFormDraft } from '../../data/drafts.js';
import { useZodForm } from '../../data/form.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { ownVersion as wording } from '../../../words/pages/ladders.js';

const props = defineProps<{ rung: Rung; pose: Pose; knobs: Knobs }>();
const emit = defineEmits<{ made: [place: string] }>();
const open = ref(false);
const blank = () => ({ name: '', how: props.rung.how, target: props.rung.target });
/** Letters and digits of a name, for what it is known by. */
const idOf = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
/** The version that was kept last. */
let made: Rung | null = null;
const { typed, busy, error, submit, refill } = useZodForm({
  blank,
  asInput({ name, how, target }) {
    const { support } = props.pose;
    return {
      ...props.rung,
      id: idOf(name),
      name,
      how,
      target,
      ahead: support?.ahead ?? props.rung.ahead,
      stack: support || props.pose.orientation !== 'prone' ? props.rung.stack : 'trunk',
      pose: { ...props.pose, contacts: props.pose.contacts.map((c) => ({ ...c })) },
    };
  },
  schema: rungSchema,
  keep: (record) => putEntry('rungs', `${record.family}.${record.id}`, (made = record)),
  // What is wrong with what it is known by is wrong with its name.
  at: (path) => (path === 'id' ? 'name' : path),
});
watch(
  () => placeKey(props.rung),
  () => (open.value = false),
);
const draft = useFormDraft(
  {
    of: () => `version/${placeKey(props.rung)}`,
    name: wording.theVersion,
    schema: z.object({ name: z.string(), how: z.string(), target: z.number() }),
  },
  open,
  typed,
  blank,
);
const own = computed(() => !shipped.rungs.some((r) => placeKey(r) === placeKey(props.rung)));
/** Settings that are kit and not shape: a version does not keep them. */
const kit = computed(() =>
  (['addedMass', 'bandForce', 'edgeDistance'] as const).filter((id) => (props.knobs[id] ?? 0) !== 0),
);
function start(): void {
  refill(blank());
  open.value = true;
}
async function keep(event: Event): Promise<void> {
  if (!(await submit(event))) return;
  await draft.drop();
  open.value = false;
  emit('made', placeKey(made!));
}
/** The version that was taken away last: it can be put back from here, although another is shown by then. */
const taken = ref<Rung | null>(null);
/** What the button speaks of: the version that is shown, where it is the hall's own, else the one taken away last. */
const subject = computed(() => (own.value ? props.rung : taken.value));
function gone(rung: Rung): void {
  taken.value = rung;
  emit('made', placeKey(shipped.rungs.find((r) => r.family === rung.family)!));
}
function back(rung: Rung): void {
  taken.value = null;
  emit('made', placeKey(rung));
}
</script>

<template>
  <section class="card" aria-labelledby="own">
    <h2 id="own">{{ wording.aVersionOfYour }}</h2>
    <p v-if="kit.length" class="text-soft text-sm">{{ wording.plateBandAndEdge }}</p>
    <div v-else-if="!open" class="mt-1 flex flex-wrap gap-2">
      <button class="btn" @click="start">{{ wording.keepThis }}</button>
      <TakeAway
        v-if="subject"
        :key="placeKey(subject)"
        kind="rungs"
        :entry-key="`${subject.family}.${subject.id}`"
        :name="subject.name"
        :shipped-stands="false"
        @gone="gone(rung)"
        @back="back(subject)"
      />
    </div>
    <form v-else class="mt-1 space-y-2" novalidate @submit.prevent="keep">
      <DraftBack :draft="draft" @anew="draft.anew()" />
      <div class="grid grid-cols-[1fr_6rem] gap-2">
        <FormField id="o-name" v-model="typed.name" path="name" :label="anywhere.name" maxlength="60" required />
        <FormField id="o-target" v-model="typed.target" path="target" :label="wording.targetS" type="number" required />
      </div>
      <FormField id="o-how" v-model="typed.how" path="how" :label="wording.how" maxlength="300" required />
      <p v-if="error" role="alert" class="note">{{ error }}</p>
      <div class="flex gap-2">
        <button class="btn btn-main" :disabled="busy">{{ anywhere.keep }}</button>
        <button type="button" class="btn" @click="(draft.drop(), (open = false))">{{ anywhere.cancel }}</button>
      </div>
    </form>
  </section>
</template>
