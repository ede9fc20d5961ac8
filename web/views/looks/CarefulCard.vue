<script setup lang="ts">
/** Cautions in force with what they change, and the usual words of care. */
import { computed } from 'vue';
import type { Person } from '../../../api/people.js';
import { effectsOf, type Circumstance } from '../../../core/person/circumstance.js';
import PersonTags from '../../components/PersonTags.vue';
import { catalog } from '../../data/catalogue.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { carefulCard as wording } from '../../../words/pages/looks.js';

const props = defineProps<{ person: Person | null; circumstance: Pick<Circumstance, 'cautions'> }>();
const effects = computed(() => effectsOf(catalog, props.circumstance));
</script>

<template>
  <section class="card" aria-labelledby="careful">
    <h2 id="careful">{{ anywhere.cautions }}</h2>
    <PersonTags v-if="person" :person="{ ...person, group: null }" />
    <ul v-if="effects.length" class="mt-1 space-y-1">
      <li v-for="c in effects" :key="c.id">
        <b>{{ c.name }}:</b> {{ c.effect }}
      </li>
    </ul>
    <p v-else class="text-soft">{{ wording.noneOnRecord }}</p>
    <p class="text-soft mt-2 text-sm">{{ wording.stopOnSharpSpreading }}</p>
  </section>
</template>
