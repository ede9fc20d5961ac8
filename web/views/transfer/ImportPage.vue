<script setup lang="ts">
/** Records out of files: what a file would do stands here before anything is kept, with every problem by row and column. */
import { FileUp } from '@lucide/vue';
import { useDropZone } from '@vueuse/core';
import { computed, ref } from 'vue';
import { RouterLink, useRoute } from 'vue-router';
import { DAY_ORDERS, LENGTH_UNITS, MASS_UNITS } from '../../../core/transfer/cells.js';
import { countsText, LENGTH_WORDS, MASS_WORDS, ORDER_WORDS, placeOfProblem } from '../../../words/transfer.js';
import PersonPicker from '../../components/PersonPicker.vue';
import PickOne from '../../components/PickOne.vue';
import ColumnsOf from './ColumnsOf.vue';
import ImportsDone from './ImportsDone.vue';
import { useImport } from './use-import.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { importPage as wording } from '../../../words/pages/transfer.js';

const it = useImport();
const { preview, doing, error, done, known, ready, asksKnown } = it;
const route = useRoute();
if (typeof route.query.person === 'string') [it.person.value, it.as.value] = [route.query.person, 'sets'];
if (route.query.as === 'sets') it.as.value = 'sets';

const chooser = ref<HTMLInputElement | null>(null);
const zone = ref<HTMLElement | null>(null);
const { isOverDropZone } = useDropZone(zone, { onDrop: (files) => void it.open(files ?? []) });
const table = computed(() => preview.value?.table ?? null);
const DOES = { adds: 'adds', changes: 'changes', leaves: 'leaves' } as const;
const knownChoices = computed(() => [
  { id: 'leave', name: wording.leaveThemAsThey },
  ...(preview.value?.kind === 'records' ? [] : [{ id: 'change', name: wording.changeWhatTheFile }]),
  { id: 'add', name: wording.addThemOnceMore },
]);
const more = computed(() => (preview.value ? preview.value.problemCount - preview.value.problems.length : 0));
const linesMore = computed(() => {
  const p = preview.value;
  return p ? p.counts.adds + p.counts.changes + p.counts.leaves - p.lines.length : 0;
});
</script>

