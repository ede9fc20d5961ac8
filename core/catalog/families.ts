import type { Family } from '../formats/catalog.js';

export const families: readonly Family[] = [
  {
    id: 'front-plank',
    name: 'Front plank',
    orientation: 'prone',
    views: ['side', 'rear'],
    baseRung: 'forearm',
    good: [
      'Forearms parallel, elbows under the shoulders, feet together.',
      'Pushed tall out of the shoulders: no valley between the blades.',
      'One line from ear through shoulder, hip and knee to ankle, or a slight hollow where the method wants it.',
      'Ribs and pelvis drawn toward each other, seat, thighs and calves tight.',
      'Neck long, breath going on.',
    ],
    pads: ['hip-sag', 'hip-pike', 'sunk-shoulders', 'chin-poke', 'soft-knees', 'low-back-arch', 'breath-held', 'excess-tuck', 'head-drop', 'upper-back-crunch', 'feet-apart', 'elbows-ahead'],
    normalSites: ['belly', 'front-of-thigh', 'calves'],
    defaultMethod: 'straight',
    cautions: ['low-back', 'shoulder', 'wrist', 'elbow', 'knee', 'blood-pressure', 'pregnancy', 'abdominal-wall'],
  },
  {
    id: 'hollow',
    name: 'Hollow hold',
    orientation: 'supine',
    views: ['side'],
    baseRung: 'bent-knee',
    good: [
      'Low back and sacrum stay on the floor without a gap.',
      'Pelvis tucked back, ribs heavy.',
      'Legs together and long, toes pointed, where the version has straight legs.',
      'Shoulder blades clear of the floor; arms beside with palms up, or overhead by the ears.',
      'Chin slightly in, eyes up, hands and feet about level, breath going on.',
    ],
    pads: ['low-back-arch', 'blades-down', 'chin-poke', 'soft-knees', 'rib-flare', 'shoulders-closed', 'breath-held', 'hands-feet-uneven', 'excess-tuck', 'loose-legs', 'ears-leave-arms', 'neck-lifts'],
    normalSites: ['belly'],
    defaultMethod: 'hollow',
    cautions: ['low-back', 'neck', 'abdominal-wall', 'pregnancy', 'blood-pressure', 'osteoporosis', 'eye-pressure'],
  },
];
