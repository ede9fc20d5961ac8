<script setup lang="ts">
/** The fields of a drill. */
import { CAUSE_IDS, CAUTION_IDS, PHASES, PLANES, type CauseId } from '../../../../core/formats/catalog.js';
import type { EntryRecord } from '../../../../core/formats/entries.js';
import { catalog } from '../../../data/catalogue.js';
import { causeName, cautionName, drillName } from '../../../data/names.js';
import { doseOf } from '../../../../core/prescribe/dose.js';
import DoseEditor from '../../looks/DoseEditor.vue';
import { fromLines, lines, toggled, value } from './fields.js';

const drill = defineModel<EntryRecord<'drills'>>({ required: true });
function setCause(id: CauseId, weight: string): void {
  const causes = Object.fromEntries(Object.entries(drill.value.causes).filter(([c]) => c !== id));
  drill.value.causes = weight ? { ...causes, [id]: Number(weight) as 1 | 2 | 3 } : causes;
}
</script>

<template>
  <div>
    <label class="label" for="e-name">Name</label>
    <input id="e-name" v-model="drill.name" class="field" required />
  </div>
  <div>
    <label class="label" for="e-how">How, a line a step</label>
    <textarea
      id="e-how"
      class="field"
      rows="4"
      :value="lines(drill.how)"
      @change="drill.how = fromLines(value($event))"
    ></textarea>
  </div>
  <div class="grid gap-2 sm:grid-cols-2">
    <div>
      <label class="label" for="e-self">Check yourself</label>
      <input id="e-self" v-model="drill.selfCheck" class="field" />
    </div>
    <div>
      <label class="label" for="e-breath">Breath</label>
      <input id="e-breath" v-model="drill.breath" class="field" />
    </div>
    <div>
      <label class="label" for="e-minutes">Minutes</label>
      <input
        id="e-minutes"
        v-model.number="drill.minutes"
        type="number"
        min="1"
        max="20"
        step="0.5"
        class="field figures"
      />
    </div>
    <div>
      <label class="label" for="e-phase">Phase</label>
      <select id="e-phase" v-model="drill.phase" class="field">
        <option v-for="p in PHASES" :key="p">{{ p }}</option>
      </select>
    </div>
    <div>
      <label class="label" for="e-kit">Kit, with commas</label>
      <input
        id="e-kit"
        class="field"
        :value="drill.kit.join(', ')"
        @change="
          drill.kit = value($event)
            .split(',')
            .map((k) => k.trim().toLowerCase().replace(/\s+/g, '-'))
            .filter(Boolean)
        "
      />
    </div>
    <div>
      <label class="label" for="e-plane">Plane</label>
      <select id="e-plane" v-model="drill.plane" class="field">
        <option v-for="p in PLANES" :key="p">{{ p }}</option>
      </select>
    </div>
  </div>
  <DoseEditor
    id="e-dose"
    :name="drill.name"
    title="Dose"
    :dose="doseOf(catalog, drill)"
    :own="catalog.doses[drill.role]!"
    @change="drill.dose = $event ?? undefined"
  />
  <fieldset>
    <legend class="label">Positions it is for</legend>
    <div class="flex flex-wrap gap-1">
      <button
        v-for="f in catalog.families"
        :key="f.id"
        type="button"
        class="btn text-sm"
        :class="{ 'btn-on': drill.families.includes(f.id) }"
        :aria-pressed="drill.families.includes(f.id)"
        @click="drill.families = toggled(drill.families, f.id)"
      >
        {{ f.name }}
      </button>
    </div>
  </fieldset>
  <fieldset>
    <legend class="label">Causes it answers, how strongly</legend>
    <div class="grid gap-x-4 sm:grid-cols-2">
      <label v-for="c in CAUSE_IDS" :key="c" class="flex min-h-[44px] items-center gap-2">
        <span class="flex-1">{{ causeName(c) }}</span>
        <select class="field !w-20" :value="drill.causes[c] ?? ''" @change="setCause(c, value($event))">
          <option value="">–</option>
          <option v-for="w in [1, 2, 3]" :key="w" :value="w">{{ w }}</option>
        </select>
      </label>
    </div>
  </fieldset>
  <fieldset>
    <legend class="label">Not with these cautions</legend>
    <div class="flex flex-wrap gap-1">
      <button
        v-for="c in CAUTION_IDS"
        :key="c"
        type="button"
        class="btn text-sm"
        :class="{ 'btn-on': drill.excludedBy.includes(c) }"
        :aria-pressed="drill.excludedBy.includes(c)"
        @click="drill.excludedBy = toggled(drill.excludedBy, c)"
      >
        {{ cautionName(c) }}
      </button>
    </div>
  </fieldset>
  <p v-if="drill.copiedFrom" class="text-soft text-sm">Its figure is that of “{{ drillName(drill.copiedFrom) }}”.</p>
</template>
