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
  { id: 'leave', name: 'Leave them as they are' },
  ...(preview.value?.kind === 'records' ? [] : [{ id: 'change', name: 'Change what the file says otherwise' }]),
  { id: 'add', name: 'Add them once more' },
]);
const more = computed(() => (preview.value ? preview.value.problemCount - preview.value.problems.length : 0));
const linesMore = computed(() => {
  const p = preview.value;
  return p ? p.counts.adds + p.counts.changes + p.counts.leaves - p.lines.length : 0;
});
</script>

<template>
  <h1>Bring records in</h1>
  <p class="text-soft max-w-[70ch]">
    A list of people, a log of sets, looks or whole records. You see what would happen first; it is all kept or not at
    all, and can be taken back for a day.
  </p>
  <div class="mt-4 columns grid items-start gap-4 lg:grid-cols-[1fr_19rem]">
    <div class="min-w-0 space-y-4">
      <section
        ref="zone"
        class="card"
        :class="{ '!border-rope border-2': isOverDropZone }"
        aria-labelledby="import-file"
      >
        <h2 id="import-file">The file</h2>
        <div class="mt-2 grid gap-3 sm:grid-cols-2">
          <PickOne
            id="import-as"
            label="A table is"
            :model-value="it.as.value"
            :choices="[
              { id: 'roster', name: 'a list of people' },
              { id: 'sets', name: 'a log of sets' },
            ]"
            @update:model-value="it.as.value = $event as 'roster' | 'sets'"
          />
          <PersonPicker
            v-if="it.as.value === 'sets'"
            id="import-person"
            v-model="it.person.value"
            label="Whose sets or looks"
            nobody="As the file says"
            placeholder="As the file says"
          />
        </div>
        <input
          ref="chooser"
          type="file"
          multiple
          accept=".csv,.tsv,.txt,.xlsx,.json,.zip,text/csv,application/json,application/zip"
          class="sr-only"
          tabindex="-1"
          aria-label="File to bring in"
          @change="
            it.open([...(($event.target as HTMLInputElement).files ?? [])]);
            ($event.target as HTMLInputElement).value = '';
          "
        />
        <div class="mt-3 flex flex-wrap items-center gap-2">
          <button class="btn" :class="{ 'btn-main': !preview }" @click="chooser?.click()">
            <FileUp :size="20" aria-hidden="true" /> {{ preview ? 'Another file' : 'Choose a file, or drop it here' }}
          </button>
          <span v-if="it.fileName.value" class="figures min-w-0 break-words">{{ it.fileName.value }}</span>
        </div>
        <p v-if="doing" role="status" class="mt-2">
          <progress class="mr-2 align-middle" aria-hidden="true"></progress>{{ doing }}
        </p>
        <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
        <p class="text-soft mt-2 text-sm">
          Tables as CSV (any separator, UTF-8, UTF-16 or Windows-1252) or the first sheet of a workbook; this program’s
          JSON, one file, several or a zip. A look’s file name has its day, and its folder’s name the person.
        </p>
      </section>

      <template v-if="preview">
        <section class="card" aria-labelledby="import-does">
          <div class="flex flex-wrap items-center gap-3">
            <h2 id="import-does" class="figures mr-auto">
              {{
                preview.problemCount > 0
                  ? 'It cannot be taken in yet'
                  : `It ${countsText(preview.kind, preview.counts)}`
              }}
            </h2>
            <button class="btn btn-main" :disabled="!ready" @click="it.keep()">Take it in</button>
            <button class="btn" @click="it.letGo()">Leave it</button>
          </div>
          <p class="text-soft">Read as {{ preview.read }}.</p>
          <div v-if="asksKnown" class="mt-2 max-w-sm">
            <PickOne
              id="import-known"
              :label="`${preview.knownPeople} ${preview.knownPeople === 1 ? 'is' : 'are'} known here by name`"
              placeholder="Say what to do with them"
              :choices="knownChoices"
              :model-value="known"
              @update:model-value="known = $event as typeof known"
            />
          </div>
          <div v-if="preview.problemCount > 0" role="alert" class="note mt-3">
            <p class="font-semibold">
              {{ preview.problemCount }} {{ preview.problemCount === 1 ? 'problem' : 'problems' }}. Mend the file, or
              say below what it means.
            </p>
            <ul class="mt-1 space-y-1">
              <li v-for="(p, i) in preview.problems" :key="i">
                <b class="figures">{{ placeOfProblem(p) }}</b> {{ p.message }}
              </li>
              <li v-if="more > 0">and {{ more }} more</li>
            </ul>
          </div>
        </section>

        <section v-if="preview.lines.length" class="card" aria-labelledby="import-lines">
          <h2 id="import-lines">What would happen</h2>
          <div class="mt-2 max-h-[28rem] overflow-auto" tabindex="0" role="region" aria-labelledby="import-lines">
            <table class="figures w-full text-left">
              <thead class="bg-card sticky top-0">
                <tr>
                  <th scope="col" class="pr-3">Row</th>
                  <th scope="col" class="pr-3">Who</th>
                  <th scope="col" class="pr-3">Does</th>
                  <th scope="col">What</th>
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
          <p v-if="linesMore > 0" class="text-soft mt-1">and {{ linesMore }} more rows</p>
        </section>

        <section v-if="table" class="card" aria-labelledby="import-columns">
          <h2 id="import-columns">How it is read</h2>
          <div class="mt-2 grid gap-3 sm:grid-cols-3">
            <PickOne
              v-if="table.asksDates"
              id="import-dates"
              label="Days"
              placeholder="Say which comes first"
              :choices="DAY_ORDERS.map((id) => ({ id, name: ORDER_WORDS[id] }))"
              :model-value="it.dates.value || table.dates || ''"
              @update:model-value="it.dates.value = $event as (typeof DAY_ORDERS)[number]"
            />
            <PickOne
              v-if="table.length"
              id="import-length"
              label="Heights without a unit"
              :choices="LENGTH_UNITS.map((id) => ({ id, name: LENGTH_WORDS[id] }))"
              :model-value="table.length"
              @update:model-value="it.length.value = $event as (typeof LENGTH_UNITS)[number]"
            />
            <PickOne
              v-if="table.mass"
              id="import-mass"
              label="Weights without a unit"
              :choices="MASS_UNITS.map((id) => ({ id, name: MASS_WORDS[id] }))"
              :model-value="table.mass"
              @update:model-value="it.mass.value = $event as (typeof MASS_UNITS)[number]"
            />
          </div>
          <ColumnsOf class="mt-3" :table="table" @set="it.setColumn" />
        </section>
      </template>
      <p v-if="done" role="status" class="note">
        It is in: it {{ countsText(done.kind, done.counts) }}.
        <RouterLink to="/people" class="link">To the people</RouterLink>
      </p>
    </div>
    <ImportsDone />
  </div>
</template>
