/** What joints of people do: the limits that a drawn pose must keep to. */
import type { Degrees } from '../geometry.js';
import type { LimbAngles, Pose } from './pose.js';

/**
 * Widest angles of a drawn pose, degrees in the pose's own terms. Rounded outward from usual ranges of motion of supple adults
 * (American Academy of Orthopaedic Surgeons, Joint Motion, 1965: shoulder flexion 180 and extension 60, elbow 150, hip flexion
 * 120 and extension 30, knee 135, ankle 20 up and 50 down); hip flexion to 150 counts the pelvis rolling with the thigh, and the
 * pointed foot counts the toes.
 */
export const JOINT_RANGE: Readonly<Record<keyof LimbAngles, readonly [Degrees, Degrees]>> = {
  shoulder: [-95, 185],
  elbow: [0, 150],
  hip: [-35, 152],
  knee: [0, 150],
  ankle: [58, 180],
};
const TRUNK_RANGE = { lumbar: [-30, 45], thoracic: [-25, 40], neck: [-45, 45] } as const;

/** Joints of a pose outside {@link JOINT_RANGE}, in words with the angle; none when a person can stand in it. */
export function outOfRange(pose: Pose): string[] {
  const limbs = (['near', 'far'] as const).flatMap((side) =>
    (Object.keys(JOINT_RANGE) as (keyof LimbAngles)[]).flatMap((joint) => {
      const angle = side === 'near' ? pose[joint] : (pose.far?.[joint] ?? pose[joint]);
      const [low, high] = JOINT_RANGE[joint];
      return angle < low || angle > high ? [`${side} ${joint} ${angle}°`] : [];
    }),
  );
  const trunk = (Object.keys(TRUNK_RANGE) as (keyof typeof TRUNK_RANGE)[]).flatMap((part) =>
    pose[part] < TRUNK_RANGE[part][0] || pose[part] > TRUNK_RANGE[part][1] ? [`${part} ${pose[part]}°`] : [],
  );
  return [...limbs, ...trunk];
}

const JOINTS = ['shoulder', 'elbow', 'hip', 'knee', 'ankle'] as const;
const PARTS = ['trunk', 'lumbar', 'thoracic', 'neck', 'pelvicTilt', 'bladePush'] as const;

/** A pose a share `k` (0–1) of the way from `a` to `b`: what a movement drill shows between its two figures. */
export function poseBetween(a: Pose, b: Pose, k: number): Pose {
  const mix = (x: number, y: number): number => x + (y - x) * k;
  const far = Object.fromEntries(JOINTS.map((j) => [j, mix(a.far?.[j] ?? a[j], b.far?.[j] ?? b[j])]));
  return {
    ...(k < 0.5 ? a : b),
    ...(Object.fromEntries([...JOINTS, ...PARTS].map((key) => [key, mix(a[key], b[key])])) as Pick<
      Pose,
      (typeof JOINTS)[number] | (typeof PARTS)[number]
    >),
    ...(a.far || b.far ? { far } : {}),
    contacts: (k < 0.5 ? a : b).contacts.map((c, i) => {
      const [from, to] = [a.contacts[i], b.contacts[i]];
      return from && to && from.at === to.at ? { ...c, height: mix(from.height ?? 0, to.height ?? 0) } : c;
    }),
    support:
      a.support && b.support && a.support.joint === b.support.joint
        ? { joint: a.support.joint, ahead: mix(a.support.ahead, b.support.ahead) }
        : k < 0.5
          ? a.support
          : b.support,
  };
}
