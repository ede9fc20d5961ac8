/** People drawn by the ranking's own figures: what it finds of them is the most that can be found while answers miss and tests err. */
import type { Catalog } from '../../core/catalog/index.js';
import type { CauseId, QuickTest } from '../../core/formats/catalog.js';
import { candidatesOf, LEAK, piecesOf, shows, testPiece, type Piece } from '../../core/reason/likelihoods.js';
import type { Person, World } from './people.js';

const FAMILIES = ['front-plank', 'hollow', 'side-plank', 'bird-dog', 'hanging', 'all-fours', 'handstand'];

/** Chance of a piece under a set, by the figures alone. */
function under(piece: Piece, candidates: readonly CauseId[], truth: ReadonlySet<CauseId>): number {
  const held = candidates.flatMap((c, i) => (truth.has(c) ? [i] : []));
  if (piece.joins === 'mean')
    return held.length === 0 ? piece.base : held.reduce((sum, i) => sum + piece.single[i]!, 0) / held.length;
  const against = piece.lowered !== null && held.some((i) => piece.lowered![i] === 1);
  return 1 - held.reduce((not, i) => not * piece.spare[i]!, 1 - (against ? piece.low : piece.base));
}

export function modelPeople(catalog: Catalog, random: () => number): (world: World) => Person {
  const pickFrom = <T>(list: readonly T[], weight: (item: T) => number): T => {
    let left = random() * list.reduce((sum, item) => sum + weight(item), 0);
    return list.find((item) => (left -= weight(item)) <= 0) ?? list.at(-1)!;
  };
  return function draw(world) {
    const id = pickFrom(FAMILIES, () => 1);
    const family = catalog.families.find((f) => f.id === id)!;
    const candidates = candidatesOf(catalog, family);
    const prior = (c: CauseId): number => catalog.causes.find((x) => x.id === c)!.prior;
    const many = pickFrom([0, 1, 2, 3], (n) => world.causes[n]!);
    const truth = new Set<CauseId>();
    while (truth.size < many)
      truth.add(
        pickFrom(
          candidates.filter((c) => !truth.has(c)),
          (c) => prior(c) / (1 - prior(c)),
        ),
      );
    const faults = catalog.faults.filter((f) => f.families.includes(family.id));
    const chance = (fault: string): number =>
      1 - [...truth].reduce((not, c) => not * (1 - shows(catalog, family, fault, c)), 1 - LEAK);
    let findings: { fault: string; probability: number }[] = [];
    while (findings.length === 0)
      findings = faults.filter((f) => random() < chance(f.id)).map((f) => ({ fault: f.id, probability: 1 }));
    const first = pickFrom(findings, () => 1).fault;
    const known = new Set(['lever:long', ...(family.id === 'hanging' ? ['lever:leg-raise'] : [])]);
    const kinds = new Map<string, Set<string>>();
    for (const row of catalog.evidence) {
      const kind = row.when[0]!.split(':')[0]!;
      if (kind !== 'screen') kinds.set(kind, (kinds.get(kind) ?? new Set()).add(row.when[0]!));
    }
    for (const values of kinds.values()) {
      if (random() < world.missing) continue;
      let left = random();
      for (const value of values) {
        const [piece] = piecesOf(
          catalog,
          candidates,
          { known: new Set([...known, value]), tests: new Map() },
          family,
          [],
          first,
        ).slice(-1);
        const own =
          piece &&
          piece.from.is === 'row' &&
          catalog.evidence.find((r) => r.id === (piece.from as { row: string }).row)?.when[0] === value;
        left -= own ? under(piece, candidates, truth) : 0;
        if (left <= 0) {
          known.add(value);
          break;
        }
      }
    }
    const answers = new Map<string, 'positive' | 'negative'>();
    const answer = (test: QuickTest): 'positive' | 'negative' => {
      const before = answers.get(test.id);
      if (before) return before;
      const result =
        random() < under(testPiece(test, candidates, 'positive'), candidates, truth) ? 'positive' : 'negative';
      answers.set(test.id, result);
      return result;
    };
    return { family, truth, findings, first, known, answer };
  };
}
