/** `npm run choices`: what is given after thirty typical looks over all positions; writes docs/reasoning.md. */
import { readFileSync, writeFileSync } from 'node:fs';
import { rungOf } from '../core/catalog/index.js';
import { catalog } from '../core/catalog/shipped.js';
import { evaluate } from '../core/evaluate/evaluate.js';
import { observationSchema } from '../core/formats/observation.js';
import { nobody } from '../core/person/circumstance.js';
import { setsText } from '../words/dose.js';
import { causeName, drillName, faultName, familyName } from '../words/names.js';

/** Position, fault that goes at two thirds of the target, and what was felt first. */
const LOOKS: readonly [family: string, fault: string, felt: string][] = [
  ['front-plank', 'hip-sag', 'low-back'],
  ['front-plank', 'hip-sag', 'front-of-hip'],
  ['front-plank', 'sunk-shoulders', 'shoulders'],
  ['front-plank', 'chin-poke', 'neck'],
  ['hollow', 'low-back-arch', 'front-of-hip'],
  ['hollow', 'low-back-arch', 'low-back'],
  ['hollow', 'blades-down', 'neck'],
  ['side-plank', 'side-sag', 'ribs-side'],
  ['side-plank', 'hips-back', 'shoulders'],
  ['all-fours', 'stays-sagged', 'shoulders'],
  ['all-fours', 'upper-back-crunch', 'belly'],
  ['bird-dog', 'hip-drops', 'seat'],
  ['bird-dog', 'leg-kicked-high', 'low-back'],
  ['dead-bug', 'low-back-arch', 'front-of-hip'],
  ['dead-bug', 'pelvis-rocks', 'belly'],
  ['curl-up', 'neck-lifts', 'neck'],
  ['arch', 'leg-kicked-high', 'low-back'],
  ['edge', 'arched-line', 'low-back'],
  ['hanging', 'swing', 'arms'],
  ['hanging', 'bent-knees', 'front-of-thigh'],
  ['compression', 'bent-knees', 'hamstrings'],
  ['dragon-flag', 'arched-line', 'low-back'],
  ['dragon-flag', 'no-pull', 'belly'],
  ['front-lever', 'no-pull', 'arms'],
  ['handstand', 'shoulders-closed', 'shoulders'],
  ['rotation', 'arms-lead', 'shoulders'],
  ['carry', 'leans-sideways', 'ribs-side'],
  ['rollers', 'low-back-arch', 'low-back'],
  ['push-up', 'hip-sag', 'arms'],
  ['overhead-squat', 'heels-rise', 'calves'],
];

const rows = LOOKS.map(([position, fault, felt]) => {
  const rung = rungOf(catalog, position);
  const { counted, target } = rung;
  const record = observationSchema.parse({
    format: 'upright-anchor/observation',
    version: 1,
    position,
    rung: rung.id,
    view: catalog.families.find((f) => f.id === position)!.views[0],
    frames: [],
    ...(counted
      ? {
          reps: Array.from({ length: counted.target }, (_, i) =>
            i < counted.target / 2 ? { t: 2 * i + 2, clean: true } : { t: 2 * i + 2, clean: false, fault },
          ),
          targetReps: counted.target,
        }
      : { events: [{ t: (2 * target) / 3, fault, state: 'on' }], target }),
    ended: { t: counted ? 2 * counted.target + 1 : target, reason: 'coach' },
    evidence: { 'felt-first': felt },
  });
  const { ranking, choice } = evaluate({ observation: record }, catalog, nobody());
  const why = ranking[0] ? causeName(catalog, ranking[0].cause) : '–';
  const given = choice.chosen.map((c) => `${drillName(catalog, c.drill)} (${setsText(c.dose)})`);
  return `| ${familyName(catalog, position)} | ${faultName(catalog, fault)} | ${felt.replaceAll('-', ' ')} | ${why} | ${given.join('; ') || 'nothing'} |`;
});
const table = ['| position | fault | felt first | fits best | given |', '|---|---|---|---|---|', ...rows].join('\n');
const [from, to] = ['<!-- choices: written by npm run choices -->', '<!-- /choices -->'];
const text = readFileSync('docs/reasoning.md', 'utf8');
writeFileSync(
  'docs/reasoning.md',
  `${text.slice(0, text.indexOf(from) + from.length)}\n${table}\n${text.slice(text.indexOf(to))}`,
);
process.stdout.write(`${table}\n`);
