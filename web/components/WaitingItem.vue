<script setup lang="ts">
/** One thing that waits: whose, what the server said, and what can be done about it. */
import { computed, reactive, ref } from 'vue';
import { useAction } from '../data/action.js';
import { dayTimeText } from '../data/names.js';
import { chooseBetween, lookIn } from '../data/look-changes.js';
import { useOutbox } from '../data/outbox.js';
import { valueAt, withValueAt, type OutboxItem } from '../data/waiting-item.js';
import { fieldText, waitingFile, waitingText } from '../data/waiting-words.js';
import { saveFile } from './save-file.js';
import { anywhere } from '../../words/pages/anywhere.js';
import { waitingItem as wording } from '../../words/pages/parts.js';

const props = defineProps<{ item: OutboxItem }>();
const outbox = useOutbox();
const { busy, error, run } = useAction();
const letting = ref(false);
const body = computed(() => (props.item.ask as { body?: unknown }).body);

/** Fields that the server named and that a coach can type: texts and numbers. */
const fields = computed(() =>
  (props.item.refused?.problems ?? [])
    .filter((p) => p.path !== 'file')
    .map((p) => ({ ...p, now: valueAt(body.value, p.path) }))
    .filter((f) => f.now === undefined || f.now === null || typeof f.now === 'string' || typeof f.now === 'number'),
);
const typed = reactive<Record<string, string>>({});
const shown = (path: string, now: unknown): string =>
  typed[path] ?? (now === undefined || now === null ? '' : String(now));

/** What was typed, as the field had it: a number stays one, an emptied field is taken away. */
function valueOf(text: string, before: unknown): unknown {
  if (text.trim() === '') return undefined;
  const number = Number(text);
  return typeof before !== 'string' && Number.isFinite(number) ? number : text;
}
/** Somebody else changed the same of this look: both are laid beside each other. */
const stands = computed(() => (props.item.name === 'looks.change' ? lookIn(props.item.refused?.current) : null));
async function compare(): Promise<void> {
  const { item } = props;
  const now = stands.value;
  if (item.name !== 'looks.change' || !now) return;
  const left = await chooseBetween(waitingText(item, outbox.items), item.ask.body, item.was, now);
  if (left === null) return;
  await run(() =>
    Object.keys(left).length === 0
      ? outbox.drop(item.key!)
      : outbox.mend(item.key!, { ...item.ask, body: left, version: now.version }),
  );
}
async function mend(): Promise<void> {
  const next = fields.value.reduce<unknown>(
    (at, f) => (f.path in typed ? withValueAt(at, f.path, valueOf(typed[f.path]!, f.now)) : at),
    body.value,
  );
  await run(() => outbox.mend(props.item.key!, { ...props.item.ask, body: next } as OutboxItem['ask']));
}
</script>

<template>
  <li class="border-rule border-t py-3">
    <p class="font-semibold">{{ waitingText(item, outbox.items) }}</p>
    <p class="text-soft text-sm">
      {{ item.keptAt ? wording.kept(dayTimeText(item.keptAt)) : wording.keptByAnEarlier
      }}{{ item.tries ? wording.theServerFailed(item.tries === 1 ? wording.once : wording.times(item.tries)) : '' }}
    </p>
    <div v-if="item.refused" class="note mt-2" role="alert">
      <p>
        {{ wording.theServerRefusesIt }} <b>{{ item.refused.title }}</b>
        {{ item.refused.detail && item.refused.problems.length === 0 ? item.refused.detail : '' }}
      </p>
      <ul v-if="item.refused.problems.length" class="mt-1 list-disc pl-5">
        <li v-for="p in item.refused.problems" :key="p.path + p.message">{{ fieldText(p.path) }}: {{ p.message }}</li>
      </ul>
    </div>
    <form v-if="fields.length" class="mt-2 grid gap-2" @submit.prevent="mend">
      <div v-for="f in fields" :key="f.path">
        <label class="label" :for="`mend-${item.key}-${f.path}`">{{ fieldText(f.path) }}</label>
        <input
          :id="`mend-${item.key}-${f.path}`"
          class="field"
          :value="shown(f.path, f.now)"
          @input="typed[f.path] = ($event.target as HTMLInputElement).value"
        />
      </div>
      <button class="btn btn-main" :disabled="busy || Object.keys(typed).length === 0">
        {{ wording.mendItAndSend }}
      </button>
    </form>
    <p v-if="error" role="alert" class="note mt-2">{{ error }}</p>
    <div class="mt-2 flex flex-wrap gap-2">
      <button v-if="stands" class="btn btn-main" :disabled="busy" @click="compare">{{ wording.compareBoth }}</button>
      <button class="btn" :disabled="busy" @click="run(() => outbox.retry(item.key!))">{{ wording.sendItNow }}</button>
      <button class="btn" @click="saveFile('waiting.json', waitingFile([item]))">{{ wording.saveAsAFile }}</button>
      <button v-if="!letting" class="btn btn-quiet ml-auto" @click="letting = true">{{ anywhere.letItGo }}</button>
      <span v-else class="ml-auto flex items-center gap-2"
        >{{ wording.itIsNowhereElse }}
        <button class="btn btn-stop" @click="run(() => outbox.drop(item.key!))">{{ anywhere.letItGo }}</button>
        <button class="btn" @click="letting = false">{{ anywhere.keepIt }}</button>
      </span>
    </div>
  </li>
</template>
