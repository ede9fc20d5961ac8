<script setup lang="ts">
import { computed, ref } from 'vue';
import { RouterLink, useRoute } from 'vue-router';
import { judge } from '../../../core/evaluate/judge.js';
import { see } from '../../../core/evaluate/see.js';
import { isStated } from '../../../core/formats/catalog.js';
import { judgedBy } from '../../../core/person/circumstance.js';
import { catalog } from '../../data/catalogue.js';
import HoldTimeline from '../../drawing/HoldTimeline.vue';
import LoadState from '../../components/LoadState.vue';
import PictureLines from '../../drawing/PictureLines.vue';
import SeverityKnots from '../../drawing/SeverityKnots.vue';
import PlayedTogether from '../../drawing/PlayedTogether.vue';
import { useStanding } from '../../data/circumstance.js';
import { useLook } from '../../data/looks.js';
import { sameScaleBox } from '../../drawing/overlay.js';
import { dayText, familyName, faultName, rungName } from '../../data/names.js';
import { normalCdf } from '../../../core/statistics.js';
import { doneText, totalText } from '../../../words/counts.js';
import { siteText } from '../../../words/labels.js';
import { percentText, plusMinus } from '../../../words/numbers.js';
import { setupText } from '../../../words/setup.js';
import { measureDefinition } from '../../../core/measure/measures.js';
import BetweenCard from './BetweenCard.vue';
import JudgeBy from '../../components/JudgeBy.vue';
import { anywhere } from '../../../words/pages/anywhere.js';
import { comparePage as wording } from '../../../words/pages/people.js';

const props = defineProps<{ id: string }>();
const route = useRoute();
const method = ref('');
const { person, facts, by } = useStanding(() => props.id);
const [then, now] = (['then', 'now'] as const).map((key) => useLook(() => String(route.query[key] ?? ''))) as [
  ReturnType<typeof useLook>,
  ReturnType<typeof useLook>,
];
const error = computed(() => person.error.value ?? facts.error.value ?? then.error.value ?? now.error.value);
const ready = computed(() => person.value.value && by.value && then.value.value && now.value.value);
const load = async (): Promise<void> =>
  void (await Promise.all([person.load(), facts.load(), then.load(), now.load()]));
const judged = computed(() => {
  const looks = [then.value.value, now.value.value];
  const stands = by.value && judgedBy(by.value, method.value);
  return looks.flatMap((look, i) =>
    look && stands && ready.value
      ? [
          {
            look,
            title: i === 0 ? wording.then : wording.now,
            detail: judge(see({ observation: look.observation, eye: look.eye }, catalog), catalog, stands),
          },
        ]
      : [],
  );
});
/** Series of both: they can be played side by side. */
const played = computed(() => judged.value.filter((j) => j.look.observation.frames.length > 1));
const longest = computed(() => Math.max(0, ...judged.value.map((j) => j.detail.hold?.total ?? 0)));
const sameSeat = computed(
  () =>
    judged.value.length === 2 &&
    judged.value[0]!.look.observation.position === judged.value[1]!.look.observation.position,
);
/** Measures that both have, and how likely it is that the body's own angle changed at all that way. */
const changes = computed(() => {
  const [a, b] = judged.value;
  if (!a || !b) return [];
  return a.detail.measures.flatMap((m) => {
    const other = b.detail.measures.find((n) => n.id === m.id);
    if (!other || !a.detail.limits.some((l) => l.measure === m.id)) return [];
    const change = other.value - m.value;
    const sd = Math.hypot(m.sd, other.sd);
    return [
      {
        name: measureDefinition(m.id).name,
        then: m.value,
        now: other.value,
        change,
        sd,
        chance: normalCdf(Math.abs(change) / sd),
        unit: m.unit === 'deg' ? '°' : ` ${m.unit}`,
      },
    ];
  });
});
/** A chance of one half says nothing: then placing alone explains it. */
const changedText = (chance: number): string =>
  chance >= 0.975
    ? wording.yesSurely(percentText(Math.min(0.99, chance)))
    : chance >= 0.84
      ? `likely (${percentText(chance)})`
      : wording.cannotBeTold(percentText(chance));
/** What was set or done otherwise between the two. */
const otherwise = computed(() => {
  const [a, b] = judged.value;
  if (!a || !b) return [];
  const told = (j: (typeof judged.value)[number]): [string, string][] => [
    [anywhere.version, rungName(j.detail.family.id, j.detail.rung.id)],
    [
      wording.setUp,
      setupText(j.detail.rung, j.detail.context.body, j.look.observation.setup) || wording.asTheVersionHas,
    ],
    [anywhere.feltFirst, siteText(j.look.observation.evidence?.['felt-first'] ?? wording.notAsked)],
    [wording.cue, j.detail.evidence.cue?.replaceAll('-', ' ') ?? wording.noneNoted],
    [wording.firstToGo, j.detail.hold?.firstToGo ? faultName(j.detail.hold.firstToGo.fault) : 'nothing'],
    [anywhere.clean, j.detail.hold ? doneText(j.detail.hold) : wording.aStill],
  ];
  const [then, now] = [told(a), told(b)];
  return then.map(([name, was], i) => ({ name, was, is: now[i]![1] })).filter((r) => r.was !== r.is);
});
const number = (n: number): string => n.toFixed(1).replace('-', '−');
</script>

