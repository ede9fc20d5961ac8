<script setup lang="ts">
/** What others saw in the same picture or clip without knowing the first judgement. */
import { computed } from 'vue';
import type { Second } from '../../../api/eye.js';
import type { Look } from '../../../api/observations.js';
import { judge, type Judged } from '../../../core/evaluate/judge.js';
import { see } from '../../../core/evaluate/see.js';
import { isStated } from '../../../core/formats/catalog.js';
import type { Circumstance } from '../../../core/person/circumstance.js';
import { lateWithin } from '../../../core/eye/eye.js';
import { isWatched } from '../../../core/eye/two-eyes.js';
import { measureDefinition } from '../../../core/measure/measures.js';
import { measureText, secondsText } from '../../../words/numbers.js';
import { catalog } from '../../data/catalogue.js';
import { useSeconds } from '../../data/eye.js';
import { dayText, faultName } from '../../data/names.js';
import { anywhere } from '../../../words/pages/anywhere.js';
import { secondEyes as wording } from '../../../words/pages/looks.js';

const props = defineProps<{ look: Look; detail: Judged; circumstance: Circumstance; waiting: boolean }>();
const seconds = useSeconds(() => (props.waiting || (!props.look.mediaId && !props.look.clipId) ? null : props.look.id));

interface Row {
  what: string;
  first: string;
  second: string;
  same: boolean;
}
const NONE = 'none';
const said = (judged: Judged, fault: string): string =>
  judged.findings.find((f) => f.fault === fault && isStated(f))?.severity ?? NONE;
/** Clean seconds of both: as far apart as late taps of both allow. */
const cleanRow = (first: number, second: number, eye: Second['eye']): Row => ({
  what: wording.cleanSeconds,
  first: secondsText(first),
  second: secondsText(second),
  same: Math.abs(first - second) <= Math.hypot(lateWithin(props.look.eye), lateWithin(eye)),
});
function rowsOf({ observation, eye }: Second): Row[] {
  const other = judge(see({ observation, eye }, catalog), catalog, props.circumstance);
  const faults = [...props.detail.findings, ...other.findings].filter(isStated).map((f) => f.fault);
  const judged = new Set(props.detail.limits.map((l) => l.measure));
  const measures = props.detail.measures.flatMap((m): Row[] => {
    const theirs = other.measures.find((o) => o.id === m.id);
    if (!theirs || !judged.has(m.id)) return [];
    const apart = Math.abs(m.value - theirs.value);
    return [
      {
        what: measureDefinition(m.id).name,
        first: measureText(m),
        second: measureText(theirs),
        // As far apart as both bands allow.
        same: apart <= 1.96 * Math.hypot(m.sd, theirs.sd),
      },
    ];
  });
  const tapped = isWatched(observation);
  return [
    ...[...new Set(faults)].map((fault): Row => {
      const [first, second] = [said(props.detail, fault), said(other, fault)];
      if (!tapped) return { what: faultName(fault), first, second, same: first === second };
      const there = second !== NONE;
      return {
        what: faultName(fault),
        first: first === NONE ? wording.none : first,
        second: there ? wording.seen : wording.none,
        same: (first !== NONE) === there,
      };
    }),
    ...measures,
    ...(tapped && props.detail.hold && other.hold ? [cleanRow(props.detail.hold.clean, other.hold.clean, eye)] : []),
  ];
}
const told = computed(() => (seconds.value.value ?? []).map((second) => ({ second, rows: rowsOf(second) })));
</script>

<template>
  <section v-if="told.length" class="card" aria-labelledby="second-eyes">
    <h2 id="second-eyes">{{ wording.aSecondEye }}</h2>
    <div v-for="{ second, rows } in told" :key="second.madeBy" class="mt-2">
      <p>
        {{
          (isWatched(second.observation) ? wording.judgedTheSameClip : wording.judgedTheSamePicture)(
            second.by,
            dayText(second.day),
          )
        }}
      </p>
      <table class="figures mt-1 w-full text-left text-sm">
        <thead>
          <tr>
            <th scope="col" class="py-1 pr-2">{{ anywhere.what }}</th>
            <th scope="col" class="py-1 pr-2">{{ look.by }}</th>
            <th scope="col" class="py-1 pr-2">{{ second.by }}</th>
            <th scope="col" class="py-1">
              <span class="sr-only">{{ wording.agree }}</span>
            </th>
          </tr>
        </thead>
        <tbody class="divide-rule divide-y">
          <tr v-for="row in rows" :key="row.what" :class="{ 'font-semibold': !row.same }">
            <th scope="row" class="py-1 pr-2 font-[inherit]">{{ row.what }}</th>
            <td class="py-1 pr-2">{{ row.first }}</td>
            <td class="py-1 pr-2">{{ row.second }}</td>
            <td class="py-1">{{ row.same ? wording.agreeInSentence : wording.differ }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