<template>
  <h1>{{ anywhere.bringRecordsIn }}</h1>
  <p class="text-soft max-w-[70ch]">{{ wording.aListOfPeople }}</p>
  <div class="mt-4 columns grid items-start gap-4 lg:grid-cols-[1fr_19rem]">
    <div class="min-w-0 space-y-4">
      <section
        ref="zone"
        class="card"
        :class="{ '!border-rope border-2': isOverDropZone }"
        aria-labelledby="import-file"
      >
        <h2 id="import-file">{{ wording.theFile }}</h2>
        <div class="mt-2 grid gap-3 sm:grid-cols-2">
          <PickOne
            id="import-as"
            :label="wording.aTableIs"
            :model-value="it.as.value"
            :choices="[
              { id: 'roster', name: wording.aListOfPeopleInSentence },
              { id: 'sets', name: wording.aLogOfSets },
            ]"
            @update:model-value="it.as.value = $event as 'roster' | 'sets'"
          />
          <PersonPicker
            v-if="it.as.value === 'sets'"
            id="import-person"
            v-model="it.person.value"
            :label="wording.whoseSetsOrLooks"
            :nobody="wording.asTheFileSays"
            :placeholder="wording.asTheFileSays"
          />
        </div>
        <input
          ref="chooser"
          type="file"
          multiple
          accept=".csv,.tsv,.txt,.xlsx,.json,.zip,text/csv,application/json,application/zip"
          class="sr-only"
          tabindex="-1"
          :aria-label="wording.fileToBringIn"
          @change="
            it.open([...(($event.target as HTMLInputElement).files ?? [])]);
            ($event.target as HTMLInputElement).value = '';
          "
        />
        <div class="mt-3 flex flex-wrap items-center gap-2">
          <button class="btn" :class="{ 'btn-main': !preview }" @click="chooser?.click()">
            <FileUp :size="20" aria-hidden="true" /> {{ preview ? wording.anotherFile : wording.chooseAFile }}
          </button>
          <span v-if="it.fileName.value" class="figures min-w-0 break-words">{{ it.fileName.value }}</span>
        </div>
        <p v-if="doing" role="status" class="mt-2">
          <progress class="mr-2 align-middle" aria-hidden="true"></progress>{{ doing }}
        </p>
        <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
        <p class="text-soft mt-2 text-sm">{{ wording.tablesAsCsvAny }}</p>
      </section>

      <template v-if="preview">
        <section class="card" aria-labelledby="import-does">
          <div class="flex flex-wrap items-center gap-3">
            <h2 id="import-does" class="figures mr-auto">
              {{
                preview.problemCount > 0
                  ? wording.itCannotBeTaken
                  : wording.it(countsText(preview.kind, preview.counts))
              }}
            </h2>
            <button class="btn btn-main" :disabled="!ready" @click="it.keep()">{{ wording.takeItIn }}</button>
            <button class="btn" @click="it.letGo()">{{ wording.leaveIt }}</button>
          </div>
          <p class="text-soft">{{ wording.readAs(preview.read) }}</p>
          <div v-if="asksKnown" class="mt-2 max-w-sm">
            <PickOne
              id="import-known"
              :label="
                wording.knownHereByName(preview.knownPeople, preview.knownPeople === 1 ? wording.is : wording.are)
              "
              :placeholder="wording.sayWhatToDo"
              :choices="knownChoices"
              :model-value="known"
              @update:model-value="known = $event as typeof known"
            />
          </div>
          <div v-if="preview.problemCount > 0" role="alert" class="note mt-3">
            <p class="font-semibold">
              {{
                wording.mendTheFile(
                  preview.problemCount,
                  preview.problemCount === 1 ? wording.problem : wording.problems,
                )
              }}
            </p>
            <ul class="mt-1 space-y-1">
              <li v-for="(p, i) in preview.problems" :key="i">
                <b class="figures">{{ placeOfProblem(p) }}</b> {{ p.message }}
              </li>
              <li v-if="more > 0">{{ wording.andMore(more) }}</li>
            </ul>
          </div>
        </section>

        <section v-if="preview.lines.length" class="card" aria-labelledby="import-lines">
          <h2 id="import-lines">{{ wording.whatWouldHappen }}</h2>
          <div class="mt-2 max-h-[28rem] overflow-auto" tabindex="0" role="region" aria-labelledby="import-lines">
            <table class="figures w-full text-left">
              <thead class="bg-card sticky top-0">
                <tr>
                  <th scope="col" class="pr-3">{{ wording.row }}</th>
                  <th scope="col" class="pr-3">{{ anywhere.who }}</th>
                  <th scope="col" class="pr-3">{{ wording.does }}</th>
                  <th scope="col">{{ anywhere.what }}</th>
                </tr>
              </thead>
              <tbody class="divide-rule divide-y">
                <tr v-for="(l, i) in preview.lines" :key="i">
                  <td class="text-soft py-1.5 pr-3">{{ l.row }}</td>
                  <th scope="row" class="py-1.5 pr-3 font-semibold">{{ l.name }}</th>
                  <td class="py-1.5 pr-3">
                    <span class="tag" :class="{ 'tag-caution': l.does === 'changes' }">{{ DOES[l.does] }}</span>
                  </td>
                  <td class="py-1.5">{{ l.says }}</td>
                </tr>
              </tbody>
            </table>
          </div>
          <p v-if="linesMore > 0" class="text-soft mt-1">{{ wording.andMoreRows(linesMore) }}</p>
        </section>

        <section v-if="table" class="card" aria-labelledby="import-columns">
          <h2 id="import-columns">{{ wording.howItIsRead }}</h2>
          <div class="mt-2 grid gap-3 sm:grid-cols-3">
            <PickOne
              v-if="table.asksDates"
              id="import-dates"
              :label="wording.days"
              :placeholder="wording.sayWhichComesFirst"
              :choices="DAY_ORDERS.map((id) => ({ id, name: ORDER_WORDS[id] }))"
              :model-value="it.dates.value || table.dates || ''"
              @update:model-value="it.dates.value = $event as (typeof DAY_ORDERS)[number]"
            />
            <PickOne
              v-if="table.length"
              id="import-length"
              :label="wording.heightsWithoutAUnit"
              :choices="LENGTH_UNITS.map((id) => ({ id, name: LENGTH_WORDS[id] }))"
              :model-value="table.length"
              @update:model-value="it.length.value = $event as (typeof LENGTH_UNITS)[number]"
            />
            <PickOne
              v-if="table.mass"
              id="import-mass"
              :label="wording.weightsWithoutAUnit"
              :choices="MASS_UNITS.map((id) => ({ id, name: MASS_WORDS[id] }))"
              :model-value="table.mass"
              @update:model-value="it.mass.value = $event as (typeof MASS_UNITS)[number]"
            />
          </div>
          <ColumnsOf class="mt-3" :table="table" @set="it.setColumn" />
        </section>
      </template>
      <p v-if="done" role="status" class="note">
        {{ wording.itIsInIt(countsText(done.kind, done.counts)) }}
        <RouterLink to="/people" class="link">{{ wording.toThePeople }}</RouterLink>
      </p>
    </div>
    <ImportsDone />
  </div>
</template>
