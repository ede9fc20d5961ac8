<script setup lang="ts">
/** What was taken in lately, and taking it back. */
import { countsText } from '../../../words/transfer.js';
import LoadState from '../../components/LoadState.vue';
import SureButton from '../../components/SureButton.vue';
import { useAction } from '../../data/action.js';
import { agoText, dayTimeText } from '../../data/names.js';
import { undoImport, useImports } from '../../data/transfer.js';
import { importsDone as wording } from '../../../words/pages/transfer.js';

const imports = useImports();
const { busy, error, run } = useAction();
</script>

<template>
  <section class="card" aria-labelledby="imports-done">
    <h2 id="imports-done">{{ wording.takenInLately }}</h2>
    <LoadState
      :loading="imports.loading.value"
      :error="imports.error.value"
      :empty="imports.value.value?.length === 0 ? wording.nothingYet : undefined"
      @retry="imports.load()"
    />
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <ul class="divide-rule divide-y">
      <li v-for="i in imports.value.value ?? []" :key="i.id" class="space-y-1 py-2">
        <p class="figures first-letter:uppercase">{{ countsText(i.kind, i.counts) }}</p>
        <p class="text-soft text-sm">{{ agoText(i.at) }}, {{ i.by }}</p>
        <p v-if="i.undoneAt" class="text-sm">
          {{
            wording.takenBack(
              agoText(i.undoneAt),
              i.stayed.length ? wording.stayedSinceSomethingWas(i.stayed.join(', ')) : '',
            )
          }}
        </p>
        <template v-else-if="i.undoUntil">
          <SureButton
            :label="wording.takeItBack"
            :says="wording.everythingThatCame"
            :sure="wording.takeItBack"
            :busy="busy"
            @do="run(() => undoImport(i.id))"
          />
          <p class="text-soft text-sm">{{ wording.until(dayTimeText(i.undoUntil)) }}</p>
        </template>
      </li>
    </ul>
  </section>
</template>
