<script setup lang="ts">
/** What a hall is: its name, whose clock its days follow, what its kit room holds; and, where all is asked, its methods and copies. */
import { ref, shallowRef } from 'vue';
import { defaultsSchema } from '../../../api/studio.js';
import type { MethodChoice as MethodsOf } from '../../../core/person/method-in-force.js';
import FormField from '../../components/FormField.vue';
import KitPicker from '../../components/KitPicker.vue';
import MethodChoice from '../../components/MethodChoice.vue';
import OnOff from '../../components/OnOff.vue';
import PickOne from '../../components/PickOne.vue';
import TimeZonePicker from '../../components/TimeZonePicker.vue';
import { setDefaults, studio } from '../../data/catalogue.js';
import { useFollowing } from '../../data/following.js';
import { useZodForm } from '../../data/form.js';
import { useSettings } from '../../stores/settings.js';
import { hallForm as wording } from '../../../words/pages/studio.js';

const props = defineProps<{
  keep: string;
  /** Only what a new hall is asked: methods and copies stay as they are. */
  short?: boolean;
}>();
const emit = defineEmits<{ kept: [] }>();
const settings = useSettings();
const kept = ref(false);
const stored = () => {
  const { method, familyMethods, kit, timeZone, offlineCopies, name = '' } = studio.defaults;
  // A new hall keeps the days of the device that it is opened on.
  const zone = props.short && name === '' ? Intl.DateTimeFormat().resolvedOptions().timeZone : timeZone;
  return { name, methods: { method, familyMethods } as MethodsOf, kit, timeZone: zone, offlineCopies };
};
/** The defaults as the first touch found them: what somebody else changes meanwhile is seen by it. */
const begun = shallowRef<Parameters<typeof setDefaults>[1] | null>(null);
const stands = (): Parameters<typeof setDefaults>[1] => ({
  defaults: studio.defaults,
  version: studio.signed?.version,
});
const {
  typed: chosen,
  busy,
  error,
  submit,
} = useZodForm({
  blank: stored,
  asInput: ({ name, methods, kit, timeZone, offlineCopies }) => ({
    method: methods.method,
    familyMethods: { ...methods.familyMethods },
    kit: kit && [...kit],
    timeZone,
    offlineCopies,
    // A hall that has no name yet may go on without one, but for its first steps.
    ...(name.trim() || props.short ? { name } : {}),
  }),
  schema: defaultsSchema,
  keep: (input) => setDefaults(input, begun.value ?? stands()),
});
// The hall's defaults may be read again while they are edited: what was chosen here stays.
useFollowing(stored, chosen);
async function save(event: Event): Promise<void> {
  kept.value = await submit(event);
  if (!kept.value) return;
  begun.value = null;
  emit('kept');
}
</script>

<template>
  <form class="grid gap-4 lg:grid-cols-2" novalidate @focusin="begun ??= stands()" @submit.prevent="save">
    <FormField
      id="s-name"
      v-model="chosen.name"
      class="max-w-md lg:col-span-2"
      path="name"
      :label="wording.theHallsName"
      :hint="wording.whoeverOpensAProgramme"
      maxlength="80"
      :required="short"
    />
    <MethodChoice v-if="!short" v-model="chosen.methods" id-prefix="s" :none="wording.eachPositionsOwn" />
    <div>
      <p class="label">{{ wording.kitRoom }}</p>
      <KitPicker v-model="chosen.kit" id-prefix="s" :everything="wording.allKitThatDrills" />
    </div>
    <div>
      <p class="label" aria-hidden="true">{{ wording.theHallsTimeZone }}</p>
      <TimeZonePicker v-model="chosen.timeZone" />
      <p class="text-soft text-sm">{{ wording.theDaysOfLooks }}</p>
      <PickOne
        v-if="short"
        id="units"
        class="mt-3"
        :label="wording.unitsOnThisDevice"
        :choices="[
          { id: 'metric', name: wording.centimetresAndKilograms },
          { id: 'imperial', name: wording.feetAndPounds },
        ]"
        :model-value="settings.units"
        @update:model-value="settings.units = $event as typeof settings.units"
      />
    </div>
    <OnOff v-if="!short" v-model="chosen.offlineCopies">
      <span class="font-semibold">{{ wording.devicesMayKeepCopies }}</span>
      <span class="text-soft block text-sm">{{ wording.peopleLaddersHistory }}</span>
    </OnOff>
    <p v-if="error" role="alert" class="note lg:col-span-2">{{ error }}</p>
    <div class="flex items-center gap-3 lg:col-span-2">
      <button class="btn btn-main" :disabled="busy">{{ keep }}</button>
      <span v-if="kept" role="status">{{ wording.kept }}</span>
    </div>
  </form>
</template>
