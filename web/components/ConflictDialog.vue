<script setup lang="ts">
/** Two versions of one record side by side, field by field: what one changed alone is kept, of what both changed one is chosen. */
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue';
import { computed, reactive, watch } from 'vue';
import type { Side } from '../../core/studio/merge.js';
import { fieldLines, fieldName } from '../../words/fields.js';
import { catalog } from '../data/catalogue.js';
import { asked } from '../data/conflict.js';
import { dayTimeText, placeName } from '../data/names.js';
import { useGroups } from '../data/people.js';
import { kept } from '../data/query.js';
import { useSettings } from '../stores/settings.js';
import ModalFrame from './ModalFrame.vue';
import { conflictDialog as wording } from '../../words/pages/parts.js';

const settings = useSettings();
const conflict = computed(() => asked.value?.conflict ?? null);
const picks = reactive<Record<string, Side>>({});
watch(conflict, () => Object.keys(picks).forEach((field) => delete picks[field]));
const groups = useGroups(() => conflict.value?.kind === 'person');
/** Names of what the fields speak of by its id. */
function nameOf(id: string): string | undefined {
  const group = groups.value.value?.find((g) => g.id === id)?.name;
  const person = group ?? kept('people.get', { params: { id } })?.name;
  if (person) return person;
  const lists = [catalog.drills, catalog.methods, catalog.families, catalog.faults, catalog.causes, catalog.cautions];
  const named = lists.flatMap((list) => list.filter((r) => r.id === id))[0]?.name;
  return named ?? (id.includes('/') ? placeName(id) : undefined);
}
const open = computed(() => (conflict.value?.fields ?? []).filter((f) => f.by === 'both'));
const settled = computed(() => (conflict.value?.fields ?? []).filter((f) => f.by !== 'both'));
const chosen = computed(() => open.value.every((f) => picks[f.field] !== undefined));
const lines = (field: string, value: unknown): string[] =>
  fieldLines(conflict.value?.kind ?? '', field, value, nameOf, settings.units);
const who = computed(() => conflict.value?.stands?.by ?? wording.somebodyElse);
const sides = computed(() => [
  { pick: 'mine' as const, title: wording.yoursAlone },
  { pick: 'theirs' as const, title: conflict.value?.stands?.by ? `${who.value}’s` : wording.theirs },
]);
const all = (pick: Side): void => open.value.forEach((f) => (picks[f.field] = pick));
const ALONE = { me: wording.onlyYouChangedIt, them: wording.onlyTheyChangedIt, alike: wording.bothOfYou } as const;
</script>

<template>
  <ModalFrame
    :open="conflict !== null"
    :title="wording.twoVersionsOf(conflict?.title ?? '')"
    wide
    @close="asked?.answer(null)"
  >
    <template v-if="conflict">
      <p v-if="conflict.stands">
        {{ wording.changedItAfterYou(who)
        }}<template v-if="conflict.stands.at">, {{ dayTimeText(conflict.stands.at) }}</template
        >{{ wording.nothingOfYours }}
      </p>
      <p v-else>{{ wording.itWasTakenAway }}</p>
      <div
        v-if="conflict.stands"
        class="min-h-0 overflow-y-auto px-1.5"
        tabindex="0"
        role="group"
        :aria-label="wording.whatDiffers"
      >
        <p v-if="open.length > 1" class="mb-2 flex flex-wrap gap-2">
          <button v-for="s in sides" :key="s.pick" class="btn" type="button" @click="all(s.pick)">
            {{ wording.allOf(s.title.toLowerCase() === 'yours' ? wording.yours : s.title) }}
          </button>
        </p>
        <RadioGroup
          v-for="f in open"
          :key="f.field"
          :model-value="picks[f.field]"
          class="border-rule border-t py-3"
          @update:model-value="picks[f.field] = $event"
        >
          <RadioGroupLabel class="label">{{ fieldName(conflict.kind, f.field) }}</RadioGroupLabel>
          <div class="grid gap-2 sm:grid-cols-2">
            <RadioGroupOption v-for="s in sides" :key="s.pick" v-slot="{ checked }" as="template" :value="s.pick">
              <div
                class="min-h-[44px] cursor-pointer rounded-lg border-2 p-3"
                :class="checked ? 'border-ink bg-sunk' : 'border-rule'"
              >
                <p class="flex items-center gap-2 font-semibold">
                  <span
                    class="inline-block h-4 w-4 shrink-0 rounded-full border-2"
                    :class="checked ? 'border-rope bg-rope' : 'border-soft'"
                    aria-hidden="true"
                  ></span
                  >{{ s.title }}
                </p>
                <p
                  v-for="(line, i) in lines(f.field, s.pick === 'mine' ? f.mine : f.theirs)"
                  :key="i"
                  class="break-words"
                >
                  {{ line }}
                </p>
              </div>
            </RadioGroupOption>
          </div>
          <p class="text-soft mt-1 text-sm">{{ wording.before(lines(f.field, f.base).join(', ')) }}</p>
        </RadioGroup>
        <section v-if="settled.length" class="border-rule border-t py-3" :aria-label="wording.keptWithoutAsking">
          <h3>{{ wording.keptWithoutAsking }}</h3>
          <ul>
            <li v-for="f in settled" :key="f.field">
              {{ fieldName(conflict.kind, f.field) }}:
              {{ lines(f.field, f.by === 'them' ? f.theirs : f.mine).join(', ') }}
              <span class="text-soft text-sm">({{ ALONE[f.by as keyof typeof ALONE] }})</span>
            </li>
          </ul>
        </section>
      </div>
      <div class="flex flex-wrap gap-2">
        <button
          class="btn btn-main"
          :disabled="!chosen && conflict.stands !== null"
          @click="asked?.answer({ ...picks })"
        >
          {{ conflict.stands ? wording.keepWhatIsChosen : wording.keepYours }}
        </button>
        <button class="btn" @click="asked?.answer(null)">{{ wording.goBack }}</button>
      </div>
      <p v-if="!chosen && conflict.stands" class="text-soft text-sm">{{ wording.chooseOneOfEach }}</p>
    </template>
  </ModalFrame>
</template>
