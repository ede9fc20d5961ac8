<script setup lang="ts">
/** What was taken in lately, and taking it back. */
import { countsText } from '../../../words/transfer.js';
import LoadState from '../../components/LoadState.vue';
import SureButton from '../../components/SureButton.vue';
import { useAction } from '../../data/action.js';
import { agoText, dayTimeText } from '../../data/names.js';
import { undoImport, useImports } from '../../data/transfer.js';

const imports = useImports();
const { busy, error, run } = useAction();
</script>

<template>
  <section class="card" aria-labelledby="imports-done">
    <h2 id="imports-done">Taken in lately</h2>
    <LoadState
      :loading="imports.loading.value"
      :error="imports.error.value"
      :empty="imports.value.value?.length === 0 ? 'Nothing yet.' : undefined"
      @retry="imports.load()"
    />
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <ul class="divide-rule divide-y">
      <li v-for="i in imports.value.value ?? []" :key="i.id" class="space-y-1 py-2">
        <p class="figures first-letter:uppercase">{{ countsText(i.kind, i.counts) }}</p>
        <p class="text-soft text-sm">{{ agoText(i.at) }}, {{ i.by }}</p>
        <p v-if="i.undoneAt" class="text-sm">
          Taken back {{ agoText(i.undoneAt)
          }}{{ i.stayed.length ? `; ${i.stayed.join(', ')} stayed, since something was added to them` : '' }}.
        </p>
        <template v-else-if="i.undoUntil">
          <SureButton
            label="Take it back"
            says="Everything that came with this file is taken out again. People who got new records since then stay."
            sure="Take it back"
            :busy="busy"
            @do="run(() => undoImport(i.id))"
          />
          <p class="text-soft text-sm">until {{ dayTimeText(i.undoUntil) }}</p>
        </template>
      </li>
    </ul>
  </section>
</template>
