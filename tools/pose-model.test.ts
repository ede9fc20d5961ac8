import { expect, test } from '@jest/globals';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { VISION_FILES, withMetadata, writeVision } from './pose-model.mjs';

const model = readFileSync('node_modules/@mediapipe/pose/pose_landmark_lite.tflite');
/** Reads a flatbuffer's root table as far as the test asks. */
function rootOf(bytes: Buffer) {
  const root = bytes.readUInt32LE(0);
  const vtable = root - bytes.readInt32LE(root);
  const field = (i: number): number => {
    const at = 4 + 2 * i;
    const offset = at < bytes.readUInt16LE(vtable) ? bytes.readUInt16LE(vtable + at) : 0;
    return offset === 0 ? 0 : root + offset;
  };
  const target = (pos: number): number => pos + bytes.readUInt32LE(pos);
  const list = (i: number): number[] => {
    if (field(i) === 0) return [];
    const at = target(field(i));
    return Array.from({ length: bytes.readUInt32LE(at) }, (_, k) => target(at + 4 + 4 * k));
  };
  return { version: bytes.readUInt32LE(field(0)), list, bytes };
}

test('a model with metadata is the old one with a buffer and an entry more, its weights where they are aligned', () => {
  const told = Buffer.from('what the detector asks for');
  const made = withMetadata(model, told);
  const [before, after] = [rootOf(model), rootOf(made)];
  expect(made.toString('latin1', 4, 8)).toBe('TFL3');
  expect(after.version).toBe(before.version);
  const moved = made.length - model.length;
  expect(moved % 64).toBe(0);
  for (const [i, more] of [
    [1, 0],
    [2, 0],
    [4, 1],
    [6, 1],
  ] as const) {
    expect(after.list(i)).toHaveLength(before.list(i).length + more);
    expect(after.list(i).slice(0, before.list(i).length)).toEqual(before.list(i).map((at) => at + moved));
  }
  const buffer = after.list(4).at(-1)!;
  const data = buffer + 4 + made.readUInt32LE(buffer + 4);
  expect((data + 4) % 16).toBe(0);
  expect(made.subarray(data + 4, data + 4 + made.readUInt32LE(data)).toString()).toBe(told.toString());
});

test('the files are written once, whole, and what lies there stays', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'anchor-vision-'));
  try {
    await writeVision(folder);
    expect(readdirSync(folder).sort()).toEqual([...VISION_FILES].sort());
    const pose = join(folder, 'pose.task');
    const bytes = readFileSync(pose);
    expect(bytes.toString('latin1', 0, 2)).toBe('PK');
    expect(bytes.includes('pose_landmarks_detector.tflite')).toBe(true);
    const { mtimeMs } = statSync(pose);
    await writeVision(folder);
    expect(statSync(pose).mtimeMs).toBe(mtimeMs);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
