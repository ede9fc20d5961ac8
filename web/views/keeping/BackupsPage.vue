<script setup lang="ts">
/** Backups: made, by themselves too, checked, taken away, brought back; and who is let go after a time. */
import { ArchiveRestore, Download, FileUp, Save, ShieldCheck } from '@lucide/vue';
import { computed, ref } from 'vue';
import { BACKUP_KIND, sizeText } from '../../../words/backups.js';
import LoadState from '../../components/LoadState.vue';
import PickOne from '../../components/PickOne.vue';
import SureButton from '../../components/SureButton.vue';
import { useAction } from '../../data/action.js';
import {
  believeClock,
  checkBackup,
  forgetBefore,
  makeBackup,
  removeBackup,
  setSchedule,
  takeBackup,
  useBackups,
} from '../../data/keeping.js';
import { agoText, dayTimeText } from '../../data/names.js';
import { say } from '../../data/said.js';
import RestoreDialog from './RestoreDialog.vue';
import RetentionCard from './RetentionCard.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { backupsPage as wording } from '../../../words/pages/keeping.js';

const backups = useBackups();
const is = computed(() => backups.value.value);
const { busy, error, run } = useAction();
/** What a check of each said. */
const checked = ref<Record<string, string>>({});
const checking = ref<string | null>(null);
const restoring = ref<string | null>(null);
const picked = ref<HTMLInputElement | null>(null);
const newest = computed(() => is.value?.items.find((i) => !i.future) ?? null);

