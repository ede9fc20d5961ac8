<script setup lang="ts">
/** What a hall is: its name, whose clock its days follow, what its kit room holds; and, where all is asked, its methods and copies. */
import { ref, shallowRef } from 'vue';
import type { MethodChoice as MethodsOf } from '../../../core/person/method-in-force.js';
import KitPicker from '../../components/KitPicker.vue';
import MethodChoice from '../../components/MethodChoice.vue';
import OnOff from '../../components/OnOff.vue';
import PickOne from '../../components/PickOne.vue';
import TimeZonePicker from '../../components/TimeZonePicker.vue';
import { useAction } from '../../data/action.js';
import { setDefaults, studio } from '../../data/catalogue.js';
import { useFollowing } from '../../data/following.js';
import { useSettings } from '../../stores/settings.js';

const props = defineProps<{
  keep: string;
  /** Only what a new hall is asked: methods and copies stay as they are. */
  short?: boolean;
}>();
const emit = defineEmits<{ kept: [] }>();
const settings = useSettings();
const { busy, error, run } = useAction();
const kept = ref(false);
// The hall's defaults may be read again while they are edited: what was chosen here stays.
const chosen = useFollowing(() => {
  const { method, familyMethods, kit, timeZone, offlineCopies, name = '' } = studio.defaults;
  // A new hall keeps the days of the device that it is opened on.
  const zone = props.short && name === '' ? Intl.DateTimeFormat().resolvedOptions().timeZone : timeZone;
  return { name, methods: { method, familyMethods } as MethodsOf, kit, timeZone: zone, offlineCopies };
});
/** The defaults as the first touch found them: what somebody else changes meanwhile is seen by it. */
const begun = shallowRef<Parameters<typeof setDefaults>[1] | null>(null);
const stands = (): Parameters<typeof setDefaults>[1] => ({
  defaults: studio.defaults,
  version: studio.signed?.version,
});
async function save(): Promise<void> {
  kept.value = await run(() =>
    setDefaults(
      {
        method: chosen.value.methods.method,
        familyMethods: { ...chosen.value.methods.familyMethods },
        kit: chosen.value.kit && [...chosen.value.kit],
        timeZone: chosen.value.timeZone,
        offlineCopies: chosen.value.offlineCopies,
        ...(chosen.value.name.trim() ? { name: chosen.value.name.trim() } : {}),
      },
      begun.value ?? stands(),
    ),
  );
  if (!kept.value) return;
  begun.value = null;
  emit('kept');
}
</script>

<template>
  <form class="grid gap-4 lg:grid-cols-2" @focusin="begun ??= stands()" @submit.prevent="save">
    <label class="block lg:col-span-2">
      <span class="label">The hall’s name</span>
      <input v-model="chosen.name" class="field max-w-md" maxlength="80" :required="short" />
      <span class="text-soft block text-sm">Whoever opens a programme by its link reads it.</span>
    </label>
    <MethodChoice v-if="!short" v-model="chosen.methods" id-prefix="s" none="Each position’s own" />
    <div>
      <p class="label">Kit room</p>
      <KitPicker v-model="chosen.kit" id-prefix="s" everything="All kit that drills and tests ask for" />
    </div>
    <div>
      <p class="label" aria-hidden="true">The hall’s time zone</p>
      <TimeZonePicker v-model="chosen.timeZone" />
      <p class="text-soft text-sm">The days of looks, gates and cautions follow the clock of this place.</p>
      <PickOne
        v-if="short"
        id="units"
        class="mt-3"
        label="Units on this device"
        :choices="[
          { id: 'metric', name: 'Centimetres and kilograms' },
          { id: 'imperial', name: 'Feet and pounds' },
        ]"
        :model-value="settings.units"
        @update:model-value="settings.units = $event as typeof settings.units"
      />
    </div>
    <OnOff v-if="!short" v-model="chosen.offlineCopies">
      <span class="font-semibold">Devices may keep copies for reading without a network</span>
      <span class="text-soft block text-sm">
        People, ladders, history and open drills, seven days at most; removed at signing out. Never pictures.
      </span>
    </OnOff>
    <p v-if="error" role="alert" class="note lg:col-span-2">{{ error }}</p>
    <div class="flex items-center gap-3 lg:col-span-2">
      <button class="btn btn-main" :disabled="busy">{{ keep }}</button>
      <span v-if="kept" role="status">Kept.</span>
    </div>
  </form>
</template>