<template>
  <LoadState :loading="!ready && !error" :error="ready ? null : error" @retry="load" />
  <template v-if="ready">
    <div class="flex flex-wrap items-center gap-3">
      <h1>
        <RouterLink :to="`/people/${id}`" class="hover:underline">{{ person.value.value!.name }}</RouterLink>{{
          wording.thenAndNow
        }}
      </h1>
      <JudgeBy v-model="method" class="ml-auto" :in-force="wording.eachByItsOwn" :before="wording.bothBy" />
    </div>
    <p v-if="!sameSeat" class="note mt-2">{{ wording.theseAreTwoDifferent }}</p>
    <div class="mt-3 grid gap-4 md:grid-cols-2">
      <section v-for="j in judged" :key="j.look.id" class="card" :aria-label="j.title">
        <h2>{{ j.title }}, {{ dayText(j.look.day) }}</h2>
        <p class="text-soft">
          <RouterLink :to="`/looks/${j.look.id}`" class="link"
            >{{ familyName(j.look.observation.position) }},
            {{ rungName(j.look.observation.position, j.detail.rung.id) }}</RouterLink
          >
          · {{ j.detail.method.name }}
        </p>
        <div v-if="j.look.observation.frames.length" class="mt-2 h-72">
          <PictureLines
            :observation="j.look.observation"
            :detail="j.detail"
            :media-id="j.look.mediaId"
            :box="sameScaleBox(j.look.observation, 1.9)"
            :label="wording.pictureWithTheBody(j.title)"
            class="h-full"
          />
        </div>
        <template v-if="j.detail.hold">
          <p class="figures mt-2">
            <b class="text-3xl">{{ doneText(j.detail.hold) }}</b> {{ wording.of(totalText(j.detail.hold)) }}
          </p>
          <HoldTimeline :hold="j.detail.hold" :scale="longest" :target="j.look.observation.target" />
        </template>
        <ul class="mt-2 space-y-1">
          <li v-for="f in j.detail.findings" :key="f.fault" class="flex justify-between gap-2">
            <span>{{ faultName(f.fault) }}</span><SeverityKnots :severity="f.severity" :borderline="!isStated(f)" />
          </li>
          <li v-if="j.detail.findings.length === 0" class="text-soft">{{ wording.nothingToMend }}</li>
        </ul>
      </section>
    </div>
    <BetweenCard v-if="judged.length === 2 && sameSeat" :then="judged[0]!.look" :now="judged[1]!.look" />
    <PlayedTogether
      v-if="played.length === 2"
      :key="played.map((p) => p.look.id).join()"
      :looks="played"
      class="mt-4"
    />
    <section
      v-if="otherwise.length && sameSeat"
      class="card mt-4 overflow-x-auto"
      tabindex="0"
      aria-labelledby="otherwise"
    >
      <h2 id="otherwise">{{ wording.whatWasDifferent }}</h2>
      <table class="figures mt-2 w-full text-left">
        <thead>
          <tr class="text-soft">
            <th class="py-1 pr-4">
              <span class="sr-only">{{ anywhere.what }}</span>
            </th>
            <th class="pr-4">{{ wording.then }}</th>
            <th>{{ wording.now }}</th>
          </tr>
        </thead>
        <tbody class="divide-rule divide-y">
          <tr v-for="r in otherwise" :key="r.name">
            <td class="py-1 pr-4">{{ r.name }}</td>
            <td class="pr-4">{{ r.was }}</td>
            <td>{{ r.is }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="changes.length && sameSeat" class="card mt-4 overflow-x-auto" tabindex="0" aria-labelledby="changes">
      <h2 id="changes">{{ wording.whatChanged }}</h2>
      <table class="figures mt-2 w-full text-left">
        <thead>
          <tr class="text-soft">
            <th class="py-1 pr-4">{{ wording.measure }}</th>
            <th class="pr-4">{{ wording.then }}</th>
            <th class="pr-4">{{ wording.now }}</th>
            <th class="pr-4">{{ anywhere.change }}</th>
            <th>{{ wording.didItChange }}</th>
          </tr>
        </thead>
        <tbody class="divide-rule divide-y">
          <tr v-for="c in changes" :key="c.name">
            <td class="py-1 pr-4">{{ c.name }}</td>
            <td class="pr-4">{{ number(c.then) }}{{ c.unit }}</td>
            <td class="pr-4">{{ number(c.now) }}{{ c.unit }}</td>
            <td class="pr-4">
              {{ c.change > 0 ? '+' : '' }}{{ number(c.change) }}{{ c.unit }} {{ plusMinus(c.sd, c.unit) }}
            </td>
            <td>{{ changedText(c.chance) }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </template>
</template>
