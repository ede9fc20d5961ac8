/** Finds people in pictures. Everything that it needs comes from our own server. */
import { FilesetResolver, PoseLandmarker } from '@mediapipe/tasks-vision';
import { DETECTED_POINTS, largestFirst } from '../../core/clip/detected.js';
import type { DetectorAsked, DetectorSaid } from './messages.js';

/** Two people are enough to know that there is more than one. */
const PEOPLE = 2;
let landmarker: PoseLandmarker | null = null;
let starting: Promise<void> | null = null;

async function start(files: string): Promise<void> {
  const fileset = await FilesetResolver.forVisionTasks(files, true);
  landmarker = await PoseLandmarker.createFromOptions(fileset, {
    baseOptions: { modelAssetPath: `${files}/pose.task`, delegate: 'CPU' },
    runningMode: 'IMAGE',
    numPoses: PEOPLE,
    minPoseDetectionConfidence: 0.3,
    minPosePresenceConfidence: 0.1,
  });
}
function answer(say: (said: DetectorSaid) => void, asked: Extract<DetectorAsked, { is: 'detect' }>): void {
  const { width, height } = asked.image;
  const { landmarks } = landmarker!.detect(asked.image);
  asked.image.close();
  const people = landmarks
    .filter((points) => points.length === DETECTED_POINTS)
    .map((points) => points.map((p) => ({ at: [p.x * width, p.y * height] as const, visible: p.visibility ?? 0 })))
    // Points that are no numbers are of nobody.
    .filter((points) => points.every((p) => Number.isFinite(p.at[0]) && Number.isFinite(p.at[1])));
  const shares = largestFirst(people).map((points) =>
    points.map(({ at, visible }) => ({ at: [at[0] / width, at[1] / height] as const, visible })),
  );
  say({ is: 'found', id: asked.id, people: shares });
}

function hear(asked: DetectorAsked, say: (said: DetectorSaid) => void): void {
  if (asked.is === 'port') {
    const { port } = asked;
    port.onmessage = (event: MessageEvent<DetectorAsked>) => hear(event.data, (said) => port.postMessage(said));
  } else if (asked.is === 'start') {
    starting ??= start(asked.files);
    starting.then(
      () => say({ is: 'started' }),
      (error: unknown) => {
        starting = null;
        say({ is: 'failed', why: String(error) });
      },
    );
  } else answer(say, asked);
}
self.onmessage = (event: MessageEvent<DetectorAsked>) => hear(event.data, (said) => self.postMessage(said));
