/**
 * Puts the pose detector's files together: the packages ship weights without what the detector asks for, so each model gets its
 * normalisation told, and both go into one file that is stored, not compressed.
 */
import { Builder } from 'flatbuffers';
import { copyFileSync, createWriteStream, existsSync, mkdirSync, readFileSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';

const POSE = 'node_modules/@mediapipe/pose';
const VISION = 'node_modules/@mediapipe/tasks-vision';
/** The detector is the packed assets' first file, and its only one. */
const DETECTOR_BYTES = 2_962_288;
/** Weights are read at multiples of this. */
const ALIGNED = 64;

/** Model metadata (TensorFlow Lite's metadata schema) that holds one input's mean and deviation. */
function metadataOf(mean, std) {
  const b = new Builder(256);
  const floats = (values) => {
    b.startVector(4, values.length, 4);
    for (const v of [...values].reverse()) b.addFloat32(v);
    return b.endVector();
  };
  const offsets = (of) => {
    b.startVector(4, of.length, 4);
    for (const o of [...of].reverse()) b.addOffset(o);
    return b.endVector();
  };
  const table = (fields, write) => {
    b.startObject(fields);
    write();
    return b.endObject();
  };
  const [means, deviations] = [floats([mean]), floats([std])];
  const normalisation = table(2, () => {
    b.addFieldOffset(0, means, 0);
    b.addFieldOffset(1, deviations, 0);
  });
  const unit = table(2, () => {
    b.addFieldInt8(0, 1, 0);
    b.addFieldOffset(1, normalisation, 0);
  });
  const units = offsets([unit]);
  const tensor = table(7, () => b.addFieldOffset(4, units, 0));
  const tensors = offsets([tensor]);
  const graph = table(9, () => b.addFieldOffset(2, tensors, 0));
  const graphs = offsets([graph]);
  b.finish(
    table(8, () => b.addFieldOffset(3, graphs, 0)),
    'M001',
  );
  return b.asUint8Array();
}

/** Fields of a model's root table, by their place in the schema. */
const FIELD = { buffers: 4, metadata: 6 };
const FIELDS = 8;

/**
 * A model with metadata: a new root before the old file. It takes the old root's parts where they lie, and lists one buffer and one
 * entry of metadata more.
 */
export function withMetadata(model, metadata) {
  const old = new DataView(model.buffer, model.byteOffset, model.byteLength);
  const root = old.getUint32(0, true);
  const vtable = root - old.getInt32(root, true);
  const at = (field) => {
    const end = 4 + 2 * field;
    const offset = end + 2 <= old.getUint16(vtable, true) ? old.getUint16(vtable + end, true) : 0;
    return offset === 0 ? null : root + offset;
  };
  const target = (pos) => pos + old.getUint32(pos, true);
  const listed = (field) => {
    const pos = at(field);
    if (pos === null) return [];
    const list = target(pos);
    return Array.from({ length: old.getUint32(list, true) }, (_, i) => target(list + 4 + 4 * i));
  };
  const [buffers, entries] = [listed(FIELD.buffers), listed(FIELD.metadata)];

  const name = Buffer.from('TFLITE_METADATA');
  let end = 8;
  const place = (bytes, align = 4, after = 0) => {
    end = Math.ceil((end + after) / align) * align - after;
    const here = end;
    end += bytes;
    return here;
  };
  const rootTable = place(4 + 2 * FIELDS + 4 + 4 * FIELDS);
  const tableAt = rootTable + 4 + 2 * FIELDS;
  const bufferList = place(4 + 4 * (buffers.length + 1));
  const entryList = place(4 + 4 * (entries.length + 1));
  const entry = place(8 + 12);
  const nameAt = place(4 + name.length + 1);
  const buffer = place(8 + 8);
  const dataAt = place(4 + metadata.length, 16, 4);
  const size = place(0, ALIGNED);

  const head = Buffer.alloc(size);
  const u16 = (pos, value) => head.writeUInt16LE(value, pos);
  const u32 = (pos, value) => head.writeUInt32LE(value, pos);
  const refer = (pos, to) => u32(pos, to - pos);
  const oldAt = (pos) => size + pos;
  refer(0, tableAt);
  head.write('TFL3', 4, 'latin1');
  u16(rootTable, 4 + 2 * FIELDS);
  u16(rootTable + 2, 4 + 4 * FIELDS);
  head.writeInt32LE(tableAt - rootTable, tableAt);
  for (let field = 0; field < FIELDS; field += 1) {
    const pos = tableAt + 4 + 4 * field;
    const own = at(field);
    const replaced = field === FIELD.buffers ? bufferList : field === FIELD.metadata ? entryList : null;
    u16(rootTable + 4 + 2 * field, replaced !== null || own !== null ? 4 + 4 * field : 0);
    if (replaced !== null) refer(pos, replaced);
    // The version is a number; every other field refers to something.
    else if (own !== null && field === 0) u32(pos, old.getUint32(own, true));
    else if (own !== null) refer(pos, oldAt(target(own)));
  }
  const list = (pos, items) => {
    u32(pos, items.length);
    items.forEach((to, i) => refer(pos + 4 + 4 * i, to));
  };
  /** A table of fields of four bytes each, its vtable before it. */
  const small = (pos, fields) => {
    u16(pos, 4 + 2 * fields);
    u16(pos + 2, 4 + 4 * fields);
    for (let i = 0; i < fields; i += 1) u16(pos + 4 + 2 * i, 4 + 4 * i);
    head.writeInt32LE(8, pos + 8);
    return pos + 8;
  };
  list(bufferList, [...buffers.map(oldAt), buffer + 8]);
  list(entryList, [...entries.map(oldAt), entry + 8]);
  const entryTable = small(entry, 2);
  refer(entryTable + 4, nameAt);
  u32(entryTable + 8, buffers.length);
  u32(nameAt, name.length);
  name.copy(head, nameAt + 4);
  const bufferTable = small(buffer, 1);
  refer(bufferTable + 4, dataAt);
  u32(dataAt, metadata.length);
  Buffer.from(metadata).copy(head, dataAt + 4);
  return Buffer.concat([head, model]);
}

/** Changes with the packages, and with how the files are put together. */
export const VISION_VERSION = `${JSON.parse(readFileSync(`${VISION}/package.json`, 'utf8')).version}-1`;

/** What the browser asks for; the address names the version, so that it may keep them. */
export const VISION_FILES = ['vision_wasm_module_internal.js', 'vision_wasm_module_internal.wasm', 'pose.task'];

/** Writes the detector's files into a folder; what lies there already stays. */
export async function writeVision(folder) {
  mkdirSync(folder, { recursive: true });
  for (const file of VISION_FILES.slice(0, 2))
    if (!existsSync(join(folder, file))) copyFileSync(`${VISION}/wasm/${file}`, join(folder, file));
  const model = join(folder, 'pose.task');
  if (existsSync(model)) return;
  const zip = new yazl.ZipFile();
  const put = (bytes, name) => zip.addBuffer(bytes, name, { compress: false, mtime: new Date(2020, 0, 1) });
  const packed = readFileSync(`${POSE}/pose_solution_packed_assets.data`).subarray(0, DETECTOR_BYTES);
  put(withMetadata(packed, metadataOf(127.5, 127.5)), 'pose_detector.tflite');
  const landmarks = readFileSync(`${POSE}/pose_landmark_full.tflite`);
  put(withMetadata(landmarks, metadataOf(0, 255)), 'pose_landmarks_detector.tflite');
  zip.end();
  await pipeline(zip.outputStream, createWriteStream(`${model}.part`));
  renameSync(`${model}.part`, model);
}
