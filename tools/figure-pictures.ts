/** Twenty poses as small pictures, to see that a drawing changed: `npm run -s figures` writes them anew once the change was looked at. */
import { writeFileSync } from 'node:fs';
import sharp from 'sharp';
import { bodyOf } from '../core/body/anthropometry.js';
import { poseSvg } from '../core/body/draw.js';
import { faultPose } from '../core/body/fault-pose.js';
import type { Pose } from '../core/body/pose.js';
import { rungOf } from '../core/catalog/index.js';
import { catalog } from '../core/catalog/shipped.js';
import { drillFigures } from '../core/catalog/figures.js';

/** Pixels of a kept picture: as small as a figure is in a list. */
export const SIZE = { width: 48, height: 32 } as const;
const body = bodyOf();
const POSITIONS = [
  ...['front-plank/forearm', 'front-plank/raised', 'front-plank/long-lever', 'hollow/knees-in', 'hollow/straight'],
  ...[
    'hollow/overhead',
    'side-plank/knees-supported',
    'bird-dog/leg-slides',
    'dead-bug/opposite',
    'curl-up/hands-under',
  ],
  ...['arch/hands-by-side', 'compression/bent', 'hanging/tuck', 'dragon-flag/tuck', 'overhead-squat/supported'],
];

/** What is kept in pictures: positions, faults, and a drill's second pose. */
export const POSES: Readonly<Record<string, Pose>> = {
  ...Object.fromEntries(
    POSITIONS.map((name) => {
      const [family, rung] = name.split('/') as [string, string];
      return [name, rungOf(catalog, family, rung).pose];
    }),
  ),
  ...Object.fromEntries(
    ['hip-sag', 'hip-pike', 'chin-poke', 'sunk-shoulders'].map((fault) => [
      `front-plank with ${fault}`,
      faultPose(rungOf(catalog, 'front-plank').pose, fault, body)!,
    ]),
  ),
  'bridge, second': drillFigures['bridge']![1]!,
};

/** A pose rasterised: grey levels row by row, 0 to 255. */
export const pictureOf = async (pose: Pose): Promise<Buffer> =>
  sharp(Buffer.from(poseSvg(pose, body, 480, 320)))
    .flatten({ background: '#ffffff' })
    .resize(SIZE.width, SIZE.height, { fit: 'contain', background: '#ffffff' })
    .greyscale()
    .raw()
    .toBuffer();

/** Mean difference of two pictures, share of the whole scale. */
export const difference = (a: Uint8Array, b: Uint8Array): number =>
  a.reduce((sum, level, i) => sum + Math.abs(level - b[i]!), 0) / a.length / 255;

/** Where the kept pictures are: a name and base64 each. */
export const KEPT = new URL('figure-pictures.json', import.meta.url);

if (process.argv[1]?.endsWith('figure-pictures.ts')) {
  const kept: Record<string, string> = {};
  for (const [name, pose] of Object.entries(POSES)) kept[name] = (await pictureOf(pose)).toString('base64');
  writeFileSync(KEPT, `${JSON.stringify(kept, null, 2)}\n`);
}
