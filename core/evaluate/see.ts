/** First stage: what the record shows, before any method. */
import { bodyOf } from '../body/anthropometry.js';
import { rungsOf, type Catalog } from '../catalog/index.js';
import { placingOf, type Eye } from '../eye/eye.js';
import type { Seconds } from '../geometry.js';
import type { CauseId, Family, Rung } from '../formats/catalog.js';
import type { Evidence, Observation } from '../formats/observation.js';
import type { Sample } from '../hold/breaks.js';
import { appliesTo } from '../judge/judge.js';
import { uprightFrame } from '../measure/frame.js';
import { depthsAcross } from '../measure/lens-across.js';
import { measurePicture, measureValues, type MeasuredPicture, type PictureInput } from '../measure/measure.js';
import { measureDefinition, seenFrom, type MeasureContext } from '../measure/measures.js';
import { standingLine } from '../measure/measures-whole-body.js';
import { mergedEvidence, type TriedMend } from '../reason/facts.js';
import { asSet } from '../statics/setup.js';
import { placeOf } from './resolve.js';

/** A stored look: the record, mends tried after it, and the coach's own verdict on the cause. */
export interface LookRecord {
  observation: Observation;
  mends?: readonly TriedMend[];
  /** Taken as sure. */
  overruled?: CauseId;
  /** What is known of the eye that made the record; assumptions stand for what is not. */
  eye?: Eye | null;
  /** The same doing from other sides: judged with it as one. */
  others?: readonly Omit<LookRecord, 'others'>[];
}

export interface Seen {
  observation: Observation;
  family: Family;
  rung: Rung;
  /** The version as it was set: what limits, pose and chord follow. */
  asSet: Rung;
  /** Answers in words and those that mends gave: what ladder and reasoning both read. */
  evidence: Evidence;
  overruled: CauseId | null;
  eye: Eye | null;
  /** One cue or set-up step mended it, and it stayed. */
  mended: boolean;
  context: MeasureContext;
  /** Events, reps, an end or a series: something that lasted. */
  isHold: boolean;
  /** The picture, or the middle one of a series, measured with errors; null without frames. */
  picture: MeasuredPicture | null;
  /** The camera stands square enough for a verdict. */
  usable: boolean;
  /** Later versions of a split set; empty where it was not split. */
  later: readonly LaterPart[];
  /** Values over time of what any method judges at this version from this view; empty for a still. */
  samples: readonly Sample[];
  /** The same doing from other sides. */
  others: readonly Seen[];
}

/** A later part of a split set. */
export interface LaterPart {
  from: Seconds;
  rung: Rung;
  context: MeasureContext;
}

/** The later parts of a split set; versions that left the catalogue are seen as the first one. */
const laterParts = (observation: Observation, family: Family, first: Rung, catalog: Catalog): LaterPart[] =>
  (observation.segments ?? []).slice(1).map(({ t, rung: id }) => {
    const rung = rungsOf(catalog, family.id).find((r) => r.id === id) ?? first;
    return { from: t, rung, context: contextOf(observation, family, rung) };
  });

function contextOf(observation: Observation, family: Family, rung: Rung): MeasureContext {
  const body = bodyOf(observation.athlete);
  return {
    chordEnd: rung.chordEnd,
    support: rung.support,
    stack: rung.stack,
    body,
    statureKnown: observation.athlete?.stature !== undefined,
    pixelsPerMetre: observation.pixelsPerMetre,
    view: observation.view,
    ...(observation.view && observation.view !== 'side'
      ? { depths: depthsAcross(family.id, observation.view, rung.pose, body, rung.chordEnd) }
      : {}),
    side: observation.side,
    startLine: startLine(observation, family),
  };
}

/** Body line of the first frame, for positions that are compared with their own start. */
function startLine(observation: Observation, family: Family): number | undefined {
  const first = observation.frames[0]?.points;
  if (observation.frames.length < 2 || !first?.shoulder || !first.hip || !first.knee) return undefined;
  return standingLine(uprightFrame(first, observation.floor, family.orientation)) ?? undefined;
}

/** A frame of the record as the measures take it. */
export const pictureAt = (
  { observation, family, eye }: Pick<Seen, 'observation' | 'family' | 'eye'>,
  i: number,
): PictureInput => ({
  points: observation.frames[i]!.points,
  t: observation.frames[i]!.t,
  floor: observation.floor,
  orientation: family.orientation,
  landmarkSd: observation.landmarkSd,
  placing: (name) => placingOf(eye, name),
  ...(observation.picture
    ? observation.camera
      ? { lens: { ...observation.camera, picture: observation.picture } }
      : { unsure: observation.picture }
    : {}),
});

const SWING_NEEDS = ['hang-line', 'feet-behind', 'hand-to-ankle'] as const;

/** Measures that some method judges at this version from this view; the swing is made of three of them. */
export function judgedMeasures(catalog: Catalog, rung: Rung, view: Observation['view']): string[] {
  const judged = catalog.tolerances.filter((t) => appliesTo(t, rung)).map((t) => t.measure);
  return [...new Set(judged.flatMap((id) => (id === 'swing' ? SWING_NEEDS : [id])))].filter((id) =>
    seenFrom(measureDefinition(id), view),
  );
}

/** A record without taps of faults that left the catalogue: what is not known cannot be judged, the rest can. */
function withKnownFaults(observation: Observation, catalog: Catalog): Observation {
  const known = new Set(catalog.faults.map((f) => f.id));
  return observation.events?.some((e) => !known.has(e.fault))
    ? { ...observation, events: observation.events.filter((e) => known.has(e.fault)) }
    : observation;
}

/**
 * What a record shows: its version, its camera, its measures with errors. The record is not altered.
 * @throws InputError when position or rung is not in the catalogue
 */
export function see(record: LookRecord, catalog: Catalog): Seen {
  const observation = withKnownFaults(record.observation, catalog);
  const { family, rung } = placeOf(observation, catalog);
  const set = asSet(rung, bodyOf(observation.athlete), observation.setup);
  const context = contextOf(observation, family, set);
  const count = observation.frames.length;
  const of = { observation, family, eye: record.eye ?? null };
  const picture = count > 0 ? measurePicture(pictureAt(of, Math.floor(count / 2)), context) : null;
  const later = laterParts(observation, family, rung, catalog);
  const wanted = [set, ...later.map((p) => p.rung)].flatMap((r) => judgedMeasures(catalog, r, observation.view));
  const judged = count >= 2 ? [...new Set(wanted)].map(measureDefinition) : [];
  const contextAt = (t: Seconds): MeasureContext => later.findLast((p) => p.from <= t)?.context ?? context;
  return {
    observation,
    family,
    rung,
    asSet: set,
    evidence: mergedEvidence(observation.evidence, record.mends),
    overruled: record.overruled ?? null,
    eye: record.eye ?? null,
    mended: (record.mends ?? []).some((m) => (m.kind === 'cue' || m.kind === 'set-up') && m.result === 'helped'),
    context,
    isHold:
      count >= 2 ||
      (observation.events?.length ?? 0) > 0 ||
      (observation.reps?.length ?? 0) > 0 ||
      observation.ended !== undefined,
    picture,
    usable: picture?.view.usable ?? false,
    others: (record.others ?? []).map((other) => see(other, catalog)),
    later,
    samples:
      count >= 2
        ? observation.frames.map((frame, i) => ({
            t: frame.t,
            values: measureValues(
              { ...pictureAt(of, i), yaw: picture!.yaw },
              contextAt(frame.t),
              judged,
              picture!.facing,
            ),
          }))
        : [],
  };
}
