<script setup lang="ts">
/** A drill to read: how, dose, breath, what it answers, with what it must not be done. */
import { RouterLink } from 'vue-router';
import type { Drill } from '../../../../core/formats/catalog.js';
import { doseOf } from '../../../../core/prescribe/dose.js';
import { doseText, paceText } from '../../../../words/dose.js';
import { SIZING_WORDS } from '../../../../words/kit.js';
import { catalog } from '../../../data/catalogue.js';
import { causeName, cautionName, drillName, faultName } from '../../../data/names.js';
import { PHASE_WORDS, plain as words } from '../../../../words/labels.js';
import { entryLink as link } from '../library.js';
import { drillEntry as wording } from '../../../../words/pages/entries.js';

defineProps<{ drill: Drill }>();
</script>

<template>
  <h2>{{ drill.name }}</h2>
  <p class="text-soft">
    {{
      wording.spaceMin(
        PHASE_WORDS[drill.phase],
        drill.place.replace(/-/g, ' '),
        drill.plane,
        words(drill.limbs),
        words(drill.space),
        drill.minutes,
        drill.kit.length ? ` · ${drill.kit.join(', ').replace(/-/g, ' ')}` : '',
      )
    }}
  </p>
  <ol class="mt-2 list-decimal pl-6">
    <li v-for="step in drill.how" :key="step">{{ step }}</li>
  </ol>
  <p class="figures mt-2">
    <b>{{ wording.dose }}</b> {{ doseText(doseOf(catalog, drill)) }}; {{ paceText(doseOf(catalog, drill)) }}
  </p>
  <p v-if="drill.sizing">
    <b>{{ wording.sizedForEachBody }}</b> {{ SIZING_WORDS[drill.sizing].name.toLowerCase() }}
  </p>
  <p>
    <b>{{ wording.breath }}</b> {{ drill.breath }}
  </p>
  <p>
    <b>{{ wording.checkYourself }}</b> {{ drill.selfCheck }}
  </p>
  <p v-if="drill.watch.length">
    <b>{{ wording.watchFor }}</b>{{ ' ' }}
    <template v-for="(w, i) in drill.watch" :key="w"
      >{{ i ? ', ' : '' }}<RouterLink :to="link('faults', w)" class="link">{{ faultName(w) }}</RouterLink></template
    >
  </p>
  <p>
    <b>{{ wording.answers }}</b>{{ ' ' }}
    <template v-for="(weight, c, i) in drill.causes" :key="c"
      >{{ i ? ', ' : ''
      }}<RouterLink :to="link('causes', String(c))" class="link">{{ causeName(String(c)) }}</RouterLink>
      {{ wording.of(weight ?? 0) }}</template
    >
  </p>
  <p v-if="drill.easier">
    <b>{{ wording.easier }}</b>{{ ' ' }}
    <RouterLink :to="link('drills', drill.easier)" class="link">{{ drillName(drill.easier) }}</RouterLink>
  </p>
  <p v-if="drill.harder">
    <b>{{ wording.harder }}</b>{{ ' ' }}
    <RouterLink :to="link('drills', drill.harder)" class="link">{{ drillName(drill.harder) }}</RouterLink>
  </p>
  <p v-if="drill.excludedBy.length" class="note mt-2">
    {{ wording.notWith(drill.excludedBy.map(cautionName).join(', ')) }}
  </p>
  <p v-for="(text, c) in drill.changedBy" :key="c" class="tag tag-caution mt-2 mr-2">
    {{ cautionName(c) }}: {{ text }}
  </p>
</template>