async function make(): Promise<void> {
  await run(async () => {
    const line = await makeBackup();
    say(wording.aBackupWasMade(sizeText(line.bytes)));
  });
}
async function check(name: string): Promise<void> {
  checking.value = name;
  const done = await run(async () => {
    const { people, looks, files, without } = await checkBackup(name);
    checked.value[name] = wording.wholePeopleLooksFiles(people, looks, files, without);
  });
  if (!done) checked.value[name] = error.value ?? wording.itCould;
  checking.value = null;
}
async function take(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (!file) return;
  await run(async () => {
    await takeBackup(file);
    say(wording.takenInAndWhole);
  });
  if (picked.value) picked.value.value = '';
}
const HOURS = Array.from({ length: 24 }, (_, h) => ({ id: String(h), name: `${String(h).padStart(2, '0')}:00` }));
const KEEPS = [2, 7, 14, 30, 60].map((n) => ({ id: String(n), name: String(n) }));
const EVERY = [
  { id: 'day', name: wording.everyDay },
  { id: 'week', name: wording.everyWeek },
  { id: 'off', name: wording.notByItself },
];
const set = (patch: object): void => void (is.value && run(() => setSchedule({ ...is.value!.schedule, ...patch })));
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <h1 class="mr-auto">{{ wording.backups }}</h1>
    <button class="btn btn-main" :disabled="busy" @click="make">
      <Save :size="18" aria-hidden="true" /> {{ busy && !checking ? wording.working : wording.makeOneNow }}
    </button>
    <label class="btn cursor-pointer">
      <FileUp :size="18" aria-hidden="true" /> {{ wording.takeOneIn }}
      <input ref="picked" type="file" accept=".zip,application/zip" class="sr-only" @change="take" />
    </label>
  </div>
  <p class="text-soft max-w-[70ch]">{{ wording.oneFileHolds }}</p>
  <LoadState :loading="backups.loading.value" :error="backups.error.value" @retry="backups.load()" />
  <template v-if="is">
    <div v-if="is.clock" role="alert" class="note mt-3">
      <p>
        <b>{{ wording.theClockJumped }}</b>
        {{ wording.itSaysNow(dayTimeText(is.clock.now), dayTimeText(is.clock.seen)) }}
      </p>
      <button class="btn mt-2" :disabled="busy" @click="run(believeClock)">{{ wording.theTimeIsRight }}</button>
    </div>
    <p v-if="is.late" role="alert" class="note mt-3">
      <b>{{ wording.theLastBackup }}</b>
      {{
        wording.makeOneNowWithNewestPart(
          newest ? wording.itWasMade(agoText(newest.at)) : wording.thereIsNone,
          is.failed ? wording.theLastTryFailed(is.failed) : wording.theProgramWas,
        )
      }}
    </p>
    <p v-else-if="newest" class="mt-3 text-lg">
      {{ wording.theNewestWasMade }} <b>{{ agoText(newest.at) }}</b>{{ wording.everythingUpToThen }}
    </p>
    <p v-if="error && !checking" role="alert" class="note mt-3">{{ error }}</p>
    <section class="card mt-3" aria-labelledby="schedule">
      <h2 id="schedule">{{ wording.byItself }}</h2>
      <div class="grid gap-3 sm:grid-cols-3">
        <PickOne
          id="b-every"
          :label="wording.howOften"
          :choices="EVERY"
          :model-value="is.schedule.every"
          @update:model-value="(every) => set({ every })"
        />
        <PickOne
          v-if="is.schedule.every !== 'off'"
          id="b-hour"
          :label="wording.atByTheHalls"
          :choices="HOURS"
          :model-value="String(is.schedule.hour)"
          @update:model-value="(hour) => set({ hour: Number(hour) })"
        />
        <PickOne
          v-if="is.schedule.every !== 'off'"
          id="b-keep"
          :label="wording.howManyAreKept"
          :choices="KEEPS"
          :model-value="String(is.schedule.keep)"
          @update:model-value="(keep) => set({ keep: Number(keep) })"
        />
      </div>
      <p class="text-soft mt-2 text-sm break-all">{{ wording.theyLieInThose(is.folder) }}</p>
    </section>
    <section class="card mt-4" aria-labelledby="backups">
      <h2 id="backups">{{ wording.whatIsThere }}</h2>
      <p v-if="is.items.length === 0" class="text-soft py-4 text-center">{{ wording.noBackupYetMake }}</p>
      <ul class="divide-rule divide-y">
        <li v-for="b in is.items" :key="b.name" class="py-3">
          <div class="flex flex-wrap items-center gap-2">
            <div class="min-w-48 flex-1">
              <p class="font-semibold">{{ dayTimeText(b.at) }}</p>
              <p class="text-soft figures text-sm">
                {{ b.future ? wording.datedInTheFuture : agoText(b.at) }} · {{ sizeText(b.bytes) }} ·
                {{ BACKUP_KIND[b.kind] }}
              </p>
            </div>
            <button
              class="btn"
              :disabled="busy"
              :aria-label="wording.checkThatOf(dayTimeText(b.at))"
              @click="check(b.name)"
            >
              <ShieldCheck :size="18" aria-hidden="true" /> {{ checking === b.name ? wording.checking : wording.check }}
            </button>
            <a
              class="btn"
              :href="`/api/backups/${b.name}/content`"
              download
              :aria-label="wording.takeOutThatOf(dayTimeText(b.at))"
              ><Download :size="18" aria-hidden="true" /> {{ wording.takeOut }}</a
            >
            <button
              class="btn"
              :disabled="busy"
              :aria-label="wording.restoreThatOf(dayTimeText(b.at))"
              @click="restoring = b.name"
            >
              <ArchiveRestore :size="18" aria-hidden="true" /> {{ wording.restore }}
            </button>
            <SureButton
              :label="anywhere.letItGo"
              :says="wording.theFileIsDeleted"
              :sure="wording.deleteIt"
              :busy="busy"
              @do="run(() => removeBackup(b.name))"
            />
          </div>
          <p v-if="checked[b.name]" role="status" class="mt-1">{{ checked[b.name] }}</p>
        </li>
      </ul>
    </section>
    <section v-if="is.before.length" class="card mt-4" aria-labelledby="before">
      <h2 id="before">{{ wording.asItWasBefore }}</h2>
      <ul class="divide-rule divide-y">
        <li v-for="folder in is.before" :key="folder" class="flex flex-wrap items-center gap-2 py-2">
          <span class="flex-1 break-all">{{ folder }}</span>
          <SureButton
            :label="anywhere.letItGo"
            :says="wording.theStudio"
            :sure="wording.deleteIt"
            :busy="busy"
            @do="run(() => forgetBefore(folder))"
          />
        </li>
      </ul>
    </section>
    <RetentionCard />
    <RestoreDialog :name="restoring" @close="restoring = null" />
  </template>
</template>
