/** A group's trends in words and tables. */
import type { Catalog } from '../core/catalog/index.js';
import { ladders } from '../core/catalog/ladders.js';
import type { GroupChange, GroupTrends } from '../core/studio/group.js';
import type { UsedWhy } from '../core/class/used-why.js';
import { faultName, placeName } from './names.js';
import type { WrittenTable } from './tables.js';

type Names = Pick<Catalog, 'faults' | 'families' | 'rungs'>;
/** Why versions were done in classes, in a few words each. */
const USED: Readonly<Record<UsedWhy, string>> = {
  place: 'today’s place',
  lighter: 'lighter, for what was found last',
  next: 'the next one, its gate open',
  instead: 'in the place of one that a caution leaves out',
  kit: 'the kit did not go round',
  pinned: 'set by hand',
  swapped: 'changed while the class ran',
};
/** "in classes: today’s place 4, the kit did not go round 2"; empty where none was made in a class. */
export const usedWhyText = (why: GroupTrends['versions'][number]['why']): string =>
  why.length === 0 ? '' : `in classes: ${why.map(({ is, looks }) => `${USED[is]} ${looks}`).join(', ')}`;
const share = (factor: number): string => {
  const percent = Math.round(100 * (factor - 1));
  return `${percent > 0 ? '+' : percent < 0 ? '−' : '±'}${Math.abs(percent)} %`;
};
export const changeText = (factor: number): string => share(factor);
/** "+12 % (+3 % to +22 %)", and what it means. */
export function groupChangeText({ factor: { value, low, high } }: GroupChange): string {
  const verdict = low > 1 ? 'longer than before' : high < 1 ? 'shorter than before' : 'it may be chance';
  return `${share(value)} (${share(low)} to ${share(high)}): ${verdict}`;
}
/** "1 look", "3 looks". */
export const counted = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;
export const ladderName = (id: string): string => ladders.find((l) => l.id === id)?.name ?? id;

type Named = Omit<GroupTrends, 'members'> & {
  name: string;
  weeks: number;
  members: (GroupTrends['members'][number] & { name: string; due: boolean })[];
};
/** Everything of a group's page as tables, the members first. */
export function groupSheets(catalog: Names, trends: Named): WrittenTable[] {
  const nameOf = new Map(trends.members.map((m) => [m.id, m.name]));
  const { change } = trends;
  return [
    {
      name: 'Members',
      head: [
        'Name',
        'Last look',
        'Due for a look',
        `Days here in ${trends.weeks} weeks`,
        'Looks',
        'Clean seconds a week, %',
        'Looks it rests on',
        'Stands out most',
      ],
      rows: trends.members.map((m) => [
        m.name,
        m.lastLook,
        m.due ? 'yes' : 'no',
        m.here,
        m.looks,
        m.change ? Math.round(1000 * (m.change.perWeek - 1)) / 10 : null,
        m.change?.looks ?? null,
        m.fault ? faultName(catalog, m.fault) : null,
      ]),
    },
    {
      name: 'Ladders',
      head: ['Ladder', 'Version', 'Members', 'Who'],
      rows: trends.ladders.flatMap(({ ladder, places }) =>
        places.map(({ place, members }) => [
          ladderName(ladder),
          placeName(catalog, place),
          members.length,
          members.map((id) => nameOf.get(id) ?? '').join(', '),
        ]),
      ),
    },
    {
      name: 'Faults',
      head: ['Fault', 'Members this month', 'Looks this month', 'Members the month before'],
      rows: trends.faults.map((f) => [faultName(catalog, f.fault), f.members, f.looks, f.before]),
    },
    {
      name: 'Squat screen',
      head: ['Finding', 'Members', 'Members screened'],
      rows: trends.squat.faults.map((f) => [faultName(catalog, f.fault), f.members, trends.squat.screened]),
    },
    {
      name: 'Versions',
      head: ['Version', 'Members this month', 'Looks this month', 'Why'],
      rows: trends.versions.map((v) => [placeName(catalog, v.place), v.members, v.looks, usedWhyText(v.why)]),
    },
    {
      name: 'Attendance',
      head: ['Week from', 'Members here'],
      rows: trends.attendance.map((w) => [w.from, w.members]),
    },
    {
      name: 'Change',
      head: ['Weeks', 'Change, %', 'Low (95 %), %', 'High (95 %), %', 'Members', 'Looks', 'Ended at their target, %'],
      rows: change
        ? [
            [
              trends.weeks,
              ...[change.factor.value, change.factor.low, change.factor.high].map(
                (f) => Math.round(1000 * (f - 1)) / 10,
              ),
              change.members,
              change.looks,
              Math.round(100 * change.capped),
            ],
          ]
        : [],
    },
  ];
}
