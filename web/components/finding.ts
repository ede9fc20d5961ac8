/** What the finder knows: places of the application and everything of the catalogue, in the coach's words. */
import type { Role } from '../../api/common.js';
import { offeredRungs, type Catalog } from '../../core/catalog/index.js';
import { ladderOf, placeKey } from '../../core/catalog/ladders.js';
import { FINDER_PLACES, type HIT_WORDS } from '../../words/finder.js';
import { familyName } from '../../words/names.js';

export type HitKind = keyof typeof HIT_WORDS;
export interface Hit {
  kind: HitKind;
  name: string;
  hint: string;
  /** Where it is read or done. */
  to: string;
}
interface Known extends Hit {
  /** What it is also called, or what is said of it. */
  also: string;
}

/** Everything that can be found besides people. */
/** @param role of who looks: places that are not theirs are not found */
export function findable(catalog: Catalog, role: Role): Known[] {
  const coach = role !== 'assistant';
  const gone = (kind: string, id: string): boolean => catalog.retired.has(`${kind}:${id}`);
  const inLibrary = (kind: string, id: string): string => `/library?kind=${kind}&id=${id}`;
  return [
    ...FINDER_PLACES.filter((p) => (coach || !p.coach) && (role === 'owner' || !p.owner)).map((p): Known => ({
      kind: 'place',
      name: p.name,
      hint: '',
      to: p.to,
      also: p.also,
    })),
    ...catalog.families.map((f): Known => ({
      kind: 'position',
      name: f.name,
      hint: '',
      to: inLibrary('positions', f.id),
      also: f.good.join(' '),
    })),
    ...catalog.families.flatMap((f) =>
      offeredRungs(catalog, f.id).map((r): Known => {
        const onLadder = ladderOf(catalog, r) !== null;
        return {
          kind: 'version',
          name: r.name,
          hint: familyName(catalog, f.id),
          to: onLadder ? `/ladders?at=${placeKey(r)}` : inLibrary('positions', f.id),
          also: `${f.name} ${r.how}`,
        };
      }),
    ),
    ...catalog.drills
      .filter((d) => !gone('drills', d.id))
      .map((d): Known => ({
        kind: 'drill',
        name: d.name,
        hint: d.kit.join(', '),
        to: inLibrary('drills', d.id),
        also: '',
      })),
    ...catalog.faults.map((f): Known => ({
      kind: 'fault',
      name: f.name,
      hint: f.families
        .slice(0, 2)
        .map((id) => familyName(catalog, id))
        .join(', '),
      to: inLibrary('faults', f.id),
      also: `${f.pad} ${f.seen}`,
    })),
    ...catalog.tests
      .filter((t) => !gone('tests', t.id))
      .map((t): Known => ({ kind: 'test', name: t.name, hint: '', to: inLibrary('tests', t.id), also: '' })),
    ...catalog.causes.map((c): Known => ({
      kind: 'cause',
      name: c.name,
      hint: '',
      to: inLibrary('causes', c.id),
      also: '',
    })),
    ...catalog.methods.map((m): Known => ({
      kind: 'method',
      name: m.name,
      hint: '',
      to: inLibrary('methods', m.id),
      also: '',
    })),
  ];
}

/** How well a text answers what was typed: 3 begins with it, 2 a word of it does, 1 it is in it, 0 not at all. */
function fit(text: string, words: readonly string[]): number {
  const low = text.toLowerCase();
  if (!words.every((w) => low.includes(w))) return 0;
  if (low.startsWith(words.join(' '))) return 3;
  return words.every((w) => new RegExp(`(^|[^\\p{L}])${w.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`, 'u').test(low))
    ? 2
    : 1;
}

/**
 * What answers the words, best first: its name before what is said of it, and among equals the order of the kinds.
 * @param typed as it was typed; empty finds the places alone
 * @param most that are wanted
 */
export function findAll(known: readonly Known[], typed: string, most = 12): Hit[] {
  const words = typed.toLowerCase().trim().split(/\s+/).filter(Boolean);
  if (words.length === 0) return known.filter((k) => k.kind === 'place').slice(0, most);
  return known
    .map((k, at) => ({
      k,
      at,
      score: Math.max(2 * fit(k.name, words), fit(`${k.name} ${k.hint} ${k.also}`, words) * 0.5),
    }))
    .filter((s) => s.score > 0)
    .sort((a, b) => b.score - a.score || a.at - b.at)
    .slice(0, most)
    .map(({ k: { kind, name, hint, to } }) => ({ kind, name, hint, to }));
}
